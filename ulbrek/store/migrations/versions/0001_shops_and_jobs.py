"""Shops and jobs with their revisions."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def _created_at() -> sa.Column[object]:
    # clock_timestamp, not now: what is written in one transaction keeps its order.
    now = sa.func.clock_timestamp()
    return sa.Column("created_at", sa.DateTime(timezone=True), server_default=now, nullable=False)


def upgrade() -> None:
    """Brings the tables up."""
    op.create_table("shop", sa.Column("id", sa.Uuid(), primary_key=True), _created_at())
    op.create_table(
        "shop_revision",
        sa.Column("shop_id", sa.Uuid(), sa.ForeignKey("shop.id"), primary_key=True),
        sa.Column("number", sa.Integer(), primary_key=True, autoincrement=False),
        sa.Column("document", postgresql.JSONB(), nullable=False),
        sa.Column("schema_version", sa.Integer(), nullable=False),
        _created_at(),
        sa.CheckConstraint("number >= 1", op.f("ck_shop_revision_number_from_one")),
    )
    op.create_table(
        "job",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("shop_id", sa.Uuid(), sa.ForeignKey("shop.id"), nullable=False),
        _created_at(),
        sa.Column("archived_at", sa.DateTime(timezone=True)),
    )
    op.create_index(op.f("ix_job_shop_id"), "job", ["shop_id"])
    op.create_table(
        "job_revision",
        sa.Column("job_id", sa.Uuid(), sa.ForeignKey("job.id"), primary_key=True),
        sa.Column("number", sa.Integer(), primary_key=True, autoincrement=False),
        sa.Column("parent", sa.Integer()),
        sa.Column("action", sa.Text(), nullable=False),
        sa.Column("what", sa.Text(), nullable=False),
        sa.Column("document", postgresql.JSONB(), nullable=False),
        sa.Column("schema_version", sa.Integer(), nullable=False),
        _created_at(),
        sa.ForeignKeyConstraint(["job_id", "parent"], ["job_revision.job_id", "job_revision.number"]),
        sa.CheckConstraint("number >= 1", op.f("ck_job_revision_number_from_one")),
        sa.CheckConstraint("(number = 1) = (parent IS NULL)", op.f("ck_job_revision_first_has_no_parent")),
        sa.CheckConstraint("parent = number - 1", op.f("ck_job_revision_parent_is_before")),
        sa.CheckConstraint("action IN ('create', 'edit', 'undo', 'redo')", op.f("ck_job_revision_known_action")),
    )


def downgrade() -> None:
    """Takes the tables back."""
    for table in ("job_revision", "job", "shop_revision", "shop"):
        op.drop_table(table)
