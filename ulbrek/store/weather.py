"""The weather of a shop: the newest forecast, and what its own thermometers read of the hours that are past."""

from collections.abc import Iterable
from datetime import UTC, date, datetime, time, timedelta
from threading import Lock
from uuid import UUID

from cachetools import LRUCache
from sqlalchemy import func, select
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from ulbrek.core.kit.climate.conditions import HOUR, NOTHING_KNOWN, Conditions, WeatherHour, joined
from ulbrek.store.models import ReadingRow, SensorRow, WeatherDayRow, WeatherRow

KEPT_BACK = timedelta(days=42)  # of what is past: as long as anything still cures
_MOST_KNOWN = 64
_DIGITS = 2

_known: LRUCache[str, Conditions] = LRUCache(_MOST_KNOWN)
_lock = Lock()


class WeatherRepository:
    """The weather of one shop."""

    def __init__(self, session: Session, shop_id: UUID) -> None:
        """Reads and writes in this session."""
        self._session, self._shop_id = session, shop_id

    def known(self, digest: str | None) -> Conditions:
        """What is known, by its digest as it stands in the shop's row: what was read before is not read again."""
        if digest is None:
            return NOTHING_KNOWN
        with _lock:
            found = _known.get(digest)
        return self._read() if found is None else found

    def _read(self) -> Conditions:
        row = self._session.scalar(select(WeatherRow).where(WeatherRow.shop_id == self._shop_id))
        if row is None:
            return NOTHING_KNOWN
        hours = tuple(WeatherHour(*hour) for hour in row.hours)
        found = Conditions(row.begins.astimezone(UTC), hours, row.foretold_at)
        with _lock:
            _known[row.digest] = found
        return found

    def foretold(self, forecast: Conditions) -> Conditions:
        """Keeps a forecast: it takes the place of the one before from its first hour on, but for what was measured.

        Args:
            forecast: hours from now on
        """
        before = self._locked()
        return self._keep(_by_hour(before), _by_hour(forecast), forecast.foretold_at or before.foretold_at)

    def measured(self, since: datetime) -> Conditions:
        """Takes what thermometers in the air have read since a moment into what is known.

        Args:
            since: the first moment that may be new
        """
        before = self._locked()
        by_hour = _by_hour(before)
        hour = func.date_trunc("hour", ReadingRow.at)
        rows = self._session.execute(
            select(hour, SensorRow.kind, func.avg(ReadingRow.value))
            .join(SensorRow, SensorRow.id == ReadingRow.sensor_id)
            .where(
                SensorRow.shop_id == self._shop_id, SensorRow.kind.in_(("air", "humidity")),
                ReadingRow.at >= since.replace(minute=0, second=0, microsecond=0),
            )
            .group_by(hour, SensorRow.kind)
        )  # fmt: skip
        fresh: dict[datetime, WeatherHour] = {}
        for at, kind, value in rows:
            moment = at.astimezone(UTC)
            there = fresh.get(moment) or by_hour.get(moment) or (before.at(moment) if before.hours else _PLAIN)
            field = {"air_c": float(value)} if kind == "air" else {"humidity_pct": _percent(float(value))}
            read = {"air_c": there.air_c, "humidity_pct": there.humidity, **field}
            fresh[moment] = there._replace(air_c=read["air_c"], humidity=read["humidity_pct"], known_by="measured")
        return self._keep(by_hour, fresh, before.foretold_at) if fresh else before

    def _locked(self) -> Conditions:
        """What is known; who writes at the same time waits."""
        self._session.execute(select(func.pg_advisory_xact_lock(func.hashtext(f"weather {self._shop_id}"))))
        return self._read()

    def _keep(
        self, by_hour: dict[datetime, WeatherHour], fresh: dict[datetime, WeatherHour], foretold_at: datetime | None
    ) -> Conditions:
        for moment, hour in fresh.items():
            there = by_hour.get(moment)
            if there is None or there.known_by != "measured" or hour.known_by == "measured":
                by_hour[moment] = _rounded(hour)
        since = max(by_hour) - KEPT_BACK
        kept = joined(sorted((moment, hour) for moment, hour in by_hour.items() if moment >= since), foretold_at)
        values = {
            "digest": kept.digest, "begins": kept.begins, "hours": [list(hour) for hour in kept.hours],
            "foretold_at": foretold_at,
        }  # fmt: skip
        self._lay_down({moment: hour for moment, hour in by_hour.items() if moment < since})
        row = insert(WeatherRow).values(shop_id=self._shop_id, **values)
        self._session.execute(row.on_conflict_do_update(index_elements=[WeatherRow.shop_id], set_=values))
        return kept

    def _lay_down(self, past: dict[datetime, WeatherHour]) -> None:
        """Lays hours down that the shop's row holds no more, day by day."""
        days: dict[date, list[list[object]]] = {}
        for moment, hour in sorted(past.items()):
            days.setdefault(moment.date(), []).append([moment.hour, *hour])
        for day, hours in days.items():
            row = insert(WeatherDayRow).values(shop_id=self._shop_id, day=day, hours=hours)
            both = WeatherDayRow.hours.op("||")(row.excluded.hours)
            self._session.execute(
                row.on_conflict_do_update(
                    index_elements=[WeatherDayRow.shop_id, WeatherDayRow.day], set_={"hours": both}
                )
            )

    def of_time(self, begin: datetime, end: datetime) -> Conditions | None:
        """What was known of some time that is past; None where nothing of it was laid down.

        Args:
            begin: from the day on that this falls into
            end: until the day that this falls into
        """
        rows = self._session.scalars(
            select(WeatherDayRow).where(
                WeatherDayRow.shop_id == self._shop_id, WeatherDayRow.day >= begin.astimezone(UTC).date(),
                WeatherDayRow.day <= end.astimezone(UTC).date(),
            )
        )  # fmt: skip
        try:
            by_hour = {
                datetime.combine(row.day, time(hour), UTC): WeatherHour(*told)
                for row in rows
                for hour, *told in row.hours
            }
        except (TypeError, ValueError):  # brought in by a backup that was tampered with
            return None
        if not by_hour:
            return None
        for moment, known in _by_hour(self._read()).items():
            if moment <= end:
                by_hour.setdefault(moment, known)
        return joined(sorted(by_hour.items()), max(by_hour))


_PLAIN = WeatherHour(15.0, 65.0, 5.0, 0.0, 0.0, 1.0, "assumed")


def _percent(value: float) -> float:
    return min(100.0, max(1.0, value))


def _rounded(hour: WeatherHour) -> WeatherHour:
    air, humidity, wind, rain, sun, cloud = (round(value, _DIGITS) for value in hour[:6])
    return WeatherHour(air, humidity, wind, rain, sun, cloud, hour.known_by)


def _by_hour(known: Conditions) -> dict[datetime, WeatherHour]:
    hours: Iterable[WeatherHour] = known.hours
    return {known.begins + number * HOUR: hour for number, hour in enumerate(hours) if hour.known_by != "assumed"}
