"""What is sent to stop the shop: bodies, junk, poisoned records, the same entry twice at once. It answers, in words."""

import json
import resource
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient
from httpx2 import Client
from sqlalchemy import text

from tests.jobs import top_document
from tests.poison import POISON, poison
from ulbrek.api.app import create_app
from ulbrek.api.guard import HEADERS
from ulbrek.api.handlers import plan
from ulbrek.api.settings import Settings
from ulbrek.store.database import Database


def begin(api: TestClient, **changed: Any) -> dict[str, Any]:
    view: dict[str, Any] = api.post("/api/jobs", json={"job": top_document(**changed)}).json()
    return view


def card_of(api: TestClient, job_id: str) -> dict[str, Any]:
    """A job's card on the floor, once it is worked out."""
    patience = time.monotonic() + 30
    while True:
        (card,) = [one for one in api.get("/api/jobs").json() if one["id"] == job_id]
        if not card["stale"]:
            found: dict[str, Any] = card
            return found
        assert time.monotonic() < patience, "the floor is not told"
        time.sleep(0.05)


@pytest.mark.parametrize("path", ["/api/plan", "/api/drawings?name=a.dxf", "/api/jobs/from-file"])
def test_a_body_that_does_not_say_its_size_is_counted_and_not_kept(address: str, path: str) -> None:
    def chunks() -> Iterator[bytes]:
        for _ in range(6_000):
            yield b" " * (1 << 16)

    before = held_kb()
    with Client(base_url=address, timeout=30) as client:
        answer = client.post(path, content=chunks(), headers={"content-type": "application/json"})
    assert answer.status_code == 413
    assert held_kb() - before < 100_000  # of 400 MB that were sent


def held_kb() -> int:
    """The most memory that this process, which serves too, has held."""
    return resource.getrusage(resource.RUSAGE_SELF).ru_maxrss


@pytest.mark.parametrize(
    "job",
    [
        {**top_document(), "pieces": [1] * 50_000},
        top_document(piece={"outline": {"kind": "free", "corners": [{}] * 20_000}}),
        {**top_document(), "pieces": [{"features": [{"kind": "hole"}] * 60}] * 60},
        {**top_document(), **{f"field {number}": 1 for number in range(50_000)}},
        {**top_document(), "form": {"sawn": {str(number): 1 for number in range(50_000)}}},
        {**top_document(), "x" * 1_000_000: 1},
    ],
)
def test_junk_is_refused_soon_and_in_few_words(api: TestClient, job: dict[str, Any]) -> None:
    began = time.process_time()
    answer = api.post("/api/plan", json={"job": job})
    assert answer.status_code == 422
    assert len(answer.json()["problems"]) <= 51
    assert len(answer.content) < 40_000
    assert time.process_time() - began < 5


@pytest.mark.parametrize("name", ["A\x00b", "A\r\nb", "A\x0bb", "A\x1bb", "A\ud800b"])
def test_a_name_is_one_line_of_text(api: TestClient, name: str) -> None:
    body = json.dumps({"job": top_document(name=name)}).encode()
    answer = api.post("/api/jobs", content=body, headers={"content-type": "application/json"})
    assert answer.status_code == 422
    assert answer.json()["problems"]


def test_an_error_has_its_number_and_the_headers_that_all_have(
    api: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    def broken() -> None:
        raise ZeroDivisionError

    monkeypatch.setattr(plan, "rule_book", broken)
    answer = api.get("/api/rules")
    assert answer.status_code == 500
    assert answer.json()["title"] == "Something broke"
    assert {name.lower() for name in HEADERS} | {"x-request-id"} <= set(answer.headers)


def test_a_number_that_no_revision_has_is_refused(api: TestClient) -> None:
    job = begin(api)["id"]
    for number in (0, -1, 2**31, 10**30):
        assert api.get(f"/api/jobs/{job}/revisions/{number}").status_code == 422


def at_once(api: TestClient, path: str, body: dict[str, Any]) -> list[Any]:
    with ThreadPoolExecutor(6) as pool:
        return list(pool.map(lambda _: api.post(path, json=body), range(6)))


def test_the_same_entry_twice_at_once_is_kept_once_and_answered_each_time(api: TestClient) -> None:
    job = begin(api)["id"]
    (item, *_) = api.post(
        "/api/stock", json={"kind": "supply", "material": f"m{uuid4()}", "name": "Tape", "unit": "pieces"}
    ).json()
    item_id = item["id"]
    entries = {
        "/api/jobs": {"id": str(uuid4()), "job": top_document(name="Sent twice")},
        "/api/pours": {"id": str(uuid4()), "job_id": job, "fills": [{"piece": "top", "count": 1}]},
        "/api/observations": {"id": str(uuid4()), "kind": "note", "text": "Seen", "job_id": job},
        f"/api/stock/{item_id}/lots": {"id": str(uuid4()), "quantity": 3},
    }
    for path, body in entries.items():
        answers = at_once(api, path, body)
        assert {one.status_code for one in answers} == {201}, path
    names = [card["name"] for card in api.get("/api/jobs").json()]
    assert names.count("Sent twice") == 1
    assert len(api.get("/api/pours", params={"job_id": job}).json()) == 1
    assert len([one for one in api.get(f"/api/jobs/{job}/log").json()["entries"] if one["text"] == "Seen"]) == 1


def test_water_that_went_in_is_kept_though_its_bags_are_gone(api: TestClient) -> None:
    job = begin(api)["id"]
    items = api.post(
        "/api/stock", json={"kind": "bag", "material": f"ordinary/{uuid4()}", "name": "Ordinary", "unit": "bags"}
    ).json()
    item = next(one for one in items if not one["lots"] and one["name"] == "Ordinary")
    items = api.post(f"/api/stock/{item['id']}/lots", json={"quantity": 5, "name": "lot 7"}).json()
    (lot,) = next(one for one in items if one["id"] == item["id"])["lots"]
    asked = {
        "job_id": job, "fills": [{"piece": "top", "count": 1}], "takes": [{"lot_id": lot["id"], "quantity": 4}],
    }  # fmt: skip
    pour = api.post("/api/pours", json=asked).json()["pour"]["id"]
    api.post(f"/api/lots/{lot['id']}/moves", json={"kind": "counted", "quantity": 1})
    answer = api.post(f"/api/pours/{pour}/water-in", json={})
    assert answer.status_code == 200
    assert answer.json()["pour"]["poured_at"]
    told = [one["text"] for one in api.get(f"/api/jobs/{job}/log").json()["entries"]]
    assert any("4 of lot 7, Ordinary were reserved, 1 were there" in one for one in told)


@pytest.mark.parametrize("kind", POISON)
def test_the_floor_answers_whatever_a_job_holds_and_the_job_can_be_undone_or_archived(
    api: TestClient, database: Database, kind: str
) -> None:
    change, said = POISON[kind]
    job = begin(api, name=f"Poisoned {kind}")
    thicker = top_document(name=f"Poisoned {kind}", piece={"thickness": "50 mm"})
    api.put(f"/api/jobs/{job['id']}", json={"parent": 1, "job": thicker, "what": "Thicker"})
    poison(database, job["id"], 2, change)
    card = card_of(api, job["id"])
    assert card["headline"] is None
    assert card["problem"]
    assert api.get("/api/agenda").status_code == 200
    opened = api.get(f"/api/jobs/{job['id']}")
    assert (opened.status_code, opened.json()["title"]) == (422, "Cannot be planned")
    assert said in opened.json()["detail"]
    assert opened.json()["detail"].endswith("Undo the last change, or archive it.")
    unplanned = opened.json()["unplanned"]
    assert (unplanned["revision"], unplanned["can_undo"]) == (2, True)
    undone = api.post(f"/api/jobs/{job['id']}/undo", json={"parent": 2})
    assert undone.json()["job"]["pieces"][0]["thickness"]["mm"] == 40
    assert card_of(api, job["id"])["headline"]["name"] == f"Poisoned {kind}"
    assert api.post(f"/api/jobs/{job['id']}/archive").status_code == 204


def test_a_job_that_was_never_readable_is_told_to_be_taken_off_and_not_to_be_undone(
    api: TestClient, database: Database
) -> None:
    job = begin(api, name="Never readable")
    poison(database, job["id"], 1, POISON["garbage"][0])
    told = api.get(f"/api/jobs/{job['id']}").json()
    assert told["detail"].endswith("Archive it.")
    assert not told["unplanned"]["can_undo"]
    assert api.post(f"/api/jobs/{job['id']}/archive").status_code == 204


def test_a_shop_that_cannot_be_read_is_planned_as_it_last_could_be(api: TestClient, database: Database) -> None:
    job = begin(api, name="In a poisoned shop")
    with database.work() as records:
        (number,) = records.session.execute(
            text(
                "INSERT INTO shop_revision (shop_id, number, document, schema_version) SELECT shop_id, number + 1, "
                "jsonb_set(document, '{mixes,0,sizes,0,dry_mass_kg}', '5e-324'), schema_version FROM shop_revision "
                "ORDER BY number DESC LIMIT 1 RETURNING number"
            )
        ).one()
    try:
        assert api.get(f"/api/jobs/{job['id']}").json()["plan"]["mix"]["bags"]["value"] == 3
        assert card_of(api, job["id"])["headline"]["bags"] == 3
        assert api.get("/api/agenda").json()["old_shop"]
    finally:
        with database.work() as records:
            records.session.execute(text("DELETE FROM shop_revision WHERE number = :number"), {"number": number})
    assert not api.get("/api/agenda").json()["old_shop"]


def test_what_the_shop_changes_is_told_anew_and_marked_until_it_is(api: TestClient) -> None:
    job = begin(api, name="Told anew")
    assert not card_of(api, job["id"])["stale"]
    hours = api.get("/api/shop").json()["hours"]
    api.put("/api/shop/hours", json={**hours, "quiet_from": "20:30:00"})
    (card,) = [one for one in api.get("/api/jobs").json() if one["id"] == job["id"]]
    assert card["stale"]
    assert card["headline"]["name"] == "Told anew"
    assert card_of(api, job["id"])["headline"] == card["headline"]
    api.put("/api/shop/hours", json=hours)


def test_it_is_ready_only_with_all_its_tables(settings: Settings, empty_database_url: str) -> None:
    app = create_app(settings.model_copy(update={"database_url": empty_database_url}))
    with TestClient(app, base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
        assert client.get("/livez").status_code == 200
        answer = client.get("/healthz")
    assert (answer.status_code, answer.json()["title"]) == (503, "Not ready")
    assert "is missing" in answer.json()["detail"]
