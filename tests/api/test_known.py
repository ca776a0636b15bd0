"""What the shop knows, over the API: read from its pours, accepted, used, left out, and the rule again."""

import time
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient

from tests.jobs import top_document

SHARE = 0.8  # of the rule, as this shop's concrete sets
NOW = datetime.now(UTC).replace(microsecond=0)


def poured(api: TestClient, days: int, share: float, mix: str) -> str:
    """A pour with its batch, two tests of its float, and what was left over."""
    begun = NOW - timedelta(days=days)
    job = api.post("/api/jobs", json={"job": top_document(mix={"mix": mix, "bag": "25kg"})}).json()["id"]
    body = {"job_id": job, "fills": [{"piece": "top", "count": 1}], "at": begun.isoformat()}
    view = api.post("/api/pours", json={**body, "poured_at": begun.isoformat()}).json()
    pour, plan = view["pour"]["id"], view["plan"]
    hours = next(act["hours"]["value"] for act in plan["cure"]["acts"] if act["id"] == "float")
    water = 2 * plan["mix"]["water_planned_l"]
    sent = api.post(f"/api/pours/{pour}/batches", json={"at": begun.isoformat(), "bags": 2, "water_l": round(water, 3)})
    assert sent.status_code < 300, sent.text
    for off, ready in ((1 / 1.08, False), (1.08, True)):
        at = begun + timedelta(hours=hours * share * off)
        told = {"kind": "test", "act": "float", "ready": ready, "pour_id": pour, "at": at.isoformat()}
        assert api.post("/api/observations", json=told).status_code == 201
    left = {"kind": "left over", "pour_id": pour, "volume_l": 1.5, "at": begun.isoformat()}
    assert api.post("/api/observations", json=left).status_code == 201
    return str(pour)


def known(api: TestClient, **asked: str) -> dict[str, Any]:
    """What the shop knows once its pours are read."""
    for _ in range(200):
        view: dict[str, Any] = api.get("/api/known", params=asked).json()
        if not view["unread"]:
            return view
        time.sleep(0.05)
    raise AssertionError("its pours were never read")


def figure(view: dict[str, Any], quantity: str = "set") -> dict[str, Any]:
    found: dict[str, Any] = next(one for one in view["figures"] if one["quantity"] == quantity)
    return found


@pytest.fixture(scope="module")
def taught(api: TestClient) -> list[str]:
    return [poured(api, 40 - day, SHARE, "ordinary") for day in range(5)]


def test_pours_teach_what_a_person_then_accepts(api: TestClient, taught: list[str]) -> None:
    of = {"mix": "ordinary"}
    found = figure(known(api, **of))
    assert (found["count"] >= len(taught), found["standing"], found["own"]) == (True, "offered", None)
    assert SHARE < found["found"]["likely"] < 1
    waits = api.post("/api/jobs", json={"job": top_document(mix={"bag": "25kg"})}).json()

    def strip() -> float:
        acts = api.get(f"/api/jobs/{waits['id']}").json()["plan"]["cure"]["acts"]
        return float(next(act["hours"]["value"] for act in acts if act["id"] == "float"))

    before = strip()
    effects = api.get("/api/known/set/effect", params=of).json()
    assert next(one for one in effects if one["job_id"] == waits["id"])["before"] == pytest.approx(before)
    accepted = api.put("/api/known/set/own", json=of).json()["figure"]
    assert (accepted["standing"], accepted["own"]["castings"]) == ("in use", found["count"])
    assert set(taught) <= set(accepted["own"]["pours"])
    assert strip() / before == pytest.approx(found["found"]["likely"], rel=0.01)
    assert figure(known(api, **of))["found"] == found["found"]  # its pours are held against the rule as before
    again = api.delete("/api/known/set/own", params=of).json()["figure"]
    assert (again["standing"], again["own"]) == ("offered", None)
    assert strip() == before


def test_a_record_is_left_out_with_a_reason(api: TestClient, taught: list[str]) -> None:
    late = poured(api, 20, 1.5, "ordinary")
    counted = figure(known(api, mix="ordinary"))["count"]
    detail = api.get("/api/known/set", params={"mix": "ordinary"}).json()
    record = next(one for one in detail["records"] if one["judged"]["evidence"]["pour"] == late)
    assert record["happened"] == pytest.approx(1.5 * record["judged"]["evidence"]["said"], rel=0.001)
    assert record["judged"]["before"] != record["judged"]["after"]
    body = {"mix": "ordinary", "reason": "The mixer stood in the frost."}
    detail = api.put(f"/api/known/set/records/{late}", json=body).json()
    record = next(one for one in detail["records"] if one["judged"]["evidence"]["pour"] == late)
    assert (record["judged"]["counts"], detail["figure"]["count"]) == ("left out", counted - 1)
    detail = api.put(f"/api/known/set/records/{late}", json={"mix": "ordinary"}).json()
    assert detail["figure"]["count"] == counted
    assert taught[0] in {one["judged"]["evidence"]["pour"] for one in detail["records"]}


def test_what_cannot_be_is_set_aside_and_shown(api: TestClient) -> None:
    pour = poured(api, 10, 0.9, "ordinary")
    told = {"kind": "left over", "pour_id": pour, "volume_l": 900, "at": NOW.isoformat()}
    assert api.post("/api/observations", json=told).status_code == 201
    counted = figure(known(api), "yield")["count"]
    records = api.get("/api/known/yield").json()["records"]
    record = next(one for one in records if one["judged"]["evidence"]["pour"] == pour)
    assert record["judged"]["counts"] == "cannot be"
    assert counted == sum(one["judged"]["counts"] == "counts" for one in records)


def test_too_few_and_unknown_are_refused_in_words(api: TestClient) -> None:
    refused = api.put("/api/known/set/own", json={"mix": "nobody-s"})
    assert (refused.status_code, "too few records" in refused.text) == (422, True)
    assert api.get("/api/known/colour").status_code == 422
    assert api.put(f"/api/known/set/records/{uuid4()}", json={"reason": "No such"}).status_code == 404
    assert api.post("/api/observations", json={"kind": "left over", "volume_l": -1}).status_code == 422


OLD = "Date,Piece,Bags,Water,Volume,Left\n2024-05-12,Bench,4,9.8,46,2\n2024-05-12,Bench,4,9.8,46,2\n"
COLUMNS = {
    "columns": {"date": 0, "name": 1, "bags": 2, "water_l": 3, "filled_l": 4, "left_over_l": 5},
    "mix": "ordinary",
    "bag": "25kg",
}


def test_old_notes_are_kept_whole_once_and_count(api: TestClient) -> None:
    assert api.post("/api/past/look", json={"text": OLD}).json()["lines"] == 2
    before = figure(known(api, mix="ordinary"), "yield")["count"]
    body = {"text": OLD, "columns": COLUMNS, "source": "notes.csv"}
    checked = api.post("/api/past", json=body).json()
    assert (checked["lines"], checked["new"]) == (2, None)
    assert figure(known(api, mix="ordinary"), "yield")["count"] == before
    broken = {**body, "text": OLD + "2024-13-40,Top,1,2,3,0\n", "keep": True}
    refused = api.post("/api/past", json=broken).json()
    assert (refused["new"], refused["wrong"], refused["problems"][0]["line"]) == (None, 1, 4)
    assert figure(known(api, mix="ordinary"), "yield")["count"] == before  # nothing half imported
    assert api.post("/api/past", json={**body, "keep": True}).json()["new"] == 2
    assert api.post("/api/past", json={**body, "keep": True, "source": "again.csv"}).json()["new"] == 0
    assert figure(known(api, mix="ordinary"), "yield")["count"] == before + 2
    records = api.get("/api/known/yield", params={"mix": "ordinary"}).json()["records"]
    old = [one for one in records if one["job_id"] is None]
    assert [one["job_name"] for one in old] == ["Bench", "Bench"]
    left = api.put(
        f"/api/known/yield/records/{old[0]['judged']['evidence']['pour']}",
        json={"mix": "ordinary", "reason": "Guessed"},
    )
    assert left.json()["figure"]["count"] == before + 1


def test_impossible_figures_of_old_notes_are_set_aside_and_shown(api: TestClient) -> None:
    body = {"text": OLD.replace("46,2", "97,2").replace("Bench", "Slab"), "columns": COLUMNS, "keep": True}
    read = api.post("/api/past", json=body).json()
    assert [(one["line"], one["quantity"]) for one in read["aside"]] == [(2, "yield"), (3, "yield")]
    records = api.get("/api/known/yield", params={"mix": "ordinary"}).json()["records"]
    assert {one["judged"]["counts"] for one in records if one["job_name"] == "Slab"} == {"cannot be"}


def test_what_is_no_table_of_notes_is_refused_in_words(api: TestClient) -> None:
    refused = api.post("/api/past/look", json={"text": "nothing in it"})
    assert (refused.status_code, "no table" in refused.text) == (422, True)
    strange = {"text": OLD, "columns": {**COLUMNS, "mix": "nobody-s"}}
    assert "no such mix" in api.post("/api/past", json=strange).text


def test_a_year_is_told_and_taken_along(api: TestClient) -> None:
    year = api.get("/api/year").json()
    assert year["year"] in (NOW.year, NOW.year - 1)
    for kind, head in (("csv", b"\xef\xbb\xbfwhat,how much"), ("xlsx", b"PK")):
        file = api.get("/api/year/file", params={"year": 2025, "kind": kind})
        assert file.content.startswith(head)
        assert file.headers["content-disposition"] == f'attachment; filename="year-2025.{kind}"'
    assert api.get("/api/year", params={"year": 20_000}).status_code == 422


def test_what_is_measured_at_the_machine_teaches_what_a_coat_takes(api: TestClient) -> None:
    finish = {"look": "as cast", "sealer": "penetrating"}
    job = api.post("/api/jobs", json={"job": top_document(mix={"mix": "ordinary"}, finish=finish)}).json()["id"]
    planned = api.get(f"/api/jobs/{job}").json()["plan"]
    coat = planned["pieces"][0]["finish"]["coats"][0]["goes_on"]["value"]
    pours = set()
    for days in (90, 85, 80):
        begun = (NOW - timedelta(days=days)).isoformat()
        body = {"job_id": job, "fills": [{"piece": "top", "count": 1}], "at": begun, "poured_at": begun}
        pour = api.post("/api/pours", json=body).json()["pour"]
        entry = {"kind": "did", "step": "coat/1", "casting": pour["castings"][0]["id"], "volume_l": 1.4 * coat}
        told = {**entry, "id": str(uuid4()), "at": (NOW - timedelta(days=days - 14)).isoformat()}
        assert api.post(f"/api/pours/{pour['id']}/finish", json={"entries": [told]}).status_code == 201
        pours.add(pour["id"])
    known(api)
    records = [one["judged"]["evidence"] for one in api.get("/api/known/sealer").json()["records"]]
    assert [one["ratio"] for one in records if one["pour"] in pours] == [pytest.approx(1.4)] * 3
    offered = api.get("/api/known/sealer", params={"mix": "ordinary"}).json()["figure"]["found"]["likely"]
    for effect in api.get("/api/known/sealer/effect", params={"mix": "ordinary"}).json():
        assert effect["after"] == pytest.approx(offered * effect["before"], rel=0.01)
    body = {"mix": "ordinary"}
    own = api.put("/api/known/sealer/own", json=body).json()["figure"]["own_ratio"]
    after = api.get(f"/api/jobs/{job}").json()["plan"]["pieces"][0]["finish"]["coats"][0]["goes_on"]
    assert after["value"] == pytest.approx(own * coat)
    assert after["rule"] == "materials.own_sealer"
    assert api.delete("/api/known/sealer/own", params=body).json()["figure"]["own"] is None
