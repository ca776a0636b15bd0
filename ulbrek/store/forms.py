"""Forms, their cavities, and the moulds among them with what was done to them."""

from collections import Counter
from collections.abc import Iterable, Sequence
from datetime import UTC, datetime
from typing import Literal, get_args
from uuid import UUID, uuid4

from sqlalchemy import select

from ulbrek.core.base.figure import Spread
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.materials.moulds import MOULDS, MouldKind, MouldMade
from ulbrek.core.records.mould import Wear, expected_life, service_on, wear
from ulbrek.store.entries import Entry, ShopRecords, happened
from ulbrek.store.errors import NotFoundError, RefusedEntryError
from ulbrek.store.models import CastingRow, CavityRow, FormRow, MouldEventRow, MouldRow, PourRow

MouldEventKind = Literal["oiled", "cleaned", "repaired", "serviced", "retired", "note"]


@dataclass(frozen=True, slots=True)
class Cavity:
    """One place in a form that takes one piece."""

    id: UUID
    number: int
    piece: str


@dataclass(frozen=True, slots=True)
class MouldEvent:
    """Something done to a mould."""

    id: UUID
    kind: MouldEventKind
    at: datetime
    part: str
    note: str
    member_id: UUID | None


@dataclass(frozen=True, slots=True)
class Mould:
    """A form that is kept: its wear by its castings, and what was done to it, newest first.

    ``used_before`` are its fillings before there were records.
    ``oil_first`` says that it was cast in since it was last oiled. ``life`` is how many fillings it is likely to give,
    by what is usual and by as many moulds as were ``retired`` here; ``service_on`` about when its next service is due.
    ``care`` is what such a mould usually needs and gives; None where it is not said what it is made of.
    """

    usual_life: int | None
    service_every: int | None
    used_before: int
    weakest_part: str
    made_of: MouldMade | None
    care: MouldKind | None
    castings: int
    last_cast_at: datetime | None
    last_oiled_at: datetime | None
    oil_first: bool
    wear: Wear
    life: Spread | None
    retired: int
    service_on: datetime | None
    events: tuple[MouldEvent, ...]


@dataclass(frozen=True, slots=True)
class KeptForm:
    """A form as it stands in the shop; ``mould`` is None where it is broken up after its job."""

    id: UUID
    name: str
    job_id: UUID | None
    cavities: tuple[Cavity, ...]
    mould: Mould | None


@dataclass(frozen=True, slots=True)
class _Use:
    at: datetime
    cavity: UUID


class FormRepository(ShopRecords):
    """The forms of one shop."""

    def all(self) -> list[KeptForm]:
        """The forms that are not broken up, by name."""
        rows = self._session.scalars(
            select(FormRow)
            .where(FormRow.shop_id == self._shop_id, FormRow.archived_at.is_(None))
            .order_by(FormRow.name, FormRow.created_at)
        )
        return self._kept(list(rows))

    def get(self, form_id: UUID) -> KeptForm:
        """A form.

        Raises:
            NotFoundError: when this shop has no such form
        """
        return self._kept([self._own(FormRow, form_id, "form")])[0]

    def build(self, name: str, pieces: Sequence[str], job_id: UUID | None = None, key: UUID | None = None) -> KeptForm:
        """A new form.

        Args:
            name: what it is called
            pieces: the piece that each cavity takes, in order
            job_id: the job it is built for; None for any
            key: its id, so that the same entry sent twice is applied once
        """
        if key is not None and self._is_here(FormRow, key):
            return self.get(key)
        form_id = key or uuid4()
        self._session.add(FormRow(id=form_id, shop_id=self._shop_id, job_id=job_id, name=name))
        self._session.flush()
        self._session.add_all(
            CavityRow(shop_id=self._shop_id, form_id=form_id, number=number, piece=piece)
            for number, piece in enumerate(pieces, 1)
        )
        self._session.flush()
        return self.get(form_id)

    def keep(
        self,
        form_id: UUID,
        usual_life: int | None = None,
        service_every: int | None = None,
        used_before: int = 0,
        weakest_part: str = "",
        made_of: MouldMade | None = None,
    ) -> KeptForm:
        """Keeps a form as a mould, or says anew how long it lasts.

        Args:
            form_id: the form
            usual_life: fillings of each cavity that such a mould usually gives
            service_every: fillings from one service to the next
            used_before: fillings before there were records
            weakest_part: what to look at first
            made_of: what it is made of; None where that is not said
        """
        self._own(FormRow, form_id, "form")
        said = {
            "usual_life": usual_life,
            "service_every": service_every,
            "used_before": used_before,
            "weakest_part": weakest_part,
            "made_of": made_of or "",
        }
        row = self._session.get(MouldRow, form_id)
        if row is None:
            self._session.add(MouldRow(shop_id=self._shop_id, form_id=form_id, **said))
        else:
            for name, value in said.items():
                setattr(row, name, value)
        self._session.flush()
        return self.get(form_id)

    def note(
        self,
        form_id: UUID,
        kind: MouldEventKind,
        entry: Entry,
        part: str = "",
    ) -> KeptForm:
        """Something done to a mould; one that is retired leaves the shelf.

        Raises:
            RefusedEntryError: when the form is not kept as a mould, or it is still to come
        """
        form = self._own(FormRow, form_id, "mould")
        if self._session.get(MouldRow, form_id) is None:
            raise RefusedEntryError("", f"“{form.name}” is not kept as a mould.", "Keep it as a mould first.")
        key = entry.key or uuid4()
        if not self._is_here(MouldEventRow, key):
            self._session.add(
                MouldEventRow(
                    id=key, shop_id=self._shop_id, form_id=form_id, kind=kind, at=happened(entry.at), part=part,
                    note=entry.note, member_id=entry.member_id,
                )
            )  # fmt: skip
            if kind == "retired":
                form.archived_at = entry.at
            self._session.flush()
        return self.get(form_id)

    def refuse_wrong(self, cavity_id: UUID, piece: str, job_id: UUID) -> None:
        """Looks whether a cavity takes a piece of a job.

        Raises:
            NotFoundError: when there is no such cavity
            RefusedEntryError: when it takes another piece, or the same one of another job
        """
        found = self._session.execute(
            select(CavityRow.piece, FormRow.job_id)
            .join(FormRow, FormRow.id == CavityRow.form_id)
            .where(CavityRow.id == cavity_id, FormRow.shop_id == self._shop_id)
        ).one_or_none()
        if found is None:
            raise NotFoundError("cavity", cavity_id)
        if not takes(found.piece, found.job_id, piece, job_id):
            raise RefusedEntryError(
                "/fills", "That cavity is made for another piece.", "Choose a cavity made for this piece."
            )

    def _kept(self, forms: list[FormRow]) -> list[KeptForm]:
        ids = [form.id for form in forms]
        cavities = self._session.scalars(
            select(CavityRow).where(CavityRow.form_id.in_(ids)).order_by(CavityRow.form_id, CavityRow.number)
        ).all()
        moulds = {row.form_id: row for row in self._session.scalars(select(MouldRow).where(MouldRow.form_id.in_(ids)))}
        events = self._session.scalars(
            select(MouldEventRow)
            .where(MouldEventRow.form_id.in_(ids))
            .order_by(MouldEventRow.at.desc(), MouldEventRow.created_at.desc())
        ).all()
        uses, retired = self._uses(ids), self._retired()
        return [
            KeptForm(
                form.id,
                form.name,
                form.job_id,
                tuple(Cavity(c.id, c.number, c.piece) for c in cavities if c.form_id == form.id),
                _mould(moulds[form.id], [e for e in events if e.form_id == form.id], uses.get(form.id, []), retired)
                if form.id in moulds
                else None,
            )
            for form in forms
        ]

    def _retired(self) -> list[float]:
        """Of each mould that was retired, the fillings that it gave as a share of what was usual of it."""
        gone = select(MouldEventRow.form_id).where(MouldEventRow.kind == "retired")
        rows = self._session.scalars(
            select(MouldRow).where(
                MouldRow.shop_id == self._shop_id, MouldRow.usual_life.is_not(None), MouldRow.form_id.in_(gone)
            )
        ).all()
        uses = self._uses([row.form_id for row in rows]) if rows else {}
        lives = [
            (row.used_before + _fillings(uses.get(row.form_id, []))) / row.usual_life for row in rows if row.usual_life
        ]
        return [one for one in lives if one > 0]

    def _uses(self, forms: Iterable[UUID]) -> dict[UUID, list[_Use]]:
        """By form, the castings that were poured in it."""
        found: dict[UUID, list[_Use]] = {}
        for form_id, cavity, at in self._session.execute(
            select(CavityRow.form_id, CavityRow.id, PourRow.poured_at)
            .join(CastingRow, CastingRow.cavity_id == CavityRow.id)
            .join(PourRow, PourRow.id == CastingRow.pour_id)
            .where(CavityRow.form_id.in_(forms))
        ):
            if at is not None:
                found.setdefault(form_id, []).append(_Use(at, cavity))
        return found


def _mould(row: MouldRow, events: Sequence[MouldEventRow], uses: Sequence[_Use], retired: Sequence[float]) -> Mould:
    worn = _wear(row, events, uses)
    last_oiled = max((event.at for event in events if event.kind == "oiled"), default=None)
    last_cast = max((use.at for use in uses), default=None)
    filled = {use.at for use in uses}
    return Mould(
        usual_life=row.usual_life,
        service_every=row.service_every,
        used_before=row.used_before,
        weakest_part=row.weakest_part,
        made_of=(made := _made(row.made_of)),
        care=None if made is None else MOULDS[made],
        castings=len(uses),
        last_cast_at=last_cast,
        last_oiled_at=last_oiled,
        oil_first=last_cast is not None and (last_oiled is None or last_oiled <= last_cast),
        wear=worn,
        life=expected_life(row.usual_life, retired) if row.usual_life else None,
        retired=len(retired),
        service_on=service_on(worn.service_in, list(filled), datetime.now(UTC)),
        events=tuple(
            MouldEvent(event.id, _kind(event.kind), event.at, event.part, event.note, event.member_id)
            for event in events
        ),
    )


def _made(stored: str) -> MouldMade | None:
    return next((one for one in MOULDS if one == stored), None)


def _wear(row: MouldRow, events: Sequence[MouldEventRow], uses: Sequence[_Use]) -> Wear:
    last_service = max((event.at for event in events if event.kind in ("serviced", "repaired")), default=None)
    since = [use for use in uses if last_service is None or use.at > last_service]
    before = row.used_before if last_service is None else 0
    return wear(row.used_before + _fillings(uses), before + _fillings(since), row.usual_life, row.service_every)


UNNAMED = "piece"  # what every first piece was called before pieces had ids of their own


def takes(cavity_piece: str, made_for: UUID | None, piece: str, job_id: UUID) -> bool:
    """Whether a cavity takes a piece of a job: of the job that it was made for, or of a copy of that.

    Args:
        cavity_piece: the piece that the cavity was made for
        made_for: the job of that; None where nobody said
        piece: a piece
        job_id: of this job
    """
    return cavity_piece == piece and (piece != UNNAMED or made_for in (None, job_id))


def _fillings(uses: Sequence[_Use]) -> int:
    """How often the most used cavity was filled."""
    return max(Counter(use.cavity for use in uses).values(), default=0)


def _kind(kind: str) -> MouldEventKind:
    return next(one for one in get_args(MouldEventKind) if one == kind)
