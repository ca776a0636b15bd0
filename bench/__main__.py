"""``make bench``: what the aims are measured by. Prints figures; fails on none of them."""

import gc
import json
import os
import statistics
import time
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime, timedelta
from functools import partial
from itertools import count

import manifold3d
from playwright.sync_api import Page

from bench.arches import arches
from bench.days import calendar, logger
from bench.finishing import at_the_machine, finishing
from bench.noted import old_notes, read_entries
from bench.pace import QUIET_MS, calibration
from bench.scale import fill, pages
from bench.seats import seats
from bench.served import Caller, served
from bench.staying import staying
from bench.staying import worst as worst_staying
from bench.timing import repeat, say
from bench.variants import variants
from bench.weather import weather
from ops.browser import DESK, chromium
from ops.demo import fresh_demo
from ops.postgres import ROOT, Cluster
from tests.jobs import hole, opening, shaped, top
from tests.poison import POISON, poison
from ulbrek.api.services.plans import job_key
from ulbrek.core.after.outlook import outlook
from ulbrek.core.base.units import Length
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.plan.memory import Memory
from ulbrek.core.plan.plan import plan
from ulbrek.core.records.record import EMPTY
from ulbrek.files.job_file import read_job_file
from ulbrek.store.database import Database

DEMO = sorted((ROOT / "demo").glob("*.ulbrek.json"))
RINSE_SINK_TOP = DEMO[0]
READ_WITHIN_S = 240
# From the Enter key to the frame in which the next revision and its figures are on the screen.
WATCH_EDITS = """() => {
  window.edits = []; let began = 0, last = document.querySelector('[data-revision]').dataset.revision;
  addEventListener('keydown', (event) => { if (event.key === 'Enter') began = performance.now(); }, true);
  new MutationObserver(() => {
    const now = document.querySelector('[data-revision]')?.dataset.revision;
    if (!now || now === last) return;
    last = now; requestAnimationFrame(() => window.edits.push(performance.now() - began));
  }).observe(document.body, { subtree: true, childList: true, characterData: true, attributes: true });
}"""


# From a move of the hand to the frame in which the thinnest web of that place stands on the ticket.
WATCH_DRAG = """() => {
  const web = () => document.querySelector("[data-figure^='measure.web_width']")?.textContent;
  window.drags = []; let moved = 0, last = web();
  addEventListener('pointermove', () => { moved = moved || performance.now(); }, true);
  new MutationObserver(() => {
    const now = web();
    if (!moved || now === last) return;
    const at = moved; moved = 0; last = now; requestAnimationFrame(() => window.drags.push(performance.now() - at));
  }).observe(document.body, { subtree: true, childList: true, characterData: true });
}"""


def main() -> None:
    """Measures everything and prints it."""
    say("calibration loop", [calibration() for _ in range(5)], f"the machine's own pace; {QUIET_MS} ms when quiet")
    gc.collect()
    gc.freeze()  # as the server does
    for file in DEMO:
        planning(file.name.split(".")[0], read_job_file(file.read_bytes()).job)
    say("calibration loop", [calibration() for _ in range(5)], "again: what the figures between are to be held against")
    weather()
    finishing()
    at_the_machine()
    old_notes()
    read_entries()
    arches()
    seats()
    variants()
    staying()
    worst_staying()
    calendar()
    logger()
    volume_against_peer()
    solids()
    with served("bench") as port:
        api(port)
        browser(port)
        staying_edits(port)
    poisoned_floor()
    large_floor()
    first_load()
    at_scale()


def planning(name: str, job: Job) -> None:
    """How long a plan takes: cold, every piece another each time; and warm, after a typical edit each time."""
    colds = iter([thicker(job, step) for step in range(110)])
    aim = 20 if len(job.pieces) == 3 else 12
    say(f"plan() {name}", repeat(partial(plan_next, colds), 100), f"cold, every piece another; aim {aim} ms")
    for what, edit, aim in (("sink moved", moved, 8), ("other water", watered, 3), ("other hour", put_off, 2)):
        memory, warms = Memory(), iter([edit(job, step) for step in range(110)])
        plan(job, Shop(), memory=memory)
        say(f"  {what}", repeat(partial(plan_next, warms, memory), 100), f"warm; aim {aim} ms")


def moved(job: Job, step: int) -> Job:
    """The job with its first feature a little farther from the edge."""
    document = job.model_dump(mode="json")
    for feature in (one for piece in document["pieces"] for one in piece["features"] if "x" in one):
        feature["x"]["offset"] = {"mm": feature["x"]["offset"]["mm"] + 0.1 * step, "typed": None}
        break
    return Job.model_validate(document)


def watered(job: Job, step: int) -> Job:
    """The job with a little more water to a bag."""
    return job.model_copy(update={"mix": job.mix.model_copy(update={"water_per_bag_l": 2.4 + 0.001 * step})})


def put_off(job: Job, step: int) -> Job:
    """The job poured a little later."""
    at = datetime(2026, 11, 23, 8, tzinfo=UTC) + timedelta(minutes=step)
    return job.model_copy(update={"cure": job.cure.model_copy(update={"poured_at": at})})


def thicker(job: Job, step: int) -> Job:
    """A job as it is after some steps of a drag: every piece a little thicker, so that nothing is known already."""
    grown = [
        piece.model_copy(update={"thickness": Length(mm=piece.thickness.mm + 0.01 * step)}) for piece in job.pieces
    ]
    return job.model_copy(update={"pieces": tuple(grown)})


def plan_next(jobs: Iterator[Job], memory: Memory | None = None) -> object:
    """The plan of the next of them."""
    return plan(next(jobs), Shop(), memory=memory)


def volume_next(pieces: Iterator[Piece]) -> float:
    """The volume of the next of them [mm³]."""
    return volume_of(next(pieces))


def volume_against_peer() -> None:
    """The volume of the rinse-sink top, against exact booleans with arcs of as many chords."""
    job = read_job_file(RINSE_SINK_TOP.read_bytes()).job
    piece, steps = job.pieces[0], count()

    def sections() -> float:
        return volume_of(thicker(job, next(steps)).pieces[0])

    def booleans() -> float:
        solid = shape_of(piece).solid
        rings = [list(o.polygon.exterior.coords)[:-1] for o in (solid.outline, *(c.outline for c in solid.cuts))]
        body, *cuts = [manifold3d.Manifold.extrude(manifold3d.CrossSection([r]), solid.depth_mm + 2) for r in rings]
        body = body.trim_by_plane((0, 0, -1), -solid.depth_mm)
        for cut in cuts:
            body -= cut.translate((0, 0, -1))
        return float(body.volume())

    assert abs(volume_of(piece) / booleans() - 1) < 1e-6
    ours, peer = repeat(sections, 200), repeat(booleans, 200)
    say("volume by sections", ours, "rinse-sink top")
    say("volume by manifold3d", peer, f"{statistics.median(peer) / statistics.median(ours):.1f} x ours")


def volume_of(piece: Piece) -> float:
    """The volume of a piece, from its description [mm³]."""
    return shape_of(piece).solid.volume_mm3


def solids() -> None:
    """The volumes that the core is held to: an L top with two drafted sinks, a slab with forty holes."""
    l_top = {"kind": "l", "length": "2400 mm", "width": "1800 mm", "along": "650 mm", "across": "600 mm"}
    sinks = [
        opening(x={"offset": "1200 mm"}, y={"offset": "1470 mm"}, draft_deg=3),
        opening(id="b", x={"offset": "300 mm"}, y={"offset": "600 mm"}, length="300 mm", draft_deg=3),
    ]
    grid = {"kind": "grid", "count": 8, "rows": 5, "pitch": "90 mm", "row_pitch": "90 mm"}
    slab = top({**hole("100 mm", "100 mm", "30 mm"), "repeat": grid})
    for name, job, aim in (("L top, two drafted sinks", shaped(l_top, *sinks), 10), ("slab with 40 holes", slab, 35)):
        pieces = iter([thicker(job, step).pieces[0] for step in range(110)])
        say(f"volume: {name}", repeat(partial(volume_next, pieces), 100), f"aim {aim} ms")


@contextmanager
def empty_database(name: str) -> Iterator[str]:
    """The address of a database without tables, dropped at the end."""
    cluster = Cluster(ROOT / ".data" / "tests")
    cluster.start()
    name = f"{name}_{os.getpid()}"
    cluster.ensure_database(name)
    try:
        yield cluster.url(name)
    finally:
        cluster.drop_database(name)
        cluster.stop()


def poisoned_floor() -> None:
    """The floor with one job of each kind that cannot be planned."""
    with fresh_demo("poisoned") as url, served("poisoned", url) as port:
        caller, database = Caller(port), Database(url)
        body = json.dumps({"job": json.loads(RINSE_SINK_TOP.read_bytes())["job"]}).encode()
        for change, _ in POISON.values():
            poison(database, json.loads(caller.ask("POST", "/api/jobs", body))["id"], 1, change)
        database.engine.dispose()
        for path in ("/api/jobs", "/api/agenda"):
            say(f"GET {path}, poisoned", repeat(partial(caller.ask, "GET", path), 100), "aim 300 ms")
        cards = json.loads(caller.ask("GET", "/api/jobs"))
        print(f"{'':34} {sum(bool(card['problem']) for card in cards)} of {len(cards)} cards say that they cannot")


def large_floor(jobs: int = 500) -> None:
    """A floor with many jobs, right after a start."""
    with empty_database("floor") as url:
        database = Database(url)
        database.migrate()
        shop, memory = Shop.model_validate_json((ROOT / "demo" / "shop.json").read_bytes()), Memory()
        with database.work() as records:
            records.shops.create(shop)
            kept = records.shop()
            for number in range(jobs):
                read = read_job_file(DEMO[number % len(DEMO)].read_bytes()).job
                job = records.jobs(kept.id).create(read.model_copy(update={"name": f"Job {number}"}), "Begun")
                told = outlook(job.job, plan(job.job, shop, memory=memory))
                records.outlooks(kept.id).keep(job.id, job_key(job.revision, kept, EMPTY), told)
        database.engine.dispose()
        for path in ("/api/jobs", "/api/agenda"):
            firsts = []
            for _ in range(5):
                with served("floor", url) as port:
                    caller = Caller(port)
                    began = time.perf_counter()
                    told_bytes = caller.ask("GET", path)
                    firsts.append((time.perf_counter() - began) * 1000)
                    later = repeat(partial(caller.ask, "GET", path), 40)
            say(f"GET {path}, {jobs} jobs, first", firsts, "after a start, five times; aim p95 150 ms")
            each = caller.sent_bytes / (len(json.loads(told_bytes)) if path == "/api/jobs" else jobs)
            say(f"GET {path}, {jobs} jobs", later, f"{each / 1000:.2f} KB a job told, aim 0.5")


def at_scale() -> None:
    """Pages of records in a shop with years of them."""
    with empty_database("scale") as url:
        database = Database(url)
        database.migrate()
        counts = fill(database)
        database.engine.dispose()
        print(f"{'at scale':34} {', '.join(f'{count} of {table}' for table, count in counts.items())}")
        with served("scale", url) as port:
            caller = Caller(port)
            pours_read(caller, counts["pour"])
            for name, path in pages(lambda path: caller.ask("GET", path)).items():
                say(name, repeat(partial(caller.ask, "GET", path), 60), "aim p95 150 ms")


def pours_read(caller: Caller, pours: int) -> None:
    """How long it takes until what all pours say of the rules is read of them, in the background."""
    began = time.perf_counter()
    while left := json.loads(caller.ask("GET", "/api/known"))["unread"]:
        if time.perf_counter() - began > READ_WITHIN_S:
            print(f"{'pours read':34} {left} of {pours} were left after {READ_WITHIN_S} s")
            return
        time.sleep(0.5)
    took = time.perf_counter() - began
    print(f"{'pours read':34} {pours} in {took:.1f} s, {1000 * took / pours:.0f} ms each, once")


def api(port: int) -> None:
    """Round trips, one at a time."""
    caller = Caller(port)
    job = json.loads(RINSE_SINK_TOP.read_bytes())["job"]
    body = json.dumps({"job": job}).encode()
    read = read_job_file(RINSE_SINK_TOP.read_bytes()).job
    places = iter([moved(read, step).model_dump(mode="json") for step in range(310)])
    held = json.loads(caller.ask("POST", "/api/plan", body))["key"]
    sizes: list[int] = []

    def drag() -> None:
        nonlocal held
        asked = json.dumps({"job": next(places), "held": held}).encode()
        held = json.loads(caller.ask("POST", "/api/plan", asked))["key"]
        sizes.append(caller.sent_bytes)

    times = repeat(drag, 300)
    kilobytes = statistics.median(sizes) / 1000
    say("POST /api/plan", times, f"a sink dragged; aim p95 15 ms; {kilobytes:.1f} KB sent, aim 15")
    whole = repeat(lambda: caller.ask("POST", "/api/plan", body), 100)
    say("POST /api/plan, whole", whole, f"nothing held, the shop read; {caller.sent_bytes / 1000:.1f} KB sent")
    view = json.loads(caller.ask("POST", "/api/jobs", body))
    revision = view["revision"]

    def edit() -> None:
        nonlocal revision
        job["pieces"][0]["thickness"] = f"{40 + revision % 20} mm"
        edited = json.dumps({"parent": revision, "job": job, "what": "Thickness"}).encode()
        revision = json.loads(caller.ask("PUT", f"/api/jobs/{view['id']}", edited))["revision"]

    say("PUT /api/jobs/…", repeat(edit, 200), "a change kept, planned and answered")
    say("GET /api/jobs", repeat(lambda: caller.ask("GET", "/api/jobs"), 100), "the shop floor, 6 jobs")


def browser(port: int) -> None:
    """Edits on the drawing, from the Enter key to every figure updated."""
    view = json.loads(Caller(port).ask("POST", "/api/jobs/from-file", RINSE_SINK_TOP.read_bytes()))
    with chromium() as opened:
        page = opened.new_page(viewport=DESK)
        page.goto(f"http://127.0.0.1:{port}/jobs/{view['id']}/measure")
        page.locator("[data-dimension=Length]").wait_for()
        page.evaluate(WATCH_EDITS)
        for number in range(45):
            type_length(page, f"{900 + number} mm", number + 1)
        edits: list[float] = page.evaluate("window.edits")
        say("edit to all figures updated", edits[5:], f"aim p95 60 ms; {len(edits) - 5} edits in Chromium")
        dragged(page)
        page.wait_for_timeout(1000)
        began = time.perf_counter()
        page.get_by_role("radio", name="3D").click()
        page.locator("[data-drawn]").wait_for()
        print(f"{'first picture in the round':34} {(time.perf_counter() - began) * 1000:8.0f} ms   software WebGL")


def staying_edits(port: int) -> None:
    """The same of each demo job that stays where it is cast: another thickness, typed under Measure."""
    with chromium() as opened:
        for file in DEMO:
            job = read_job_file(file.read_bytes()).job
            if not any(piece.stays for piece in job.pieces):
                continue
            view = json.loads(Caller(port).ask("POST", "/api/jobs/from-file", file.read_bytes()))
            page = opened.new_page(viewport=DESK)
            page.goto(f"http://127.0.0.1:{port}/jobs/{view['id']}/measure")
            field = page.locator("[data-field$='/0/thickness']").get_by_role("button").first
            field.wait_for()
            page.evaluate(WATCH_EDITS)
            for number in range(1, 31):
                field.click()
                page.keyboard.press("ControlOrMeta+a")
                page.keyboard.type(f"{job.pieces[0].thickness.mm + number / 10:.1f} mm")
                page.keyboard.press("Enter")
                page.wait_for_function("count => window.edits.length >= count", arg=number)
            edits: list[float] = page.evaluate("window.edits")
            say(f"the same, {job.name}", edits[5:], f"aim p95 60 ms; {len(edits) - 5} edits in Chromium")
            page.close()


def dragged(page: Page) -> None:
    """A sink dragged back: from each move of the hand to the frame with the volume of that place."""
    sink = page.locator("[data-feature=sink]").bounding_box()
    assert sink is not None
    page.evaluate(WATCH_DRAG)
    x, y = sink["x"] + 60, sink["y"] + sink["height"] / 2 + 30
    page.mouse.move(x, y)
    page.keyboard.down("Alt")  # not drawn to lines, on which the figures would rest
    page.mouse.down()
    for step in range(1, 41):
        page.mouse.move(x, y - step * 2)
        page.wait_for_timeout(120)
    page.mouse.up()
    page.keyboard.up("Alt")
    times: list[float] = page.evaluate("window.drags")
    say("drag to figures", times[3:], f"aim p95 60 ms; {len(times) - 3} moves in Chromium")


def type_length(page: Page, text: str, count: int) -> None:
    """Types a length on the drawing and waits until it is there."""
    page.locator("[data-dimension=Length]").click()
    page.get_by_role("textbox", name="Length", exact=True).fill(text)
    page.keyboard.press("Enter")
    page.wait_for_function("count => window.edits.length >= count", arg=count)


def first_load() -> None:
    """What a first visit fetches, compressed."""
    dist = ROOT / "web" / "dist"
    page = (dist / "index.html").read_text()
    scripts = [part.split('"')[0] for part in page.split('src="/')[1:]]
    sizes = [min(file.stat().st_size for file in dist.glob(f"{script}*")) for script in scripts]
    print(f"{'script on first load':34} {sum(sizes) / 1000:.1f} KB compressed   aim under 250 KB")


if __name__ == "__main__":
    main()
