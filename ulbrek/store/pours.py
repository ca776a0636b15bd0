"""Pours: what is to be filled with what, and what happened to it."""

from collections import Counter
from collections.abc import Collection, Iterable, Mapping, Sequence
from datetime import UTC, datetime
from decimal import Decimal
from typing import Any
from uuid import UUID, uuid4

from pydantic import TypeAdapter
from sqlalchemy import func, select
from sqlalchemy.orm import Session

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.job.job import Job
from ulbrek.core.job.versions import SCHEMA_VERSION
from ulbrek.core.plan.result import Plan
from ulbrek.core.records.casting import ACT_OF, COAT, brought_by, may_follow
from ulbrek.core.records.record import Record, part_of
from ulbrek.store.castings import CastingRepository
from ulbrek.store.entries import Entry, ShopRecords, happened, one_at_a_time
from ulbrek.store.errors import NotFoundError, RefusedEntryError
from ulbrek.store.forms import FormRepository
from ulbrek.store.jobs import ListedJob
from ulbrek.store.log import LogRepository, Observation
from ulbrek.store.models import ActDoneRow, BatchRow, BatchShareRow, CastingRow, PourRow
from ulbrek.store.poured import KnownRecords, LivePour, PouredReader, StoredPour
from ulbrek.store.stock import StockRepository

PAGE = 30
_PLAN: TypeAdapter[Plan] = TypeAdapter(Plan)


@dataclass(frozen=True, slots=True)
class Fill:
    """What a pour fills of one piece: how many, and the cavities that take them, as far as they are known."""

    piece: str
    count: int
    cavities: tuple[UUID, ...] = ()


@dataclass(frozen=True, slots=True)
class PourTake:
    """How much of a lot a pour takes."""

    lot_id: UUID
    quantity: float


@dataclass(frozen=True, slots=True)
class BegunWith:
    """What a pour is begun with: the part of the job that it fills, that part's plan, what it fills and takes."""

    part: Job
    plan: Plan
    fills: Sequence[Fill]
    takes: Sequence[PourTake]


@dataclass(frozen=True, slots=True)
class ListedPour:
    """A pour in a list. ``states`` counts its castings by state."""

    id: UUID
    job_id: UUID
    job_name: str
    poured_at: datetime | None
    cancelled_at: datetime | None
    created_at: datetime
    states: dict[str, int]


class PourRepository(ShopRecords):
    """The pours of one shop."""

    def __init__(self, session: Session, shop_id: UUID, known: KnownRecords | None = None) -> None:
        """Reads and writes in this session; records that are known are read again only when they changed."""
        super().__init__(session, shop_id)
        self._reader = PouredReader(session, shop_id, known)

    def page(
        self, job_id: UUID | None = None, before: datetime | None = None, limit: int = PAGE,
        only: Collection[UUID] | None = None,
    ) -> list[ListedPour]:  # fmt: skip
        """Pours, newest first: by when water went in, those still planned before them.

        Args:
            job_id: only those of one job
            before: only those poured before this moment, for the next page
            limit: how many
            only: only these
        """
        asked = select(PourRow).where(PourRow.shop_id == self._shop_id)
        if only is not None:
            asked = asked.where(PourRow.id.in_(only))
        if job_id is not None:
            asked = asked.where(PourRow.job_id == job_id)
        if before is not None:
            asked = asked.where(PourRow.poured_at < before)
        order = (PourRow.poured_at.desc().nulls_first(), PourRow.created_at.desc())
        return self._listed(self._session.scalars(asked.order_by(*order).limit(limit)).all())

    def live(self) -> list[LivePour]:
        """Pours that something is still due on, oldest first."""
        return self._reader.live()

    def last_poured(self) -> dict[UUID, datetime]:
        """By job, when water last went in."""
        last = func.max(PourRow.poured_at)
        rows = self._session.execute(
            select(PourRow.job_id, last)
            .where(PourRow.shop_id == self._shop_id, PourRow.poured_at.is_not(None))
            .group_by(PourRow.job_id)
        )
        return {job_id: at for job_id, at in rows if at is not None}

    def newest_record(self, job_id: UUID) -> Record | None:
        """What happened to the newest pour of a job whose water went in; None where there is none."""
        return self._reader.newest_record(job_id)

    def get(self, pour_id: UUID) -> StoredPour:
        """A pour.

        Raises:
            NotFoundError: when this shop has no such pour
        """
        return self._read([self._own(PourRow, pour_id, "pour")])[0]

    def many(self, pour_ids: Iterable[UUID]) -> list[StoredPour]:
        """Some of this shop's pours, oldest first."""
        asked = select(PourRow).where(PourRow.shop_id == self._shop_id, PourRow.id.in_(pour_ids))
        return self._read(self._session.scalars(asked.order_by(PourRow.created_at)).all())

    def snapshot(self, pour_id: UUID) -> dict[str, Any]:
        """The plan as it stood when the pour was begun."""
        return self._own(PourRow, pour_id, "pour").plan

    def begin(self, job: ListedJob, shop_revision: int, begun: BegunWith, entry: Entry) -> UUID:
        """A pour that is planned, with its castings, and what it takes reserved.

        Args:
            job: the job at the revision that was planned
            shop_revision: the shop's, that it was planned in
            begun: what it is begun with
            entry: when it was begun, who begins it

        Raises:
            RefusedEntryError: when the job has no such piece, a cavity does not take it, or a lot has not enough
        """
        one_at_a_time(self._session, entry.key)
        if entry.key is not None and self._is_here(PourRow, entry.key):
            return entry.key
        part, fills = begun.part, begun.fills
        document: dict[str, Any] = _PLAN.dump_python(begun.plan, mode="json")
        row = PourRow(
            id=entry.key or uuid4(), shop_id=self._shop_id, job_id=job.id, job_revision=job.revision,
            shop_revision=shop_revision, rule_version=document["rule_version"], schema_version=SCHEMA_VERSION,
            job=part.model_dump(mode="json"), plan=document, note=entry.note, member_id=entry.member_id,
        )  # fmt: skip
        self._session.add(row)
        self._session.flush()
        names = {piece.id: piece.name for piece in part.pieces}
        castings = CastingRepository(self._session, self._shop_id)
        for fill in fills:
            self._refuse_wrong_cavities(fill, job.id)
            for number in range(fill.count):
                cavity = fill.cavities[number % len(fill.cavities)] if fill.cavities else None
                castings.plan(row, fill.piece, names[fill.piece], cavity, entry.at)
        stock = StockRepository(self._session, self._shop_id)
        for take in begun.takes:
            once = Entry(entry.at, member_id=entry.member_id)
            stock.move(take.lot_id, "reserved", take.quantity, once, row.id)
        return row.id

    def water_in(self, pour_id: UUID, entry: Entry) -> None:
        """The first water went in: its castings are poured, what it reserved is used."""
        row = self._own(PourRow, pour_id, "pour", lock=True)
        if row.poured_at is not None:
            return
        if row.cancelled_at is not None:
            raise RefusedEntryError("", "This pour was called off.", "Begin a new one.")
        row.poured_at = happened(entry.at)
        castings = CastingRepository(self._session, self._shop_id)
        for casting in castings.of_pours([pour_id]):
            castings.advance(casting.id, "poured", Entry(entry.at, member_id=entry.member_id))
        short = StockRepository(self._session, self._shop_id).settle(pour_id, "used", entry)
        if short:
            told = Observation("note", f"Short in stock: {'; '.join(short)}. Count it again.", pour_id=pour_id)
            LogRepository(self._session, self._shop_id).add(told, Entry(entry.at, member_id=entry.member_id))

    def plan_for(self, pour_id: UUID, was: datetime | None, at: datetime, entry: Entry) -> None:
        """A pour that is only planned is to be poured at another hour.

        Args:
            pour_id: the pour
            was: the hour that it is moved from, as whoever moves it saw it
            at: the hour that it is moved to
            entry: who moves it

        Raises:
            RefusedEntryError: when water is in it, it was called off, or somebody else moved it
        """
        row = self._own(PourRow, pour_id, "pour", lock=True)
        if row.poured_at is not None:
            raise RefusedEntryError("", "This pour has started.", "Correct the start of mixing instead.")
        if row.cancelled_at is not None:
            raise RefusedEntryError("", "This pour was called off.", "Begin a new one.")
        job = self.get(pour_id).job
        if job.cure.poured_at != was:
            raise RefusedEntryError("/was", "Somebody else moved this pour.", "Look at its new hour, then move it.")
        row.job = job.model_copy(update={"cure": job.cure.model_copy(update={"poured_at": at})}).model_dump(mode="json")
        row.schema_version = SCHEMA_VERSION
        told = (
            f"Moved to {at.astimezone(UTC):%Y-%m-%d %H:%M} UTC."
            if was is None
            else (f"Moved from {was.astimezone(UTC):%Y-%m-%d %H:%M} to {at.astimezone(UTC):%Y-%m-%d %H:%M} UTC.")
        )
        seen = Observation("note", told, pour_id=pour_id)
        LogRepository(self._session, self._shop_id).add(seen, entry)

    def correct_water_in(self, pour_id: UUID, entry: Entry) -> None:
        """Corrects when the first water went in: all hours count from there.

        Args:
            pour_id: the pour
            entry: when it really was, and what was wrong

        Raises:
            RefusedEntryError: when no water is in, no reason is given, or a batch, an act or a state came before that
        """
        row = self._own(PourRow, pour_id, "pour", lock=True)
        if row.poured_at is None:
            raise RefusedEntryError("", "Mixing has not started.", "Log when mixing started.")
        happened(entry.at)
        pour = self.get(pour_id)
        told = [(f"batch {one.number}", one.at) for one in pour.batches] + [(one.act, one.at) for one in pour.acts]
        first, at = min(told, key=lambda one: one[1], default=("", entry.at))
        if at < entry.at:
            raise RefusedEntryError(
                "/at",
                f"“{first}” is written down before that, at {at.astimezone(UTC):%Y-%m-%d %H:%M} UTC.",
                "Take that back first, or give an earlier time.",
            )
        castings = CastingRepository(self._session, self._shop_id)
        for casting in pour.castings:
            castings.pour_was_at(casting.id, entry)
        row.poured_at = entry.at
        seen = Observation("note", f"Start of mixing corrected. {entry.note}", pour_id=pour_id)
        LogRepository(self._session, self._shop_id).add(seen, Entry(datetime.now(UTC), member_id=entry.member_id))

    def water_was_in(self, pour_id: UUID, entry: Entry) -> None:
        """The first water went in at another time than was known so far: an entry of the day came late.

        Raises:
            RefusedEntryError: when it is still to come
        """
        row = self._own(PourRow, pour_id, "pour", lock=True)
        castings = CastingRepository(self._session, self._shop_id)
        for casting in castings.of_pours([pour_id]):
            castings.pour_was_at(casting.id, entry)
        row.poured_at = happened(entry.at)

    def cancel(self, pour_id: UUID, entry: Entry) -> None:
        """Calls a planned pour off: its castings are archived, what it reserved is free again.

        Raises:
            RefusedEntryError: when water is in it
        """
        row = self._own(PourRow, pour_id, "pour", lock=True)
        if row.poured_at is not None:
            raise RefusedEntryError("", "This pour has started.", "Mark each casting as failed, with the reason.")
        if row.cancelled_at is not None:
            return
        row.cancelled_at = entry.at
        castings = CastingRepository(self._session, self._shop_id)
        for casting in castings.of_pours([pour_id]):
            castings.advance(casting.id, "archived", Entry(max(entry.at, casting.state_at), entry.note))
        StockRepository(self._session, self._shop_id).settle(pour_id, "released", entry)

    def mix(
        self, pour_id: UUID, bags: float, water_l: float, entry: Entry, lot_id: UUID | None = None,
        shares: Mapping[UUID, float] | None = None,
    ) -> None:  # fmt: skip
        """A batch that was mixed; the first one is the water that went in first.

        Args:
            pour_id: the pour
            bags: its dry bags
            water_l: all its water [l]
            entry: when its first water went in
            lot_id: the lot that its bags came from
            shares: by casting, the part of it that went there; evenly over all where it is not said

        Raises:
            RefusedEntryError: when the shares are more than the whole, or of another pour's castings
        """
        row = self._own(PourRow, pour_id, "pour", lock=True)
        if entry.key is not None and self._is_here(BatchRow, entry.key):
            return
        if row.poured_at is None:
            self.water_in(pour_id, Entry(entry.at, member_id=entry.member_id))
        happened(entry.at, row.poured_at, "the first water went in")
        castings = {one.id for one in CastingRepository(self._session, self._shop_id).of_pours([pour_id])}
        told = dict(shares) if shares else dict.fromkeys(castings, 1 / len(castings))
        if not set(told) <= castings:
            raise RefusedEntryError("/shares", "One of the castings is of another pour.", "Share it among this one's.")
        if sum(told.values()) > 1 + 1e-6:
            raise RefusedEntryError("/shares", "The shares are more than the batch.", "Let them add up to 1 at most.")
        number = self._session.scalar(select(func.count()).where(BatchRow.pour_id == pour_id)) or 0
        batch = BatchRow(
            id=entry.key or uuid4(), shop_id=self._shop_id, pour_id=pour_id, number=number + 1,
            bags=Decimal(str(bags)), water_l=Decimal(str(round(water_l, 3))), water_in_at=entry.at, lot_id=lot_id,
            note=entry.note, member_id=entry.member_id,
        )  # fmt: skip
        self._session.add(batch)
        self._session.flush()
        self._session.add_all(
            BatchShareRow(
                shop_id=self._shop_id,
                batch_id=batch.id,
                casting_id=casting,
                pour_id=pour_id,
                share=Decimal(str(round(share, 6))),
            )
            for casting, share in told.items()
        )
        self._session.flush()

    def unmix(self, pour_id: UUID, batch_id: UUID) -> None:
        """Takes back a batch that was written down by mistake; it stays in the records.

        Raises:
            NotFoundError: when this pour has no such batch
        """
        self._own(PourRow, pour_id, "pour", lock=True)
        row = self._session.get(BatchRow, batch_id)
        if row is None or row.pour_id != pour_id:
            raise NotFoundError("batch", batch_id)
        row.withdrawn_at = row.withdrawn_at or datetime.now(UTC)

    def did(self, pour_id: UUID, act: str, piece: str | None, entry: Entry, among: Collection[str] = ()) -> None:
        """An act that was done, among those of its plan; castings that it brings into a state come into it.

        Raises:
            RefusedEntryError: when the pour has no water in it yet, or the act came before that
        """
        row = self._own(PourRow, pour_id, "pour", lock=True)
        if row.poured_at is None:
            raise RefusedEntryError("", "Nothing is poured yet.", "Log when mixing started.")
        happened(entry.at, row.poured_at, "the first water went in")
        if any(one.act == act and one.piece == piece for one in self.get(pour_id).acts):
            return
        self._session.add(
            ActDoneRow(
                id=entry.key or uuid4(), shop_id=self._shop_id, pour_id=pour_id, act=act, piece=piece, at=entry.at,
                note=entry.note, member_id=entry.member_id,
            )
        )  # fmt: skip
        state = brought_by(act, among)
        if state is None:
            return
        castings = CastingRepository(self._session, self._shop_id)
        for casting in castings.of_pours([pour_id]):
            if piece in (None, casting.piece) and may_follow(casting.state, state):
                castings.advance(casting.id, state, entry)

    def undo(self, pour_id: UUID, done_id: UUID, entry: Entry) -> None:
        """Takes back that an act was done, and the state that it brought castings into.

        Raises:
            NotFoundError: when no such act was done in this pour
        """
        self._own(PourRow, pour_id, "pour", lock=True)
        row = self._session.get(ActDoneRow, done_id)
        if row is None or row.pour_id != pour_id:
            raise NotFoundError("act", done_id)
        if row.withdrawn_at is not None:
            return
        row.withdrawn_at = datetime.now(UTC)
        castings = CastingRepository(self._session, self._shop_id)
        why = Entry(entry.at, entry.note or "Taken back", entry.member_id)
        for casting in castings.of_pours([pour_id]):
            ends = row.act.startswith(COAT) and casting.state == "finished"
            brought = (ACT_OF.get(casting.state) == row.act or ends) and casting.state_at == row.at
            if brought and row.piece in (None, casting.piece):
                castings.take_back(casting.id, why)

    def _refuse_wrong_cavities(self, fill: Fill, job_id: UUID) -> None:
        forms = FormRepository(self._session, self._shop_id)
        for cavity_id in fill.cavities:
            forms.refuse_wrong(cavity_id, fill.piece, job_id)

    def _read(self, rows: Sequence[PourRow]) -> list[StoredPour]:
        return self._reader.read(rows)

    def _listed(self, rows: Sequence[PourRow]) -> list[ListedPour]:
        states: dict[UUID, Counter[str]] = {}
        for pour_id, state, count in self._session.execute(
            select(CastingRow.pour_id, CastingRow.state, func.count())
            .where(CastingRow.pour_id.in_([row.id for row in rows]))
            .group_by(CastingRow.pour_id, CastingRow.state)
        ):
            states.setdefault(pour_id, Counter())[state] = count
        return [
            ListedPour(
                row.id, row.job_id, row.job["name"], row.poured_at, row.cancelled_at, row.created_at,
                dict(states.get(row.id, {})),
            )
            for row in rows
        ]  # fmt: skip


def part_of_job(job: Job, fills: Sequence[Fill]) -> Job:
    """The part of a job that some fills make.

    Raises:
        RefusedEntryError: when the job has no such piece, or nothing is filled
    """
    counts: Counter[str] = Counter()
    for fill in fills:
        counts[fill.piece] += fill.count
    try:
        return part_of(job, counts)
    except ValueError as error:
        problem, _, remedy = str(error).partition(". ")
        raise RefusedEntryError("/fills", f"{problem}.", remedy) from error
