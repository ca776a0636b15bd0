"""The API over a real database."""

import json
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient

from tests.jobs import DEMO_FILES, opening, top_document
from ulbrek.core.job.shop import Shop


def begin(api: TestClient, *features: dict[str, Any], **changed: Any) -> dict[str, Any]:
    answer = api.post("/api/jobs", json={"job": top_document(*features, **changed)})
    assert answer.status_code == 201, answer.text
    view: dict[str, Any] = answer.json()
    return view


def edit(api: TestClient, view: dict[str, Any], thickness: Any, parent: int | None = None) -> Any:
    job = json.loads(json.dumps(view["job"]))
    job["pieces"][0]["thickness"] = thickness
    body = {"parent": view["revision"] if parent is None else parent, "job": job, "what": "Thickness"}
    return api.put(f"/api/jobs/{view['id']}", json=body)


def test_a_job_is_planned_without_being_kept(api: TestClient) -> None:
    before = len(api.get("/api/jobs").json())
    answer = api.post("/api/plan", json={"job": top_document(opening()), "shop": Shop().model_dump(mode="json")})
    assert answer.status_code == 200
    assert answer.json()["plan"]["pieces"][0]["measure"]["volume"]["value"] == pytest.approx(15.68, abs=0.01)
    assert answer.json()["headline"]["people"] == 2
    assert len(api.get("/api/jobs").json()) == before


def test_a_typed_length_comes_back_read_and_as_it_was_typed(api: TestClient) -> None:
    view = begin(api)
    edited = edit(api, view, {"typed": "1 3/4", "bare": "in"}).json()
    assert edited["job"]["pieces"][0]["thickness"] == {"mm": 44.45, "typed": "1 3/4"}
    assert edited["revision"] == 2


def test_what_cannot_be_read_is_a_problem_that_names_the_field(api: TestClient) -> None:
    answer = edit(api, begin(api), {"typed": "an inch or so", "bare": "in"})
    assert answer.status_code == 422
    assert answer.headers["content-type"] == "application/problem+json"
    assert answer.json()["problems"] == [
        {
            "field": "/job/pieces/0/thickness",
            "problem": "“an inch or so” cannot be read as a length.",
            "remedy": "Write it like 24 3/8, 2' 1\", 2 ft 1/2 in, 620 mm or 62 cm.",
        }
    ]


def test_a_stale_write_is_refused_and_shows_what_was_kept_in_between(api: TestClient) -> None:
    view = begin(api)
    assert edit(api, view, "50 mm").status_code == 200
    answer = edit(api, view, "60 mm")
    assert answer.status_code == 409
    theirs = answer.json()["theirs"]
    assert theirs == api.get(f"/api/jobs/{view['id']}").json()
    assert (theirs["revision"], theirs["job"]["pieces"][0]["thickness"]["typed"]) == (2, "50 mm")


def test_undo_and_redo(api: TestClient) -> None:
    view = edit(api, begin(api), "50 mm").json()
    undone = api.post(f"/api/jobs/{view['id']}/undo", json={"parent": 2}).json()
    assert (undone["job"]["pieces"][0]["thickness"]["typed"], undone["can_redo"]) == ("40 mm", True)
    redone = api.post(f"/api/jobs/{view['id']}/redo", json={"parent": 3}).json()
    assert redone["job"]["pieces"][0]["thickness"]["typed"] == "50 mm"
    again = api.post(f"/api/jobs/{view['id']}/redo", json={"parent": 4})
    assert (again.status_code, again.json()["detail"]) == (409, "There is nothing to redo.")
    actions = [one["action"] for one in api.get(f"/api/jobs/{view['id']}/revisions").json()]
    assert actions == ["redo", "undo", "edit", "create"]
    first = api.get(f"/api/jobs/{view['id']}/revisions/1").json()
    assert first["job"]["pieces"][0]["thickness"]["typed"] == "40 mm"


def test_a_job_goes_out_as_a_file_and_comes_in_the_same(api: TestClient) -> None:
    file = DEMO_FILES[0].read_bytes()
    view = api.post("/api/jobs/from-file", content=file, headers={"content-type": "application/json"}).json()
    out = api.get(f"/api/jobs/{view['id']}/file")
    assert out.content == file
    assert 'filename="rinse-sink-top.ulbrek.json"' in out.headers["content-disposition"]


def test_a_file_that_cannot_be_used_is_refused_in_words(api: TestClient) -> None:
    answer = api.post("/api/jobs/from-file", json={"schema_version": 3, "job": {}})
    assert answer.status_code == 422
    assert answer.json()["detail"] == "It is of version 3; this Ulbrek reads up to 2. Open it with a newer Ulbrek."


def test_an_archived_job_is_off_the_floor(api: TestClient) -> None:
    view = begin(api)
    assert api.post(f"/api/jobs/{view['id']}/archive").status_code == 204
    assert view["id"] not in {card["id"] for card in api.get("/api/jobs").json()}
    assert api.get(f"/api/jobs/{view['id']}").status_code == 404


def test_the_floor_tells_each_job_by_its_headlines(api: TestClient) -> None:
    view = begin(api, opening(y={"to": "edge", "offset": "39 mm"}), mix={"bags_in_hand": 1})
    (card,) = [card for card in api.get("/api/jobs").json() if card["id"] == view["id"]]
    assert card["headline"]["worst"] == {"measure": "stop", "mix": "stop"}
    assert card["headline"]["bags"] == 3


def test_the_rule_book_has_a_page_for_every_figure(api: TestClient) -> None:
    rules = {page["id"] for page in api.get("/api/rules").json()}
    view = begin(api, opening())
    assert {figure["rule"] for figure in view["plan"]["workings"].values()} <= rules


def test_another_job_is_begun_like_one_that_was_made_and_once(api: TestClient) -> None:
    first = api.post("/api/jobs", json={"job": top_document(name="Bench")}).json()
    key = str(uuid4())
    answers = [api.post(f"/api/jobs/{first['id']}/another", json={"id": key}) for _ in range(2)]
    assert [one.status_code for one in answers] == [201, 201]
    assert [one.json()["id"] for one in answers] == [key, key]
    second = answers[0].json()
    assert (second["job"]["name"], second["job"]["pieces"]) == ("Bench 2", first["job"]["pieces"])
    assert api.get(f"/api/jobs/{first['id']}").json()["job"] == first["job"]
    (begun,) = api.get(f"/api/jobs/{key}/revisions").json()
    assert "Begun like Bench" in str(begun)
    named = api.post(f"/api/jobs/{first['id']}/another", json={"name": "For the yard"}).json()
    assert named["job"]["name"] == "For the yard"
    assert api.post(f"/api/jobs/{uuid4()}/another", json={}).status_code == 404


def kept_with_variant(api: TestClient, **piece: Any) -> tuple[dict[str, Any], dict[str, Any]]:
    """A job and a variant of it in which its piece is otherwise."""
    first = api.post("/api/jobs", json={"job": top_document(name="Bench")}).json()
    begun = api.post(f"/api/jobs/{first['id']}/variants", json={}).json()
    document = begun["job"]
    document["pieces"][0] |= piece
    edit = {"parent": begun["revision"], "job": document, "what": "Changed"}
    return first, api.put(f"/api/jobs/{begun['id']}", json=edit).json()


def test_a_variant_is_planned_beside_its_job_and_is_not_on_the_floor(api: TestClient) -> None:
    first, variant = kept_with_variant(api, thickness="30 mm")
    assert variant["job"]["name"] == "Bench, plan B"
    names = [one["id"] for one in api.get("/api/jobs/names").json()]
    assert first["id"] in names
    assert variant["id"] not in names
    assert variant["id"] not in [one["id"] for one in api.get("/api/jobs", params={"limit": 200}).json()]
    for asked in (first, variant):
        told = api.get(f"/api/jobs/{asked['id']}/compare").json()
        assert [one["id"] for one in told["plans"]] == [first["id"], variant["id"]]
        named = api.get(f"/api/jobs/{asked['id']}/variants").json()
        assert [one["name"] for one in named] == ["Bench", "Bench, plan B"]
    plain, other = (one["column"] for one in told["plans"])
    (said,) = other["differences"]
    assert (said["label"], said["before"], said["after"]) == ("Thickness", 40.0, 30.0)
    assert plain["mass_kg"] == pytest.approx(first["plan"]["pieces"][0]["handling"]["mass"]["value"])
    assert other["mass_kg"] == pytest.approx(plain["mass_kg"] * 30 / 40, rel=0.02)
    assert plain["price"] == api.get(f"/api/jobs/{first['id']}/cost").json()["price"]["value"]


def test_a_plan_that_is_taken_is_the_jobs_under_its_own_name_until_it_is_undone(api: TestClient) -> None:
    first, variant = kept_with_variant(api, thickness="30 mm")
    path = f"/api/jobs/{first['id']}"
    asked = {"variant": variant["id"], "parent": first["revision"]}
    taken = api.post(f"{path}/choose", json=asked).json()
    assert (taken["job"]["name"], taken["job"]["pieces"][0]["thickness"]["mm"]) == ("Bench", 30.0)
    assert "Bench, plan B" in api.get(f"{path}/revisions").json()[0]["what"]
    assert api.post(f"{path}/choose", json=asked).status_code == 409  # it was changed since it was looked at
    undone = api.post(f"{path}/undo", json={"parent": taken["revision"]}).json()
    assert undone["job"] == first["job"]
    stranger = api.post("/api/jobs", json={"job": top_document(name="Other")}).json()
    refused = api.post(f"{path}/choose", json={"variant": stranger["id"], "parent": undone["revision"]})
    assert (refused.status_code, refused.json()["problems"][0]["field"]) == (422, "/variant")


def test_four_plans_are_beside_each_other_and_no_more_and_one_may_go(api: TestClient) -> None:
    first, second = kept_with_variant(api)
    key = str(uuid4())
    for _ in range(2):  # begun once
        third = api.post(f"/api/jobs/{second['id']}/variants", json={"id": key, "name": "Thinner"}).json()
    api.post(f"/api/jobs/{first['id']}/variants", json={})
    full = api.post(f"/api/jobs/{first['id']}/variants", json={})
    assert full.status_code == 422
    assert "4 plans" in full.json()["detail"]
    assert api.post(f"/api/jobs/{third['id']}/archive").status_code == 204
    names = [one["name"] for one in api.get(f"/api/jobs/{first['id']}/variants").json()]
    assert names == ["Bench", "Bench, plan B", "Bench, plan C"]
    assert api.post(f"/api/jobs/{first['id']}/archive").status_code == 204
    assert api.get(f"/api/jobs/{second['id']}").status_code == 404  # variants go with their job


def test_a_variant_that_is_no_different_comes_to_the_same_though_its_job_is_being_poured(api: TestClient) -> None:
    first, _ = kept_with_variant(api)
    piece = first["job"]["pieces"][0]["id"]
    begun = api.post("/api/pours", json={"job_id": first["id"], "fills": [{"piece": piece, "count": 1}]}).json()
    mixed = {"bags": 2, "water_l": 4.0}
    assert api.post(f"/api/pours/{begun['pour']['id']}/batches", json=mixed).status_code < 300
    plain, other = (one["column"] for one in api.get(f"/api/jobs/{first['id']}/compare").json()["plans"])
    assert other["differences"] == []
    figures = ("mass_kg", "price", "hours", "usable_h", "cautions")
    assert [plain[key] for key in figures] == [other[key] for key in figures]


def test_a_variant_is_not_poured(api: TestClient) -> None:
    _, variant = kept_with_variant(api)
    piece = variant["job"]["pieces"][0]["id"]
    refused = api.post("/api/pours", json={"job_id": variant["id"], "fills": [{"piece": piece, "count": 1}]})
    assert refused.status_code == 422
    assert "Compare plans" in refused.json()["problems"][0]["remedy"]
