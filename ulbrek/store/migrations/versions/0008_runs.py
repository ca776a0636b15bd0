"""Pours as they are run: entries of the day, and which batches and acts were written down by them."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None

SEEN = (
    "(SELECT current_setting('ulbrek.shop', true)) = '*' OR "
    "shop_id = (SELECT CAST(nullif(nullif(current_setting('ulbrek.shop', true), ''), '*') AS uuid))"
)
BY_SESSION = sa.text("CAST(nullif(current_setting('ulbrek.member', true), '') AS uuid)")

NOW = sa.text("clock_timestamp()")


def upgrade() -> None:
    """Makes the table and the columns."""
    op.create_table(
        "run_entry",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("pour_id", sa.Uuid(), nullable=False, index=True),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("entry", postgresql.JSONB(), nullable=False),
        sa.Column("member_id", sa.Uuid(), server_default=BY_SESSION),
        sa.Column(
            "created_at", sa.DateTime(timezone=True), nullable=False, server_default=sa.text("clock_timestamp()")
        ),
        sa.PrimaryKeyConstraint("shop_id", "id", name=op.f("pk_run_entry")),
        sa.ForeignKeyConstraint(["shop_id"], ["shop.id"], name=op.f("fk_run_entry_shop_id")),
        sa.ForeignKeyConstraint(
            ["shop_id", "pour_id"], ["pour.shop_id", "pour.id"], name=op.f("fk_run_entry_shop_id_pour_id")
        ),
        sa.ForeignKeyConstraint(
            ["shop_id", "member_id"], ["member.shop_id", "member.id"], name=op.f("fk_run_entry_shop_id_member_id")
        ),
    )
    for table in ("batch", "act_done"):
        op.add_column(table, sa.Column("by_run", sa.Boolean(), nullable=False, server_default=sa.false()))
    op.execute("ALTER TABLE run_entry ENABLE ROW LEVEL SECURITY")
    op.execute("ALTER TABLE run_entry FORCE ROW LEVEL SECURITY")
    op.execute(f"CREATE POLICY of_shop ON run_entry USING ({SEEN})")
    op.execute(
        "CREATE FUNCTION run_entries_stay() RETURNS trigger LANGUAGE plpgsql AS "
        "$$ BEGIN RAISE EXCEPTION 'entries of a run are never changed'; END $$"
    )
    op.execute(
        "CREATE TRIGGER run_entries_stay BEFORE UPDATE ON run_entry FOR EACH ROW EXECUTE FUNCTION run_entries_stay()"
    )
    op.execute(
        "CREATE TRIGGER tell AFTER INSERT ON run_entry FOR EACH ROW "
        "EXECUTE FUNCTION ulbrek_tell('run', 'pour_id', 'shop_id')"
    )


def downgrade() -> None:
    """Takes them away."""
    op.drop_table("run_entry")
    op.execute("DROP FUNCTION run_entries_stay()")
    for table in ("batch", "act_done"):
        op.drop_column(table, "by_run")
