"""A shop with years of records: 5,000 castings, 20,000 observations, 2 million readings; how fast its pages answer."""

import json
from collections.abc import Callable
from datetime import UTC, datetime

from sqlalchemy import text

from ops.demo_records import begun_with
from ops.postgres import ROOT
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.records.past import PastCasting
from ulbrek.files.job_file import read_job_file
from ulbrek.store.database import Database
from ulbrek.store.entries import Entry
from ulbrek.store.pours import Fill

JOBS, POURS_OF_JOB, CASTINGS_OF_POUR, LIVE_POURS = 25, 50, 4, 20
OLD_NOTES = 2_000
OBSERVATIONS, READINGS, SENSORS = 20_000, 2_000_000, 8
ITEMS, LOTS_OF_ITEM, MOVES_OF_LOT = 40, 15, 30

SAYS_ITS_SHOP = (
    "casting_state", "batch", "batch_share", "act_done", "reading", "sensor_place", "stock_lot", "stock_move",
)  # fmt: skip
# What happened once is copied back in time; the rows are as the application writes them.
FILL = (
    "CREATE TEMP TABLE old AS SELECT gen_random_uuid() AS id, p.id AS like_id, n, row_number() OVER () AS row, "
    f"now() - n * interval '6 hours' AS at FROM pour p, generate_series(1, {POURS_OF_JOB - 1}) n",
    "INSERT INTO pour SELECT o.id, shop_id, job_id, job_revision, shop_revision, rule_version, schema_version, job, "
    "plan, o.at, note, member_id, o.at, NULL FROM old o JOIN pour p ON p.id = o.like_id",
    "CREATE TEMP TABLE was AS SELECT gen_random_uuid() AS id, o.id AS pour_id, c.piece, c.piece_name, c.shop_id, o.at, "
    "o.row, row_number() OVER () + (SELECT max(serial) FROM casting) AS serial "
    "FROM old o JOIN casting c ON c.pour_id = o.like_id",
    f"ALTER TABLE was ADD live boolean; UPDATE was SET live = row <= {LIVE_POURS}",
    "INSERT INTO casting (id, shop_id, pour_id, piece, piece_name, serial, state, state_number, state_at) "
    "SELECT id, shop_id, pour_id, piece, piece_name, serial, CASE WHEN live THEN 'stripped' ELSE 'in use' END, "
    "CASE WHEN live THEN 3 ELSE 4 END, at FROM was",
    "INSERT INTO casting_state SELECT id, n, (ARRAY['planned', 'poured', 'stripped', 'in use'])[n], at, "
    "CASE WHEN n > 1 THEN n - 1 END, CASE WHEN n > 1 THEN (ARRAY['planned', 'poured', 'stripped'])[n - 1] END, "
    "CASE WHEN n > 1 THEN at END, false, '', NULL, at FROM was, generate_series(1, 4) n WHERE n < 4 OR NOT live",
    "INSERT INTO batch (id, pour_id, number, bags, water_l, water_in_at, note) "
    "SELECT gen_random_uuid(), id, b, 1, 2.4, at, '' FROM old, generate_series(1, 2) b",
    "INSERT INTO batch_share SELECT b.id, c.id, c.pour_id, 0.25 FROM batch b JOIN casting c USING (pour_id)",
    "INSERT INTO act_done (id, pour_id, act, piece, at, note) "
    "SELECT gen_random_uuid(), id, act, NULL, at, '' FROM old, unnest(ARRAY['float', 'cover', 'strip']) act",
    "INSERT INTO observation (id, shop_id, job_id, pour_id, casting_id, kind, at, text) "
    "SELECT gen_random_uuid(), c.shop_id, p.job_id, p.id, c.id, 'note', "
    "coalesce(p.poured_at, p.created_at) - n * interval '1 minute', "
    "'View at the bench, number ' || n FROM casting c JOIN pour p ON p.id = c.pour_id, "
    f"generate_series(1, {OBSERVATIONS // (JOBS * POURS_OF_JOB * CASTINGS_OF_POUR)}) n",
    "INSERT INTO observation (id, shop_id, job_id, pour_id, kind, at, text, act, ready) "
    "SELECT gen_random_uuid(), shop_id, job_id, id, 'test', poured_at + CASE WHEN ready THEN interval '70 minutes' "
    "ELSE interval '55 minutes' END, '', 'float', ready FROM pour, unnest(ARRAY[false, true]) ready "
    "WHERE poured_at IS NOT NULL",
    "INSERT INTO observation (id, shop_id, job_id, pour_id, kind, at, text, volume_l) "
    "SELECT gen_random_uuid(), shop_id, job_id, id, 'left over', poured_at + interval '1 hour', '', 1 + random() "
    "FROM pour WHERE poured_at IS NOT NULL",
    "INSERT INTO observation (id, shop_id, job_id, pour_id, casting_id, kind, at, text, defect) "
    "SELECT gen_random_uuid(), c.shop_id, p.job_id, p.id, c.id, 'defect', p.poured_at + interval '2 days', 'Seen', "
    "(ARRAY['pinholes', 'stone pockets', 'crumbling edge'])[1 + serial % 3] "
    "FROM casting c JOIN pour p ON p.id = c.pour_id WHERE serial % 10 = 0 AND p.poured_at IS NOT NULL",
    "INSERT INTO finish_entry (shop_id, id, pour_id, at, entry) SELECT c.shop_id, e.id, p.id, e.at, "
    "jsonb_build_object('id', e.id, 'kind', 'did', 'at', e.at, 'casting', c.id, 'step', 'coat/1', 'volume_l', 0.05) "
    "FROM casting c JOIN pour p ON p.id = c.pour_id CROSS JOIN LATERAL "
    "(SELECT gen_random_uuid() AS id, p.poured_at + interval '14 days' AS at) e WHERE p.poured_at IS NOT NULL",
    "INSERT INTO sensor (id, shop_id, name, kind) SELECT gen_random_uuid(), s.id, 'Probe ' || n, 'concrete' "
    f"FROM shop s, generate_series(1, {SENSORS}) n",
    "INSERT INTO reading SELECT s.id, now() - n * interval '1 minute', 20 + sin(n / 200.0) "
    f"FROM sensor s, generate_series(1, {READINGS // SENSORS}) n",
    "INSERT INTO sensor_place (id, sensor_id, pour_id, from_at, until_at) SELECT gen_random_uuid(), s.id, o.id, o.at, "
    "o.at + interval '3 days' FROM (SELECT id, row_number() OVER () AS row FROM sensor) s JOIN old o USING (row)",
    "INSERT INTO stock_item (id, shop_id, kind, material, name, unit) SELECT gen_random_uuid(), s.id, 'supply', "
    f"'m' || n, 'Supply ' || n, 'pieces' FROM shop s, generate_series(1, {ITEMS}) n",
    "INSERT INTO stock_lot (id, item_id, name, received_on) SELECT gen_random_uuid(), i.id, 'lot ' || n, "
    f"current_date - n FROM stock_item i, generate_series(1, {LOTS_OF_ITEM}) n",
    "INSERT INTO stock_move (lot_id, number, entry_id, previous_number, kind, at, on_hand_before, on_hand_change, "
    "reserved_before, reserved_change, note) SELECT l.id, n, gen_random_uuid(), CASE WHEN n > 1 THEN n - 1 END, "
    "'bought', now(), n - 1, 1, 0, 0, '' FROM stock_lot l, "
    f"generate_series(1, {MOVES_OF_LOT}) n",
    "ANALYZE",
)


def fill(database: Database) -> dict[str, int]:
    """Puts years of records into a database with tables and no shop.

    Returns:
        how many rows of the tables that the aim names
    """
    file = sorted((ROOT / "demo").glob("5-*.ulbrek.json"))[0]
    now = datetime.now(UTC)
    with database.work() as records:
        records.shops.create(Shop.model_validate_json((ROOT / "demo" / "shop.json").read_bytes()))
        shop = records.shop()
        for number in range(JOBS):
            job = records.jobs(shop.id).create(_named(read_job_file(file.read_bytes()).job, number), "Begun")
            fills = [Fill(job.job.pieces[0].id, CASTINGS_OF_POUR)]
            records.pours(shop.id).begin(job, shop.revision, begun_with(job.job, shop.shop, fills), Entry(now))
        records.past(shop.id).keep([_noted(number) for number in range(OLD_NOTES)], "notes.csv")
    with database.work() as records:
        run = records.session.execute
        run(text("RESET ROLE; SET LOCAL statement_timeout = 0"))
        for table in SAYS_ITS_SHOP:  # all are of the one shop
            run(text(f"ALTER TABLE {table} ALTER shop_id SET DEFAULT '{shop.id}'"))
        for statement in FILL:
            run(text(statement))
        for table in SAYS_ITS_SHOP:
            run(text(f"ALTER TABLE {table} ALTER shop_id DROP DEFAULT"))
        return {
            table: run(text(f"SELECT count(*) FROM {table}")).scalar_one()
            for table in ("casting", "observation", "reading", "pour", "stock_move")
        }


def pages(get: Callable[[str], bytes]) -> dict[str, str]:
    """By name, the address of each page's data."""
    job = json.loads(get("/api/jobs"))[0]["id"]
    middle = json.loads(get("/api/castings?before=2500"))["castings"][0]["id"]
    defect = json.loads(get("/api/known"))["defects"][0]["newest"]
    return {
        "shop floor, jobs": "/api/jobs",
        "shop floor, agenda": "/api/agenda",
        "castings": "/api/castings",
        "castings, page 50": "/api/castings?before=2500",
        "castings by state": "/api/castings?state=stripped&state=poured",
        "castings by name": "/api/castings?search=slab",
        "a casting": f"/api/castings/{middle}",
        "pours": "/api/pours",
        "stock": "/api/stock",
        "log of a job": f"/api/jobs/{job}/log",
        "log of the shop": "/api/log",
        "what we know": "/api/known",
        "what we know, one mix": "/api/known?mix=ordinary&warmth=mild",
        "a figure and its records": "/api/known/set",
        "a figure with old notes": "/api/known/yield?mix=ordinary",
        "sealer, and its records": "/api/known/sealer",
        "the year": f"/api/year?year={datetime.now(UTC).year}",
        "a defect": f"/api/observations/{defect}/causes",
    }


def _noted(number: int) -> PastCasting:
    return PastCasting.model_validate({
        "date": f"{2018 + number % 6}-05-12", "name": f"Slab {number}", "mix": "ordinary", "bag": "25kg", "bags": 2,
        "water_l": 4.8 + number % 7 / 20, "filled_l": 23, "left_over_l": 1, "set_h": 3.5 + number % 9 / 10,
    })  # fmt: skip


def _named(job: Job, number: int) -> Job:
    return job.model_copy(update={"name": f"{job.name} {number}"})
