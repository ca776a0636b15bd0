"""A mould says what it is made of."""

import sqlalchemy as sa
from alembic import op

revision = "0018"
down_revision = "0017"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Adds the column; of moulds there it is not known."""
    op.add_column("mould", sa.Column("made_of", sa.Text(), nullable=False, server_default=""))


def downgrade() -> None:
    """Takes it away."""
    op.drop_column("mould", "made_of")
