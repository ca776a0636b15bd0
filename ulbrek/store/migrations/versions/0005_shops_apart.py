"""Shops are apart: every row says which shop it is of, no reference leads into another, and each sees its own rows."""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None

# Tables that did not say so, and by which reference their shop is found: parents before children.
BELONG = {
    "job_revision": ("job_id", "job", "id"),
    "casting_state": ("casting_id", "casting", "id"),
    "batch": ("pour_id", "pour", "id"),
    "batch_share": ("pour_id", "pour", "id"),
    "act_done": ("pour_id", "pour", "id"),
    "cavity": ("form_id", "form", "id"),
    "mould": ("form_id", "form", "id"),
    "mould_event": ("form_id", "mould", "form_id"),
    "photo": ("observation_id", "observation", "id"),
    "stock_lot": ("item_id", "stock_item", "id"),
    "stock_move": ("lot_id", "stock_lot", "id"),
    "sensor_place": ("sensor_id", "sensor", "id"),
    "reading": ("sensor_id", "sensor", "id"),
}
REFERRED = (
    *((table, "id") for table in (
        "job", "pour", "casting", "form", "cavity", "member", "stock_item", "stock_lot", "observation", "sensor",
    )),
    ("mould", "form_id"),
)  # fmt: skip
REFERENCES = {
    "job_revision": {"job_id": "job"},
    "pour": {"job_id": "job", "member_id": "member"},
    "casting": {"pour_id": "pour", "cavity_id": "cavity"},
    "casting_state": {"casting_id": "casting", "member_id": "member"},
    "batch": {"pour_id": "pour", "lot_id": "stock_lot", "member_id": "member"},
    "batch_share": {"pour_id": "pour"},
    "act_done": {"pour_id": "pour", "member_id": "member"},
    "form": {"job_id": "job"},
    "cavity": {"form_id": "form"},
    "mould": {"form_id": "form"},
    "mould_event": {"form_id": "mould", "member_id": "member"},
    "observation": {
        "job_id": "job", "pour_id": "pour", "casting_id": "casting", "form_id": "form", "replaces": "observation",
        "member_id": "member",
    },
    "photo": {"observation_id": "observation"},
    "stock_lot": {"item_id": "stock_item"},
    "stock_move": {"lot_id": "stock_lot", "pour_id": "pour", "member_id": "member"},
    "sensor_place": {"sensor_id": "sensor", "pour_id": "pour"},
    "reading": {"sensor_id": "sensor"},
}  # fmt: skip
NEW = {("batch_share", "pour_id")}  # a reference that there was none of
OF_SHOP = (*BELONG, "job", "pour", "casting", "form", "member", "observation", "stock_item", "sensor", "outlook",
           "shop_revision")  # fmt: skip
# What a session may see is the shop that it says it works for; “*” is all of them, for what is done over shops. Asked
# in selects of their own, both are looked up once a query and not once a row.
SEEN = (
    "(SELECT current_setting('ulbrek.shop', true)) = '*' OR "
    "{column} = (SELECT CAST(nullif(nullif(current_setting('ulbrek.shop', true), ''), '*') AS uuid))"
)


def upgrade() -> None:
    """Writes the shop into every row, ties references to it, and puts the second lock on."""
    for table, (column, parent, key) in BELONG.items():
        op.add_column(table, sa.Column("shop_id", sa.Uuid(), nullable=True))
        filled = "UPDATE {0} SET shop_id = {1}.shop_id FROM {1} WHERE {1}.{2} = {0}.{3}"
        op.execute(f"ALTER TABLE {table} DISABLE TRIGGER USER")  # entries are never changed, but for this once
        op.execute(filled.format(table, parent, key, column))
        op.execute(f"ALTER TABLE {table} ENABLE TRIGGER USER")
        op.execute("SET CONSTRAINTS ALL IMMEDIATE")
        op.alter_column(table, "shop_id", nullable=False)
    for table, key in REFERRED:
        op.create_unique_constraint(op.f(f"uq_{table}_shop_id_{key}"), table, ["shop_id", key])
    for table, references in REFERENCES.items():
        for column, of in references.items():
            if (table, column) not in NEW:
                op.drop_constraint(_named(table, column), table, type_="foreignkey")
            op.create_foreign_key(
                op.f(f"fk_{table}_shop_id_{column}"), table, of, ["shop_id", column], ["shop_id", _key(of)]
            )
    op.drop_constraint(op.f("uq_stock_move_entry_id"), "stock_move", type_="unique")
    op.create_unique_constraint(op.f("uq_stock_move_shop_id_entry_id"), "stock_move", ["shop_id", "entry_id"])
    for table in (*OF_SHOP, "shop"):
        op.execute(f"ALTER TABLE {table} ENABLE ROW LEVEL SECURITY")
        op.execute(f"ALTER TABLE {table} FORCE ROW LEVEL SECURITY")
        op.execute(
            f"CREATE POLICY of_shop ON {table} USING ({SEEN.format(column='id' if table == 'shop' else 'shop_id')})"
        )


def downgrade() -> None:
    """Takes all of it away again."""
    for table in (*OF_SHOP, "shop"):
        op.execute(f"DROP POLICY of_shop ON {table}")
        op.execute(f"ALTER TABLE {table} NO FORCE ROW LEVEL SECURITY")
        op.execute(f"ALTER TABLE {table} DISABLE ROW LEVEL SECURITY")
    op.drop_constraint(op.f("uq_stock_move_shop_id_entry_id"), "stock_move", type_="unique")
    op.create_unique_constraint(op.f("uq_stock_move_entry_id"), "stock_move", ["entry_id"])
    for table, references in REFERENCES.items():
        for column, of in references.items():
            op.drop_constraint(op.f(f"fk_{table}_shop_id_{column}"), table, type_="foreignkey")
            if (table, column) not in NEW:
                op.create_foreign_key(op.f(f"fk_{table}_{column}"), table, of, [column], [_key(of)])
    for table, key in REFERRED:
        op.drop_constraint(op.f(f"uq_{table}_shop_id_{key}"), table, type_="unique")
    for table in BELONG:
        op.drop_column(table, "shop_id")


def _key(table: str) -> str:
    return "form_id" if table == "mould" else "id"


def _named(table: str, column: str) -> str:
    """The name of the reference that a column is alone."""
    found = sa.inspect(op.get_bind()).get_foreign_keys(table)
    return next(str(one["name"]) for one in found if one["constrained_columns"] == [column])
