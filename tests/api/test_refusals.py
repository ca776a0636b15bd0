"""Every refusal is a problem detail that says what would do, and leaves the records as they were."""

from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient

from tests.api.test_jobs import begin
from tests.jobs import opening, top_document
from ulbrek.api.app import create_app
from ulbrek.api.settings import Settings


def problem(answer: Any) -> dict[str, Any]:
    assert answer.headers["content-type"] == "application/problem+json"
    body: dict[str, Any] = answer.json()
    assert {"type", "title", "status", "detail"} <= set(body)
    assert body["status"] == answer.status_code
    return body


@pytest.mark.parametrize("path", ["", "/revisions", "/revisions/1", "/file"])
def test_a_job_that_is_not_there(api: TestClient, path: str) -> None:
    missing = uuid4()
    body = problem(api.get(f"/api/jobs/{missing}{path}"))
    assert (body["status"], body["detail"]) == (404, f"There is no job {missing} here.")


def test_a_revision_that_is_not_there(api: TestClient) -> None:
    view = begin(api)
    assert problem(api.get(f"/api/jobs/{view['id']}/revisions/9"))["detail"] == "There is no revision 9 here."


def test_a_job_number_that_is_none(api: TestClient) -> None:
    body = problem(api.get("/api/jobs/seven"))
    assert body["problems"][0]["field"] == "/job_id"


@pytest.mark.parametrize(
    ("job", "field", "problem_said"),
    [
        ({"pieces": []}, "/job/pieces", "At least 1 item"),
        ({"name": ""}, "/job/name", "It is empty."),
        ({"name": "x" * 61}, "/job/name", "at most 60 characters"),
        ({"colour": "grey"}, "/job/colour", "Unknown field."),
        ({"handling": {"people": 0}}, "/job/handling/people", "It must be at least 1."),
        ({"handling": {"people": 13}}, "/job/handling/people", "It must be at most 12."),
        ({"mix": {"mix": "a", "bag": "b", "container": "c", "spare": 2}}, "/job/mix/spare", "It must be at most 1."),
        ({"mix": {"mix": "a", "bag": "b"}}, "/job/mix/container", "This is required."),
    ],
)
def test_a_job_that_cannot_be_used_is_refused_by_field(
    api: TestClient, job: dict[str, Any], field: str, problem_said: str
) -> None:
    body = problem(api.post("/api/plan", json={"job": {**top_document(), **job}}))
    assert body["status"] == 422
    (found,) = [one for one in body["problems"] if one["field"] == field]
    assert problem_said in found["problem"]
    assert found["remedy"]


@pytest.mark.parametrize(
    ("feature", "field"),
    [
        (opening(kind="slot"), ""),
        (opening(length="5 mm"), "/length"),
        (opening(x={"side": "front", "offset": "3 mm"}), "/x/side"),
        (opening(id="Not An Id"), "/id"),
        (opening(corner_radius={"mm": 25, "typed": "1 in"}), "/corner_radius"),
        (opening(corner_radius={"mm": -1}), "/corner_radius/mm"),
        (opening(corner_radius={"typed": "1", "bare": "yards"}), "/corner_radius"),
    ],
)
def test_a_feature_that_cannot_be_used_is_refused_by_field(
    api: TestClient, feature: dict[str, Any], field: str
) -> None:
    body = problem(api.post("/api/plan", json={"job": top_document(feature)}))
    assert body["problems"][0]["field"] == f"/job/pieces/0/features/0{field}"


def test_what_is_not_json_is_refused(api: TestClient) -> None:
    answer = api.post("/api/plan", content=b"{half", headers={"content-type": "application/json"})
    assert problem(answer)["status"] == 422


def test_a_refused_edit_leaves_the_job_as_it_was(api: TestClient) -> None:
    view = begin(api)
    body = {"parent": 1, "job": top_document(piece={"thickness": "thin"}), "what": "Thickness"}
    assert problem(api.put(f"/api/jobs/{view['id']}", json=body))["status"] == 422
    assert api.get(f"/api/jobs/{view['id']}").json() == view


@pytest.mark.parametrize("step", ["undo", "redo"])
def test_a_stale_step_is_refused_and_shows_what_was_kept_in_between(api: TestClient, step: str) -> None:
    view = begin(api)
    edited = {"parent": 1, "job": top_document(piece={"thickness": "50 mm"}), "what": "Thickness"}
    api.put(f"/api/jobs/{view['id']}", json=edited)
    body = problem(api.post(f"/api/jobs/{view['id']}/{step}", json={"parent": 1}))
    assert (body["status"], body["theirs"]["revision"]) == (409, 2)


def test_pages_can_only_be_read(api: TestClient) -> None:
    assert problem(api.post("/jobs/some/measure"))["status"] == 405


def test_an_unknown_api_address_is_not_answered_with_a_page(api: TestClient) -> None:
    assert problem(api.get("/api/kitchens"))["status"] == 404


def test_a_file_of_another_shop_is_planned_with_what_this_one_has(api: TestClient) -> None:
    job = top_document(mix={"mix": "special", "bag": "5lb", "container": "thimble"})
    view = api.post("/api/jobs/from-file", json={"schema_version": 1, "job": job}).json()
    codes = [one["finding"]["code"] for one in view["plan"]["findings"]]
    assert codes.count("not-in-the-shop") == 3
    assert view["job"]["mix"]["mix"] == "special"  # nothing is changed behind one's back
    assert view["plan"]["mix"]["bags"]["value"] == 3


def test_the_floor_shows_the_last_changed_first(api: TestClient) -> None:
    first, second = begin(api, name="First"), begin(api, name="Second")
    assert [card["id"] for card in api.get("/api/jobs").json()][:2] == [second["id"], first["id"]]
    body = {"parent": 1, "job": top_document(name="First"), "what": "Looked at"}
    api.put(f"/api/jobs/{first['id']}", json=body)
    assert [card["id"] for card in api.get("/api/jobs").json()][:2] == [first["id"], second["id"]]


def test_a_gesture_is_planned_without_asking_the_records(api: TestClient) -> None:
    body = {"job": top_document(mix={"mix": "own"}), "shop": api.get("/api/shop").json()}
    body["shop"]["mixes"][0]["id"] = "own"
    gone = create_app(Settings(database_url="postgresql://nobody:x@127.0.0.1:1/none", log_format="json"))
    with TestClient(gone, base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
        answer = client.post("/api/plan", json=body)
        assert answer.status_code == 200
        assert "not-in-the-shop" not in {one["finding"]["code"] for one in answer.json()["plan"]["findings"]}
        assert problem(client.post("/api/plan", json={"job": body["job"]}))["status"] == 503
