"""The forecasts of shops: asked for as they get old, and kept."""

from contextlib import suppress
from datetime import UTC, datetime, timedelta
from threading import Event, Thread
from uuid import UUID

import structlog
from sqlalchemy.exc import DBAPIError

from ulbrek.api.settings import Settings
from ulbrek.core.kit.climate.conditions import Conditions
from ulbrek.core.kit.climate.forecast import Forecast
from ulbrek.standins.weather import SimulatedWeather
from ulbrek.store.database import Database
from ulbrek.store.errors import StoreError

GETS_OLD = timedelta(hours=3)
_LOOKED_EVERY_S = 600.0

log = structlog.get_logger("ulbrek")


class NoForecastError(Exception):
    """Nobody foretells the weather here, or who does cannot be reached."""


class Weathers:
    """The weather of the shops of one application."""

    def __init__(self, settings: Settings, database: Database) -> None:
        """With the service that the settings name."""
        self._database = database
        self.service: Forecast | None = SimulatedWeather() if settings.devices == "simulated" else None
        self._ends = Event()

    def ask(self, shop_id: UUID, now: datetime) -> Conditions:
        """A new forecast for a shop, kept.

        Raises:
            NoForecastError: when there is no service, or it cannot be reached
        """
        if self.service is None:
            raise NoForecastError("No weather service is connected. Type the day that you expect.")
        with self._database.of_shop(shop_id).look() as records:
            place = records.shop().shop.hours.place
        try:
            forecast = self.service.foretell(place, now)
        except OSError as error:
            log.warning("forecast", exc_info=error)
            raise NoForecastError("The weather service cannot be reached. The last forecast is kept.") from error
        with self._database.of_shop(shop_id).work() as records:
            return records.weather(shop_id).foretold(forecast)

    def keep_fresh(self) -> None:
        """Asks for every shop whose forecast has got old, now and again, until ``close``."""
        if self.service is not None:
            Thread(target=self._kept_fresh, daemon=True, name="forecasts").start()

    def close(self) -> None:
        """Asks no more."""
        self._ends.set()

    def _kept_fresh(self) -> None:
        while True:
            with suppress(DBAPIError, StoreError, NoForecastError):
                self.refresh(datetime.now(UTC))
            if self._ends.wait(_LOOKED_EVERY_S):
                return

    def refresh(self, now: datetime) -> int:
        """Asks for every shop whose forecast is old; how many that were."""
        with self._database.look() as records:
            old = [
                one.id for one in records.shops.all()
                if one.known.foretold_at is None or one.known.foretold_at < now - GETS_OLD
            ]  # fmt: skip
        for shop_id in old:
            self.ask(shop_id, now)
        return len(old)
