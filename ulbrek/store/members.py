"""The people of a shop: who they are stands here, what they may lift and when they are there in the shop's document."""

from collections.abc import Mapping
from uuid import UUID

from sqlalchemy import func, select
from sqlalchemy.exc import IntegrityError

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units import Units
from ulbrek.core.cure.inputs import TimeOfDay
from ulbrek.core.job.shop import Person, Shop
from ulbrek.store.accounts import AccountRepository
from ulbrek.store.entries import ShopRecords
from ulbrek.store.errors import RefusedEntryError
from ulbrek.store.models import MemberRow
from ulbrek.store.shops import ShopRepository


@dataclass(frozen=True, slots=True)
class Member:
    """Somebody who works in the shop, the units that they think in, what they may lift [kg] and when they are there.

    ``lifts_kg`` is None where what the shop says of anybody counts.
    """

    id: UUID
    name: str
    units: Units
    lifts_kg: float | None = None
    there_from: TimeOfDay | None = None
    there_until: TimeOfDay | None = None


@dataclass(frozen=True, slots=True)
class Told:
    """What is said of somebody."""

    name: str
    units: Units
    lifts_kg: float | None = None
    there_from: TimeOfDay | None = None
    there_until: TimeOfDay | None = None


class MemberRepository(ShopRecords):
    """The people of one shop."""

    def all(self) -> list[Member]:
        """Those who work here now, by name."""
        told = {one.id: one for one in ShopRepository(self._session).get(self._shop_id).shop.people}
        return [_member(row, told) for row in self._here()]

    def add(self, told: Told) -> Member:
        """Somebody new.

        Raises:
            RefusedEntryError: when the name is taken
        """
        row = MemberRow(shop_id=self._shop_id, name=told.name, units=told.units)
        self._session.add(row)
        return self._keep(row, told)

    def edit(self, member_id: UUID, told: Told) -> Member:
        """Somebody of whom other things are true.

        Raises:
            NotFoundError: when nobody here is meant
            RefusedEntryError: when the name is taken
        """
        row = self._own(MemberRow, member_id, "member")
        row.name, row.units = told.name, told.units
        return self._keep(row, told)

    def archive(self, member_id: UUID) -> None:
        """Somebody who has left; what they did keeps their name, and they are out at once.

        Raises:
            NotFoundError: when nobody here is meant
            RefusedEntryError: when they are the shop's only owner
        """
        row = self._own(MemberRow, member_id, "member")
        AccountRepository(self._session, self._shop_id).refuse_without(member_id)
        row.archived_at = func.now()
        self._session.flush()
        self._write({})

    def bring_up(self) -> None:
        """Writes those into the shop's document who were here before it knew of people."""
        self._write({})

    def _keep(self, row: MemberRow, told: Told) -> Member:
        try:
            self._session.flush()
        except IntegrityError as error:
            raise RefusedEntryError("/name", f"“{told.name}” is here already.", "Give another name.") from error
        person = Person(
            id=str(row.id), name=told.name, lifts_kg=told.lifts_kg, there_from=told.there_from,
            there_until=told.there_until,
        )  # fmt: skip
        self._write({person.id: person})
        return _member(row, {person.id: person})

    def _write(self, changed: Mapping[str, Person]) -> None:
        """The people of the shop's document: those who are here, as they are known or changed."""
        here = self._here()

        def told(shop: Shop) -> Shop:
            known = {**{one.id: one for one in shop.people}, **changed}
            people = tuple(known.get(str(row.id)) or Person(id=str(row.id), name=row.name) for row in here)
            return shop.model_copy(update={"people": people})

        ShopRepository(self._session).change(self._shop_id, told)

    def _here(self) -> list[MemberRow]:
        rows = self._session.scalars(
            select(MemberRow)
            .where(MemberRow.shop_id == self._shop_id, MemberRow.archived_at.is_(None))
            .order_by(MemberRow.name)
        )
        return list(rows)


def _member(row: MemberRow, told: Mapping[str, Person]) -> Member:
    person = told.get(str(row.id)) or Person(id=str(row.id), name=row.name)
    units: Units = "in" if row.units == "in" else "mm"
    return Member(row.id, row.name, units, person.lifts_kg, person.there_from, person.there_until)
