"""The weather of a shop, by the hour."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None

SEEN = (
    "(SELECT current_setting('ulbrek.shop', true)) = '*' OR "
    "shop_id = (SELECT CAST(nullif(nullif(current_setting('ulbrek.shop', true), ''), '*') AS uuid))"
)


def upgrade() -> None:
    """Makes the table."""
    op.create_table(
        "weather",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("digest", sa.Text(), nullable=False),
        sa.Column("begins", sa.DateTime(timezone=True), nullable=False),
        sa.Column("hours", postgresql.JSONB(), nullable=False),
        sa.Column("foretold_at", sa.DateTime(timezone=True)),
        sa.PrimaryKeyConstraint("shop_id", name=op.f("pk_weather")),
        sa.ForeignKeyConstraint(["shop_id"], ["shop.id"], name=op.f("fk_weather_shop_id_shop")),
    )
    op.execute("ALTER TABLE weather ENABLE ROW LEVEL SECURITY")
    op.execute("ALTER TABLE weather FORCE ROW LEVEL SECURITY")
    op.execute(f"CREATE POLICY of_shop ON weather USING ({SEEN})")
    op.execute(
        "CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON weather FOR EACH ROW "
        "EXECUTE FUNCTION ulbrek_tell('weather', 'shop_id', 'shop_id')"
    )


def downgrade() -> None:
    """Takes it away; a forecast can be asked for again."""
    op.drop_table("weather")
