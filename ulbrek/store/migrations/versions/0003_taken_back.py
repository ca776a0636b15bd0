"""A casting that is taken back to a state is in it again since it first came into it."""

from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None

NAME = op.f("ck_casting_state_in_order")


def upgrade() -> None:
    """Lets a correction lie before what it takes back."""
    op.drop_constraint(NAME, "casting_state", type_="check")
    op.create_check_constraint(NAME, "casting_state", "previous_state = 'planned' OR correction OR at >= previous_at")


def downgrade() -> None:
    """Asks it of new rows again; those that are there stay as they are."""
    op.drop_constraint(NAME, "casting_state", type_="check")
    op.create_check_constraint(
        NAME, "casting_state", "previous_state = 'planned' OR at >= previous_at", postgresql_not_valid=True
    )
