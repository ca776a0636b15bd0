"""Records: people, forms and moulds, pours and castings, stock, log, sensors."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None

# What is only ever added to. A correction is an entry of its own.
APPEND_ONLY = ("casting_state", "stock_move", "observation", "mould_event", "batch_share")


def _created_at() -> sa.Column[object]:
    now = sa.func.clock_timestamp()
    return sa.Column("created_at", sa.DateTime(timezone=True), server_default=now, nullable=False)


def upgrade() -> None:
    """Brings the tables up."""
    op.create_table(
        "member",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("name", sa.Text(), nullable=False),
        sa.Column("units", sa.Text(), nullable=False),
        _created_at(),
        sa.Column("archived_at", sa.DateTime(timezone=True)),
        sa.CheckConstraint("name <> ''", name=op.f("ck_member_named")),
        sa.CheckConstraint("units IN ('in', 'mm')", name=op.f("ck_member_known_units")),
        sa.ForeignKeyConstraint(["shop_id"], ["shop.id"], name=op.f("fk_member_shop_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_member")),
        sa.UniqueConstraint("shop_id", "name", name=op.f("uq_member_shop_id_name")),
    )
    op.create_index(op.f("ix_member_shop_id"), "member", ["shop_id"])
    op.create_table(
        "sensor",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("name", sa.Text(), nullable=False),
        sa.Column("kind", sa.Text(), nullable=False),
        _created_at(),
        sa.Column("archived_at", sa.DateTime(timezone=True)),
        sa.CheckConstraint("kind IN ('concrete', 'air', 'humidity')", name=op.f("ck_sensor_known_kind")),
        sa.ForeignKeyConstraint(["shop_id"], ["shop.id"], name=op.f("fk_sensor_shop_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_sensor")),
        sa.UniqueConstraint("shop_id", "name", name=op.f("uq_sensor_shop_id_name")),
    )
    op.create_index(op.f("ix_sensor_shop_id"), "sensor", ["shop_id"])
    op.create_table(
        "stock_item",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("kind", sa.Text(), nullable=False),
        sa.Column("material", sa.Text(), nullable=False),
        sa.Column("name", sa.Text(), nullable=False),
        sa.Column("unit", sa.Text(), nullable=False),
        _created_at(),
        sa.Column("archived_at", sa.DateTime(timezone=True)),
        sa.CheckConstraint(
            "kind IN ('bag', 'sheet', 'foam', 'bar', 'mesh', 'hardware', 'supply')",
            name=op.f("ck_stock_item_known_kind"),
        ),
        sa.CheckConstraint("name <> ''", name=op.f("ck_stock_item_named")),
        sa.ForeignKeyConstraint(["shop_id"], ["shop.id"], name=op.f("fk_stock_item_shop_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_stock_item")),
        sa.UniqueConstraint("shop_id", "kind", "material", name=op.f("uq_stock_item_shop_id_kind_material")),
    )
    op.create_index(op.f("ix_stock_item_shop_id"), "stock_item", ["shop_id"])
    op.create_table(
        "form",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("job_id", sa.Uuid()),
        sa.Column("name", sa.Text(), nullable=False),
        _created_at(),
        sa.Column("archived_at", sa.DateTime(timezone=True)),
        sa.CheckConstraint("name <> ''", name=op.f("ck_form_named")),
        sa.ForeignKeyConstraint(["job_id"], ["job.id"], name=op.f("fk_form_job_id")),
        sa.ForeignKeyConstraint(["shop_id"], ["shop.id"], name=op.f("fk_form_shop_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_form")),
    )
    op.create_index(op.f("ix_form_job_id"), "form", ["job_id"])
    op.create_index(op.f("ix_form_shop_id"), "form", ["shop_id"])
    op.create_table(
        "reading",
        sa.Column("sensor_id", sa.Uuid(), nullable=False),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("value", sa.Double(), nullable=False),
        sa.CheckConstraint("value = value AND abs(value) < 1000", name=op.f("ck_reading_a_number")),
        sa.ForeignKeyConstraint(["sensor_id"], ["sensor.id"], name=op.f("fk_reading_sensor_id")),
        sa.PrimaryKeyConstraint("sensor_id", "at", name=op.f("pk_reading")),
    )
    op.create_table(
        "stock_lot",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("item_id", sa.Uuid(), nullable=False),
        sa.Column("name", sa.Text(), nullable=False),
        sa.Column("price", sa.Numeric(precision=12, scale=3)),
        sa.Column("currency", sa.Text()),
        sa.Column("length_mm", sa.Double()),
        sa.Column("width_mm", sa.Double()),
        sa.Column("received_on", sa.Date(), nullable=False),
        _created_at(),
        sa.CheckConstraint(
            "(length_mm > 0 OR length_mm IS NULL) AND (width_mm > 0 OR width_mm IS NULL)",
            name=op.f("ck_stock_lot_real_size"),
        ),
        sa.CheckConstraint("(price IS NULL) = (currency IS NULL)", name=op.f("ck_stock_lot_price_in_a_currency")),
        sa.CheckConstraint("price >= 0", name=op.f("ck_stock_lot_price_from_zero")),
        sa.ForeignKeyConstraint(["item_id"], ["stock_item.id"], name=op.f("fk_stock_lot_item_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_stock_lot")),
    )
    op.create_index(op.f("ix_stock_lot_item_id"), "stock_lot", ["item_id"])
    op.create_table(
        "cavity",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("form_id", sa.Uuid(), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("piece", sa.Text(), nullable=False),
        sa.CheckConstraint("number >= 1", name=op.f("ck_cavity_number_from_one")),
        sa.ForeignKeyConstraint(["form_id"], ["form.id"], name=op.f("fk_cavity_form_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_cavity")),
        sa.UniqueConstraint("form_id", "number", name=op.f("uq_cavity_form_id_number")),
    )
    op.create_table(
        "mould",
        sa.Column("form_id", sa.Uuid(), nullable=False),
        sa.Column("usual_life", sa.Integer()),
        sa.Column("service_every", sa.Integer()),
        sa.Column("used_before", sa.Integer(), nullable=False),
        sa.Column("weakest_part", sa.Text(), nullable=False),
        sa.CheckConstraint("service_every >= 1", name=op.f("ck_mould_service_from_one")),
        sa.CheckConstraint("used_before >= 0", name=op.f("ck_mould_used_before_from_zero")),
        sa.CheckConstraint("usual_life >= 1", name=op.f("ck_mould_life_from_one")),
        sa.ForeignKeyConstraint(["form_id"], ["form.id"], name=op.f("fk_mould_form_id")),
        sa.PrimaryKeyConstraint("form_id", name=op.f("pk_mould")),
    )
    op.create_table(
        "pour",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("job_id", sa.Uuid(), nullable=False),
        sa.Column("job_revision", sa.Integer(), nullable=False),
        sa.Column("shop_revision", sa.Integer(), nullable=False),
        sa.Column("rule_version", sa.Integer(), nullable=False),
        sa.Column("schema_version", sa.Integer(), nullable=False),
        sa.Column("job", postgresql.JSONB(), nullable=False),
        sa.Column("plan", postgresql.JSONB(), nullable=False),
        sa.Column("poured_at", sa.DateTime(timezone=True)),
        sa.Column("note", sa.Text(), nullable=False),
        sa.Column("member_id", sa.Uuid()),
        _created_at(),
        sa.Column("cancelled_at", sa.DateTime(timezone=True)),
        sa.CheckConstraint("poured_at IS NULL OR cancelled_at IS NULL", name=op.f("ck_pour_cancelled_before_water")),
        sa.ForeignKeyConstraint(
            ["job_id", "job_revision"],
            ["job_revision.job_id", "job_revision.number"],
            name=op.f("fk_pour_job_id_job_revision"),
        ),
        sa.ForeignKeyConstraint(["job_id"], ["job.id"], name=op.f("fk_pour_job_id")),
        sa.ForeignKeyConstraint(["member_id"], ["member.id"], name=op.f("fk_pour_member_id")),
        sa.ForeignKeyConstraint(
            ["shop_id", "shop_revision"],
            ["shop_revision.shop_id", "shop_revision.number"],
            name=op.f("fk_pour_shop_id_shop_revision"),
        ),
        sa.ForeignKeyConstraint(["shop_id"], ["shop.id"], name=op.f("fk_pour_shop_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_pour")),
    )
    op.create_index(op.f("ix_pour_job_id"), "pour", ["job_id"])
    op.create_index("ix_pour_shop_id_poured_at", "pour", ["shop_id", "poured_at"])
    op.create_table(
        "act_done",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("pour_id", sa.Uuid(), nullable=False),
        sa.Column("act", sa.Text(), nullable=False),
        sa.Column("piece", sa.Text()),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("note", sa.Text(), nullable=False),
        sa.Column("member_id", sa.Uuid()),
        _created_at(),
        sa.Column("withdrawn_at", sa.DateTime(timezone=True)),
        sa.ForeignKeyConstraint(["member_id"], ["member.id"], name=op.f("fk_act_done_member_id")),
        sa.ForeignKeyConstraint(["pour_id"], ["pour.id"], name=op.f("fk_act_done_pour_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_act_done")),
    )
    op.create_index(op.f("ix_act_done_pour_id"), "act_done", ["pour_id"])
    op.create_index(
        "uq_act_done_once",
        "act_done",
        ["pour_id", "act", sa.literal_column("coalesce(piece, '')")],
        unique=True,
        postgresql_where=sa.text("withdrawn_at IS NULL"),
    )
    op.create_table(
        "batch",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("pour_id", sa.Uuid(), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("bags", sa.Numeric(precision=12, scale=3), nullable=False),
        sa.Column("water_l", sa.Numeric(precision=12, scale=3), nullable=False),
        sa.Column("water_in_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("lot_id", sa.Uuid()),
        sa.Column("note", sa.Text(), nullable=False),
        sa.Column("member_id", sa.Uuid()),
        _created_at(),
        sa.Column("withdrawn_at", sa.DateTime(timezone=True)),
        sa.CheckConstraint("bags > 0 AND water_l > 0", name=op.f("ck_batch_something_in_it")),
        sa.CheckConstraint("number >= 1", name=op.f("ck_batch_number_from_one")),
        sa.ForeignKeyConstraint(["lot_id"], ["stock_lot.id"], name=op.f("fk_batch_lot_id")),
        sa.ForeignKeyConstraint(["member_id"], ["member.id"], name=op.f("fk_batch_member_id")),
        sa.ForeignKeyConstraint(["pour_id"], ["pour.id"], name=op.f("fk_batch_pour_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_batch")),
        sa.UniqueConstraint("id", "pour_id", name=op.f("uq_batch_id_pour_id")),
        sa.UniqueConstraint("pour_id", "number", name=op.f("uq_batch_pour_id_number")),
    )
    op.create_table(
        "casting",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("pour_id", sa.Uuid(), nullable=False),
        sa.Column("cavity_id", sa.Uuid()),
        sa.Column("piece", sa.Text(), nullable=False),
        sa.Column("piece_name", sa.Text(), nullable=False),
        sa.Column("serial", sa.Integer(), nullable=False),
        sa.Column("state", sa.Text(), nullable=False),
        sa.Column("state_number", sa.Integer(), nullable=False),
        sa.Column("state_at", sa.DateTime(timezone=True), nullable=False),
        _created_at(),
        sa.CheckConstraint("serial >= 1", name=op.f("ck_casting_serial_from_one")),
        sa.ForeignKeyConstraint(["cavity_id"], ["cavity.id"], name=op.f("fk_casting_cavity_id")),
        sa.ForeignKeyConstraint(["pour_id"], ["pour.id"], name=op.f("fk_casting_pour_id")),
        sa.ForeignKeyConstraint(["shop_id"], ["shop.id"], name=op.f("fk_casting_shop_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_casting")),
        sa.UniqueConstraint("id", "pour_id", name=op.f("uq_casting_id_pour_id")),
        sa.UniqueConstraint("shop_id", "serial", name=op.f("uq_casting_shop_id_serial")),
    )
    op.create_index(op.f("ix_casting_cavity_id"), "casting", ["cavity_id"])
    op.create_index(op.f("ix_casting_pour_id"), "casting", ["pour_id"])
    op.create_index("ix_casting_shop_id_state_serial", "casting", ["shop_id", "state", "serial"])
    op.create_table(
        "mould_event",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("form_id", sa.Uuid(), nullable=False),
        sa.Column("kind", sa.Text(), nullable=False),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("part", sa.Text(), nullable=False),
        sa.Column("note", sa.Text(), nullable=False),
        sa.Column("member_id", sa.Uuid()),
        _created_at(),
        sa.CheckConstraint(
            "kind IN ('oiled', 'cleaned', 'repaired', 'serviced', 'retired', 'note')",
            name=op.f("ck_mould_event_known_kind"),
        ),
        sa.ForeignKeyConstraint(["form_id"], ["mould.form_id"], name=op.f("fk_mould_event_form_id")),
        sa.ForeignKeyConstraint(["member_id"], ["member.id"], name=op.f("fk_mould_event_member_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_mould_event")),
    )
    op.create_index(op.f("ix_mould_event_form_id"), "mould_event", ["form_id"])
    op.create_table(
        "sensor_place",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("sensor_id", sa.Uuid(), nullable=False),
        sa.Column("pour_id", sa.Uuid(), nullable=False),
        sa.Column("from_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("until_at", sa.DateTime(timezone=True)),
        sa.CheckConstraint("until_at > from_at", name=op.f("ck_sensor_place_in_order")),
        sa.ForeignKeyConstraint(["pour_id"], ["pour.id"], name=op.f("fk_sensor_place_pour_id")),
        sa.ForeignKeyConstraint(["sensor_id"], ["sensor.id"], name=op.f("fk_sensor_place_sensor_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_sensor_place")),
    )
    op.create_index(op.f("ix_sensor_place_pour_id"), "sensor_place", ["pour_id"])
    op.create_index(op.f("ix_sensor_place_sensor_id"), "sensor_place", ["sensor_id"])
    op.create_table(
        "stock_move",
        sa.Column("lot_id", sa.Uuid(), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("entry_id", sa.Uuid(), nullable=False),
        sa.Column("previous_number", sa.Integer()),
        sa.Column("kind", sa.Text(), nullable=False),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("on_hand_before", sa.Numeric(precision=12, scale=3), nullable=False),
        sa.Column("on_hand_change", sa.Numeric(precision=12, scale=3), nullable=False),
        sa.Column(
            "on_hand",
            sa.Numeric(precision=12, scale=3),
            sa.Computed("on_hand_before + on_hand_change", persisted=True),
            nullable=False,
        ),
        sa.Column("reserved_before", sa.Numeric(precision=12, scale=3), nullable=False),
        sa.Column("reserved_change", sa.Numeric(precision=12, scale=3), nullable=False),
        sa.Column(
            "reserved",
            sa.Numeric(precision=12, scale=3),
            sa.Computed("reserved_before + reserved_change", persisted=True),
            nullable=False,
        ),
        sa.Column("pour_id", sa.Uuid()),
        sa.Column("note", sa.Text(), nullable=False),
        sa.Column("member_id", sa.Uuid()),
        _created_at(),
        sa.CheckConstraint(
            "kind IN ('bought', 'used', 'reserved', 'released', 'returned', 'left over', 'spoiled', 'counted')",
            name=op.f("ck_stock_move_known_kind"),
        ),
        sa.CheckConstraint("on_hand >= 0 OR kind = 'counted'", name=op.f("ck_stock_move_on_hand_from_zero")),
        sa.CheckConstraint("(number = 1) = (previous_number IS NULL)", name=op.f("ck_stock_move_first_has_no_past")),
        sa.CheckConstraint(
            "number > 1 OR (on_hand_before = 0 AND reserved_before = 0)", name=op.f("ck_stock_move_begins_with_nothing")
        ),
        sa.CheckConstraint("number >= 1", name=op.f("ck_stock_move_number_from_one")),
        sa.CheckConstraint("previous_number = number - 1", name=op.f("ck_stock_move_previous_is_before")),
        sa.CheckConstraint("reserved >= 0", name=op.f("ck_stock_move_reserved_from_zero")),
        sa.ForeignKeyConstraint(
            ["lot_id", "previous_number", "on_hand_before", "reserved_before"],
            ["stock_move.lot_id", "stock_move.number", "stock_move.on_hand", "stock_move.reserved"],
            name="fk_stock_move_previous",
        ),
        sa.ForeignKeyConstraint(["lot_id"], ["stock_lot.id"], name=op.f("fk_stock_move_lot_id")),
        sa.ForeignKeyConstraint(["member_id"], ["member.id"], name=op.f("fk_stock_move_member_id")),
        sa.ForeignKeyConstraint(["pour_id"], ["pour.id"], name=op.f("fk_stock_move_pour_id")),
        sa.UniqueConstraint("entry_id", name=op.f("uq_stock_move_entry_id")),
        sa.PrimaryKeyConstraint("lot_id", "number", name=op.f("pk_stock_move")),
        sa.UniqueConstraint(
            "lot_id", "number", "on_hand", "reserved", name=op.f("uq_stock_move_lot_id_number_on_hand_reserved")
        ),
    )
    op.create_index(op.f("ix_stock_move_pour_id"), "stock_move", ["pour_id"])
    op.create_table(
        "batch_share",
        sa.Column("batch_id", sa.Uuid(), nullable=False),
        sa.Column("casting_id", sa.Uuid(), nullable=False),
        sa.Column("pour_id", sa.Uuid(), nullable=False),
        sa.Column("share", sa.Numeric(precision=12, scale=3), nullable=False),
        sa.CheckConstraint("share > 0 AND share <= 1", name=op.f("ck_batch_share_a_share")),
        sa.ForeignKeyConstraint(
            ["batch_id", "pour_id"], ["batch.id", "batch.pour_id"], name=op.f("fk_batch_share_batch_id_pour_id")
        ),
        sa.ForeignKeyConstraint(
            ["casting_id", "pour_id"], ["casting.id", "casting.pour_id"], name=op.f("fk_batch_share_casting_id_pour_id")
        ),
        sa.PrimaryKeyConstraint("batch_id", "casting_id", name=op.f("pk_batch_share")),
    )
    op.create_table(
        "casting_state",
        sa.Column("casting_id", sa.Uuid(), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("state", sa.Text(), nullable=False),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("previous_number", sa.Integer()),
        sa.Column("previous_state", sa.Text()),
        sa.Column("previous_at", sa.DateTime(timezone=True)),
        sa.Column("correction", sa.Boolean(), nullable=False),
        sa.Column("note", sa.Text(), nullable=False),
        sa.Column("member_id", sa.Uuid()),
        _created_at(),
        sa.CheckConstraint("number > 1 OR state = 'planned'", name=op.f("ck_casting_state_begins_planned")),
        sa.CheckConstraint(
            "previous_state IS NULL OR correction OR (previous_state, state) IN ("
            "('planned', 'poured'), ('planned', 'archived'), ('poured', 'stripped'), "
            "('poured', 'failed'), ('stripped', 'turned'), ('stripped', 'finished'), "
            "('stripped', 'in use'), ('stripped', 'failed'), ('turned', 'finished'), "
            "('turned', 'in use'), ('turned', 'failed'), ('finished', 'in use'), "
            "('finished', 'failed'), ('finished', 'archived'), ('in use', 'failed'), "
            "('in use', 'archived'), ('failed', 'archived'))",
            name=op.f("ck_casting_state_may_follow"),
        ),
        sa.CheckConstraint(
            "state IN ('planned', 'poured', 'stripped', 'turned', 'finished', 'in use', 'failed', 'archived')",
            name=op.f("ck_casting_state_known_state"),
        ),
        sa.CheckConstraint("(number = 1) = (previous_number IS NULL)", name=op.f("ck_casting_state_first_has_no_past")),
        sa.CheckConstraint(
            "(previous_number IS NULL) = (previous_state IS NULL) "
            "AND (previous_number IS NULL) = (previous_at IS NULL)",
            name=op.f("ck_casting_state_past_is_whole"),
        ),
        sa.CheckConstraint("NOT correction OR note <> ''", name=op.f("ck_casting_state_a_correction_says_why")),
        sa.CheckConstraint("previous_state = 'planned' OR at >= previous_at", name=op.f("ck_casting_state_in_order")),
        sa.CheckConstraint("number >= 1", name=op.f("ck_casting_state_number_from_one")),
        sa.CheckConstraint("previous_number = number - 1", name=op.f("ck_casting_state_previous_is_before")),
        sa.ForeignKeyConstraint(
            ["casting_id", "previous_number", "previous_state", "previous_at"],
            ["casting_state.casting_id", "casting_state.number", "casting_state.state", "casting_state.at"],
            name="fk_casting_state_previous",
        ),
        sa.ForeignKeyConstraint(["casting_id"], ["casting.id"], name=op.f("fk_casting_state_casting_id")),
        sa.ForeignKeyConstraint(["member_id"], ["member.id"], name=op.f("fk_casting_state_member_id")),
        sa.PrimaryKeyConstraint("casting_id", "number", name=op.f("pk_casting_state")),
        sa.UniqueConstraint(
            "casting_id", "number", "state", "at", name=op.f("uq_casting_state_casting_id_number_state_at")
        ),
    )
    op.create_table(
        "observation",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("job_id", sa.Uuid()),
        sa.Column("pour_id", sa.Uuid()),
        sa.Column("casting_id", sa.Uuid()),
        sa.Column("form_id", sa.Uuid()),
        sa.Column("kind", sa.Text(), nullable=False),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("text", sa.Text(), nullable=False),
        sa.Column("mass_kg", sa.Numeric(precision=12, scale=3)),
        sa.Column("act", sa.Text()),
        sa.Column("ready", sa.Boolean()),
        sa.Column("x_mm", sa.Double()),
        sa.Column("y_mm", sa.Double()),
        sa.Column("face", sa.Text()),
        sa.Column("replaces", sa.Uuid()),
        sa.Column("member_id", sa.Uuid()),
        _created_at(),
        sa.CheckConstraint("face IS NULL OR face IN ('top', 'bottom', 'edge')", name=op.f("ck_observation_known_face")),
        sa.CheckConstraint(
            "kind <> 'test' OR (act IS NOT NULL AND ready IS NOT NULL)",
            name=op.f("ck_observation_a_test_has_an_outcome"),
        ),
        sa.CheckConstraint(
            "kind <> 'weighing' OR (mass_kg > 0 AND casting_id IS NOT NULL)",
            name=op.f("ck_observation_a_weighing_has_a_mass"),
        ),
        sa.CheckConstraint(
            "kind = 'weighing' OR mass_kg IS NULL", name=op.f("ck_observation_only_a_weighing_has_a_mass")
        ),
        sa.CheckConstraint("kind IN ('note', 'weighing', 'test', 'defect')", name=op.f("ck_observation_known_kind")),
        sa.CheckConstraint("text <> '' OR kind IN ('weighing', 'test')", name=op.f("ck_observation_says_something")),
        sa.CheckConstraint("(x_mm IS NULL) = (y_mm IS NULL)", name=op.f("ck_observation_a_place_is_whole")),
        sa.CheckConstraint("job_id IS NOT NULL OR form_id IS NOT NULL", name=op.f("ck_observation_of_something")),
        sa.ForeignKeyConstraint(["casting_id"], ["casting.id"], name=op.f("fk_observation_casting_id")),
        sa.ForeignKeyConstraint(["form_id"], ["form.id"], name=op.f("fk_observation_form_id")),
        sa.ForeignKeyConstraint(["job_id"], ["job.id"], name=op.f("fk_observation_job_id")),
        sa.ForeignKeyConstraint(["member_id"], ["member.id"], name=op.f("fk_observation_member_id")),
        sa.ForeignKeyConstraint(["pour_id"], ["pour.id"], name=op.f("fk_observation_pour_id")),
        sa.ForeignKeyConstraint(["replaces"], ["observation.id"], name=op.f("fk_observation_replaces")),
        sa.ForeignKeyConstraint(["shop_id"], ["shop.id"], name=op.f("fk_observation_shop_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_observation")),
        sa.UniqueConstraint("replaces", name=op.f("uq_observation_replaces")),
    )
    op.create_index(op.f("ix_observation_casting_id"), "observation", ["casting_id"])
    op.create_index(op.f("ix_observation_form_id"), "observation", ["form_id"])
    op.create_index("ix_observation_job_id_at", "observation", ["job_id", "at"])
    op.create_index(op.f("ix_observation_pour_id"), "observation", ["pour_id"])
    op.create_index("ix_observation_shop_id_at", "observation", ["shop_id", "at"])
    op.create_table(
        "photo",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("observation_id", sa.Uuid(), nullable=False),
        sa.Column("media_type", sa.Text(), nullable=False),
        sa.Column("width", sa.Integer(), nullable=False),
        sa.Column("height", sa.Integer(), nullable=False),
        sa.Column("content", sa.LargeBinary(), nullable=False),
        sa.Column("small", sa.LargeBinary(), nullable=False),
        _created_at(),
        sa.CheckConstraint("width > 0 AND height > 0", name=op.f("ck_photo_a_size")),
        sa.ForeignKeyConstraint(["observation_id"], ["observation.id"], name=op.f("fk_photo_observation_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_photo")),
    )
    op.create_index(op.f("ix_photo_observation_id"), "photo", ["observation_id"])
    # A casting and its newest state hold each other; they are written in one transaction.
    op.create_foreign_key(
        "fk_casting_newest_state",
        "casting",
        "casting_state",
        ["id", "state_number", "state", "state_at"],
        ["casting_id", "number", "state", "at"],
        deferrable=True,
        initially="DEFERRED",
    )
    op.execute(
        "CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN "
        "RAISE EXCEPTION '% is only added to', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation'; END $$"
    )
    for table in APPEND_ONLY:
        op.execute(
            f"CREATE TRIGGER {table}_is_only_added_to BEFORE UPDATE OR DELETE ON {table} "
            "FOR EACH ROW EXECUTE FUNCTION refuse_change()"
        )


def downgrade() -> None:
    """Takes the tables back."""
    op.drop_constraint("fk_casting_newest_state", "casting")
    for table in (
        "photo",
        "observation",
        "casting_state",
        "batch_share",
        "stock_move",
        "sensor_place",
        "mould_event",
        "casting",
        "batch",
        "act_done",
        "pour",
        "mould",
        "cavity",
        "stock_lot",
        "reading",
        "form",
        "stock_item",
        "sensor",
        "member",
    ):
        op.drop_table(table)
    op.execute("DROP FUNCTION refuse_change()")
