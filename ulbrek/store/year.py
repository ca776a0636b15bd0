"""A year of a shop: what was made, used, wasted and spent."""

from collections import Counter
from datetime import UTC, datetime
from zoneinfo import ZoneInfo

from sqlalchemy import ColumnElement, extract, func, select
from sqlalchemy.dialects.postgresql import distinct_on

from ulbrek.core.base.frozen import dataclass
from ulbrek.store.entries import ShopRecords
from ulbrek.store.models import BatchRow, CastingRow, ObservationRow, PourRow, StockItemRow, StockLotRow, StockMoveRow
from ulbrek.store.standing import stands

FAILED = "failed"
_USED, _BOUGHT, _SPOILED = ("used", "returned"), "bought", ("spoiled", "counted")


@dataclass(frozen=True, slots=True)
class MadeInYear:
    """Castings that are called the same: how many were poured, and how many of those failed."""

    name: str
    made: int
    failed: int


@dataclass(frozen=True, slots=True)
class UsedInYear:
    """What of one thing was bought, used and wasted, in its unit, and what that cost in one currency.

    Attributes:
        currency: of its lots; None where they have no price
        wasted: spoiled, and what a counting day missed, less what it found over
        spent: on what was bought
        used_cost: what was used, at the price of its lots
        wasted_cost: the same of what was wasted
    """

    name: str
    unit: str
    currency: str | None
    bought: float
    used: float
    wasted: float
    spent: float
    used_cost: float
    wasted_cost: float


@dataclass(frozen=True, slots=True)
class Year:
    """A year of a shop.

    Attributes:
        year: which
        years: that there are records of, the newest first
        pours: whose water went in
        made: by name, the most first
        used: by thing
        bags: that were mixed
        water_l: that went into them [l]
        left_over_l: of concrete, as far as it was logged [l]
        defects: that were logged
    """

    year: int
    years: tuple[int, ...]
    pours: int
    made: tuple[MadeInYear, ...]
    used: tuple[UsedInYear, ...]
    bags: float
    water_l: float
    left_over_l: float
    defects: int


class YearRepository(ShopRecords):
    """The years of one shop."""

    def of(self, year: int, zone: ZoneInfo) -> Year:
        """A year by the clock of the place, from its first midnight to its last.

        Args:
            year: which
            zone: of the place
        """
        begin, end = (datetime(one, 1, 1, tzinfo=zone).astimezone(UTC) for one in (year, year + 1))
        poured = (PourRow.shop_id == self._shop_id) & (PourRow.poured_at >= begin) & (PourRow.poured_at < end)
        bags, water = self._session.execute(
            select(func.sum(BatchRow.bags), func.sum(BatchRow.water_l))
            .join(PourRow, PourRow.id == BatchRow.pour_id)
            .where(poured, BatchRow.withdrawn_at.is_(None))
        ).one()
        return Year(
            year, self._years(zone), self._session.scalar(select(func.count()).select_from(PourRow).where(poured)) or 0,
            self._made(poured), self._used(begin, end), float(bags or 0), float(water or 0),
            self._left_over(poured), self._defects(poured),
        )  # fmt: skip

    def _years(self, zone: ZoneInfo) -> tuple[int, ...]:
        local = func.timezone(zone.key, PourRow.poured_at)
        asked = select(extract("year", local)).where(PourRow.shop_id == self._shop_id, PourRow.poured_at.is_not(None))
        return tuple(sorted({int(one) for one in self._session.scalars(asked.distinct())}, reverse=True))

    def _made(self, poured: ColumnElement[bool]) -> tuple[MadeInYear, ...]:
        rows = self._session.execute(
            select(CastingRow.piece_name, CastingRow.state, func.count())
            .join(PourRow, PourRow.id == CastingRow.pour_id)
            .where(poured)
            .group_by(CastingRow.piece_name, CastingRow.state)
        )
        made, failed = Counter[str](), Counter[str]()
        for name, state, count in rows:
            made[name] += count
            failed[name] += count if state == FAILED else 0
        return tuple(MadeInYear(name, count, failed[name]) for name, count in made.most_common())

    def _used(self, begin: datetime, end: datetime) -> tuple[UsedInYear, ...]:
        move, price = StockMoveRow, func.coalesce(StockLotRow.price, 0)
        of_lot = (
            select(move.lot_id, move.kind, func.sum(move.on_hand_change).label("change"))
            .where(move.shop_id == self._shop_id, move.at >= begin, move.at < end)
            .group_by(move.lot_id, move.kind)
            .subquery()
        )
        rows = self._session.execute(
            select(
                StockItemRow.name, StockItemRow.unit, StockLotRow.currency, of_lot.c.kind, func.sum(of_lot.c.change),
                func.sum(of_lot.c.change * price),
            )
            .join(StockLotRow, StockLotRow.id == of_lot.c.lot_id)
            .join(StockItemRow, StockItemRow.id == StockLotRow.item_id)
            .group_by(StockItemRow.name, StockItemRow.unit, StockLotRow.currency, of_lot.c.kind)
        )  # fmt: skip
        found: dict[tuple[str, str, str | None], Counter[str]] = {}
        for name, unit, currency, kind, amount, cost in rows:
            of = found.setdefault((name, unit, currency), Counter())
            what = "bought" if kind == _BOUGHT else "used" if kind in _USED else "wasted" if kind in _SPOILED else ""
            sign = 1 if what == "bought" else -1
            of[what] += sign * float(amount)  # type: ignore[assignment]
            of[f"{what} cost"] += sign * float(cost)  # type: ignore[assignment]
        return tuple(
            UsedInYear(
                name, unit, currency, of["bought"], of["used"], of["wasted"], of["bought cost"], of["used cost"],
                of["wasted cost"],
            )
            for (name, unit, currency), of in sorted(found.items(), key=lambda one: one[0][:2])
            if any(of[what] for what in ("bought", "used", "wasted"))
        )  # fmt: skip

    def _left_over(self, poured: ColumnElement[bool]) -> float:
        """Of each pour as it was said last, as what pours say of their bags takes it [l]."""
        one = ObservationRow
        last = (
            select(one.volume_l)
            .ext(distinct_on(one.pour_id))
            .join(PourRow, PourRow.id == one.pour_id)
            .where(poured, one.kind == "left over", stands())
            .order_by(one.pour_id, one.at.desc(), one.created_at.desc())
            .subquery()
        )
        return float(self._session.scalar(select(func.sum(last.c.volume_l))) or 0.0)

    def _defects(self, poured: ColumnElement[bool]) -> int:
        one = ObservationRow
        asked = (
            select(func.count())
            .select_from(one)
            .join(PourRow, PourRow.id == one.pour_id)
            .where(poured, one.kind == "defect", stands())
        )
        return self._session.scalar(asked) or 0
