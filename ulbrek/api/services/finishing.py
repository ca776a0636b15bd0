"""Castings at the machine: their sheets, and what entries write into the records of their pour."""

from collections.abc import Container, Iterator, Mapping, Sequence
from contextlib import contextmanager, suppress
from datetime import UTC, datetime
from uuid import UUID, uuid5

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.finish.alike import Difference, differences
from ulbrek.core.finish.entries import FinishEntry
from ulbrek.core.finish.inputs import Look
from ulbrek.core.finish.sheet import SheetStep, sheet_of
from ulbrek.core.finish.standing import NOTHING, FinishStanding, FinishStepNow, standing
from ulbrek.core.finish.young import YOUNG
from ulbrek.core.measure.result import Path
from ulbrek.core.plan.result import PiecePlan, Plan
from ulbrek.core.records.casting import COAT
from ulbrek.store.database import Records
from ulbrek.store.entries import FAST_CLOCK, Entry
from ulbrek.store.errors import RefusedEntryError
from ulbrek.store.log import Observation
from ulbrek.store.poured import StoredPour

_LOST = ("failed", "archived")


@dataclass(frozen=True, slots=True)
class FacePlan:
    """The face of a piece, as it is worked at the machine: its outline and openings [mm], and its steps."""

    piece: str
    look: Look
    name: str
    length_mm: float
    width_mm: float
    path: Path
    holes: tuple[Path, ...]
    area_m2: float
    steps: tuple[SheetStep, ...]


@dataclass(frozen=True, slots=True)
class FinishSheet:
    """What is done at the machine to the castings of a pour, piece by piece, and which steps make up which act."""

    faces: tuple[FacePlan, ...]
    acts: Mapping[str, tuple[str, ...]]

    def steps_of(self, piece: str) -> tuple[SheetStep, ...]:
        """The steps of one casting of a piece; none where nothing is done to it."""
        return next((one.steps for one in self.faces if one.piece == piece), ())


def finish_sheet(planned: Plan) -> FinishSheet:
    """What is done at the machine by a plan.

    Args:
        planned: of the job that was poured
    """
    faces = tuple(_face(one) for one in planned.pieces if one.finish.tasks)
    needs = [need.id for need in planned.finish.needs if not need.is_state]
    together = not any(one.startswith(COAT) for one in needs)
    acts = {need: tuple(_steps_of(need, faces, together=together)) for need in needs}
    return FinishSheet(faces, acts)


def _face(planned: PiecePlan) -> FacePlan:
    measured = planned.measure
    holes = tuple(path for one in measured.features if one.role == "through" for path in one.paths)
    return FacePlan(
        planned.id, planned.finish.look, planned.name, measured.length_mm, measured.width_mm, measured.path, holes,
        planned.finish.area.value, sheet_of(planned.finish),
    )  # fmt: skip


def _steps_of(act: str, faces: Sequence[FacePlan], *, together: bool) -> Iterator[str]:
    """The steps of an act of the plan: coats of one day are all of the sealing, else the first of them is."""
    for face in faces:
        slurried = False
        for step in face.steps:
            slurried = slurried or step.kind == "slurry"
            mine = {
                "grit": "hone" if slurried else "grind", "rout": "grind", "off": "hone",
                "open": YOUNG[face.look].id if face.look in YOUNG else "",
                "slurry": step.id.replace("/", "-"), "coat": step.id.replace("/", "-"),
            }.get(step.kind)  # fmt: skip
            if mine == act or (act == "seal" and step.kind == "coat" and (together or step.id == "coat/1")):
                yield step.id


def logged_in(
    sheet: FinishSheet, pour: StoredPour, entries: Sequence[FinishEntry], written: Container[UUID]
) -> dict[str, datetime]:
    """By step, when the log of the pour says that it was done; what a sealed casting has behind it is done with that.

    Args:
        sheet: of the pour
        pour: with the acts that were done
        entries: what was written at the machine, which the log only repeats
        written: the acts that were brought about by it
    """
    done = {one.act: one.at for one in reversed(pour.acts) if one.act in sheet.acts and one.id not in written}
    found = {step: at for act, at in done.items() for step in sheet.acts[act]}
    sealed, dry = done.get("seal"), pour.record.history.ready_at("seal")
    tested = sealed if dry is None else dry
    if tested is not None and not any(one.step == "test" for one in entries):
        found["test"] = tested
    if sealed is not None:
        found |= {one.id: sealed for face in sheet.faces for one in face.steps if one.kind in ("edges", "burnish")}
    return found


def standings(
    sheet: FinishSheet,
    pour: StoredPour,
    entries: Sequence[FinishEntry],
    now: datetime,
    logged: Mapping[str, datetime] = NOTHING,
) -> dict[UUID, FinishStanding]:
    """Where each casting of a pour stands, but for those that failed.

    Args:
        sheet: of the pour
        pour: with its castings
        entries: all of the pour's
        now: the moment it is asked for
        logged: by step, when the log says that it was done
    """
    return {
        casting.id: standing(
            sheet.steps_of(casting.piece), [one for one in entries if one.casting == casting.id], now, logged
        )
        for casting in pour.castings
        if sheet.steps_of(casting.piece) and casting.state not in _LOST
    }


def soonest_by(sheet: FinishSheet, planned: Plan) -> dict[str, datetime]:
    """When the first step of each act may begin at the soonest by the plan, as far as that is not done.

    Args:
        sheet: of the pour
        planned: of the pour, with what has happened
    """
    left = (act for act in planned.cure.acts if act.done_at is None)
    due = {act.id: act.earliest_at for act in left if act.earliest_at is not None}
    return {step: due[act] for act, steps in sheet.acts.items() if act in due for step in steps[:1]}


def unlike(sheet: FinishSheet, pour: StoredPour, found: Mapping[UUID, FinishStanding]) -> Iterator[Difference]:
    """What was not done alike to castings of one piece, or of pieces that must match and have the same steps.

    Args:
        sheet: of the pour
        pour: with its castings
        found: where each stands
    """
    sets = {piece.id: piece.matches for piece in pour.job.pieces}
    alike: dict[tuple[object, ...], list[FacePlan]] = {}
    for face in sheet.faces:
        of = sets.get(face.piece)
        key = (of, *(step.id for step in face.steps)) if of else (None, face.piece)
        alike.setdefault(key, []).append(face)
    for faces in alike.values():
        pieces = {face.piece for face in faces}
        mine = {one.id: found[one.id] for one in pour.castings if one.piece in pieces and one.id in found}
        yield from differences(faces[0].piece, faces[0].steps, mine)


def refuse_others(pour: StoredPour, entries: Sequence[FinishEntry]) -> None:
    """Refuses what is of no casting of the pour.

    Raises:
        RefusedEntryError: when one is
    """
    there = {one.id for one in pour.castings}
    for number, entry in enumerate(entries):
        if entry.casting not in there:
            raise RefusedEntryError(
                f"/entries/{number}/casting", "No such casting in this pour.", "Name one of the castings on its page."
            )


class Writing:
    """What entries at the machine write into the records of their pour."""

    def __init__(self, records: Records, shop_id: UUID, pour: StoredPour, sheet: FinishSheet) -> None:
        """Writes there, of this pour by this sheet."""
        self.records, self.shop_id, self.pour, self.sheet = records, shop_id, pour, sheet

    def write(self, entries: Sequence[FinishEntry], now: datetime) -> dict[UUID, FinishStanding]:
        """Brings the records to what all entries say: acts that are done to all castings, sheets that showed moisture.

        Args:
            entries: all of the pour's
            now: the moment it is asked for
        """
        found = standings(self.sheet, self.pour, entries, now)
        self._stripped(entries)
        self._acts(found)
        self._sheets_and_notes(entries)
        return found

    def _stripped(self, entries: Sequence[FinishEntry]) -> None:
        """What is at the machine is out of its form, whether or not anybody wrote that down."""
        if self.pour.poured_at is None:
            return
        at = {one.casting: one.at for one in sorted(entries, key=lambda one: one.at, reverse=True)}
        for piece in dict.fromkeys(one.piece for one in self.pour.castings):
            seen = [at[one.id] for one in self.pour.castings if one.piece == piece and one.id in at]
            if seen and any(one.piece == piece and one.state == "poured" for one in self.pour.castings):
                with self._as_far_as_it_goes():
                    told = Entry(min(seen), "It was at the machine.", key=uuid5(self.pour.id, f"strip {piece}"))
                    self.records.pours(self.shop_id).did(self.pour.id, "strip", piece, told)

    def _acts(self, found: Mapping[UUID, FinishStanding]) -> None:
        if self.pour.poured_at is None or not found:
            return
        pours, runs = self.records.pours(self.shop_id), self.records.runs(self.shop_id)
        wanted: dict[UUID, tuple[str, datetime, str]] = {}
        for act, steps in self.sheet.acts.items():
            rows = [row for one in found.values() for row in one.steps if row.id in steps]
            ends = [row.done_at for row in rows if row.done_at is not None]
            if ends and len(ends) == len(rows) and not all(row.skipped for row in rows):
                at = max(ends)
                wanted[uuid5(self.pour.id, f"{act} {at.isoformat()}")] = act, at, _took(rows)
        there = runs.acts(self.pour.id, tuple(self.sheet.acts))
        for key, stands in there.items():
            if stands and key not in wanted:
                pours.undo(self.pour.id, key, Entry(datetime.now(UTC)))
        for key, (act, at, took) in wanted.items():
            if key not in there:
                with self._as_far_as_it_goes():
                    pours.did(self.pour.id, act, None, Entry(at, took, key=key), tuple(self.sheet.acts))
        runs.mark((), wanted)

    @contextmanager
    def _as_far_as_it_goes(self) -> Iterator[None]:
        """What the records refuse stays an entry."""
        with suppress(RefusedEntryError), self.records.session.begin_nested():
            yield

    def _sheets_and_notes(self, entries: Sequence[FinishEntry]) -> None:
        """A sheet that showed moisture holds the sealing, one that stayed dry opens it; notes are lines of the log."""
        log = self.records.log(self.shop_id)
        gone = {one.of for one in entries if one.kind == "undo"}
        wanted: dict[UUID, tuple[Observation, FinishEntry]] = {}
        for entry in entries:
            seen = self._seen(entry)
            if seen is None:
                continue
            key = uuid5(entry.id, "seen")
            wanted[key] = seen, entry
            if entry.id in gone:
                taken = Observation("note", "Taken back", pour_id=self.pour.id, replaces=key)
                wanted[uuid5(entry.id, "taken back")] = taken, entry
        there = log.among(wanted)
        for key, (seen, entry) in wanted.items():
            if key not in there:
                log.add(seen, Entry(in_time(entry).at, member_id=entry.member_id, key=key))

    def _seen(self, entry: FinishEntry) -> Observation | None:
        if entry.kind == "note" and entry.text.strip():
            return Observation("note", entry.text, pour_id=self.pour.id)
        if entry.kind in ("damp", "dry"):
            text = "Moisture under the sheet" if entry.kind == "damp" else "The sheet stayed dry"
            return Observation("test", text, pour_id=self.pour.id, act="seal", ready=entry.kind == "dry")
        return None


def _took(rows: Sequence[FinishStepNow]) -> str:
    """How long was worked at an act, and what it wore out, for the log."""
    minutes, pads = round(sum(row.spent_min for row in rows)), sum(row.pads for row in rows)
    told = [f"{minutes} min at the machine"] if minutes else []
    return ", ".join([*told, *([f"{pads} pad{'s' * (pads > 1)} worn"] if pads else [])])


def in_time(entry: FinishEntry) -> FinishEntry:
    """An entry whose time is still to come happened now: its device's clock runs ahead."""
    now = datetime.now(UTC)
    return entry if entry.at <= now + FAST_CLOCK else entry.model_copy(update={"at": now})
