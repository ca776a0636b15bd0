"""A job may have variants that are planned beside it."""

import sqlalchemy as sa
from alembic import op

revision = "0017"
down_revision = "0016"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Adds the column."""
    op.add_column("job", sa.Column("variant_of", sa.Uuid()))
    name = op.f("fk_job_shop_id_variant_of")
    op.create_foreign_key(name, "job", "job", ["shop_id", "variant_of"], ["shop_id", "id"])
    op.create_check_constraint(op.f("ck_job_not_of_itself"), "job", "variant_of <> id")
    op.create_index("ix_job_variant_of", "job", ["variant_of"], postgresql_where=sa.text("variant_of IS NOT NULL"))


def downgrade() -> None:
    """Variants go off the floor, and are kept as jobs."""
    op.execute("UPDATE job SET archived_at = coalesce(archived_at, clock_timestamp()) WHERE variant_of IS NOT NULL")
    op.drop_index("ix_job_variant_of", "job")
    op.drop_constraint(op.f("ck_job_not_of_itself"), "job", type_="check")
    op.drop_constraint(op.f("fk_job_shop_id_variant_of"), "job", type_="foreignkey")
    op.drop_column("job", "variant_of")
