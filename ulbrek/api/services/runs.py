"""Pours as they are run: the sheet of a pour, and what its entries write into the records."""

from collections.abc import Iterator, Sequence
from contextlib import contextmanager, suppress
from datetime import UTC, datetime
from threading import Lock
from uuid import UUID, uuid5

from cachetools import LRUCache

from ulbrek.api.services.plans import Plans
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.buying.demand import Take, takes
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.briefs.pour import pour_brief
from ulbrek.core.plan.result import Plan
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.pour.result import BatchNow, RunState
from ulbrek.core.pour.said import kept, template
from ulbrek.core.pour.sheet import RunSheet
from ulbrek.core.pour.state import run_state
from ulbrek.core.pour.station import run_sheet
from ulbrek.core.records.record import AT_ONCE
from ulbrek.store.database import Records
from ulbrek.store.entries import FAST_CLOCK, Entry
from ulbrek.store.errors import RefusedEntryError
from ulbrek.store.log import Observation
from ulbrek.store.poured import StoredPour
from ulbrek.store.shops import StoredShop

_MOST_SHEETS = 60
_TRIFLE = 1e-6
_ACTS = ("float", "edge", "broom", "trowel", "cover")


@dataclass(frozen=True, slots=True)
class Missing:
    """What a pour takes and the shop keeps in stock, but has not enough of: so much is missing, in the stock's unit."""

    name: str
    quantity: float
    unit: str


@dataclass(frozen=True, slots=True)
class Made:
    """The run sheet of a pour, and what it takes from stock."""

    sheet: RunSheet
    takes: tuple[Take, ...]


def make_sheet(job: Job, shop: Shop, planned: Plan) -> Made:
    """The run sheet of a plan; its forms are cut through and measured, which takes a while."""
    cast = tuple(one for one in takes(job, shop, planned) if not one.of_form)
    return Made(run_sheet(pour_brief(job, planned)), cast)


def missing(records: Records, shop_id: UUID, pour: StoredPour, made: Made) -> list[Missing]:
    """What is not on the shelf of what a pour takes; nothing once its water is in, nor what the shop never keeps."""
    if pour.poured_at is not None:
        return []
    stock = records.stock(shop_id)
    kept = {(one.kind, one.material): one for one in stock.all()}
    own: dict[UUID, float] = {}
    for one in stock.of_pour(pour.id):
        own[one.item_id] = own.get(one.item_id, 0.0) + one.reserved + one.used
    found = []
    for take in made.takes:
        item = kept.get((take.kind, take.material))
        short = take.quantity - own.get(item.id, 0.0) - max(0.0, item.free) if item else 0.0
        if short > _TRIFLE:
            found.append(Missing(take.name, short, take.unit))
    return found


def people(records: Records, shop: StoredShop, pour: StoredPour) -> list[str]:
    """By name, whoever is asked to a pour, and whom its job was planned with."""
    asked = set(records.asked(shop.id).of_pour(pour.id))
    planned = set(pour.job.handling.there)
    names = [one.name for one in records.members(shop.id).all() if one.id in asked]
    return list(dict.fromkeys([*names, *(one.name for one in shop.shop.people if one.id in planned)]))


class Runs:
    """The run sheets of one application; a pour's is made once."""

    def __init__(self, plans: Plans) -> None:
        """Sheets of pours that are planned there."""
        self._plans = plans
        self._sheets: LRUCache[tuple[UUID, int], Made] = LRUCache(_MOST_SHEETS)
        self._lock = Lock()

    def of(self, pour: StoredPour, shop: StoredShop) -> Made:
        """The run sheet of a pour, as its shop stands now, and what it takes.

        Raises:
            NotPlannedError: when what it fills cannot be planned
        """
        key = (pour.id, shop.revision)
        with self._lock:
            found = self._sheets.get(key)
        if found is None:
            planned = self._plans.make(pour.job, shop.shop, AT_ONCE, shop.known)
            found = self._plans.near_or_apart([pour.job], make_sheet, pour.job, shop.shop, planned)
            with self._lock:
                self._sheets[key] = found
        return found


def now_ms() -> float:
    """Milliseconds since 1970."""
    return round(datetime.now(UTC).timestamp() * 1000)


def in_time(entry: RunEntry) -> RunEntry:
    """An entry whose time is still to come happened now: its device's clock runs ahead."""
    now = datetime.now(UTC)
    return entry if entry.at <= now + FAST_CLOCK else entry.model_copy(update={"at": now, "said_at": entry.at})


class Writing:
    """What a run writes into the records of its pour."""

    def __init__(self, records: Records, shop_id: UUID, pour: StoredPour, sheet: RunSheet) -> None:
        """Writes there, of this pour by this sheet."""
        self.records, self.shop_id, self.pour, self.sheet = records, shop_id, pour, sheet
        self._said_it = False

    def write(self, entries: Sequence[RunEntry]) -> RunState:
        """Brings the records to what all entries say: batches, acts, tests and notes; what was taken back goes.

        Args:
            entries: all of the pour's
        """
        state = run_state(self.sheet, entries, now_ms())
        told = kept(entries)
        # Whether what the records know of the first water was said here, maybe by an entry that was taken back.
        self._said_it = self.pour.poured_at in {one.at for one in entries if (one.step or "").startswith("batch/")}
        self._batches(state, told)
        self._acts(state)
        self._temperatures(entries, {one.id for one in told})
        self._notes(entries, {one.id for one in told})
        return state

    def _batches(self, state: RunState, told: Sequence[RunEntry]) -> None:
        pours, runs = self.records.pours(self.shop_id), self.records.runs(self.shop_id)
        if state.begun_at is None:
            return
        begun = _at(state.begun_at)
        if self.pour.poured_at is None:
            pours.water_in(self.pour.id, Entry(begun, member_id=_who(told, "water")))
        elif begun != self.pour.poured_at and (begun < self.pour.poured_at or self._said_it):
            late = Entry(begun, "An entry of the day came late.", _who(told, "water"))
            with self._as_far_as_it_goes():
                pours.water_was_in(self.pour.id, late)
        wanted = {self._key(one): one for one in state.batches if one.mixed_at is not None}
        there = runs.batches(self.pour.id)
        for key, stands in there.items():
            if stands and key not in wanted:
                pours.unmix(self.pour.id, key)
        for key, batch in wanted.items():
            if key in there:
                continue
            at = Entry(_at(batch.water_at or batch.mixed_at or 0.0), key=key)
            with self._as_far_as_it_goes():
                pours.mix(self.pour.id, batch.bags, batch.water_l, at, shares=self._shares(batch))
        runs.mark(wanted, ())

    @contextmanager
    def _as_far_as_it_goes(self) -> Iterator[None]:
        """What the records refuse, such as a batch before the water that somebody corrected by hand, stays an entry."""
        with suppress(RefusedEntryError), self.records.session.begin_nested():
            yield

    def _key(self, batch: BatchNow) -> UUID:
        said = f"{batch.number} {batch.bags:g} {batch.water_l:.3f} {batch.water_at:.0f} {batch.mixed_at:.0f}"
        return uuid5(self.pour.id, f"batch {said}")

    def _shares(self, batch: BatchNow) -> dict[UUID, float]:
        """By casting, what part of a batch goes there: one form after another, those of a set together."""
        whole = batch.to_l - batch.from_l
        shares: dict[UUID, float] = {}
        for fill in self.sheet.fills:
            there = (min(batch.to_l, fill.to_l) - max(batch.from_l, fill.from_l)) * fill.share
            castings = [one.id for one in self.pour.castings if one.piece == fill.piece][fill.first :][: fill.count]
            if there > 0:
                shares |= dict.fromkeys(castings, there / whole / len(castings))
        return shares

    def _acts(self, state: RunState) -> None:
        """An act on fresh concrete is one of the pour: done when it is done to every form."""
        pours, runs = self.records.pours(self.shop_id), self.records.runs(self.shop_id)
        if runs.poured_at(self.pour.id) is None:
            return
        wanted: dict[UUID, tuple[str, datetime]] = {}
        for act in _ACTS:
            steps = [one for one in state.steps if one.id.startswith(f"{act}/")]
            if steps and all(one.status == "done" for one in steps):
                at = max(one.at for one in steps)
                wanted[uuid5(self.pour.id, f"{act} {at:.0f}")] = act, _at(at)
        there = runs.acts(self.pour.id, _ACTS)
        for key, stands in there.items():
            if stands and key not in wanted:
                pours.undo(self.pour.id, key, Entry(datetime.now(UTC)))
        for key, (act, done_at) in wanted.items():
            if key not in there:
                with self._as_far_as_it_goes():
                    pours.did(self.pour.id, act, None, Entry(done_at, key=key))
        runs.mark((), wanted)

    def _temperatures(self, entries: Sequence[RunEntry], stands: set[UUID]) -> None:
        """What somebody read in the concrete is a reading of the pour, from its first water on."""
        read = [one for one in entries if one.celsius is not None]
        begun = self.records.runs(self.shop_id).poured_at(self.pour.id)
        if not read or begun is None:
            return
        sensors = self.records.sensors(self.shop_id)
        there = sensors.read_at(self.pour.id)
        for entry in read:
            if entry.id not in stands:
                if entry.at in there:
                    sensors.forget_by_hand(self.pour.id, entry.at)
            elif entry.at >= begun and entry.at not in there and entry.celsius is not None:
                with self._as_far_as_it_goes():
                    sensors.read_by_hand(self.pour.id, entry.at, entry.celsius)

    def _notes(self, entries: Sequence[RunEntry], stands: set[UUID]) -> None:
        """Notes, and tests that said “not yet”, are lines of the log; one that is taken back is corrected there."""
        log = self.records.log(self.shop_id)
        wanted: dict[UUID, tuple[Observation, RunEntry]] = {}
        for entry in entries:
            seen = self._seen(entry)
            if seen is None:
                continue
            key = uuid5(entry.id, "seen")
            wanted[key] = seen, entry
            if entry.id not in stands:
                gone = Observation("note", "Taken back", pour_id=self.pour.id, replaces=key)
                wanted[uuid5(entry.id, "taken back")] = gone, entry
        there = log.among(wanted)
        for key, (seen, entry) in wanted.items():
            if key not in there:
                log.add(seen, Entry(in_time(entry).at, member_id=entry.member_id, key=key))

    def _seen(self, entry: RunEntry) -> Observation | None:
        if entry.kind == "note" and entry.text.strip():
            return Observation("note", entry.text, pour_id=self.pour.id)
        if entry.kind == "skip" and entry.text.strip():
            return Observation("note", f"Left out: {entry.text}", pour_id=self.pour.id)
        if entry.kind == "covered":
            return Observation("note", "Open faces covered against rain.", pour_id=self.pour.id)
        act = (entry.step or "").split("/")[0]
        if entry.kind == "answer" and act in _ACTS and entry.answer == "not yet":
            return Observation("test", "Not yet", pour_id=self.pour.id, act=act, ready=False)
        return None


def _who(told: Sequence[RunEntry], what: str) -> UUID | None:
    return next((one.member_id for one in told if template(one.step or "") == f"batch/{{n}}/{what}"), None)


def _at(ms: float) -> datetime:
    return datetime.fromtimestamp(ms / 1000, UTC)
