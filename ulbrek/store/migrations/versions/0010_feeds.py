"""Addresses that a calendar subscribes to."""

import sqlalchemy as sa
from alembic import op

revision = "0010"
down_revision = "0009"
branch_labels = None
depends_on = None

SEEN = (
    "(SELECT current_setting('ulbrek.shop', true)) = '*' OR "
    "shop_id = (SELECT CAST(nullif(nullif(current_setting('ulbrek.shop', true), ''), '*') AS uuid))"
)


def upgrade() -> None:
    """Makes the table."""
    op.create_table(
        "feed",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("name", sa.Text(), nullable=False),
        sa.Column("digest", sa.LargeBinary(), nullable=False),
        sa.Column("member_id", sa.Uuid()),
        sa.Column(
            "created_at", sa.DateTime(timezone=True), server_default=sa.text("clock_timestamp()"), nullable=False
        ),
        sa.Column("ended_at", sa.DateTime(timezone=True)),
        sa.Column("seen_at", sa.DateTime(timezone=True)),
        sa.CheckConstraint("name <> ''", name=op.f("ck_feed_named")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_feed")),
        sa.UniqueConstraint("digest", name=op.f("uq_feed_digest")),
        sa.ForeignKeyConstraint(["shop_id"], ["shop.id"], name=op.f("fk_feed_shop_id_shop")),
        sa.ForeignKeyConstraint(
            ["shop_id", "member_id"], ["member.shop_id", "member.id"], name=op.f("fk_feed_shop_id_member_id")
        ),
    )
    op.create_index(op.f("ix_feed_shop_id"), "feed", ["shop_id"])
    op.execute("ALTER TABLE feed ENABLE ROW LEVEL SECURITY")
    op.execute("ALTER TABLE feed FORCE ROW LEVEL SECURITY")
    op.execute(f"CREATE POLICY of_shop ON feed USING ({SEEN})")
    op.execute(
        "CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON feed FOR EACH ROW "
        "EXECUTE FUNCTION ulbrek_tell('feed', 'id', 'shop_id')"
    )


def downgrade() -> None:
    """Takes it away; who subscribed asks for a new address."""
    op.drop_table("feed")
