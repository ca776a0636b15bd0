"""Outlooks of jobs and pours for the floor; photos are of one type only."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Makes the table of outlooks, and refuses photos that are no JPEG."""
    op.create_table(
        "outlook",
        sa.Column("of", sa.Uuid(), nullable=False),
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("key", sa.Text(), nullable=False),
        sa.Column("told", postgresql.JSONB(), nullable=True),
        sa.Column("problem", sa.Text(), nullable=True),
        sa.Column("claimed_until", sa.DateTime(timezone=True), nullable=True),
        sa.PrimaryKeyConstraint("of", name=op.f("pk_outlook")),
        sa.ForeignKeyConstraint(["shop_id"], ["shop.id"], name=op.f("fk_outlook_shop_id_shop")),
        sa.CheckConstraint("told IS NULL OR problem IS NULL", name=op.f("ck_outlook_told_or_refused")),
    )
    op.create_index(op.f("ix_outlook_shop_id"), "outlook", ["shop_id"])
    op.create_check_constraint(op.f("ck_photo_a_jpeg"), "photo", "media_type = 'image/jpeg'")


def downgrade() -> None:
    """Takes both away; outlooks can be worked out again."""
    op.drop_constraint(op.f("ck_photo_a_jpeg"), "photo", type_="check")
    op.drop_table("outlook")
