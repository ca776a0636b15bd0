"""Whoever listens is told what changes, as soon as it is committed: which shop, what, and from which page."""

from alembic import op

from ulbrek.store.changes import CHANNEL

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None

# By table: what is said to have changed, and the column that says which one.
TELLS = {
    "shop": ("shop", "id"),
    "shop_revision": ("shop", "shop_id"),
    "member": ("shop", "shop_id"),
    "job": ("job", "id"),
    "job_revision": ("job", "job_id"),
    "pour": ("pour", "id"),
    "batch": ("pour", "pour_id"),
    "act_done": ("pour", "pour_id"),
    "casting": ("pour", "pour_id"),
    "casting_state": ("casting", "casting_id"),
    "asked": ("pour", "pour_id"),
    "observation": ("log", "pour_id"),
    "photo": ("log", "observation_id"),
    "sensor_place": ("pour", "pour_id"),
    "reading": ("reading", "sensor_id"),
    "form": ("form", "id"),
    "mould": ("form", "form_id"),
    "mould_event": ("form", "form_id"),
    "stock_item": ("stock", "shop_id"),
    "stock_lot": ("stock", "shop_id"),
    "stock_move": ("stock", "shop_id"),
    "account": ("people", "shop_id"),
    "share_link": ("link", "job_id"),
}


def upgrade() -> None:
    """Makes the triggers. What is told twice in one transaction PostgreSQL tells once."""
    op.execute(
        f"""
        CREATE FUNCTION ulbrek_tell() RETURNS trigger LANGUAGE plpgsql AS $$
        DECLARE
          changed record;
          key text;
          of_shop text;
        BEGIN
          IF TG_OP = 'DELETE' THEN changed := OLD; ELSE changed := NEW; END IF;
          EXECUTE format('SELECT ($1).%I::text, ($1).%I::text', TG_ARGV[1], TG_ARGV[2])
            INTO key, of_shop USING changed;
          PERFORM pg_notify('{CHANNEL}', concat_ws(' ', of_shop, TG_ARGV[0], coalesce(key, '-'),
            coalesce(nullif(current_setting('ulbrek.page', true), ''), '-')));
          RETURN NULL;
        END $$
        """
    )
    for table, (what, column) in TELLS.items():
        _tell(table, what, column, "INSERT OR UPDATE OR DELETE")
    _tell("device", "device", "id", "INSERT OR UPDATE OF ended_at, name OR DELETE")


def _tell(table: str, what: str, column: str, when: str) -> None:
    of_shop = "id" if table == "shop" else "shop_id"
    op.execute(
        f"CREATE TRIGGER tell AFTER {when} ON {table} FOR EACH ROW "
        f"EXECUTE FUNCTION ulbrek_tell('{what}', '{column}', '{of_shop}')"
    )


def downgrade() -> None:
    """Takes the triggers away."""
    op.execute("DROP FUNCTION ulbrek_tell() CASCADE")
