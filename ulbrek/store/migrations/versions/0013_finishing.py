"""What is written down at the machine, while castings are finished."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0013"
down_revision = "0012"
branch_labels = None
depends_on = None

SEEN = (
    "(SELECT current_setting('ulbrek.shop', true)) = '*' OR "
    "shop_id = (SELECT CAST(nullif(nullif(current_setting('ulbrek.shop', true), ''), '*') AS uuid))"
)
BY_SESSION = sa.text("CAST(nullif(current_setting('ulbrek.member', true), '') AS uuid)")


def upgrade() -> None:
    """Makes the table."""
    op.create_table(
        "finish_entry",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("pour_id", sa.Uuid(), nullable=False, index=True),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("entry", postgresql.JSONB(), nullable=False),
        sa.Column("member_id", sa.Uuid(), server_default=BY_SESSION),
        sa.Column(
            "created_at", sa.DateTime(timezone=True), nullable=False, server_default=sa.text("clock_timestamp()")
        ),
        sa.PrimaryKeyConstraint("shop_id", "id", name=op.f("pk_finish_entry")),
        sa.ForeignKeyConstraint(["shop_id"], ["shop.id"], name=op.f("fk_finish_entry_shop_id")),
        sa.ForeignKeyConstraint(
            ["shop_id", "pour_id"], ["pour.shop_id", "pour.id"], name=op.f("fk_finish_entry_shop_id_pour_id")
        ),
        sa.ForeignKeyConstraint(
            ["shop_id", "member_id"], ["member.shop_id", "member.id"], name=op.f("fk_finish_entry_shop_id_member_id")
        ),
    )
    op.execute("ALTER TABLE finish_entry ENABLE ROW LEVEL SECURITY")
    op.execute("ALTER TABLE finish_entry FORCE ROW LEVEL SECURITY")
    op.execute(f"CREATE POLICY of_shop ON finish_entry USING ({SEEN})")
    op.execute(
        "CREATE FUNCTION finish_entries_stay() RETURNS trigger LANGUAGE plpgsql AS "
        "$$ BEGIN RAISE EXCEPTION 'entries of a finish are never changed'; END $$"
    )
    op.execute(
        "CREATE TRIGGER finish_entries_stay BEFORE UPDATE ON finish_entry FOR EACH ROW "
        "EXECUTE FUNCTION finish_entries_stay()"
    )
    op.execute(
        "CREATE TRIGGER tell AFTER INSERT ON finish_entry FOR EACH ROW "
        "EXECUTE FUNCTION ulbrek_tell('finish', 'pour_id', 'shop_id')"
    )


def downgrade() -> None:
    """Takes it away."""
    op.drop_table("finish_entry")
    op.execute("DROP FUNCTION finish_entries_stay()")
