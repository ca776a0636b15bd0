"""Days of weather that are past what the shop's row holds: pours of that time go by them."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0012"
down_revision = "0011"
branch_labels = None
depends_on = None

SEEN = (
    "(SELECT current_setting('ulbrek.shop', true)) = '*' OR "
    "shop_id = (SELECT CAST(nullif(nullif(current_setting('ulbrek.shop', true), ''), '*') AS uuid))"
)


def upgrade() -> None:
    """Makes the table."""
    op.create_table(
        "weather_day",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("day", sa.Date(), nullable=False),
        sa.Column("hours", postgresql.JSONB(), nullable=False),
        sa.PrimaryKeyConstraint("shop_id", "day", name=op.f("pk_weather_day")),
        sa.ForeignKeyConstraint(["shop_id"], ["shop.id"], name=op.f("fk_weather_day_shop_id_shop")),
    )
    op.execute("ALTER TABLE weather_day ENABLE ROW LEVEL SECURITY")
    op.execute("ALTER TABLE weather_day FORCE ROW LEVEL SECURITY")
    op.execute(f"CREATE POLICY of_shop ON weather_day USING ({SEEN})")


def downgrade() -> None:
    """Takes it away: pours of that time go by a mean day again."""
    op.drop_table("weather_day")
