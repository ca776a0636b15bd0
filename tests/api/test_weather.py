"""The weather over the API: forecasts asked for and kept, hours to pour in, and plans that go by them."""

import json
from datetime import UTC, datetime, timedelta
from typing import Any

from fastapi.testclient import TestClient

from tests.api.test_floor import card_of
from tests.jobs import top
from ulbrek.api.services.weather import Weathers
from ulbrek.api.settings import Settings
from ulbrek.store.database import Database


def begun(api: TestClient, **cure: Any) -> dict[str, Any]:
    job = top(piece={"cast": "face up"}, cure={"place": "open yard", **cure})
    answer = api.post("/api/jobs", json={"job": job.model_dump(mode="json")})
    assert answer.status_code == 201, answer.text
    found: dict[str, Any] = answer.json()
    return found


def test_a_forecast_is_asked_for_kept_and_planned_with(api: TestClient) -> None:
    poured = (datetime.now(UTC) + timedelta(days=1)).replace(minute=0, second=0, microsecond=0).isoformat()
    job = begun(api, poured_at=poured)
    asked = api.post("/api/weather/forecast").json()
    assert asked["service"] == "Weather (simulated)"
    assert len(asked["air_c"]) >= 240
    known = api.get("/api/weather").json()
    assert known["air_c"] == asked["air_c"]
    planned = api.get(f"/api/jobs/{job['id']}").json()["plan"]["cure"]
    assert set(planned["weather"]["known_by"][:48]) == {"forecast"}
    assert planned["weather"]["foretold_at"] == known["foretold_at"]
    codes = {one["finding"]["code"] for one in api.get(f"/api/jobs/{job['id']}").json()["plan"]["findings"]}
    assert "weather-not-known" not in codes


def test_a_job_that_is_not_kept_is_planned_in_the_same_weather(api: TestClient) -> None:
    api.post("/api/weather/forecast")
    job = begun(api)
    view = api.get(f"/api/jobs/{job['id']}").json()
    tried = api.post("/api/plan", json={"job": view["job"], "record": view["record"]}).json()
    assert tried["plan"]["cure"]["weather"] == view["plan"]["cure"]["weather"]


def test_the_window_has_each_hour_of_the_week_and_its_best(api: TestClient) -> None:
    job, other = begun(api, protections=["heated tent"]), begun(api)
    found = api.get("/api/pour-window", params={"job": job["id"]}).json()
    assert len(found["starts"]) == 168
    assert {start["grade"] for start in found["starts"]} <= {"good", "with care", "do not", "closed"}
    both = api.get("/api/pour-window", params={"job": [job["id"], other["id"]]}).json()
    order = ["good", "with care", "do not", "closed"]
    for one, of_both in zip(found["starts"], both["starts"], strict=True):
        assert order.index(of_both["grade"]) >= order.index(one["grade"])
    assert api.get("/api/pour-window").status_code == 422


def test_the_window_of_several_is_told_pour_by_pour_and_ends_as_the_whole(api: TestClient) -> None:
    ids = [begun(api, protections=["heated tent"])["id"], begun(api)["id"], begun(api, place="open yard")["id"]]
    whole = api.get("/api/pour-window", params={"job": ids}).json()
    alone = api.get("/api/pour-window", params={"job": ids[0]}).json()
    lines = api.get("/api/pour-window/by-pour", params={"job": ids}).text.splitlines()
    told = [json.loads(line) for line in lines]
    assert [(one["looked"], one["of"]) for one in told] == [(1, 3), (2, 3), (3, 3)]
    assert told[0]["starts"] == alone["starts"]
    assert told[-1]["starts"] == whole["starts"]


def test_a_new_forecast_makes_the_floor_plan_anew_what_hangs_on_it_and_nothing_else(api: TestClient) -> None:
    outside = begun(api)
    inside = api.post("/api/jobs", json={"job": top().model_dump(mode="json")}).json()
    for job in (outside, inside):
        card_of(api, job["id"])
    service = api.app.state.weathers.service  # type: ignore[attr-defined]
    service._seed += 1
    api.post("/api/weather/forecast")
    cards = {card["id"]: card for card in api.get("/api/jobs").json()}
    assert cards[outside["id"]]["stale"]
    assert not cards[inside["id"]]["stale"]
    card_of(api, outside["id"])


def test_without_a_service_the_day_is_typed(settings: Settings, database: Database, api: TestClient) -> None:
    quiet = Weathers(settings.model_copy(update={"devices": "none"}), database)
    before = api.app.state.weathers  # type: ignore[attr-defined]
    api.app.state.weathers = quiet  # type: ignore[attr-defined]
    try:
        answer = api.post("/api/weather/forecast")
        assert answer.status_code == 409
        assert answer.json()["detail"] == "No weather service is connected. Type the day that you expect."
        assert api.get("/api/weather").json()["service"] is None
    finally:
        api.app.state.weathers = before  # type: ignore[attr-defined]


def test_only_shops_whose_forecast_is_old_are_asked_for(settings: Settings, database: Database) -> None:
    weathers, now = Weathers(settings, database), datetime.now(UTC)
    weathers.refresh(now)
    assert weathers.refresh(now + timedelta(hours=1)) == 0
    assert weathers.refresh(now + timedelta(hours=4)) >= 1
