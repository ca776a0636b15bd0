"""Four months of records for the demo: the same every time but for the day that they end on, which is today."""

import io
import math
import random
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from uuid import UUID, uuid5
from zoneinfo import ZoneInfo

from PIL import Image, ImageDraw, ImageFilter
from sqlalchemy import func, select, update

from ops.demo_machine import AtMachine
from ulbrek.api.services.finishing import FinishSheet, Writing, finish_sheet
from ulbrek.api.services.runs import make_sheet
from ulbrek.core.buying.demand import rests, takes
from ulbrek.core.cure.history import Method
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.moulds import MouldMade
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.plan.plan import plan
from ulbrek.core.plan.result import Plan
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.pour.state import run_state
from ulbrek.core.records.casting import State
from ulbrek.core.records.record import AT_ONCE
from ulbrek.files.photo import clean_photo
from ulbrek.store.database import Records
from ulbrek.store.defects import CAUSE, YES
from ulbrek.store.entries import Entry
from ulbrek.store.jobs import ListedJob
from ulbrek.store.log import Observation
from ulbrek.store.members import Told
from ulbrek.store.models import JobRevisionRow, PourRow
from ulbrek.store.poured import StoredPour
from ulbrek.store.pours import BegunWith, Fill, PourTake, part_of_job
from ulbrek.store.stock import ItemKind, NewLot

PEOPLE = (
    Told("Studio lead", "in", 20.0), Told("Kiln technician", "mm"), Told("Bench member", "mm", 18.0),
    Told("Yard volunteer", "in"),
)  # fmt: skip
CURRENCY = "CAD"
CUP_L = 0.24


@dataclass(frozen=True)
class Fate:
    """What becomes of some castings of a pour: the state, so many days after it, and why."""

    castings: tuple[int, ...]
    state: State
    days: float
    note: str = ""


@dataclass(frozen=True)
class Flaw:
    """A defect: of which casting, so many hours after the pour, what and of which kind; what was said of it since."""

    casting: int
    hours: float
    text: str
    kind: str
    so: tuple[str, ...] = ()
    cause: str = ""


@dataclass(frozen=True)
class Past:
    """A pour of the past: so many days ago, at an hour, of a job by its number, in a mould or not."""

    days_ago: int
    hour: float
    job: str
    name: str
    count: int
    mould: str = ""
    who: int = 0
    wet: float = 0.0  # cups of water over the usual, a bag
    fates: tuple[Fate, ...] = ()
    notes: tuple[tuple[float, str], ...] = ()  # hours after water in, and what was noted
    defects: tuple[Flaw, ...] = ()
    in_use: bool = True
    strengths: tuple[tuple[float, Method, float], ...] = ()  # hours after, how it was tested, and what it gave [MPa]
    damp_sheets: tuple[float, ...] = ()  # hours after at which a sheet was still damp


# What is true of this shop, and how its pours scatter about it: it sets sooner and a bag gives less than is printed.
SETS, SETS_SCATTER, YIELDS, YIELDS_SCATTER = 0.87, 0.06, 0.965, 0.012
SOAKS, MIXES, PLACES = 1.2, 1.3, 0.9  # its sealer, its mixing and its placing, as shares of what is planned
LOGS_SINCE, LOGS_UNTIL = 101, 21  # days ago: tests of set and what is left over
MOST_STEPS = 200  # of a run sheet, after its batches
LATE = 50  # days ago, when the mixer had stood in the frost and nobody thought of it
STEP, WEIGHT = "Stepping-slab mould", "Press-weight mould"
KILN = "Stepping slabs to the kiln shed"
PASTS = (
    Past(119, 9, "5", KILN, 4, STEP, 1, notes=((2.2, "Bleed water gone after two hours, breezy."),)),
    Past(114, 9.5, "5", KILN, 4, STEP, 1),
    Past(109, 10, "5", KILN, 4, STEP, 3,
         defects=(Flaw(2, 48, "Corner knocked off in stripping, rubbed in with slurry.", "crumbling edge"),)),
    Past(101, 14, "3", "Press weights 1 and 2", 2, WEIGHT, 0),
    Past(94, 10, "4", "Courtyard bench seat, first try", 1, "", 0, 0.6,
         (Fate((0,), "failed", 2.3, "Cracked across the middle when it was turned flat instead of on edge."),),
         ((1.0, "Looked soupy; a cup went in twice."),),
         (Flaw(0, 55, "Crack right across, 12 mm open at the back.", "crack across", ("lifted_early",), "handle"),)),
    Past(87, 9, "5", "Stepping slabs to the bins", 4, STEP, 3),
    Past(82, 9, "5", "Stepping slabs to the bins", 4, STEP, 3, 0.2),
    Past(71, 13, "3", "Press weights 3 and 4", 2, WEIGHT, 2, notes=((0.4, "Packed by hand, sander on the mould."),)),
    Past(64, 9, "2", "Wedging table block, first try", 1, "", 2, -0.9,
         (Fate((0,), "failed", 1.4, "Stone pockets all along the front: mixed too dry and not worked into the edge."),),
         (), (Flaw(0, 33, "Bare stone along the front edge, 60 mm deep.", "stone pockets", ("not_worked",)),)),
    Past(62, 9, "drained-field", "", 5, "", 3, notes=((7.0, "Strips out of the channels, edges hold."),)),
    Past(55, 11, "5", "Stepping slabs to the pond", 4, STEP, 1),
    Past(50, 11, "5", "Stepping slabs to the pond", 4, STEP, 1,
         defects=(Flaw(1, 70, "Pinholes over a hand's breadth.", "pinholes"),)),
    Past(44, 8, "kiln-pad", "", 1, "", 3, notes=((3.1, "Broomed across the fall; the groover left clean lines."),)),
    Past(33, 10, "2", "Wedging table block, second", 1, "", 2, notes=((1.2, "Shaken from the bottom up this time."),)),
    Past(30, 8, "path-to-the-gate", "", 1, "", 3, notes=((0.6, "Placed from the gate end, two barrows in turn."),)),
    Past(21, 10, "5", "Stepping slabs, spare", 2, STEP, 3),
    Past(12, 9, "glaze-counter", "", 1, "", 2, notes=((1.1, "Front form tapped twice along; no bubbles at the end."),)),
    Past(7, 10, "4", "", 1, "", 0, notes=((0.8, "Flow just right with a cup over the start."),), in_use=False,
         strengths=((72, "cube", 15.5), (72, "rebound", 14.0)), damp_sheets=(160,)),
    Past(2, 14, "3", "", 2, WEIGHT, 0, in_use=False),
    Past(1, 9, "1", "", 1, "", 1, in_use=False),
)  # fmt: skip


def begun_with(job: Job, shop: Shop, fills: Sequence[Fill], takes: Sequence[PourTake] = ()) -> BegunWith:
    """What a pour of a small job is begun with: the part that it fills, planned.

    Args:
        job: the whole of it
        shop: the shop it is made in
        fills: what is filled
        takes: what is taken from stock
    """
    part = part_of_job(job, fills)
    return BegunWith(part, plan(part, shop), fills, takes)


def load_demo_records(records: Records, jobs: Mapping[str, ListedJob], now: datetime) -> None:
    """Puts the demo's past into its shop.

    Args:
        records: of the shop, with its jobs in it
        jobs: by number, the demo's jobs
        now: the moment at which it is looked at
    """
    _Past(records, jobs, now).tell()


class _Past:
    def __init__(self, records: Records, jobs: Mapping[str, ListedJob], now: datetime) -> None:
        self.records, self.jobs, self.now = records, dict(jobs), now
        self.shop = records.shop()
        self.place: ZoneInfo = self.shop.shop.hours.place
        self.dice = random.Random(1862)  # noqa: S311 - the same past every time
        self.chance = random.Random(74)  # noqa: S311 - the same
        shop_id = self.shop.id
        self.people = [records.members(shop_id).add(told).id for told in PEOPLE]
        self.pours, self.castings = records.pours(shop_id), records.castings(shop_id)
        self.log, self.stock, self.forms = records.log(shop_id), records.stock(shop_id), records.forms(shop_id)
        self.cavities: dict[str, tuple[UUID, ...]] = {}
        self.moulds: dict[str, UUID] = {}
        self.lots: dict[str, UUID] = {}
        self.by_name: dict[str, ListedJob] = {}

    def tell(self) -> None:
        """All of it, oldest first."""
        self._moulds()
        self._stock()
        for past in PASTS:
            self._pour(past)
        for name, job in self.by_name.items():
            if name:
                self.records.jobs(self.shop.id).archive(job.id)
        self._after()
        self._date_jobs()

    def _date_jobs(self) -> None:
        """Jobs are begun days before they are poured, not while this is loaded."""
        first = select(func.min(PourRow.poured_at)).where(PourRow.job_id == JobRevisionRow.job_id).scalar_subquery()
        drawn = func.coalesce(first, self.now) - timedelta(days=3)
        self.records.session.execute(update(JobRevisionRow).values(created_at=drawn))

    def _moulds(self) -> None:
        moulds: tuple[tuple[str, str, int, int, int, int, str, MouldMade], ...] = (
            (STEP, "step", 4, 15, 6, 6, "Corner joints of the ring", "film-faced ply"),
            (WEIGHT, "weight", 2, 60, 20, 0, "Lettering plate", "sheet plastic"),
        )
        for name, piece, cavities, life, service, used, weakest, made_of in moulds:
            form = self.forms.build(name, [piece] * cavities)
            self.forms.keep(form.id, life, service, used, weakest, made_of)
            self.moulds[name], self.cavities[name] = form.id, tuple(one.id for one in form.cavities)
        repaired = self._at(90, 16)
        self.forms.note(
            self.moulds[STEP], "repaired", Entry(repaired, "Two corners screwed anew.", self.people[1]), "Ring"
        )

    def _stock(self) -> None:
        kept: tuple[tuple[ItemKind, str, str, str, tuple[tuple[int, float, float, str], ...]], ...] = (
            ("bag", "ordinary/25kg", "Ordinary bagged mix, 25 kg", "bags",
             ((121, 40, 8.9, "pallet B-114"), (60, 30, 9.2, "pallet C-020"), (9, 24, 9.4, "pallet C-077"))),
            ("bag", "ordinary/60lb", "Ordinary bagged mix, 60 lb", "bags", ((20, 10, 7.8, "C-060"),)),
            ("bag", "ordinary/80lb", "Ordinary bagged mix, 80 lb", "bags", ((100, 14, 9.6, "B-120"),)),
            ("sheet", "melamine-16", "Melamine board 16 mm", "sheets", ((118, 6, 54.0, ""), (30, 4, 56.5, ""))),
            ("sheet", "film-ply-18", "Film-faced plywood 18 mm", "sheets", ((118, 2, 79.0, ""),)),
            ("foam", "foam-50", "Rigid foam 50 mm (2 in)", "sheets", ((40, 2, 31.0, ""),)),
            ("bar", "6", "6 mm bar", "bars", ((118, 8, 7.4, ""),)),
            ("bar", "3", "#3 bar (3/8 in)", "bars", ((40, 5, 11.2, ""),)),
            ("mesh", "fine-50", "Fine mesh 2.5 mm, 50 mm squares", "sheets", ((118, 5, 24.0, ""),)),
            ("hardware", "screws", "Screws", "boxes", ((118, 6, 12.5, ""),)),
            ("supply", "sealant", "Sealant", "cartridges", ((118, 12, 7.9, ""),)),
            ("supply", "tape", "Packing tape", "rolls", ((118, 6, 3.2, ""),)),
            ("supply", "oil", "Form oil", "l", ((118, 5, 9.0, ""),)),
        )  # fmt: skip
        for kind, material, name, unit, lots in kept:
            item = self.stock.add_item(kind, material, name, unit)
            for days, quantity, price, label in lots:
                lot = NewLot(quantity, label, price, CURRENCY)
                self.stock.add_lot(item, lot, Entry(self._at(days, 15), member_id=self.people[0]))

    def _pour(self, past: Past) -> None:
        job = self._job(past)
        at, who = self._at(past.days_ago, past.hour), self.people[past.who]
        piece = job.job.pieces[0].id
        cavities = self.cavities.get(past.mould, ())
        if past.mould:
            oiled = Entry(at - timedelta(hours=1), member_id=who)
            self.forms.note(self.moulds[past.mould], "oiled", oiled)
        part = job.job.model_copy(update={"pieces": (job.job.pieces[0].model_copy(update={"count": past.count}),)})
        taken = list(self._taken(part, at, mould=bool(past.mould)))
        pour_id = self.pours.begin(
            job,
            self.shop.revision,
            begun_with(job.job, self.shop.shop, [Fill(piece, past.count, cavities)], taken),
            Entry(at, member_id=who),
        )
        self.pours.water_in(pour_id, Entry(at, member_id=who))
        self._mix(pour_id, part, past, at)
        self._timed(pour_id, part, past)
        self._leftovers(part, pour_id, at, mould=bool(past.mould))
        for hours, note in past.notes:
            self._note(Observation("note", note, pour_id=pour_id), at + timedelta(hours=hours), who)
        for hours, method, mpa in past.strengths:
            tested = Observation("strength", pour_id=pour_id, method=method, strength_mpa=mpa)
            self._note(tested, at + timedelta(hours=hours), who)
        for hours in past.damp_sheets:
            damp = Observation("test", "Drops under the sheet.", pour_id=pour_id, act="seal", ready=False)
            self._note(damp, at + timedelta(hours=hours), who)
        self._watched(pour_id, past, at)
        self._acts(pour_id, past, at)
        pour = self.pours.get(pour_id)
        for flaw in past.defects:
            left, front, right, back = shape_of(part.pieces[0]).outline.box
            spot = Observation(
                "defect", flaw.text, casting_id=pour.castings[flaw.casting].id, defect=flaw.kind,
                x_mm=round((right - left) * 0.7), y_mm=round((back - front) * 0.2), face="top",
            )  # fmt: skip
            seen = self._note(spot, at + timedelta(hours=flaw.hours), who)
            if seen is not None:
                self.records.photos(self.shop.id).add(seen, clean_photo(_picture(len(flaw.text))))
                defects = self.records.defects(self.shop.id)
                for fact in flaw.so:
                    defects.say(seen, fact, YES)
                if flaw.cause:
                    defects.say(seen, CAUSE, flaw.cause)
        self._weigh(pour, past, at)

    def _job(self, past: Past) -> ListedJob:
        """The demo's own job, or one like it under a name of its own."""
        if not past.name:
            return self.jobs[past.job]
        if past.name not in self.by_name:
            like = self.jobs[past.job].job
            cure = like.cure.model_copy(update={"poured_at": None})
            document = like.model_copy(update={"name": past.name, "cure": cure})
            self.by_name[past.name] = self.records.jobs(self.shop.id).create(document, "Created")
        return self.by_name[past.name]

    def _taken(self, job: Job, at: datetime, mould: bool) -> Iterator[PourTake]:
        items = {(item.kind, item.material): item for item in self.stock.all()}
        for take in takes(job, self.shop.shop, plan(job, self.shop.shop)):
            if mould and take.of_form:
                continue
            item = items.get((take.kind, take.material))
            wanted = take.quantity
            for lot in item.lots if item else ():
                if lot.length_mm is None and lot.received_on <= at.date() and wanted > 0 and lot.free > 0:
                    quantity = min(wanted, lot.free)
                    wanted -= quantity
                    yield PourTake(lot.id, quantity)

    def _mix(self, pour_id: UUID, part: Job, past: Past, at: datetime) -> None:
        mixed = plan(part, self.shop.shop).mix
        whole = mixed.bags.value - 1  # the bag over stays closed
        dose = mixed.water_planned_l + past.wet * CUP_L
        done = 0.0
        while done < whole:
            bags = min(mixed.bags_per_batch, whole - done)
            when = at + timedelta(minutes=18 * done / max(mixed.bags_per_batch, 0.25))
            water = round(bags * dose * (1 + self.dice.uniform(-0.012, 0.012)), 2)
            if when < self.now:
                self.pours.mix(pour_id, bags, water, Entry(when, member_id=self.people[past.who]))
            done += bags

    def _timed(self, pour_id: UUID, part: Job, past: Past) -> None:
        """The run sheet as it was ticked: each batch as it was timed, and all that comes before and after."""
        if not LOGS_UNTIL <= past.days_ago <= LOGS_SINCE:
            return
        pour, sheet = self.pours.get(pour_id), make_sheet(part, self.shop.shop, plan(part, self.shop.shop)).sheet
        entries = list[RunEntry]()

        def tick(step: str, at: datetime, kind: str = "did", **more: float) -> None:
            told = {"kind": kind, "at": at, "member_id": self.people[past.who], "step": step}
            entries.append(RunEntry.model_validate({**told, "id": uuid5(pour_id, f"{kind} {step}"), **more}))

        at = placed = pour.batches[0].at
        for number, ready in enumerate(sheet.ready):
            tick(ready.id, at - timedelta(minutes=5 * (len(sheet.ready) - number)))
        for number, batch in enumerate(pour.batches, 1):
            mixing = batch.bags * pour.job.mix.minutes_mixing * MIXES * math.exp(self.chance.gauss(0, 0.12))
            placing = batch.bags * pour.job.mix.minutes_placing * PLACES * math.exp(self.chance.gauss(0, 0.15))
            of, at = f"batch/{number}", batch.at
            tick(f"{of}/water", at, bags=batch.bags, water_l=batch.water_l)
            tick(f"{of}/mixed", at := at + timedelta(minutes=mixing), bags=batch.bags, water_l=batch.water_l)
            placed = max(at, placed) + timedelta(minutes=placing)
            tick(f"{of}/place", placed)
        at = placed
        for _ in range(MOST_STEPS):
            state = run_state(sheet, entries, at.timestamp() * 1000)
            step = state.placer or state.mixer
            if step is None:
                break
            due = datetime.fromtimestamp(next(one.at for one in state.steps if one.id == step) / 1000, UTC)
            at = max(at + timedelta(minutes=2), due)
            tick(step, at, "skip" if step.startswith("batch/") else "did")
        self.records.runs(self.shop.id).add(pour_id, entries)

    def _watched(self, pour_id: UUID, past: Past, at: datetime) -> None:
        """When it could be floated, between two tests; and what was left over when the forms were full."""
        if not LOGS_UNTIL <= past.days_ago <= LOGS_SINCE:
            return
        who, pour = self.people[past.who], self.pours.get(pour_id)
        planned = plan(pour.job, self.shop.shop, AT_ONCE)
        act = next((one for one in planned.cure.acts if one.id == "float" and one.piece is None), None)
        share = 1.55 if past.days_ago == LATE else SETS * math.exp(self.chance.gauss(0, SETS_SCATTER))
        if act is not None:
            for ready, off in ((False, 0.93), (True, 1.06)):
                seen = Observation("test", pour_id=pour_id, act="float", ready=ready)
                self._note(seen, at + timedelta(hours=act.hours.value * share * off), who)
        bags = sum(one.bags for one in pour.batches)
        gave = bags * planned.mix.bag_yield.value * YIELDS * math.exp(self.chance.gauss(0, YIELDS_SCATTER))
        filled = sum(one.measure.volume.value * one.count for one in planned.pieces)
        left = Observation("left over", pour_id=pour_id, volume_l=round(max(0.0, gave - filled), 1))
        self._note(left, at + timedelta(hours=0.8), who)

    def _leftovers(self, part: Job, pour_id: UUID, at: datetime, mould: bool) -> None:
        items = {(item.kind, item.material): item.id for item in self.stock.all(spent=True)}
        if mould:
            return
        for rest in rests(plan(part, self.shop.shop))[:1]:
            item = items.get(("sheet", rest.material))
            if item is not None:
                size = NewLot(1, "offcut", length_mm=rest.length_mm, width_mm=rest.width_mm, kind="left over")
                self.stock.add_lot(item, size, Entry(at), pour_id)

    def _acts(self, pour_id: UUID, past: Past, at: datetime) -> None:
        failed = {fate.days * 24: fate for fate in past.fates}
        gone = min(failed, default=math.inf)
        shop, who = self.shop.shop, self.people[past.who]
        pour = self.pours.get(pour_id)
        last = at
        planned = plan(pour.job, shop, AT_ONCE)
        sheet = finish_sheet(planned)
        finished: dict[str, datetime] = {}
        for act in plan(pour.job, shop, pour.record).cure.acts:
            if act.is_state and not (act.id == "install" and past.in_use):
                continue
            when = max((act.at or at) + timedelta(minutes=self.dice.randint(4, 95)), last + timedelta(minutes=5))
            last = when
            if (when - at).total_seconds() / 3600 >= gone or when >= self.now:
                continue
            if sheet.acts.get(act.id):
                finished[act.id] = when
            else:
                if act.id == "carry" and not sheet.acts:
                    finished[act.id] = when
                self.pours.did(pour_id, act.id, act.piece, Entry(when, member_id=who))
        used = self._used(planned) if LOGS_UNTIL <= past.days_ago <= LOGS_SINCE else {}
        self._at_the_machine(pour_id, sheet, finished, who, used)
        castings = self.pours.get(pour_id).castings
        for fate in past.fates:
            for number in fate.castings:
                entry = Entry(at + timedelta(days=fate.days), fate.note, who)
                self.castings.advance(castings[number].id, fate.state, entry)

    def _used(self, planned: Plan) -> dict[str, dict[str, float]]:
        """By piece and coat, what went on one casting [l], as somebody measured it."""
        return {
            piece.id: {
                f"coat/{coat.number}": round(coat.goes_on.value * SOAKS * math.exp(self.chance.gauss(0, 0.08)), 3)
                for coat in piece.finish.coats
            }
            for piece in planned.pieces
        }

    def _at_the_machine(
        self,
        pour_id: UUID,
        sheet: FinishSheet,
        done: Mapping[str, datetime],
        who: UUID,
        used: Mapping[str, Mapping[str, float]],
    ) -> None:
        """What was written down at the machine, each step until its act was done."""
        pour = self.pours.get(pour_id)
        entries = [
            entry
            for number, casting in enumerate(pour.castings)
            for entry in AtMachine(
                sheet, casting, who, timedelta(minutes=35 * number), used.get(casting.piece, {})
            ).entries(done)
            if entry.at < self.now
        ]
        if entries:
            self.records.finishes(self.shop.id).add(pour_id, entries)
            Writing(self.records, self.shop.id, pour, sheet).write(entries, self.now)

    def _weigh(self, pour: StoredPour, past: Past, at: datetime) -> None:
        if past.mould != WEIGHT:
            return
        mass = plan(pour.job, self.shop.shop, pour.record).pieces[0].handling.mass.value
        for casting in pour.castings:
            cast = 1 + self.dice.uniform(-0.006, 0.006)
            for days, share in ((2.2, 0.955), (30, 0.9402), (38, 0.94)):
                told = round(mass * share * cast, 2)
                seen = Observation("weighing", "", casting_id=casting.id, mass_kg=told)
                self._note(seen, at + timedelta(days=days), self.people[past.who])

    def _after(self) -> None:
        """Counting day, and the probe in what was poured last."""
        counted = Entry(self._at(12, 17), "Counting day: one bag wet through", self.people[0])
        for item in self.stock.all():
            if (item.kind, item.material) == ("bag", "ordinary/80lb") and item.lots:
                self.stock.move(item.lots[0].id, "counted", max(0, item.lots[0].on_hand - 1), counted)
        sensors = self.records.sensors(self.shop.id)
        probe = sensors.add("Probe in the concrete", "concrete").id
        newest = self.pours.page(limit=1)[0]
        assert newest.poured_at is not None  # noqa: S101 - the last of the past is poured
        sensors.place(probe, newest.id, newest.poured_at)
        readings = []
        when = newest.poured_at
        while when < self.now:
            hours = (when - newest.poured_at).total_seconds() / 3600
            day = 2.0 * math.sin((when.astimezone(self.place).hour - 9) / 24 * math.tau)
            readings.append((when, round(18.5 + 3.5 * math.exp(-(((hours - 9) / 6) ** 2)) + day, 2)))
            when += timedelta(minutes=10)
        sensors.read(probe, readings)

    def _note(self, seen: Observation, at: datetime, who: UUID) -> UUID | None:
        return self.log.add(seen, Entry(at, member_id=who)) if at < self.now else None

    def _at(self, days_ago: int, hour: float) -> datetime:
        """So many days ago, at an hour of the place (UTC)."""
        day = self.now.astimezone(self.place).replace(
            hour=int(hour), minute=int(hour % 1 * 60), second=0, microsecond=0
        )
        return (day - timedelta(days=days_ago)).astimezone(UTC)


def _picture(seed: int) -> bytes:
    """A patch of concrete with pits and a crack, drawn."""
    dice = random.Random(seed)  # noqa: S311 - the same picture every time
    image = Image.effect_noise((800, 600), 34).convert("RGB")
    image = Image.blend(image, Image.new("RGB", image.size, (168, 165, 158)), 0.72).filter(
        ImageFilter.GaussianBlur(1.2)
    )
    draw = ImageDraw.Draw(image)
    for _ in range(70):
        x, y, size = dice.randint(0, 800), dice.randint(0, 600), dice.randint(2, 9)
        draw.ellipse((x, y, x + size, y + size), fill=(96, 94, 90))
    x, y = 60, 320 + dice.randint(-60, 60)
    while x < 760:
        to = (x + dice.randint(8, 26), y + dice.randint(-11, 11))
        draw.line((x, y, *to), fill=(58, 56, 54), width=dice.randint(2, 4))
        x, y = to
    written = io.BytesIO()
    image.save(written, "PNG")
    return written.getvalue()
