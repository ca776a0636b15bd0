"""The log: what was seen, weighed and tested, and all that happened to a job in the order of time."""

from collections.abc import Iterable, Iterator, Sequence
from datetime import datetime
from decimal import Decimal
from typing import Any, Literal
from uuid import UUID, uuid4

from sqlalchemy import ColumnElement, Select, case, func, select
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import InstrumentedAttribute

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.history import Method
from ulbrek.core.records.casting import ACT_OF, COAT, STATES
from ulbrek.core.records.drying import Weighed
from ulbrek.store.entries import Entry, ShopRecords, happened, one_at_a_time
from ulbrek.store.errors import RefusedEntryError, constraint_of
from ulbrek.store.models import (
    ActDoneRow,
    BatchRow,
    CastingRow,
    CastingStateRow,
    FormRow,
    JobRevisionRow,
    JobRow,
    ObservationRow,
    PhotoRow,
    PourRow,
)
from ulbrek.store.standing import stands

ObservationKind = Literal["note", "weighing", "test", "defect", "strength", "left over"]
LogKind = Literal[ObservationKind, "poured", "batch", "act", "state", "changed"]
Face = Literal["top", "bottom", "edge"]
PAGE = 100
MOST_WEIGHINGS = 400


@dataclass(frozen=True, slots=True)
class Observation:
    """What was seen: of a job, a casting or a form; ``mass_kg`` of a weighing, ``act`` and ``ready`` of a test,
    ``method`` and ``strength_mpa`` of a strength, ``volume_l`` of concrete that was left over.

    ``x_mm``, ``y_mm`` and ``face`` are where a defect is, on the piece as it stands; ``defect`` is its kind.
    """

    kind: ObservationKind
    text: str = ""
    job_id: UUID | None = None
    pour_id: UUID | None = None
    casting_id: UUID | None = None
    form_id: UUID | None = None
    mass_kg: float | None = None
    act: str | None = None
    ready: bool | None = None
    x_mm: float | None = None
    y_mm: float | None = None
    face: Face | None = None
    replaces: UUID | None = None
    method: Method | None = None
    strength_mpa: float | None = None
    defect: str | None = None
    volume_l: float | None = None


@dataclass(frozen=True, slots=True)
class LogEntry:
    """A line of the log.

    ``replaced`` entries were corrected by a later one; ``taken_back`` ones say to which state a casting went back.
    """

    id: str
    kind: LogKind
    at: datetime
    text: str
    member_id: UUID | None
    pour_id: UUID | None = None
    casting_id: UUID | None = None
    serial: int | None = None
    piece: str | None = None
    state: str | None = None
    act: str | None = None
    ready: bool | None = None
    mass_kg: float | None = None
    method: str | None = None
    strength_mpa: float | None = None
    bags: float | None = None
    water_l: float | None = None
    number: int | None = None
    x_mm: float | None = None
    y_mm: float | None = None
    face: str | None = None
    defect: str | None = None
    volume_l: float | None = None
    replaced: bool = False
    taken_back: bool = False
    photos: tuple[UUID, ...] = ()


@dataclass(frozen=True, slots=True)
class LogPage:
    """Lines of a log, newest first; ``more`` says that there are older ones."""

    entries: tuple[LogEntry, ...]
    more: bool


class LogRepository(ShopRecords):
    """The log of one shop."""

    def add(self, seen: Observation, entry: Entry) -> UUID:
        """Keeps an observation; sent twice under one id, it is kept once.

        Raises:
            NotFoundError: when this shop has no such job, pour, casting, form or entry
            RefusedEntryError: when something is missing, or what it corrects was corrected already
        """
        one_at_a_time(self._session, entry.key)
        if entry.key is not None and self._is_here(ObservationRow, entry.key):
            return entry.key
        _refuse_incomplete(seen)
        job_id, pour_id = self._whereabouts(seen)
        row = ObservationRow(
            id=entry.key or uuid4(), shop_id=self._shop_id, job_id=job_id, pour_id=pour_id,
            casting_id=seen.casting_id, form_id=seen.form_id, kind=seen.kind, at=happened(entry.at),
            text=seen.text.strip(), mass_kg=None if seen.mass_kg is None else Decimal(str(round(seen.mass_kg, 3))),
            act=seen.act, ready=seen.ready, x_mm=seen.x_mm, y_mm=seen.y_mm, face=seen.face, replaces=seen.replaces,
            method=seen.method, strength_mpa=seen.strength_mpa, member_id=entry.member_id, defect=seen.defect,
            volume_l=seen.volume_l,
        )  # fmt: skip
        self._session.add(row)
        try:
            self._session.flush()
        except IntegrityError as error:
            if constraint_of(error) != "uq_observation_replaces":
                raise
            raise RefusedEntryError(
                "/replaces", "That entry was corrected already.", "Correct the entry that replaced it."
            ) from error
        return row.id

    def among(self, keys: Iterable[UUID]) -> set[UUID]:
        """Those of these observations that this shop has."""
        asked = select(ObservationRow.id).where(
            ObservationRow.shop_id == self._shop_id, ObservationRow.id.in_(list(keys))
        )
        return set(self._session.scalars(asked))

    def of_job(self, job_id: UUID, before: datetime | None = None, limit: int = PAGE) -> LogPage:
        """All that happened to a job, newest first.

        Args:
            job_id: the job
            before: only what happened before this moment, for the next page
            limit: how many lines
        """
        self._own(JobRow, job_id, "job")
        lines = [
            *self._observations(ObservationRow.job_id == job_id, before, limit + 1),
            *self._happenings(job_id, before, limit + 1),
        ]
        return _page(lines, limit)

    def of_casting(self, casting_id: UUID) -> list[LogEntry]:
        """What was seen of a casting, newest first."""
        self._own(CastingRow, casting_id, "casting")
        return list(self._observations(ObservationRow.casting_id == casting_id, None, PAGE))

    def entry(self, observation_id: UUID) -> LogEntry:
        """Something that was seen.

        Raises:
            NotFoundError: when this shop has no such entry
        """
        self._own(ObservationRow, observation_id, "entry")
        return next(self._observations(ObservationRow.id == observation_id, None, 1))

    def weighed_in(self, pour_id: UUID) -> list[LogEntry]:
        """The castings of a pour on the scale, newest first; what was corrected is left out."""
        weighings = (ObservationRow.pour_id == pour_id) & (ObservationRow.kind == "weighing")
        return [one for one in self._observations(weighings, None, PAGE) if not one.replaced]

    def weighed_alike(self, piece_name: str) -> dict[int, list[Weighed]]:
        """By number, the newest castings on the scale that are called the same, were stripped and did not fail."""
        stripped = (
            select(CastingStateRow.casting_id, func.max(CastingStateRow.at).label("at"))
            .where(CastingStateRow.state == "stripped", ~CastingStateRow.correction)
            .group_by(CastingStateRow.casting_id)
            .subquery()
        )
        asked = (
            select(CastingRow.serial, stripped.c.at, ObservationRow.at, ObservationRow.mass_kg)
            .join(ObservationRow, ObservationRow.casting_id == CastingRow.id)
            .join(stripped, stripped.c.casting_id == CastingRow.id)
            .where(
                CastingRow.shop_id == self._shop_id, CastingRow.piece_name == piece_name,
                CastingRow.state.not_in(("failed", "archived")), ObservationRow.kind == "weighing",
                stands(),
            )
            .order_by(CastingRow.serial.desc(), ObservationRow.at)
            .limit(MOST_WEIGHINGS)
        )  # fmt: skip
        found: dict[int, list[Weighed]] = {}
        for serial, since, at, mass_kg in self._session.execute(asked):
            if mass_kg is not None:
                days = max(0.0, (at - since).total_seconds() / 86_400)
                found.setdefault(serial, []).append(Weighed(days, float(mass_kg)))
        return found

    def of_shop(self, before: datetime | None = None, limit: int = PAGE) -> LogPage:
        """What was seen in the shop, newest first."""
        lines = list(self._observations(ObservationRow.shop_id == self._shop_id, before, limit + 1))
        return _page(lines, limit)

    def _whereabouts(self, seen: Observation) -> tuple[UUID | None, UUID | None]:
        """The job and pour that something seen belongs to."""
        job_id, pour_id = seen.job_id, seen.pour_id
        if seen.replaces is not None:
            self._own(ObservationRow, seen.replaces, "entry")
        if seen.form_id is not None:
            self._own(FormRow, seen.form_id, "form")
        if seen.casting_id is not None:
            pour_id = self._own(CastingRow, seen.casting_id, "casting").pour_id
        if pour_id is not None:
            job_id = self._own(PourRow, pour_id, "pour").job_id
        if job_id is not None:
            self._own(JobRow, job_id, "job")
        return job_id, pour_id

    def _observations(self, of: ColumnElement[bool], before: datetime | None, limit: int) -> Iterator[LogEntry]:
        asked = (
            select(ObservationRow, CastingRow.serial, CastingRow.piece)
            .outerjoin(CastingRow, CastingRow.id == ObservationRow.casting_id)
            .where(of, ObservationRow.shop_id == self._shop_id)
            .order_by(ObservationRow.at.desc())
            .fetch(limit, with_ties=True)
        )
        if before is not None:
            asked = asked.where(ObservationRow.at < before)
        rows = self._session.execute(asked).all()
        ids = [row.id for row, _, _ in rows]
        replaced = set(self._session.scalars(select(ObservationRow.replaces).where(ObservationRow.replaces.in_(ids))))
        photos: dict[UUID, list[UUID]] = {}
        for photo, observation in self._session.execute(
            select(PhotoRow.id, PhotoRow.observation_id)
            .where(PhotoRow.observation_id.in_(ids))
            .order_by(PhotoRow.created_at)
        ):
            photos.setdefault(observation, []).append(photo)
        for row, serial, piece in rows:
            kind: LogKind = row.kind  # type: ignore[assignment]  # the database holds no other
            yield LogEntry(
                str(row.id), kind, row.at, row.text, row.member_id, row.pour_id, row.casting_id, serial, piece,
                act=row.act, ready=row.ready, mass_kg=None if row.mass_kg is None else float(row.mass_kg),
                method=row.method, strength_mpa=row.strength_mpa, x_mm=row.x_mm, y_mm=row.y_mm, face=row.face,
                defect=row.defect, volume_l=row.volume_l, replaced=row.id in replaced,
                photos=tuple(photos.get(row.id, ())),
            )  # fmt: skip

    def _happenings(self, job_id: UUID, before: datetime | None, limit: int) -> Iterator[LogEntry]:
        for revision in self._newest(_of_job(JobRevisionRow, job_id), JobRevisionRow.created_at, before, limit):
            yield LogEntry(f"r{revision.number}", "changed", revision.created_at, revision.what, None)
        for pour in self._newest(_of_job(PourRow, job_id), PourRow.poured_at, before, limit):
            yield LogEntry(f"p{pour.id}", "poured", pour.poured_at, pour.note, pour.member_id, pour.id)
        batches = _of_pours(BatchRow, job_id).where(BatchRow.withdrawn_at.is_(None))
        for batch in self._newest(batches, BatchRow.water_in_at, before, limit):
            yield LogEntry(
                f"b{batch.id}", "batch", batch.water_in_at, batch.note, batch.member_id, batch.pour_id,
                bags=float(batch.bags), water_l=float(batch.water_l), number=batch.number,
            )  # fmt: skip
        acts = _of_pours(ActDoneRow, job_id).where(ActDoneRow.withdrawn_at.is_(None))
        brought: set[tuple[UUID, str, datetime]] = set()
        for act in self._newest(acts, ActDoneRow.at, before, limit):
            brought |= {(act.pour_id, state, act.at) for state, brings in ACT_OF.items() if _brings(act.act, brings)}
            yield LogEntry(
                f"a{act.id}", "act", act.at, act.note, act.member_id, act.pour_id, piece=act.piece, act=act.act
            )
        yield from self._states(job_id, before, limit, brought)

    def _states(
        self, job_id: UUID, before: datetime | None, limit: int, brought: set[tuple[UUID, str, datetime]]
    ) -> Iterator[LogEntry]:
        """States that castings came into, but for those that an act tells of; and those that were taken back."""
        back = CastingStateRow.correction
        at = case((back, CastingStateRow.created_at), else_=CastingStateRow.at)
        asked = (
            select(CastingStateRow, CastingRow, at)
            .join(CastingRow, CastingRow.id == CastingStateRow.casting_id)
            .join(PourRow, PourRow.id == CastingRow.pour_id)
            .where(PourRow.job_id == job_id, CastingStateRow.state != "planned")
            .where(back | (CastingStateRow.state != "poured"))
            .order_by(at.desc(), CastingStateRow.number.desc())
            .fetch(limit, with_ties=True)
        )
        rows = self._session.execute(asked.where(at < before) if before is not None else asked).all()
        backs = self._taken_back({casting.id for _, casting, _ in rows})
        told: set[tuple[UUID, str, datetime]] = set()
        for state, casting, moment in rows:
            what = (casting.id, state.state, moment)
            if what in told or (casting.pour_id, state.state, moment) in brought:
                continue  # it was said anew, or the act says it
            told.add(what)
            undone = any(
                number > state.number and STATES.index(then) < STATES.index(state.state)
                for number, then in backs.get(casting.id, ())
            )
            yield LogEntry(
                f"s{casting.id}-{state.number}", "state", moment, state.note, state.member_id, casting.pour_id,
                casting.id, casting.serial, casting.piece, state=state.state, replaced=undone,
                taken_back=state.correction,
            )  # fmt: skip

    def _taken_back(self, castings: Iterable[UUID]) -> dict[UUID, list[tuple[int, str]]]:
        """By casting, the numbers of its takings back, and the state that each went back to."""
        found: dict[UUID, list[tuple[int, str]]] = {}
        asked = select(CastingStateRow).where(CastingStateRow.casting_id.in_(castings), CastingStateRow.correction)
        for row in self._session.scalars(asked):
            found.setdefault(row.casting_id, []).append((row.number, row.state))
        return found

    def _newest(
        self, asked: Select[Any], at: InstrumentedAttribute[Any], before: datetime | None, limit: int
    ) -> Sequence[Any]:
        asked = asked.where(at.is_not(None)).order_by(at.desc()).fetch(limit, with_ties=True)
        return self._session.scalars(asked.where(at < before) if before is not None else asked).all()


def _page(lines: list[LogEntry], limit: int) -> LogPage:
    """So many lines, newest first, and all of one moment on one page: the next begins before it."""
    lines.sort(key=lambda line: (line.at, line.id), reverse=True)
    if len(lines) <= limit:
        return LogPage(tuple(lines), more=False)
    last = lines[limit - 1].at
    shown = tuple(line for line in lines if line.at >= last)
    return LogPage(shown, len(shown) < len(lines))


def _of_job(kind: Any, job_id: UUID) -> Select[Any]:  # noqa: ANN401 - any table with a job
    return select(kind).where(kind.job_id == job_id)


def _of_pours(kind: Any, job_id: UUID) -> Select[Any]:  # noqa: ANN401 - any table with a pour
    return select(kind).join(PourRow, PourRow.id == kind.pour_id).where(PourRow.job_id == job_id)


def _refuse_incomplete(seen: Observation) -> None:
    for wrong, field, problem, remedy in _incomplete(seen):
        if wrong:
            raise RefusedEntryError(field, problem, remedy)


def _incomplete(seen: Observation) -> Iterable[tuple[bool, str, str, str]]:
    of_nothing = not (seen.job_id or seen.pour_id or seen.casting_id or seen.form_id)
    yield of_nothing, "", "It does not say what was seen.", "Name a job, a pour, a casting or a form."
    says_nothing = seen.kind in ("note", "defect") and not seen.text.strip()
    yield says_nothing, "/text", "The entry is empty.", "Write down what was seen."
    weighed = seen.kind == "weighing"
    yield weighed and seen.casting_id is None, "/casting_id", "It does not say what was weighed.", "Choose a casting."
    yield weighed and not seen.mass_kg, "/mass_kg", "It has no mass.", "Give what the scale says."
    no_mass = not weighed and seen.mass_kg is not None
    yield no_mass, "/mass_kg", "Only a weighing has a mass.", "Enter a weighing."
    tested = seen.kind == "test" and (seen.act is None or seen.ready is None)
    yield tested, "/ready", "The test has no outcome.", "Say what was tested, and whether it was ready."
    strong = seen.kind == "strength"
    yield (
        strong and not (seen.pour_id or seen.casting_id),
        "/pour_id",
        "It does not say what was tested.",
        "Choose a pour.",
    )
    yield strong and seen.method is None, "/method", "It does not say how it was tested.", "Choose a cube or the like."
    yield strong and not seen.strength_mpa, "/strength_mpa", "It has no strength.", "Give the result."
    other = not strong and (seen.strength_mpa is not None or seen.method is not None)
    yield other, "/strength_mpa", "Only a strength test has a strength.", "Enter a strength test."
    left = seen.kind == "left over"
    yield (
        left and not (seen.pour_id or seen.casting_id), "/pour_id", "It does not say of which pour.", "Choose a pour."
    )  # fmt: skip
    yield left and seen.volume_l is None, "/volume_l", "It has no volume.", "Give how much was left, 0 where nothing."
    filled = not left and seen.volume_l is not None
    yield filled, "/volume_l", "Only concrete left over has a volume.", "Enter concrete left over."
    half = (seen.x_mm is None) != (seen.y_mm is None)
    yield half, "/x_mm", "Only half of the place is given.", "Give both x and y."


def _brings(act: str, brings: str) -> bool:
    """Whether an act may have brought about what another usually does: the last of several coats finishes a casting."""
    return act == brings or (brings == ACT_OF["finished"] and act.startswith(COAT))
