"""Sensors, where they were, and what they read."""

from collections.abc import Iterable, Sequence
from datetime import datetime
from typing import Literal
from uuid import UUID

from sqlalchemy import DateTime, cast, delete, func, select, true
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.exc import IntegrityError

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.history import Temperature
from ulbrek.store.entries import ShopRecords, happened
from ulbrek.store.errors import RefusedEntryError
from ulbrek.store.models import PourRow, ReadingRow, SensorPlaceRow, SensorRow
from ulbrek.store.weather import WeatherRepository

SensorKind = Literal["concrete", "air", "humidity"]
EVER = cast("infinity", DateTime(timezone=True))


@dataclass(frozen=True, slots=True)
class Sensor:
    """A sensor, its last reading, and the pour that it lies in now."""

    id: UUID
    name: str
    kind: SensorKind
    last_at: datetime | None
    last_value: float | None
    pour_id: UUID | None


class SensorRepository(ShopRecords):
    """The sensors of one shop."""

    def all(self) -> list[Sensor]:
        """The sensors, by name."""
        rows = self._session.scalars(
            select(SensorRow)
            .where(SensorRow.shop_id == self._shop_id, SensorRow.archived_at.is_(None))
            .order_by(SensorRow.name)
        )
        return [self._sensor(row) for row in rows]

    def add(self, name: str, kind: SensorKind) -> Sensor:
        """A new sensor.

        Raises:
            RefusedEntryError: when the name is taken
        """
        row = SensorRow(shop_id=self._shop_id, name=name, kind=kind)
        self._session.add(row)
        try:
            self._session.flush()
        except IntegrityError as error:
            raise RefusedEntryError("/name", f"A sensor “{name}” is here already.", "Give another name.") from error
        return self._sensor(row)

    def place(self, sensor_id: UUID, pour_id: UUID, at: datetime) -> None:
        """Puts a sensor into a pour; it leaves the one it was in."""
        self._own(SensorRow, sensor_id, "sensor", lock=True)
        self._own(PourRow, pour_id, "pour")
        here = self._session.scalar(
            select(SensorPlaceRow).where(SensorPlaceRow.sensor_id == sensor_id, SensorPlaceRow.until_at.is_(None))
        )
        if here is not None:
            if here.pour_id == pour_id:
                return
            here.until_at = happened(at, here.from_at, "it was put where it is")
        self._session.add(
            SensorPlaceRow(shop_id=self._shop_id, sensor_id=sensor_id, pour_id=pour_id, from_at=happened(at))
        )
        self._session.flush()

    def read(self, sensor_id: UUID, readings: Iterable[tuple[datetime, float]]) -> int:
        """Keeps readings; of one sensor and moment there is one, and the first stays.

        Returns:
            how many were new
        """
        sensor = self._own(SensorRow, sensor_id, "sensor")
        rows = [
            {"shop_id": self._shop_id, "sensor_id": sensor_id, "at": happened(at), "value": value}
            for at, value in readings
        ]
        if not rows:
            return 0
        done = self._session.execute(
            insert(ReadingRow).values(rows).on_conflict_do_nothing().returning(ReadingRow.at)
        ).all()
        if done and sensor.kind != "concrete":
            WeatherRepository(self._session, self._shop_id).measured(min(at for (at,) in done))
        return len(done)

    def read_by_hand(self, pour_id: UUID, at: datetime, celsius: float) -> None:
        """Keeps a temperature of a pour's concrete that somebody read off and typed in.

        Raises:
            NotFoundError: when this shop has no such pour
            RefusedEntryError: when it was before the pour's first water, or there was none yet
        """
        pour = self._own(PourRow, pour_id, "pour", lock=True)
        if pour.poured_at is None:
            raise RefusedEntryError("", "Nothing is poured yet.", "Log when mixing started.")
        happened(at, pour.poured_at, "the first water went in")
        sensor = self._by_hand(pour_id)
        if sensor is None:
            sensor = self.add(_name_by_hand(pour_id), "concrete").id
            self.place(sensor, pour_id, pour.poured_at)
        self.read(sensor, [(at, celsius)])

    def forget_by_hand(self, pour_id: UUID, at: datetime) -> None:
        """Takes back what somebody typed in of a moment, if there is any."""
        sensor = self._by_hand(pour_id)
        if sensor is not None:
            self._session.execute(delete(ReadingRow).where(ReadingRow.sensor_id == sensor, ReadingRow.at == at))

    def read_at(self, pour_id: UUID) -> set[datetime]:
        """The moments of which somebody typed in a temperature of a pour's concrete."""
        asked = select(ReadingRow.at).where(ReadingRow.sensor_id == self._by_hand(pour_id))
        return set(self._session.scalars(asked))

    def _by_hand(self, pour_id: UUID) -> UUID | None:
        asked = select(SensorRow.id).where(SensorRow.shop_id == self._shop_id, SensorRow.name == _name_by_hand(pour_id))
        return self._session.scalar(asked)

    def temperatures(self, pour_ids: Sequence[UUID]) -> dict[UUID, tuple[Temperature, ...]]:
        """By pour, hourly means of what the sensors in its concrete read [°C], each at the middle of its readings."""
        # By place, so that each is a short range of the readings' index and never a walk through all of them.
        hour = func.date_trunc("hour", ReadingRow.at).label("hour")
        read = (
            # Means of moments are taken of seconds: PostgreSQL has none of timestamps.
            select(
                hour, func.avg(func.extract("epoch", ReadingRow.at)).label("at"), func.avg(ReadingRow.value).label("c")
            )
            .where(
                ReadingRow.sensor_id == SensorPlaceRow.sensor_id,
                ReadingRow.at >= SensorPlaceRow.from_at,
                ReadingRow.at < func.coalesce(SensorPlaceRow.until_at, EVER),
            )
            .group_by(hour)
            .lateral()
        )
        found: dict[UUID, tuple[Temperature, ...]] = {}
        for pour_id, at, value in self._session.execute(
            select(SensorPlaceRow.pour_id, func.to_timestamp(func.avg(read.c.at)), func.avg(read.c.c))
            .join(SensorRow, SensorRow.id == SensorPlaceRow.sensor_id)
            .join(read, true())
            .where(SensorPlaceRow.pour_id.in_(pour_ids), SensorRow.kind == "concrete")
            .group_by(SensorPlaceRow.pour_id, read.c.hour)
            .order_by(SensorPlaceRow.pour_id, read.c.hour)
        ):
            found[pour_id] = (*found.get(pour_id, ()), Temperature(at=at, celsius=float(value)))
        return found

    def _sensor(self, row: SensorRow) -> Sensor:
        last = self._session.execute(
            select(ReadingRow.at, ReadingRow.value)
            .where(ReadingRow.sensor_id == row.id)
            .order_by(ReadingRow.at.desc())
            .limit(1)
        ).one_or_none()
        place = self._session.scalar(
            select(SensorPlaceRow.pour_id).where(SensorPlaceRow.sensor_id == row.id, SensorPlaceRow.until_at.is_(None))
        )
        kind: SensorKind = row.kind  # type: ignore[assignment]  # the database holds no other
        return Sensor(row.id, row.name, kind, last.at if last else None, last.value if last else None, place)


def _name_by_hand(pour_id: UUID) -> str:
    return f"Read by hand, pour {pour_id}"
