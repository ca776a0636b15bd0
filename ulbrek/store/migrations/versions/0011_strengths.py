"""Strengths that were tested are observations of their own kind."""

import sqlalchemy as sa
from alembic import op

revision = "0011"
down_revision = "0010"
branch_labels = None
depends_on = None

KIND, SAYS = op.f("ck_observation_known_kind"), op.f("ck_observation_says_something")
WHOLE, ONLY = op.f("ck_observation_a_strength_is_whole"), op.f("ck_observation_only_a_strength_has_one")


def upgrade() -> None:
    """Adds the columns, and lets the new kind in."""
    op.add_column("observation", sa.Column("method", sa.Text()))
    op.add_column("observation", sa.Column("strength_mpa", sa.Float()))
    op.drop_constraint(KIND, "observation", type_="check")
    op.create_check_constraint(KIND, "observation", "kind IN ('note', 'weighing', 'test', 'defect', 'strength')")
    op.drop_constraint(SAYS, "observation", type_="check")
    op.create_check_constraint(SAYS, "observation", "text <> '' OR kind IN ('weighing', 'test', 'strength')")
    op.create_check_constraint(
        WHOLE,
        "observation",
        "kind <> 'strength' OR (strength_mpa > 0 AND pour_id IS NOT NULL "
        "AND method IN ('cube', 'cylinder', 'rebound'))",
    )
    op.create_check_constraint(ONLY, "observation", "kind = 'strength' OR (strength_mpa IS NULL AND method IS NULL)")


def downgrade() -> None:
    """Keeps what was tested as notes."""
    op.execute(
        "UPDATE observation SET kind = 'note', text = trim(text || ' ' || method || ' ' || strength_mpa || ' MPa'), "
        "method = NULL, strength_mpa = NULL WHERE kind = 'strength'"
    )
    for name in (WHOLE, ONLY, KIND, SAYS):
        op.drop_constraint(name, "observation", type_="check")
    op.create_check_constraint(KIND, "observation", "kind IN ('note', 'weighing', 'test', 'defect')")
    op.create_check_constraint(SAYS, "observation", "text <> '' OR kind IN ('weighing', 'test')")
    op.drop_column("observation", "strength_mpa")
    op.drop_column("observation", "method")
