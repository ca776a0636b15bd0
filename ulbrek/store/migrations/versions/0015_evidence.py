"""Concrete that is left over is logged; what pours say of the rules is kept, until something is written of them."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0015"
down_revision = "0014"
branch_labels = None
depends_on = None

SEEN = (
    "(SELECT current_setting('ulbrek.shop', true)) = '*' OR "
    "shop_id = (SELECT CAST(nullif(nullif(current_setting('ulbrek.shop', true), ''), '*') AS uuid))"
)
BY_SESSION = sa.text("CAST(nullif(current_setting('ulbrek.member', true), '') AS uuid)")
KIND, SAYS = op.f("ck_observation_known_kind"), op.f("ck_observation_says_something")
WHOLE, ONLY = op.f("ck_observation_what_is_left_over_is_whole"), op.f("ck_observation_only_what_is_left_over_has_one")
# Whatever a pour's record is read from; what was read of it before is let go of.
EVER = "INSERT OR UPDATE OR DELETE"
READ_FROM = {
    "casting": "NEW.pour_id", "batch": "NEW.pour_id", "act_done": "NEW.pour_id", "observation": "NEW.pour_id",
    "run_entry": "NEW.pour_id", "sensor_place": "NEW.pour_id", "pour": "NEW.id",
}  # fmt: skip


def upgrade() -> None:
    """Lets the new kind in, and makes the tables."""
    op.add_column("observation", sa.Column("volume_l", sa.Float()))
    op.drop_constraint(KIND, "observation", type_="check")
    op.create_check_constraint(
        KIND, "observation", "kind IN ('note', 'weighing', 'test', 'defect', 'strength', 'left over')"
    )
    op.drop_constraint(SAYS, "observation", type_="check")
    op.create_check_constraint(
        SAYS, "observation", "text <> '' OR kind IN ('weighing', 'test', 'strength', 'left over')"
    )
    op.create_check_constraint(WHOLE, "observation", "kind <> 'left over' OR (volume_l >= 0 AND pour_id IS NOT NULL)")
    op.create_check_constraint(ONLY, "observation", "kind = 'left over' OR volume_l IS NULL")
    op.create_table(
        "pour_evidence",
        sa.Column("pour_id", sa.Uuid(), nullable=False),
        sa.Column("shop_id", sa.Uuid(), nullable=False, index=True),
        sa.Column("rules", sa.Text(), nullable=False),
        sa.Column("found", postgresql.JSONB(), nullable=False),
        sa.PrimaryKeyConstraint("pour_id", name=op.f("pk_pour_evidence")),
        sa.ForeignKeyConstraint(["shop_id"], ["shop.id"], name=op.f("fk_pour_evidence_shop_id")),
        sa.ForeignKeyConstraint(
            ["shop_id", "pour_id"], ["pour.shop_id", "pour.id"], name=op.f("fk_pour_evidence_shop_id_pour_id")
        ),
    )
    op.create_table(
        "evidence_left_out",
        sa.Column("pour_id", sa.Uuid(), nullable=False),
        sa.Column("quantity", sa.Text(), nullable=False),
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("reason", sa.Text(), nullable=False),
        sa.Column("member_id", sa.Uuid(), server_default=BY_SESSION),
        sa.Column(
            "created_at", sa.DateTime(timezone=True), nullable=False, server_default=sa.text("clock_timestamp()")
        ),
        sa.PrimaryKeyConstraint("pour_id", "quantity", name=op.f("pk_evidence_left_out")),
        sa.CheckConstraint("reason <> ''", name=op.f("ck_evidence_left_out_says_why")),
        sa.ForeignKeyConstraint(
            ["shop_id", "pour_id"], ["pour.shop_id", "pour.id"], name=op.f("fk_evidence_left_out_shop_id_pour_id")
        ),
        sa.ForeignKeyConstraint(
            ["shop_id", "member_id"], ["member.shop_id", "member.id"],
            name=op.f("fk_evidence_left_out_shop_id_member_id"),
        ),
    )  # fmt: skip
    op.create_table(
        "past_casting",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("shop_id", sa.Uuid(), nullable=False, index=True),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("told", postgresql.JSONB(), nullable=False),
        sa.Column("left_out", postgresql.JSONB(), nullable=False),
        sa.Column("source", sa.Text(), nullable=False),
        sa.Column("member_id", sa.Uuid(), server_default=BY_SESSION),
        sa.Column(
            "created_at", sa.DateTime(timezone=True), nullable=False, server_default=sa.text("clock_timestamp()")
        ),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_past_casting")),
        sa.ForeignKeyConstraint(["shop_id"], ["shop.id"], name=op.f("fk_past_casting_shop_id")),
        sa.ForeignKeyConstraint(
            ["shop_id", "member_id"], ["member.shop_id", "member.id"],
            name=op.f("fk_past_casting_shop_id_member_id"),
        ),
    )  # fmt: skip
    # That a pour is read again is told by what was written of it.
    for table, when in (("pour_evidence", "UPDATE"), ("evidence_left_out", EVER), ("past_casting", EVER)):
        op.execute(f"ALTER TABLE {table} ENABLE ROW LEVEL SECURITY")
        op.execute(f"ALTER TABLE {table} FORCE ROW LEVEL SECURITY")
        op.execute(f"CREATE POLICY of_shop ON {table} USING ({SEEN})")
        op.execute(
            f"CREATE TRIGGER tell AFTER {when} ON {table} FOR EACH ROW "
            f"EXECUTE FUNCTION ulbrek_tell('known', '{'id' if table == 'past_casting' else 'pour_id'}', 'shop_id')"
        )
    for table, pour in READ_FROM.items():
        letting_go = f"DELETE FROM pour_evidence WHERE pour_id = {pour};"  # noqa: S608 - a name of ours
        op.execute(
            f"CREATE FUNCTION {table}_is_read_again() RETURNS trigger LANGUAGE plpgsql AS "
            f"$$ BEGIN {letting_go} RETURN NULL; END $$"
        )
        op.execute(
            f"CREATE TRIGGER is_read_again AFTER INSERT OR UPDATE ON {table} FOR EACH ROW "
            f"EXECUTE FUNCTION {table}_is_read_again()"
        )


def downgrade() -> None:
    """Keeps what was left over as notes; the rest can be worked out again."""
    for table in READ_FROM:
        op.execute(f"DROP FUNCTION {table}_is_read_again() CASCADE")
    op.drop_table("past_casting")
    op.drop_table("evidence_left_out")
    op.drop_table("pour_evidence")
    op.execute("ALTER TABLE observation DISABLE TRIGGER USER")
    op.execute(
        "UPDATE observation SET kind = 'note', text = trim(text || ' ' || volume_l || ' l left over'), "
        "volume_l = NULL WHERE kind = 'left over'"
    )
    op.execute("ALTER TABLE observation ENABLE TRIGGER USER")
    for name in (WHOLE, ONLY, KIND, SAYS):
        op.drop_constraint(name, "observation", type_="check")
    op.create_check_constraint(KIND, "observation", "kind IN ('note', 'weighing', 'test', 'defect', 'strength')")
    op.create_check_constraint(SAYS, "observation", "text <> '' OR kind IN ('weighing', 'test', 'strength')")
    op.drop_column("observation", "volume_l")
