"""The weather of a shop as it is kept: forecasts take each other's place, what was measured stays."""

from datetime import UTC, datetime
from uuid import UUID

import pytest

from ulbrek.core.kit.climate.conditions import HOUR, Conditions, WeatherHour
from ulbrek.store.database import Database

NOON = datetime(2026, 5, 11, 12, 0, tzinfo=UTC)


def forecast(begins: datetime, *air: float) -> Conditions:
    hours = tuple(WeatherHour(celsius, 60.0, 8.0, 0.0, 100.0, 0.5, "forecast") for celsius in air)
    return Conditions(begins, hours, begins)


@pytest.fixture
def shop_id(database: Database) -> UUID:
    with database.work() as records:
        return records.shops.create(records.shop().shop)


def known(database: Database, shop_id: UUID) -> Conditions:
    with database.of_shop(shop_id).look() as records:
        return records.shop().known


def test_a_new_forecast_takes_the_place_of_the_one_before_and_leaves_what_is_past(
    database: Database, shop_id: UUID
) -> None:
    assert known(database, shop_id).hours == ()
    with database.of_shop(shop_id).work() as records:
        records.weather(shop_id).foretold(forecast(NOON, 10, 11, 12, 13))
    with database.of_shop(shop_id).work() as records:
        records.weather(shop_id).foretold(forecast(NOON + 2 * HOUR, 20, 21, 22))
    found = known(database, shop_id)
    assert [hour.air_c for hour in found.hours] == [10, 11, 20, 21, 22]
    assert found.begins == NOON
    assert found.foretold_at == NOON + 2 * HOUR


def test_what_a_thermometer_in_the_air_reads_replaces_the_forecast_and_stays(database: Database, shop_id: UUID) -> None:
    with database.of_shop(shop_id).work() as records:
        records.weather(shop_id).foretold(forecast(NOON, 10, 11, 12))
        yard = records.sensors(shop_id).add("Yard", "air").id
        damp = records.sensors(shop_id).add("Yard, humidity", "humidity").id
        records.sensors(shop_id).read(yard, [(NOON + HOUR / 4, 5.0), (NOON + HOUR / 2, 7.0), (NOON - HOUR, 4.0)])
        records.sensors(shop_id).read(damp, [(NOON + HOUR / 4, 91.0)])
    found = known(database, shop_id)
    assert [(hour.air_c, hour.humidity, hour.known_by) for hour in found.hours] == [
        (4.0, 60.0, "measured"), (6.0, 91.0, "measured"), (11.0, 60.0, "forecast"), (12.0, 60.0, "forecast"),
    ]  # fmt: skip
    with database.of_shop(shop_id).work() as records:  # a forecast that looks back does not undo it
        records.weather(shop_id).foretold(forecast(NOON, 15, 16, 17))
    assert [hour.air_c for hour in known(database, shop_id).hours] == [4.0, 6.0, 16.0, 17.0]


def test_a_thermometer_in_concrete_says_nothing_of_the_air(database: Database, shop_id: UUID) -> None:
    with database.of_shop(shop_id).work() as records:
        probe = records.sensors(shop_id).add("Probe", "concrete").id
        records.sensors(shop_id).read(probe, [(NOON, 31.0)])
    assert known(database, shop_id).hours == ()
