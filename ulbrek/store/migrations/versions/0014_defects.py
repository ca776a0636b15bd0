"""Defects are of a kind, and people say what they know of them and what their cause was."""

import sqlalchemy as sa
from alembic import op

revision = "0014"
down_revision = "0013"
branch_labels = None
depends_on = None

SEEN = (
    "(SELECT current_setting('ulbrek.shop', true)) = '*' OR "
    "shop_id = (SELECT CAST(nullif(nullif(current_setting('ulbrek.shop', true), ''), '*') AS uuid))"
)
BY_SESSION = sa.text("CAST(nullif(current_setting('ulbrek.member', true), '') AS uuid)")
ONLY = op.f("ck_observation_only_a_defect_is_of_a_kind")


def upgrade() -> None:
    """Adds the column and the table."""
    op.add_column("observation", sa.Column("defect", sa.Text()))
    op.create_check_constraint(ONLY, "observation", "kind = 'defect' OR defect IS NULL")
    op.create_table(
        "defect_said",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("observation_id", sa.Uuid(), nullable=False),
        sa.Column("about", sa.Text(), nullable=False),
        sa.Column("says", sa.Text(), nullable=False),
        sa.Column("member_id", sa.Uuid(), server_default=BY_SESSION),
        sa.Column(
            "created_at", sa.DateTime(timezone=True), nullable=False, server_default=sa.text("clock_timestamp()")
        ),
        sa.PrimaryKeyConstraint("observation_id", "about", name=op.f("pk_defect_said")),
        sa.CheckConstraint("about <> '' AND says <> ''", name=op.f("ck_defect_said_says_something")),
        sa.ForeignKeyConstraint(
            ["shop_id", "observation_id"], ["observation.shop_id", "observation.id"],
            name=op.f("fk_defect_said_shop_id_observation_id"),
        ),
        sa.ForeignKeyConstraint(
            ["shop_id", "member_id"], ["member.shop_id", "member.id"], name=op.f("fk_defect_said_shop_id_member_id")
        ),
    )  # fmt: skip
    op.execute("ALTER TABLE defect_said ENABLE ROW LEVEL SECURITY")
    op.execute("ALTER TABLE defect_said FORCE ROW LEVEL SECURITY")
    op.execute(f"CREATE POLICY of_shop ON defect_said USING ({SEEN})")
    op.execute(
        "CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON defect_said FOR EACH ROW "
        "EXECUTE FUNCTION ulbrek_tell('log', 'observation_id', 'shop_id')"
    )


def downgrade() -> None:
    """Takes them away; the kind of a defect is kept in its words."""
    op.drop_table("defect_said")
    op.execute("UPDATE observation SET text = trim(defect || '. ' || text) WHERE defect IS NOT NULL")
    op.drop_constraint(ONLY, "observation", type_="check")
    op.drop_column("observation", "defect")
