"""Castings and the states they came into."""

from collections.abc import Collection, Iterable, Sequence
from datetime import datetime
from typing import cast
from uuid import UUID, uuid4

from sqlalchemy import Select, func, or_, select

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.records.casting import FOLLOWS, STATES, State, may_follow
from ulbrek.store.entries import Entry, ShopRecords, happened
from ulbrek.store.errors import RefusedEntryError
from ulbrek.store.models import CastingRow, CastingStateRow, CavityRow, FormRow, JobRevisionRow, PourRow, ShopRow

PAGE = 50


@dataclass(frozen=True, slots=True)
class Casting:
    """One physical thing: its number in the shop, what it is, where it came from, its state and since when.

    ``next_states`` are those it may come into next.
    """

    id: UUID
    serial: int
    piece: str
    piece_name: str
    pour_id: UUID
    job_id: UUID
    job_name: str
    form_id: UUID | None
    form_name: str | None
    state: State
    state_at: datetime
    poured_at: datetime | None
    next_states: tuple[State, ...]


@dataclass(frozen=True, slots=True)
class StateChange:
    """A state that a casting came into, when it did and when that was written down.

    ``correction`` says that later states were taken back, and the casting is again in this one since ``at``;
    ``undone`` that this one was taken back.
    """

    number: int
    state: State
    at: datetime
    note: str
    member_id: UUID | None
    correction: bool
    undone: bool
    written_at: datetime


@dataclass(frozen=True, slots=True)
class CastingPage:
    """Castings, newest first; ``more`` says that there are older ones. ``counts`` are of all castings by state."""

    castings: tuple[Casting, ...]
    more: bool
    counts: dict[str, int]


class CastingRepository(ShopRecords):
    """The castings of one shop."""

    def page(
        self,
        states: Sequence[State] = (),
        search: str = "",
        before: int | None = None,
        limit: int = PAGE,
        job_id: UUID | None = None,
        pours: Collection[UUID] | None = None,
    ) -> CastingPage:
        """Castings, newest first.

        Args:
            states: only those in one of these; all when empty
            search: a serial number, or part of the name of the piece
            before: only those with a serial number under this one, for the next page
            limit: how many
            job_id: only those of one job
            pours: only those of these pours
        """
        asked = self._asked()
        counted = select(CastingRow.state, func.count()).where(CastingRow.shop_id == self._shop_id)
        if pours is not None:
            asked, counted = asked.where(CastingRow.pour_id.in_(pours)), counted.where(CastingRow.pour_id.in_(pours))
        if job_id is not None:
            asked = asked.where(PourRow.job_id == job_id)
        if states:
            asked = asked.where(CastingRow.state.in_(states))
        if before is not None:
            asked = asked.where(CastingRow.serial < before)
        wanted = search.strip().removeprefix("#")
        if wanted:
            by_name = CastingRow.piece_name.icontains(wanted, autoescape=True)
            by_serial = CastingRow.serial == int(wanted) if wanted.isascii() and wanted.isdigit() else None
            asked = asked.where(by_name if by_serial is None or len(wanted) > 9 else or_(by_name, by_serial))
        rows = self._session.execute(asked.order_by(CastingRow.serial.desc()).limit(limit + 1)).all()
        counts = self._session.execute(counted.group_by(CastingRow.state)).all()
        return CastingPage(
            tuple(_casting(*row) for row in rows[:limit]), len(rows) > limit, {row[0]: row[1] for row in counts}
        )

    def get(self, casting_id: UUID) -> Casting:
        """A casting.

        Raises:
            NotFoundError: when this shop has no such casting
        """
        self._own(CastingRow, casting_id, "casting")
        return _casting(*self._session.execute(self._asked().where(CastingRow.id == casting_id)).one())

    def of_pours(self, pour_ids: Iterable[UUID]) -> list[Casting]:
        """The castings of some pours, by number."""
        rows = self._session.execute(self._asked().where(CastingRow.pour_id.in_(pour_ids)).order_by(CastingRow.serial))
        return [_casting(*row) for row in rows]

    def states(self, casting_id: UUID) -> list[StateChange]:
        """The states that a casting came into, in order."""
        self._own(CastingRow, casting_id, "casting")
        rows = self._past(casting_id)
        standing = {row.number for row in _standing(rows)}
        return [
            StateChange(
                row.number, cast("State", row.state), row.at, row.note, row.member_id, row.correction,
                not row.correction and row.number not in standing, row.created_at,
            )
            for row in rows
        ]  # fmt: skip

    def plan(self, pour: PourRow, piece: str, piece_name: str, cavity_id: UUID | None, at: datetime) -> CastingRow:
        """A casting that a pour is to make, with the next serial number of the shop."""
        self._session.execute(select(ShopRow.id).where(ShopRow.id == self._shop_id).with_for_update(key_share=True))
        serial = self._session.scalar(
            select(func.coalesce(func.max(CastingRow.serial), 0) + 1).where(CastingRow.shop_id == self._shop_id)
        )
        row = CastingRow(
            id=uuid4(), shop_id=self._shop_id, pour_id=pour.id, cavity_id=cavity_id, piece=piece,
            piece_name=piece_name, serial=serial, state="planned", state_number=1, state_at=at,
        )  # fmt: skip
        self._session.add(row)
        self._session.flush()
        self._session.add(CastingStateRow(shop_id=self._shop_id, casting_id=row.id, number=1, state="planned", at=at))
        self._session.flush()
        return row

    def advance(self, casting_id: UUID, state: State, entry: Entry) -> None:
        """Brings a casting into its next state; said twice, it is done once.

        Args:
            casting_id: the casting
            state: the state it came into
            entry: when it did, and what there is to say of it; a failure says why

        Raises:
            NotFoundError: when this shop has no such casting
            RefusedEntryError: when the state may not follow, or came before the one it has
        """
        row = self._own(CastingRow, casting_id, "casting", lock=True)
        if row.state == state:
            return
        now = cast("State", row.state)
        if not may_follow(now, state):
            following = " or ".join(f"“{one}”" for one in FOLLOWS[now])
            raise RefusedEntryError(
                "/state",
                f"Casting {row.serial} is {now}; it cannot become {state} from there.",
                f"It may become {following}." if following else "It is archived; nothing follows.",
            )
        if state == "failed" and not entry.note.strip():
            raise RefusedEntryError("/note", "It does not say why it failed.", "Write down what went wrong.")
        # What was planned may be written down after it has happened.
        happened(entry.at, None if now == "planned" else row.state_at, f"casting {row.serial} was {now}")
        self._append(row, state, entry)

    def take_back(self, casting_id: UUID, entry: Entry) -> None:
        """Takes a casting's newest state back, which was said by mistake; both stay in its past.

        Raises:
            NotFoundError: when this shop has no such casting
            RefusedEntryError: when nothing was said of it yet, or no reason is given
        """
        row = self._own(CastingRow, casting_id, "casting", lock=True)
        standing = _standing(self._past(casting_id))
        if len(standing) < 2 or standing[-2].state == "planned":
            raise RefusedEntryError("/state", f"Casting {row.serial} has no earlier state.", "Let it fail instead.")
        _refuse_without_reason(entry)
        self._back_to(row, standing[-2], entry)

    def pour_was_at(self, casting_id: UUID, entry: Entry) -> None:
        """Corrects when a casting was poured; what it came into since stays as it was said.

        Raises:
            RefusedEntryError: when it was stripped before that, or no reason is given
        """
        row = self._own(CastingRow, casting_id, "casting", lock=True)
        planned, _, *since = _standing(self._past(casting_id))
        _refuse_without_reason(entry)
        if since and entry.at > since[0].at:
            raise RefusedEntryError(
                "/at",
                f"Casting {row.serial} was {since[0].state} before that.",
                "Take that back first, or give an earlier time.",
            )
        self._back_to(row, planned, entry)
        self._append(row, "poured", Entry(entry.at, member_id=entry.member_id))
        for change in since:
            self._append(row, cast("State", change.state), Entry(change.at, change.note, change.member_id))

    def _past(self, casting_id: UUID) -> list[CastingStateRow]:
        asked = select(CastingStateRow).where(CastingStateRow.casting_id == casting_id)
        return list(self._session.scalars(asked.order_by(CastingStateRow.number)))

    def _back_to(self, row: CastingRow, then: CastingStateRow, entry: Entry) -> None:
        said = Entry(then.at, entry.note, entry.member_id)
        self._append(row, cast("State", then.state), said, correction=True)

    def _append(self, row: CastingRow, state: State, entry: Entry, correction: bool = False) -> None:
        self._session.add(
            CastingStateRow(
                shop_id=self._shop_id, casting_id=row.id, number=row.state_number + 1, state=state, at=entry.at,
                note=entry.note, member_id=entry.member_id, correction=correction,
                previous_number=row.state_number, previous_state=row.state, previous_at=row.state_at,
            )
        )  # fmt: skip
        self._session.flush()
        row.state, row.state_at, row.state_number = state, entry.at, row.state_number + 1
        self._session.flush()

    def _asked(self) -> Select[CastingRow, UUID, datetime | None, str, UUID | None, str | None]:
        name = JobRevisionRow.document["name"].astext
        return (
            select(CastingRow, PourRow.job_id, PourRow.poured_at, name, FormRow.id, FormRow.name)
            .join(PourRow, PourRow.id == CastingRow.pour_id)
            .join(
                JobRevisionRow,
                (JobRevisionRow.job_id == PourRow.job_id) & (JobRevisionRow.number == PourRow.job_revision),
            )
            .outerjoin(CavityRow, CavityRow.id == CastingRow.cavity_id)
            .outerjoin(FormRow, FormRow.id == CavityRow.form_id)
            .where(CastingRow.shop_id == self._shop_id)
        )


def _standing(rows: Iterable[CastingStateRow]) -> list[CastingStateRow]:
    """The states that still hold, in order: those that were taken back are left out, and the takings back."""
    standing: list[CastingStateRow] = []
    for row in rows:
        if row.correction:
            while standing[-1].state != row.state:
                standing.pop()
        else:
            standing.append(row)
    return standing


def _refuse_without_reason(entry: Entry) -> None:
    if not entry.note.strip():
        raise RefusedEntryError("/note", "It does not say why.", "Write down what was wrong with the entry.")


def _casting(
    row: CastingRow,
    job_id: UUID,
    poured_at: datetime | None,
    job_name: str,
    form_id: UUID | None,
    form_name: str | None,
) -> Casting:
    state = cast("State", row.state)
    assert state in STATES  # noqa: S101 - the database holds no other
    return Casting(
        row.id, row.serial, row.piece, row.piece_name, row.pour_id, job_id, job_name, form_id, form_name,
        state, row.state_at, poured_at, FOLLOWS[state],
    )  # fmt: skip
