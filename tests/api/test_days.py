"""The shop's calendar over the API: where pours clash, moving one, and addresses to subscribe to."""

from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient
from icalendar import Calendar

from tests.api.test_floor import card_of
from tests.jobs import top
from ulbrek.store.database import Database

pytestmark = pytest.mark.usefixtures("two_people")

# In a week that no other test plans for.
THURSDAY = (datetime.now(UTC) + timedelta(days=500)).replace(hour=15, minute=0, second=0, microsecond=0)


@pytest.fixture
def two_people(api: TestClient) -> Iterator[None]:
    """Two people and nobody else are listed, whoever other tests have left there."""
    for one in api.get("/api/shop").json()["people"]:
        api.post(f"/api/members/{one['id']}/archive")
    made = [api.post("/api/members", json={"name": f"Hand {uuid4().hex[:8]}"}).json() for _ in range(2)]
    yield
    for one in made:
        api.post(f"/api/members/{one['id']}/archive")


def begun(api: TestClient, at: datetime | None, name: str = "Top") -> str:
    cure = {} if at is None else {"poured_at": at.isoformat()}
    job = top(name=name, cure=cure, piece={"outline": {"length": "600 mm", "width": "400 mm"}})
    answer = api.post("/api/jobs", json={"job": job.model_dump(mode="json")})
    assert answer.status_code == 201, answer.text
    key: str = answer.json()["id"]
    card_of(api, key)
    return key


def days(api: TestClient, begin: datetime = THURSDAY) -> dict[str, Any]:
    found: dict[str, Any] = api.get("/api/days", params={"begin": begin.isoformat(), "count": 7}).json()
    return found


def clashes(api: TestClient, job: str) -> list[dict[str, Any]]:
    return [one for one in days(api)["days"]["clashes"] if job in one["of"]]


def test_two_pours_at_once_clash_and_the_hour_that_is_offered_resolves_it(api: TestClient) -> None:
    first, second = begun(api, THURSDAY), begun(api, THURSDAY)
    (clash,) = clashes(api, first)
    assert clash["finding"]["code"] == "hands-short"
    assert set(clash["of"]) == {first, second}
    at = clash["finding"]["change"]["fields"][f"/{clash['moves']}/at"]
    asked = {"was": THURSDAY.isoformat(), "at": at}
    assert api.post(f"/api/jobs/{clash['moves']}/hour", json=asked).status_code == 204
    assert clashes(api, first) == []
    (moved,) = [one for one in days(api)["days"]["pours"] if one["id"] == clash["moves"]]
    assert datetime.fromisoformat(moved["at"]) == datetime.fromisoformat(at)
    job = api.get(f"/api/jobs/{clash['moves']}").json()
    assert datetime.fromisoformat(job["job"]["cure"]["poured_at"]) == datetime.fromisoformat(at)
    assert api.post(f"/api/jobs/{clash['moves']}/undo", json={"parent": job["revision"]}).status_code == 200
    assert len(clashes(api, first)) == 1


def test_what_somebody_else_moved_is_not_moved_unseen(api: TestClient) -> None:
    job = begun(api, THURSDAY + timedelta(days=1))
    asked = {"was": THURSDAY.isoformat(), "at": (THURSDAY + timedelta(days=2)).isoformat()}
    answer = api.post(f"/api/jobs/{job}/hour", json=asked)
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["problem"] == "Somebody else moved this pour."
    asked = {"was": THURSDAY.isoformat(), "at": "1999-01-01T00:00:00Z"}
    answer = api.post(f"/api/jobs/{job}/hour", json=asked)
    assert answer.status_code == 422
    assert "Give a date from 2000 to 2199." in answer.text


def test_a_pour_that_is_begun_moves_until_its_water_is_in(api: TestClient) -> None:
    was, at = THURSDAY + timedelta(days=3), THURSDAY + timedelta(days=4, hours=1)
    job = begun(api, was)
    pour = api.post("/api/pours", json={"job_id": job, "fills": [{"piece": "top", "count": 1}]}).json()["pour"]["id"]
    assert api.post(f"/api/pours/{pour}/hour", json={"was": was.isoformat(), "at": at.isoformat()}).status_code == 204
    (told,) = [one for one in days(api)["days"]["pours"] if one["id"] == pour]
    assert datetime.fromisoformat(told["at"]) == at
    view = api.get(f"/api/pours/{pour}").json()
    assert datetime.fromisoformat(view["plan"]["cure"]["poured_at"]) == at
    notes = [line["text"] for line in api.get(f"/api/jobs/{job}/log").json()["entries"]]
    assert any(note.startswith("Moved from") for note in notes)
    assert api.post(f"/api/pours/{pour}/water-in", json={}).status_code == 200
    answer = api.post(f"/api/pours/{pour}/hour", json={"was": at.isoformat(), "at": was.isoformat()})
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["problem"] == "This pour has started."


def test_free_hours_of_a_pour_without_one(api: TestClient) -> None:
    job = begun(api, None)
    assert job in [one["id"] for one in days(api)["waiting"]]
    places = api.get("/api/days/places", params={"of": job}).json()["places"]
    assert len(places) >= 3
    assert places == sorted(places)
    assert api.post(f"/api/jobs/{job}/hour", json={"was": None, "at": places[0]}).status_code == 204
    assert job not in [one["id"] for one in days(api)["waiting"]]
    assert api.get("/api/days/places", params={"of": str(uuid4())}).status_code == 404


def test_days_begin_at_midnight_of_the_place_over_a_change_of_clocks(api: TestClient) -> None:
    zone = api.get("/api/shop").json()["hours"]
    assert api.put("/api/shop/hours", json={**zone, "zone": "America/Toronto"}).status_code == 200
    try:
        begins = days(api, datetime(2027, 3, 12, 15, tzinfo=UTC))["begins"]
        assert begins[:4] == [
            "2027-03-12T05:00:00Z",
            "2027-03-13T05:00:00Z",
            "2027-03-14T05:00:00Z",
            "2027-03-15T04:00:00Z",
        ]
    finally:
        api.put("/api/shop/hours", json=zone)


def test_the_sheet_for_the_wall_is_a_pdf(api: TestClient) -> None:
    begun(api, THURSDAY + timedelta(hours=1))
    for units, paper in (("mm", "a4"), ("in", "letter")):
        asked = {"begin": THURSDAY.isoformat(), "count": 7, "units": units, "paper": paper}
        answer = api.get("/api/days/sheet", params=asked)
        assert answer.content.startswith(b"%PDF")
    assert api.get("/api/days/sheet", params={"count": 43}).status_code == 422


def test_a_calendar_subscribes_until_its_address_is_ended(api: TestClient, database: Database) -> None:
    at = THURSDAY + timedelta(days=5)
    job = begun(api, at, "Pier cap, Ω; “north”")
    made = api.post("/api/feeds", json={"name": "  Phone  "}).json()
    assert made["feed"]["name"] == "Phone"
    address = made["address"].split("/api/")[1]
    secret = address.removeprefix("feed/").removesuffix(".ics")
    answer = api.get(f"/api/{address}")
    assert answer.headers["content-type"] == "text/calendar; charset=utf-8"
    events = {str(one["uid"]): one for one in Calendar.from_ical(answer.content).walk("VEVENT")}
    named = [one for one in events.values() if "Pier cap, Ω; “north”" in str(one["summary"])]
    assert {one["dtstart"].dt for one in named if "first water in" in str(one["summary"])} == {at}
    texts = " ".join(str(one.get("description", "")) for one in events.values())
    assert "{" not in texts
    asked = {"was": at.isoformat(), "at": (at + timedelta(hours=2)).isoformat()}
    assert api.post(f"/api/jobs/{job}/hour", json=asked).status_code == 204
    card_of(api, job)
    again = {str(one["uid"]): one for one in Calendar.from_ical(api.get(f"/api/{address}").content).walk("VEVENT")}
    mine = {str(one["uid"]) for one in named}
    assert mine <= set(again), "what moved is the same event as before"
    assert all(again[uid]["dtstart"].dt >= events[uid]["dtstart"].dt for uid in mine)
    (listed,) = api.get("/api/feeds").json()
    assert listed["seen_at"] is not None
    with database.work() as records:
        kept = records.feeds(records.shop().id).all()
        assert secret not in repr(kept)
    assert api.post(f"/api/feeds/{listed['id']}/end").status_code == 204
    assert api.get(f"/api/{address}").status_code == 404
    assert api.get(f"/api/feed/{'x' * 43}.ics").status_code == 404
    assert api.get("/api/feeds").json() == []
    assert api.post("/api/feeds", json={"name": "  "}).status_code == 422


@pytest.mark.parametrize("units", ["mm", "in"])
def test_a_file_of_all_tasks_speaks_the_reader_s_units(api: TestClient, units: str) -> None:
    begun(api, THURSDAY + timedelta(days=6), "Floated")
    answer = api.get("/api/days/calendar", params={"units": units})
    floats = [
        str(one["description"]) for one in Calendar.from_ical(answer.content).walk("VEVENT")
        if str(one["summary"]).startswith("Floated: Float")
    ]  # fmt: skip
    assert ("mm" in floats[0]) == (units == "mm")
