"""What pours say of pads is kept beside the rest; what is written at the machine lets go of it."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0016"
down_revision = "0015"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Makes room for it, and has all pours read again."""
    op.create_index("ix_observation_shop_id_kind", "observation", ["shop_id", "kind"])
    op.add_column("pour_evidence", sa.Column("worn", postgresql.JSONB()))
    op.execute(
        "CREATE FUNCTION finish_entry_is_read_again() RETURNS trigger LANGUAGE plpgsql AS "
        "$$ BEGIN DELETE FROM pour_evidence WHERE pour_id = NEW.pour_id; RETURN NULL; END $$"
    )
    op.execute(
        "CREATE TRIGGER is_read_again AFTER INSERT OR UPDATE ON finish_entry FOR EACH ROW "
        "EXECUTE FUNCTION finish_entry_is_read_again()"
    )


def downgrade() -> None:
    """What pads did can be worked out again."""
    op.execute("DROP FUNCTION finish_entry_is_read_again() CASCADE")
    op.drop_column("pour_evidence", "worn")
    op.drop_index("ix_observation_shop_id_kind", "observation")
