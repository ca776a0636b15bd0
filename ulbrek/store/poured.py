"""What happened to pours, read for many of them at once: batches, acts, tests, castings, temperatures."""

from collections.abc import Iterable, Mapping, Sequence
from datetime import UTC, datetime, timedelta
from typing import Annotated, cast
from uuid import UUID

from pydantic import Field
from sqlalchemy import select
from sqlalchemy.orm import Session

from ulbrek.core.after.schedule import FilledMould
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.history import ActTest, Done, Method, StrengthTest
from ulbrek.core.job.job import Job
from ulbrek.core.kit.climate.conditions import Conditions
from ulbrek.core.mix.inputs import MixedBatch
from ulbrek.core.records.casting import STATES
from ulbrek.core.records.record import Record, StateOfPiece
from ulbrek.files.job_file import as_job_file
from ulbrek.store.castings import Casting, CastingRepository
from ulbrek.store.entries import ShopRecords
from ulbrek.store.known import Known
from ulbrek.store.models import (
    ActDoneRow,
    BatchRow,
    BatchShareRow,
    CastingRow,
    CavityRow,
    FormRow,
    ObservationRow,
    PourRow,
)
from ulbrek.store.sensors import SensorRepository
from ulbrek.store.stamps import LIVE, NEWEST
from ulbrek.store.standing import stands
from ulbrek.store.weather import KEPT_BACK, WeatherRepository


@dataclass(frozen=True, slots=True)
class Batch:
    """One mixing, and by casting the part of it that went there."""

    id: UUID
    number: int
    bags: float
    water_l: float
    at: datetime
    lot_id: UUID | None
    note: str
    shares: dict[str, float]


@dataclass(frozen=True, slots=True)
class ActDone:
    """An act that was done, to one piece or to all."""

    id: UUID
    act: str
    piece: str | None
    at: datetime
    note: str
    member_id: UUID | None


@dataclass(frozen=True, slots=True)
class StoredPour:
    """A pour as it is kept: the part of the job that it fills, and all that happened to it.

    ``weather`` is what it was in, where that is so long ago that the shop's own row holds it no more.
    """

    id: UUID
    job_id: UUID
    job_revision: int
    shop_revision: int
    rule_version: int
    job: Job
    poured_at: datetime | None
    cancelled_at: datetime | None
    created_at: datetime
    note: str
    castings: tuple[Casting, ...]
    batches: tuple[Batch, ...]
    acts: tuple[ActDone, ...]
    record: Record
    weather: Annotated[Conditions | None, Field(exclude=True)] = None

    @property
    def planned_at(self) -> datetime | None:
        """The hour that it was planned for."""
        return self.job.cure.poured_at


@dataclass(frozen=True, slots=True)
class LivePour:
    """A pour that something is still due on, without the documents that it keeps.

    ``planned_at`` is the hour that it was planned for, ``moulds`` the forms that it fills.
    """

    id: UUID
    job_id: UUID
    job_name: str
    poured_at: datetime | None
    created_at: datetime
    record: Record
    planned_at: datetime | None
    moulds: tuple[FilledMould, ...]


@dataclass(frozen=True, slots=True)
class _Event:
    """What happened to a pour."""

    castings: tuple[Casting, ...]
    batches: tuple[Batch, ...]
    acts: tuple[ActDone, ...]
    record: Record


KnownRecords = Known[tuple[UUID, str], Record]
CURES_FOR, _BEFORE = timedelta(days=28), timedelta(days=1)  # of a pour, whose weather counts
RECORDS_ROOM_BYTES = 16_000_000
_BYTES_OF_AN_ENTRY = 400


class PouredReader(ShopRecords):
    """Reads the pours of one shop."""

    def __init__(self, session: Session, shop_id: UUID, known: KnownRecords | None = None) -> None:
        """Reads in this session; records that are known are read again only when something was written of them."""
        super().__init__(session, shop_id)
        self._known = known or KnownRecords(RECORDS_ROOM_BYTES)

    def read(self, rows: Sequence[PourRow]) -> list[StoredPour]:
        """Pours with all that happened to them, in the order given."""
        happened = self._happened({row.id: row.poured_at for row in rows})
        return [
            StoredPour(
                row.id, row.job_id, row.job_revision, row.shop_revision, row.rule_version, _job(row), row.poured_at,
                row.cancelled_at, row.created_at, row.note, happened[row.id].castings, happened[row.id].batches,
                happened[row.id].acts, happened[row.id].record, self._weather(row),
            )
            for row in rows
        ]  # fmt: skip

    def _weather(self, row: PourRow) -> Conditions | None:
        """The weather of a pour of long ago that cures in it."""
        asks = row.job.get("cure", {}).get("place", "heated room") != "heated room"
        if row.poured_at is None or not asks or datetime.now(UTC) - row.poured_at < KEPT_BACK - CURES_FOR:
            return None
        return WeatherRepository(self._session, self._shop_id).of_time(
            row.poured_at - _BEFORE, row.poured_at + CURES_FOR
        )

    def live(self) -> list[LivePour]:
        """The pours that something is still due on, oldest first."""
        rows = self._session.execute(LIVE, {"shop_id": self._shop_id}).all()
        records = self._records([(row[0], row[1], row[2]) for row in rows])
        moulds = self._moulds([row[0] for row in rows])
        return [
            LivePour(
                of, job_id, name or "", poured_at, created_at, records[of], _moment(planned), tuple(moulds.get(of, ()))
            )
            for of, _, poured_at, job_id, name, created_at, planned in rows
        ]

    def _moulds(self, pour_ids: Sequence[UUID]) -> dict[UUID, list[FilledMould]]:
        """By pour, each form that its castings lie in."""
        asked = (
            select(CastingRow.pour_id, FormRow.id, FormRow.name)
            .join(CavityRow, CavityRow.id == CastingRow.cavity_id)
            .join(FormRow, FormRow.id == CavityRow.form_id)
            .where(CastingRow.pour_id.in_(pour_ids), CastingRow.shop_id == self._shop_id)
            .distinct()
        )
        found: dict[UUID, list[FilledMould]] = {}
        for pour_id, form_id, name in self._session.execute(asked.order_by(FormRow.name)) if pour_ids else ():
            found.setdefault(pour_id, []).append(FilledMould(str(form_id), name))
        return found

    def newest_record(self, job_id: UUID) -> Record | None:
        """What happened to the newest pour of a job whose water went in; None where there is none."""
        row = self._session.execute(NEWEST, {"shop_id": self._shop_id, "job_id": job_id}).one_or_none()
        return None if row is None else self._records([(row[0], row[1], row[2])])[row[0]]

    def _records(self, stamped: Sequence[tuple[UUID, str, datetime | None]]) -> dict[UUID, Record]:
        """By pour, what happened to it.

        Args:
            stamped: pours, each with its stamp and when its water went in
        """
        known = {of: self._known.get((of, stamp)) for of, stamp, _ in stamped}
        # What is read after the stamp may be newer than it: then the next stamp is another one, and it is read again.
        read = self._happened({of: poured_at for of, _, poured_at in stamped if known[of] is None})
        for of, stamp, _ in stamped:
            if of in read:
                record = read[of].record
                self._known.keep((of, stamp), record, _size(record))
        return {of: record or read[of].record for of, record in known.items()}

    def _happened(self, poured: Mapping[UUID, datetime | None]) -> dict[UUID, _Event]:
        """By pour, what happened to it.

        Args:
            poured: by pour, when its water went in
        """
        ids = list(poured)
        if not ids:
            return {}
        castings = _by_pour(CastingRepository(self._session, self._shop_id).of_pours(ids))
        batches, acts = self._batches(ids), self._acts(ids)
        tests, strengths = self._tests(ids)
        sensors = SensorRepository(self._session, self._shop_id)
        temperatures = sensors.temperatures([of for of, at in poured.items() if at])
        return {
            of: _Event(
                tuple(castings.get(of, ())), tuple(batches.get(of, ())), tuple(acts.get(of, ())),
                Record(
                    water_in_at=at,
                    batches=tuple(MixedBatch(bags=b.bags, water_l=b.water_l, at=b.at) for b in batches.get(of, ())),
                    done=tuple(Done(act=one.act, piece=one.piece, at=one.at) for one in acts.get(of, ())),
                    tests=tuple(tests.get(of, ())),
                    strengths=tuple(strengths.get(of, ())),
                    temperatures=temperatures.get(of, ()),
                    reached=tuple(_reached(castings.get(of, ()))),
                ),
            )
            for of, at in poured.items()
        }  # fmt: skip

    def _batches(self, pour_ids: Sequence[UUID]) -> dict[UUID, list[Batch]]:
        shares: dict[UUID, dict[str, float]] = {}
        for share in self._session.scalars(select(BatchShareRow).where(BatchShareRow.pour_id.in_(pour_ids))):
            shares.setdefault(share.batch_id, {})[str(share.casting_id)] = float(share.share)
        found: dict[UUID, list[Batch]] = {}
        asked = (
            select(BatchRow)
            .where(BatchRow.pour_id.in_(pour_ids), BatchRow.withdrawn_at.is_(None))
            .order_by(BatchRow.pour_id, BatchRow.number)
        )
        for row in self._session.scalars(asked):
            batch = Batch(
                row.id, row.number, float(row.bags), float(row.water_l), row.water_in_at, row.lot_id, row.note,
                shares.get(row.id, {}),
            )  # fmt: skip
            found.setdefault(row.pour_id, []).append(batch)
        return found

    def _acts(self, pour_ids: Sequence[UUID]) -> dict[UUID, list[ActDone]]:
        found: dict[UUID, list[ActDone]] = {}
        for row in self._session.scalars(
            select(ActDoneRow)
            .where(ActDoneRow.pour_id.in_(pour_ids), ActDoneRow.withdrawn_at.is_(None))
            .order_by(ActDoneRow.at, ActDoneRow.created_at)
        ):
            done = ActDone(row.id, row.act, row.piece, row.at, row.note, row.member_id)
            found.setdefault(row.pour_id, []).append(done)
        return found

    def _tests(self, pour_ids: Sequence[UUID]) -> tuple[dict[UUID, list[ActTest]], dict[UUID, list[StrengthTest]]]:
        """By pour, what was tested at the slab, and of its strength."""
        at_slab: dict[UUID, list[ActTest]] = {}
        strengths: dict[UUID, list[StrengthTest]] = {}
        for row in self._session.scalars(
            select(ObservationRow)
            .where(
                ObservationRow.pour_id.in_(pour_ids),
                ObservationRow.kind.in_(("test", "strength")),
                stands(),
            )
            .order_by(ObservationRow.at)
        ):
            if row.pour_id is None:
                continue
            if row.kind == "test":
                told = ActTest(act=row.act or "", at=row.at, ready=bool(row.ready))
                at_slab.setdefault(row.pour_id, []).append(told)
            elif row.method and row.strength_mpa:
                result = StrengthTest(at=row.at, method=cast("Method", row.method), mpa=row.strength_mpa)
                strengths.setdefault(row.pour_id, []).append(result)
        return at_slab, strengths


def _size(record: Record) -> int:
    """About how large a record is [bytes]."""
    parts = (record.batches, record.done, record.tests, record.temperatures, record.reached, record.strengths)
    return _BYTES_OF_AN_ENTRY * (2 + sum(len(part) for part in parts))


def _by_pour(castings: Iterable[Casting]) -> dict[UUID, list[Casting]]:
    found: dict[UUID, list[Casting]] = {}
    for casting in castings:
        found.setdefault(casting.pour_id, []).append(casting)
    return found


def _reached(castings: Sequence[Casting]) -> Iterable[StateOfPiece]:
    """By piece, the state that all its castings have reached, those that failed left out."""
    by_piece: dict[str, list[Casting]] = {}
    for casting in castings:
        if casting.state not in ("planned", "failed", "archived"):
            by_piece.setdefault(casting.piece, []).append(casting)
    for piece, ones in by_piece.items():
        least = min(ones, key=lambda casting: STATES.index(casting.state)).state
        yield StateOfPiece(piece=piece, state=least, at=max(casting.state_at for casting in ones))


def _job(row: PourRow) -> Job:
    return as_job_file({"schema_version": row.schema_version, "job": row.job}).job


def _moment(text: str | None) -> datetime | None:
    try:
        moment = datetime.fromisoformat(text) if text else None
    except ValueError:
        return None
    return moment if moment is None or moment.tzinfo else None
