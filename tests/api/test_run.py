"""A pour as it is run, over the API: what each device sends, in whatever order, ends in the same records, once."""

import random
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime, timedelta
from io import BytesIO
from typing import Any
from uuid import UUID, uuid4

import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader

from tests.api.doors import Doors
from tests.core.test_run import changed
from tests.jobs import demo_job, top_document

BEGIN = datetime.now(UTC).replace(microsecond=0) - timedelta(hours=6)
Entries = list[dict[str, Any]]


@pytest.fixture
def pour(api: TestClient) -> str:
    """A pour that is planned: three batches in one form."""
    document = top_document(mix={"bags_per_batch": 1})
    job = api.post("/api/jobs", json={"job": document}).json()["id"]
    fills = [{"piece": "top", "count": 1}]
    return str(api.post("/api/pours", json={"job_id": job, "fills": fills}).json()["pour"]["id"])


def entry(minute: float, kind: str, step: str | None = None, **said: Any) -> dict[str, Any]:
    at = (BEGIN + timedelta(minutes=minute)).isoformat()
    return {"id": str(uuid4()), "kind": kind, "at": at, "step": step, **said}


def day() -> Entries:
    """Three batches, mesh in between, struck, floated after one “not yet”, covered."""
    told = []
    for number in (1, 2, 3):
        at = number * 12
        told += [
            entry(at, "did", f"batch/{number}/water", bags=1.0),
            entry(at + 6, "answer", f"batch/{number}/mixed", answer="right", water_l=2.5),
        ]
    return [
        *told,
        entry(60, "answer", "strike/top", answer="full"),
        entry(90, "answer", "bleed/top", answer="on"),
        entry(120, "answer", "float/top", answer="not yet"),
        entry(140, "answer", "float/top", answer="on"),
        entry(150, "did", "float/top"),
        entry(200, "did", "cover/top"),
        entry(61, "note", text="A leak at the front left, stopped with tape"),
    ]


def send(api: TestClient, pour: str, entries: Entries) -> Any:
    answer = api.post(f"/api/pours/{pour}/run", json={"entries": entries})
    assert answer.status_code == 201, answer.text
    return answer.json()


def records(api: TestClient, pour: str) -> tuple[Any, ...]:
    kept = api.get(f"/api/pours/{pour}").json()["pour"]
    batches = sorted((one["at"], one["bags"], one["water_l"]) for one in kept["batches"])
    acts = sorted((one["act"], one["at"]) for one in kept["acts"])
    log = api.get(f"/api/jobs/{kept['job_id']}/log").json()["entries"]
    return kept["poured_at"], batches, acts, sorted(one["text"] for one in log if one["kind"] in ("note", "test"))


def test_a_day_is_written_into_the_records(api: TestClient, pour: str) -> None:
    send(api, pour, day())
    poured_at, batches, acts, log = records(api, pour)
    assert poured_at == (BEGIN + timedelta(minutes=12)).isoformat().replace("+00:00", "Z")
    assert [(bags, water) for _, bags, water in batches] == [(1.0, 2.5)] * 3
    assert [act for act, _ in acts] == ["cover", "float"]
    assert log == ["A leak at the front left, stopped with tape", "Not yet"]
    kept = api.get(f"/api/pours/{pour}").json()["pour"]
    assert all(0 < sum(one["shares"].values()) <= 1 for one in kept["batches"])
    assert {one["state"] for one in kept["castings"]} == {"poured"}


def test_who_is_asked_and_who_was_planned_with_is_there(api: TestClient, pour: str) -> None:
    people = api.post("/api/members", json={"name": "Wren", "units": "mm"}).json()
    [wren] = [one["id"] for one in people if one["name"] == "Wren"] if isinstance(people, list) else [people["id"]]
    assert api.get(f"/api/pours/{pour}/run").json()["people"] == []
    api.put(f"/api/pours/{pour}/asked", json={"members": [wren]})
    assert api.get(f"/api/pours/{pour}/run").json()["people"] == ["Wren"]
    api.post(f"/api/members/{wren}/archive")


def test_what_is_filled_in_turn_has_its_own_batches(api: TestClient) -> None:
    document = top_document(piece={"count": 2}, mix={"bags_per_batch": 1})
    job = api.post("/api/jobs", json={"job": document}).json()["id"]
    pour = api.post("/api/pours", json={"job_id": job, "fills": [{"piece": "top", "count": 2}]}).json()["pour"]["id"]
    sheet = api.get(f"/api/pours/{pour}/run").json()["sheet"]
    assert [(one["id"], one["first"], one["count"]) for one in sheet["fills"]] == [("top.1", 0, 1), ("top.2", 1, 1)]
    send(api, pour, day()[:6])
    kept = api.get(f"/api/pours/{pour}").json()["pour"]
    first, second = (one["id"] for one in sorted(kept["castings"], key=lambda one: one["serial"]))
    of_bag, of_one = sheet["bags"]["yield_l"], 900 * 600 * 40 / 1e6
    batches = sorted(kept["batches"], key=lambda one: one["at"])
    went = [[one["shares"].get(casting, 0.0) * of_bag for one in batches] for casting in (first, second)]
    placed = [min(of_bag, max(0.0, of_one - number * of_bag)) for number in range(3)]
    assert went[0] == pytest.approx(placed, abs=0.02)
    assert went[1] == pytest.approx([of_bag - one for one in placed], abs=0.02)


@pytest.mark.parametrize("seed", range(4))
def test_in_any_order_and_sent_twice_it_comes_to_the_same(api: TestClient, pour: str, seed: int) -> None:
    told, chance = day(), random.Random(seed)  # noqa: S311 - an order, no secret
    again = told + chance.sample(told, 6)
    chance.shuffle(again)
    while again:
        size = chance.randint(1, 4)
        state = send(api, pour, again[:size])["state"]
        again = again[size:]
    once = send(api, pour, told)
    assert [one["status"] for one in once["state"]["steps"]] == [one["status"] for one in state["steps"]]
    assert len(once["entries"]) == len(told)
    other = api.post("/api/jobs", json={"job": top_document(mix={"bags_per_batch": 1})}).json()["id"]
    fresh = api.post("/api/pours", json={"job_id": other, "fills": [{"piece": "top", "count": 1}]}).json()["pour"]["id"]
    send(api, fresh, [one | {"id": str(uuid4())} for one in told])
    mine, straight = records(api, pour), records(api, fresh)
    assert mine[1:] == straight[1:]


def test_two_devices_at_once_lose_nothing(api: TestClient, pour: str) -> None:
    told = day()
    with ThreadPoolExecutor(4) as devices:
        list(devices.map(lambda one: send(api, pour, [one]), told * 2))
    kept = api.get(f"/api/pours/{pour}/run").json()
    assert {one["id"] for one in kept["entries"]} == {one["id"] for one in told}
    assert len(kept["entries"]) == len(told)
    assert len(records(api, pour)[1]) == 3


def test_what_is_taken_back_leaves_the_records_and_stays_in_the_entries(api: TestClient, pour: str) -> None:
    told = day()
    send(api, pour, told)
    mixed = next(one for one in told if one["step"] == "batch/2/mixed")
    floated = next(one for one in told if one["step"] == "float/top" and one["kind"] == "did")
    send(api, pour, [entry(300, "undo", of=mixed["id"]), entry(300, "undo", of=floated["id"])])
    _, batches, acts, _ = records(api, pour)
    assert len(batches) == 2
    assert [act for act, _ in acts] == ["cover"]
    again = send(api, pour, [entry(301, "answer", "batch/2/mixed", answer="right", water_l=2.6)])
    assert len(again["entries"]) == len(told) + 3
    assert sorted(water for _, _, water in records(api, pour)[1]) == [2.5, 2.5, 2.6]


def test_a_clock_that_runs_ahead_is_put_right(api: TestClient, pour: str) -> None:
    ahead = entry(60 * 24 * 30, "did", "ready/people")
    told = send(api, pour, [ahead])
    at = datetime.fromisoformat(told["entries"][0]["at"])
    assert abs(at - datetime.now(UTC)) < timedelta(minutes=5)


@pytest.mark.parametrize(
    ("said", "field"),
    [
        ({"kind": "cup", "water_l": -1}, "/entries/0/water_l"),
        ({"kind": "gaps", "gaps_mm": [5] * 10}, "/entries/0/gaps_mm"),
        ({"kind": "dance"}, "/entries/0/kind"),
        ({"kind": "did", "step": "x" * 141}, "/entries/0/step"),
    ],
)
def test_what_cannot_be_is_refused_with_its_field(api: TestClient, pour: str, said: dict[str, Any], field: str) -> None:
    answer = api.post(f"/api/pours/{pour}/run", json={"entries": [entry(1, "did") | said]})
    assert answer.status_code == 422
    assert field in [one["field"] for one in answer.json()["problems"]]


def test_an_entry_under_the_id_of_one_of_another_pour_is_refused(api: TestClient, pour: str) -> None:
    said = entry(1, "did", "ready/people")
    send(api, pour, [said])
    job = api.post("/api/jobs", json={"job": top_document()}).json()["id"]
    other = api.post("/api/pours", json={"job_id": job, "fills": [{"piece": "top", "count": 1}]}).json()["pour"]["id"]
    answer = api.post(f"/api/pours/{other}/run", json={"entries": [said]})
    assert answer.status_code == 422
    assert "another pour" in answer.text


def test_a_step_that_is_none_does_no_harm(api: TestClient, pour: str) -> None:
    told = [entry(1, "did", step) for step in ("batch/9999999/water", "batch/x/mixed", "batch/", "nothing/at/all")]
    state = send(api, pour, told)["state"]
    assert state["batches"]


def test_helpers_write_in_their_own_name_and_nobody_in_that_of_another_shop(doors: Doors) -> None:
    mine = doors.mine
    helper = doors.joined(mine.id, "helper", mine.pour.id)
    me = helper.get("/api/me").json()["member_id"]
    sent = helper.post(
        f"/api/pours/{mine.pour.id}/run", json={"entries": [entry(1, "note", text="Hi", member_id=str(mine.member))]}
    )
    assert sent.status_code == 201, sent.text
    assert [one["member_id"] for one in sent.json()["entries"] if one["text"] == "Hi"] == [me]
    maker = doors.joined(mine.id, "maker")
    refused = maker.post(
        f"/api/pours/{mine.pour.id}/run", json={"entries": [entry(1, "did", member_id=str(doors.theirs.member))]}
    )
    assert refused.status_code == 422
    assert maker.get(f"/api/pours/{doors.theirs.pour.id}/run").status_code == 404


def test_every_demo_pour_has_a_sheet(api: TestClient) -> None:
    for number in range(1, 10):
        job = changed(demo_job(number))
        made = api.post("/api/jobs", json={"job": job.model_dump(mode="json")}).json()["id"]
        fills = [{"piece": piece.id, "count": min(piece.count, 4)} for piece in job.pieces]
        begun = api.post("/api/pours", json={"job_id": made, "fills": fills})
        assert begun.status_code == 201, begun.text
        told = api.get(f"/api/pours/{begun.json()['pour']['id']}/run")
        assert told.status_code == 200
        assert UUID(told.json()["pour_id"])
        assert not told.json()["state"]["over"]


def test_a_temperature_of_the_day_is_a_reading_of_the_concrete_and_goes_when_it_is_taken_back(
    api: TestClient, pour: str
) -> None:
    told = [*day(), read := entry(70, "temperature", "strike/top", celsius=24.0)]
    send(api, pour, told)

    def readings() -> list[float]:
        record = api.get(f"/api/pours/{pour}").json()["pour"]["record"]
        return [one["celsius"] for one in record["temperatures"]]

    assert readings() == [24.0]
    send(api, pour, [entry(71, "undo", of=read["id"])])
    assert readings() == []


def test_what_is_unlikely_is_kept_and_asked_back_until_somebody_insists(api: TestClient, pour: str) -> None:
    wrong = entry(6, "answer", "batch/1/mixed", answer="right", water_l=22.0)
    told = send(api, pour, [entry(0, "did", "batch/1/water", bags=1.0), wrong])
    [doubt] = told["state"]["doubts"]
    assert (doubt["entry"], doubt["field"], doubt["meant"][0]) == (wrong["id"], "water_l", pytest.approx(2.2))
    assert told["state"]["batches"][0]["water_l"] == 22.0
    same = wrong | {"id": str(uuid4()), "insisted": True}
    told = send(api, pour, [same, entry(7, "undo", of=wrong["id"])])
    assert told["state"]["doubts"] == []
    assert told["state"]["batches"][0]["water_l"] == 22.0


def test_a_clock_that_ran_ahead_is_put_right_and_its_own_time_kept(api: TestClient, pour: str) -> None:
    ahead = datetime.now(UTC) + timedelta(hours=3)
    kept = send(api, pour, [entry(0, "did", "ready/people") | {"at": ahead.isoformat()}])["entries"][0]
    assert datetime.fromisoformat(kept["said_at"]) == ahead
    assert datetime.fromisoformat(kept["at"]) < datetime.now(UTC) + timedelta(seconds=1)


def test_devices_are_read_and_the_light_follows_the_running_batch(api: TestClient, pour: str) -> None:
    assert api.get("/api/bench").json() == {"scale": True, "thermometer": True, "light": "off"}
    tub, full = (api.get("/api/bench/scale", params={"expects_kg": kg}).json()["value"] for kg in (0, 3))
    assert full - tub == pytest.approx(3.0, rel=0.02)
    assert api.get("/api/bench/scale", params={"expects_kg": 100}).status_code == 409
    assert api.get("/api/bench/thermometer", params={"expects_c": 20}).json()["value"] == pytest.approx(20, abs=3)
    now = datetime.now(UTC)
    send(api, pour, [entry(0, "did", "batch/1/water", bags=1.0) | {"at": now.isoformat()}])
    assert api.get("/api/bench").json()["light"] == "green"
    late = entry(0, "did", "batch/1/water", bags=1.0) | {"at": (now - timedelta(hours=3)).isoformat()}
    send(api, pour, [late])
    assert api.get("/api/bench").json()["light"] == "red"


def test_what_is_not_on_the_shelf_is_told_before_the_first_water(api: TestClient, pour: str) -> None:
    path = f"/api/pours/{pour}/run"
    view = api.get(f"/api/pours/{pour}").json()
    bag, bags = view["plan"]["mix"]["bag"], view["plan"]["mix"]["bags"]["value"]
    made = {"kind": "bag", "material": f"ordinary/{bag}", "name": "Ordinary", "unit": "bags"}
    kept = api.post("/api/stock", json=made).json()
    item = next(one for one in kept if one["material"] == made["material"])
    api.post(f"/api/stock/{item['id']}/lots", json={"id": str(uuid4()), "quantity": 1})
    [short] = api.get(path).json()["missing"]
    assert (short["quantity"], short["unit"]) == (bags - item["free"] - 1, "bags")
    send(api, pour, day())
    assert api.get(path).json()["missing"] == []


def test_the_sheet_of_a_pour_is_printed_and_a_practice_of_it_leaves_no_mark(api: TestClient, pour: str) -> None:
    paper = api.get(f"/api/pours/{pour}/run/sheet", params={"units": "in", "paper": "letter"})
    assert paper.status_code == 200
    text = " ".join(page.extract_text() for page in PdfReader(BytesIO(paper.content)).pages)
    assert "Pour day" in text and "Top: strike it off" in text
    asked = {"entries": day(), "now": (BEGIN + timedelta(hours=1)).timestamp() * 1000, "seed": 5}
    told = api.post(f"/api/pours/{pour}/practice", json=asked)
    assert told.status_code == 200
    assert told.json()["losses"]
    assert api.get(f"/api/pours/{pour}/run").json()["entries"] == []
    wrong = api.post(f"/api/pours/{pour}/practice", json=asked | {"seed": -1})
    assert [one["field"] for one in wrong.json()["problems"]] == ["/seed"]
