"""Thermometers that lie in concrete and report by themselves: asked each minute, and what they say is kept."""

from contextlib import suppress
from datetime import UTC, datetime, timedelta
from threading import Event, Thread
from uuid import UUID

import structlog
from sqlalchemy.exc import DBAPIError

from ulbrek.api.apart import BusyError, TooLongError
from ulbrek.api.services.plans import NotPlannedError, Plans
from ulbrek.api.settings import Settings
from ulbrek.core.kit.climate.conditions import HOUR
from ulbrek.core.plan.result import Plan
from ulbrek.core.pour.devices import Probes
from ulbrek.standins.probes import SimulatedProbes
from ulbrek.store.database import Database
from ulbrek.store.errors import StoreError
from ulbrek.store.shops import StoredShop

ASKED_EVERY_S = 60.0
REPORTS_FOR = timedelta(days=28)  # then the probe is long out of it, or cast in for good

log = structlog.get_logger("ulbrek")


class Thermometers:
    """The thermometers of the shops of one application that report by themselves."""

    def __init__(self, settings: Settings, database: Database, plans: Plans) -> None:
        """With the devices that the settings name."""
        self._database, self._plans = database, plans
        self.probes: Probes | None = SimulatedProbes() if settings.devices == "simulated" else None
        self._ends = Event()

    def keep_reporting(self) -> None:
        """Asks each minute, until ``close``."""
        if self.probes is not None:
            Thread(target=self._kept_reporting, daemon=True, name="thermometers").start()

    def close(self) -> None:
        """Asks no more."""
        self._ends.set()

    def _kept_reporting(self) -> None:
        while not self._ends.wait(ASKED_EVERY_S):
            with suppress(DBAPIError, StoreError, BusyError):
                self.report(datetime.now(UTC))

    def report(self, now: datetime) -> int:
        """Keeps what every probe reads now; how many readings were new."""
        with self._database.look() as records:
            shops = records.shops.all()
        return sum(self._of_shop(shop, now) for shop in shops)

    def _of_shop(self, shop: StoredShop, now: datetime) -> int:
        assert self.probes is not None  # noqa: S101 - else nobody asks
        database, kept = self._database.of_shop(shop.id), 0
        with database.look() as records:
            there = [one for one in records.sensors(shop.id).all() if one.pour_id and self.probes.reports(one.name)]
        for sensor in there:
            expects = self._foretold(sensor.pour_id, shop, now) if sensor.pour_id else None
            if expects is None:
                continue
            celsius = self.probes.read(sensor.name, expects, now)
            with database.work() as records:
                kept += records.sensors(shop.id).read(sensor.id, [(now.replace(second=0, microsecond=0), celsius)])
        return kept

    def _foretold(self, pour_id: UUID, shop: StoredShop, now: datetime) -> float | None:
        """What the concrete of a pour is foretold to have, as if nothing had been read in it [°C]."""
        with self._database.of_shop(shop.id).look() as records:
            pour = records.pours(shop.id).get(pour_id)
        if pour.poured_at is None or not timedelta() <= now - pour.poured_at < REPORTS_FOR:
            return None
        try:
            planned = self._plans.of_pour_unread(pour, shop)
        except (NotPlannedError, TooLongError):
            return None
        return foretold_c(planned, now - pour.poured_at)


def foretold_c(planned: Plan, age: timedelta) -> float:
    """What a plan foretells of its concrete at an age [°C]."""
    weather = planned.cure.weather
    if weather is None:
        return planned.cure.temperature_c
    return weather.concrete_c[min(int(age / HOUR), len(weather.concrete_c) - 1)]
