"""People: what lets them in, what was seen at the doors, who changed what, and who is asked to a pour."""

from uuid import UUID

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None

SEEN = (
    "(SELECT current_setting('ulbrek.shop', true)) = '*' OR "
    "shop_id = (SELECT CAST(nullif(nullif(current_setting('ulbrek.shop', true), ''), '*') AS uuid))"
)
BY_SESSION = sa.text("CAST(nullif(current_setting('ulbrek.member', true), '') AS uuid)")
# Tables that say now who made an entry, and those that said so already.
SIGNED = ("shop_revision", "job_revision", "photo", "form", "stock_item")
SIGN = ("pour", "casting_state", "batch", "act_done", "mould_event", "observation", "stock_move")
OF_SHOP = ("asked", "account", "device", "invitation", "share_link", "passkey", "security_event")
NOW = sa.text("clock_timestamp()")


def upgrade() -> None:
    """Makes the tables, and lets entries be signed by whoever the session works for."""
    for table in SIGNED:
        op.add_column(table, sa.Column("member_id", sa.Uuid(), nullable=True))
        op.create_foreign_key(
            op.f(f"fk_{table}_shop_id_member_id"), table, "member", ["shop_id", "member_id"], ["shop_id", "id"]
        )
    for table in (*SIGNED, *SIGN):
        op.alter_column(table, "member_id", server_default=BY_SESSION)
    _people()
    _doors()
    op.create_table(
        "challenge",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("asked", sa.LargeBinary(), nullable=False),
        sa.Column("account_id", sa.Uuid()),
        sa.Column("ends_at", sa.DateTime(timezone=True), nullable=False),
    )
    op.create_table(
        "rate",
        sa.Column("key", sa.Text(), primary_key=True),
        sa.Column("count", sa.Integer(), nullable=False),
        sa.Column("ends_at", sa.DateTime(timezone=True), nullable=False, index=True),
        prefixes=["UNLOGGED"],
    )
    for table in OF_SHOP:
        op.execute(f"ALTER TABLE {table} ENABLE ROW LEVEL SECURITY")
        op.execute(f"ALTER TABLE {table} FORCE ROW LEVEL SECURITY")
        op.execute(f"CREATE POLICY of_shop ON {table} USING ({SEEN})")
    op.execute(
        "CREATE FUNCTION lines_stay() RETURNS trigger LANGUAGE plpgsql AS "
        "$$ BEGIN RAISE EXCEPTION 'lines of the security log are never changed'; END $$"
    )
    op.execute("CREATE TRIGGER lines_stay BEFORE UPDATE ON security_event FOR EACH ROW EXECUTE FUNCTION lines_stay()")


def _people() -> None:
    op.create_table(
        "asked",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("pour_id", sa.Uuid(), primary_key=True),
        sa.Column("member_id", sa.Uuid(), primary_key=True),
        _created(),
        _own("asked", "pour_id", "pour"),
        _own("asked", "member_id", "member"),
    )
    op.create_table(
        "account",
        *_head("account"),
        sa.Column("member_id", sa.Uuid(), nullable=False),
        sa.Column("role", sa.Text(), nullable=False),
        sa.Column("login", sa.Text(), nullable=False),
        sa.Column("passphrase", sa.Text()),
        _created(),
        sa.UniqueConstraint("shop_id", "id", name=op.f("uq_account_shop_id_id")),
        sa.UniqueConstraint("shop_id", "member_id", name=op.f("uq_account_shop_id_member_id")),
        _own("account", "member_id", "member"),
        sa.CheckConstraint("role IN ('owner', 'maker', 'helper')", name=op.f("ck_account_known_role")),
        sa.CheckConstraint("login <> ''", name=op.f("ck_account_named")),
    )
    op.create_index("uq_account_login", "account", [sa.text("lower(login)")], unique=True)


def _doors() -> None:
    op.create_table(
        "device",
        *_head("device"),
        sa.Column("account_id", sa.Uuid(), nullable=False, index=True),
        sa.Column("digest", sa.LargeBinary(), nullable=False, unique=True),
        sa.Column("name", sa.Text(), nullable=False),
        sa.Column("by", sa.Text(), nullable=False),
        sa.Column("address", sa.Text(), nullable=False),
        _created(),
        _created("seen_at"),
        sa.Column("ends_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("ended_at", sa.DateTime(timezone=True)),
        sa.UniqueConstraint("shop_id", "id", name=op.f("uq_device_shop_id_id")),
        _own("device", "account_id", "account"),
        sa.CheckConstraint("name <> ''", name=op.f("ck_device_named")),
    )
    op.create_table(
        "invitation",
        *_head("invitation"),
        sa.Column("kind", sa.Text(), nullable=False),
        sa.Column("account_id", sa.Uuid()),
        sa.Column("digest", sa.LargeBinary(), nullable=False, unique=True),
        _created(),
        sa.Column("ends_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("used_at", sa.DateTime(timezone=True)),
        _own("invitation", "account_id", "account"),
        sa.CheckConstraint("kind IN ('first', 'join')", name=op.f("ck_invitation_known_kind")),
        sa.CheckConstraint("(kind = 'first') = (account_id IS NULL)", name=op.f("ck_invitation_of_somebody")),
    )
    op.create_table(
        "share_link",
        *_head("share_link"),
        sa.Column("job_id", sa.Uuid(), nullable=False, index=True),
        sa.Column("what", sa.Text(), nullable=False),
        sa.Column("digest", sa.LargeBinary(), nullable=False, unique=True),
        sa.Column("member_id", sa.Uuid()),
        _created(),
        sa.Column("ends_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("ended_at", sa.DateTime(timezone=True)),
        sa.Column("seen_at", sa.DateTime(timezone=True)),
        _own("share_link", "job_id", "job"),
        _own("share_link", "member_id", "member"),
        sa.CheckConstraint("what IN ('plan', 'pack')", name=op.f("ck_share_link_known_kind")),
    )
    op.create_table(
        "passkey",
        *_head("passkey"),
        sa.Column("account_id", sa.Uuid(), nullable=False, index=True),
        sa.Column("credential", sa.LargeBinary(), nullable=False, unique=True),
        sa.Column("public_key", sa.LargeBinary(), nullable=False),
        sa.Column("uses", sa.BigInteger(), nullable=False),
        sa.Column("name", sa.Text(), nullable=False),
        _created(),
        sa.Column("used_at", sa.DateTime(timezone=True)),
        _own("passkey", "account_id", "account"),
        sa.CheckConstraint("name <> ''", name=op.f("ck_passkey_named")),
    )
    op.create_table(
        "security_event",
        *_head("security_event"),
        _created("at"),
        sa.Column("kind", sa.Text(), nullable=False),
        sa.Column("who", sa.Text(), nullable=False),
        sa.Column("address", sa.Text(), nullable=False),
        sa.Column("about", sa.Text(), nullable=False),
    )
    op.create_index("ix_security_event_shop_id_at", "security_event", ["shop_id", "at"])


def downgrade() -> None:
    """Takes all of it away again."""
    for table in (
        "rate",
        "challenge",
        "security_event",
        "passkey",
        "share_link",
        "invitation",
        "device",
        "account",
        "asked",
    ):
        op.drop_table(table)
    op.execute("DROP FUNCTION lines_stay()")
    for table in (*SIGNED, *SIGN):
        op.alter_column(table, "member_id", server_default=None)
    for table in SIGNED:
        op.drop_constraint(op.f(f"fk_{table}_shop_id_member_id"), table, type_="foreignkey")
        op.drop_column(table, "member_id")


def _head(table: str) -> tuple[sa.Column[UUID], sa.Column[UUID]]:
    shop = sa.Column(
        "shop_id",
        sa.Uuid(),
        sa.ForeignKey("shop.id", name=op.f(f"fk_{table}_shop_id_shop")),
        nullable=False,
        index=True,
    )
    return sa.Column("id", sa.Uuid(), primary_key=True), shop


def _created(name: str = "created_at") -> sa.Column[object]:
    return sa.Column(name, sa.DateTime(timezone=True), server_default=NOW, nullable=False)


def _own(table: str, column: str, of: str) -> sa.ForeignKeyConstraint:
    return sa.ForeignKeyConstraint(
        ["shop_id", column], [f"{of}.shop_id", f"{of}.id"], name=op.f(f"fk_{table}_shop_id_{column}")
    )
