"""The weather of a shop as it is kept: forecasts take each other's place, what was measured stays."""

from datetime import UTC, datetime, timedelta
from uuid import UUID

import pytest

from ops.demo_records import begun_with
from tests.jobs import top
from tests.store.test_records import Shelf
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.climate.conditions import HOUR, Conditions, WeatherHour
from ulbrek.core.plan.plan import plan
from ulbrek.store.database import Database
from ulbrek.store.entries import Entry
from ulbrek.store.pours import Fill
from ulbrek.store.weather import KEPT_BACK

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


def test_hours_that_the_row_holds_no_more_are_laid_down_and_found_again(database: Database, shop_id: UUID) -> None:
    long = KEPT_BACK + timedelta(days=5)
    with database.of_shop(shop_id).work() as records:
        records.weather(shop_id).foretold(forecast(NOON, 10, 11, 12))
        records.weather(shop_id).foretold(forecast(NOON + long, 20, 21))
        assert records.weather(shop_id).of_time(NOON - HOUR, NOON + timedelta(days=28)) is not None
    assert known(database, shop_id).begins > NOON
    with database.of_shop(shop_id).look() as records:
        then = records.weather(shop_id).of_time(NOON, NOON + timedelta(days=28))
        assert records.weather(shop_id).of_time(NOON - timedelta(days=90), NOON - timedelta(days=60)) is None
    assert then is not None
    assert [then.at(NOON + number * HOUR).air_c for number in range(3)] == [10, 11, 12]
    assert {then.at(NOON + number * HOUR).known_by for number in range(3)} == {"forecast"}


def test_an_old_pour_in_the_weather_keeps_its_hours_when_the_row_has_gone_on(database: Database, shop_id: UUID) -> None:
    """Its plan goes by the days that it was in, not by a mean of later ones."""
    poured = datetime.now(UTC).replace(minute=0, second=0, microsecond=0) - timedelta(days=60)
    shelf = Shelf(database.of_shop(shop_id))
    shelf.weather("foretold", forecast(poured - timedelta(hours=6), *[6.0] * 24 * 10, *[25.0] * 24 * 20))
    with shelf.database.work() as records:
        shop = records.shop()
        job = records.jobs(shop.id).create(top(cure={"place": "under a roof"}), "Begun")
        begun = begun_with(job.job, shop.shop, [Fill("top", 1)])
        key = records.pours(shop.id).begin(job, shop.revision, begun, Entry(poured))
        records.pours(shop.id).water_in(key, Entry(poured))
    shelf.weather("foretold", forecast(poured + timedelta(days=60), *[25.0] * 48))
    found = shelf.pours("get", key)
    assert found.weather is not None
    assert found.weather.at(poured + timedelta(days=3)).air_c == 6.0
    warm = plan(found.job, Shop(), found.record, known=known(database, shop_id))
    then = plan(found.job, Shop(), found.record, known=found.weather)
    turn = [next(act.due_h for act in one.cure.acts if act.id == "turn") for one in (then, warm)]
    assert turn[0] > 1.5 * turn[1]
