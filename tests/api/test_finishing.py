"""At the machine over the API: what is written down moves the acts of the pour, and a damp sheet holds the sealing."""

from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient

from tests.jobs import top, top_document

BEGUN = datetime.now(UTC).replace(microsecond=0) - timedelta(days=40)
HONED = {"look": "cream-honed", "sheen": "matt", "voids": "filled with slurry", "sealer": "film"}


@pytest.fixture
def pour(api: TestClient) -> dict[str, Any]:
    """A pour of two castings that are honed and coated."""
    job = top(name="Honed", finish=HONED, piece={"count": 2}, cure={"poured_at": BEGUN.isoformat()})
    job_id = api.post("/api/jobs", json={"job": job.model_dump(mode="json")}).json()["id"]
    made = api.post("/api/pours", json={"job_id": job_id, "fills": [{"piece": "top", "count": 2}]}).json()
    pour_id = made["pour"]["id"]
    assert api.post(f"/api/pours/{pour_id}/water-in", json={"at": BEGUN.isoformat()}).status_code == 200
    found: dict[str, Any] = api.get(f"/api/pours/{pour_id}/finish").json()
    return found


def entry(pour: dict[str, Any], casting: int, days: float, kind: str, step: str | None = None, **more: Any) -> Any:
    at = (BEGUN + timedelta(days=days)).isoformat()
    which = pour["castings"][casting]["id"]
    return {"id": str(uuid4()), "kind": kind, "at": at, "casting": which, "step": step, **more}


def ground(of: dict[str, Any], casting: int, days: float) -> list[Any]:
    passes = [entry(of, casting, days, "pass", "grit/200", way=way) for way in ("across", "along", "across", "along")]
    return [*passes, entry(of, casting, days + 0.01, "gone", "grit/200")]


def send(api: TestClient, of: dict[str, Any], entries: list[Any]) -> dict[str, Any]:
    answer = api.post(f"/api/pours/{of['pour_id']}/finish", json={"entries": entries})
    assert answer.status_code == 201, answer.text
    told: dict[str, Any] = answer.json()
    return told


def acts(api: TestClient, of: dict[str, Any]) -> dict[str, Any]:
    return {one["id"]: one for one in api.get(f"/api/pours/{of['pour_id']}").json()["plan"]["cure"]["acts"]}


def test_the_sheet_has_each_face_with_its_steps(pour: dict[str, Any]) -> None:
    (face,) = pour["sheet"]["faces"]
    assert [one["id"] for one in face["steps"]] == [
        "grit/200", "slurry/1", "slurry/2", "off", "edges/1", "test", "coat/1", "coat/2", "coat/3",
    ]  # fmt: skip
    assert pour["sheet"]["acts"] == {
        "grind": ["grit/200"], "slurry-1": ["slurry/1"], "slurry-2": ["slurry/2"], "hone": ["off"],
        "seal": ["coat/1", "coat/2", "coat/3"],
    }  # fmt: skip
    assert [one["standing"]["now"] for one in pour["castings"]] == ["grit/200", "grit/200"]


def test_an_act_is_done_when_it_is_done_to_every_casting_and_goes_when_it_is_taken_back(
    api: TestClient, pour: dict[str, Any]
) -> None:
    first = ground(pour, 0, 8)
    told = send(api, pour, first)
    assert [one["standing"]["now"] for one in told["castings"]] == ["slurry/1", "grit/200"]
    assert acts(api, pour)["grind"]["done_at"] is None
    second = ground(pour, 1, 9)
    send(api, pour, [*second, *first])  # sent again, nothing twice
    at = datetime.fromisoformat(acts(api, pour)["grind"]["done_at"])
    assert at == BEGUN + timedelta(days=9.01)
    assert len(api.get(f"/api/pours/{pour['pour_id']}/finish").json()["entries"]) == 10
    told = send(api, pour, [entry(pour, 1, 9.1, "undo", of=second[-1]["id"])])
    assert told["castings"][1]["standing"]["now"] == "grit/200"
    assert acts(api, pour)["grind"]["done_at"] is None


def test_a_damp_sheet_moves_the_sealing_and_a_dry_one_opens_it(api: TestClient, pour: dict[str, Any]) -> None:
    planned = datetime.fromisoformat(acts(api, pour)["seal"]["at"])
    damp = entry(pour, 0, 38, "damp", "test")
    told = send(api, pour, [entry(pour, 0, 37, "taped", "test"), damp])
    assert next(one for one in told["castings"][0]["standing"]["steps"] if one["id"] == "test")["damp_at"]
    held = datetime.fromisoformat(acts(api, pour)["seal"]["at"])
    assert held > planned
    send(api, pour, [entry(pour, 0, 38.1, "taped", "test"), entry(pour, 0, 39, "dry", "test")])
    opened = datetime.fromisoformat(acts(api, pour)["seal"]["at"])
    assert opened < held


def test_coats_finish_the_castings(api: TestClient, pour: dict[str, Any]) -> None:
    entries = []
    for number in (0, 1):
        entries += ground(pour, number, 8)
        for days, step in ((8.1, "slurry/1"), (9, "slurry/2"), (10, "off"), (10.1, "edges/1")):
            entries.append(entry(pour, number, days, "did", step))
        entries += [entry(pour, number, 36, "taped", "test"), entry(pour, number, 37, "dry", "test")]
        for days, step in ((37.2, "coat/1"), (37.4, "coat/2"), (37.6, "coat/3")):
            entries.append(entry(pour, number, days, "did", step))
    told = send(api, pour, entries)
    assert all(one["standing"]["over"] for one in told["castings"])
    view = api.get(f"/api/pours/{pour['pour_id']}").json()
    assert {one["state"] for one in view["pour"]["castings"]} == {"finished"}
    assert all(acts(api, pour)[act]["done_at"] for act in ("grind", "slurry-1", "slurry-2", "hone", "seal"))


def test_coats_of_several_days_finish_a_casting_with_the_last_of_them(api: TestClient) -> None:
    job = top(name="Oiled", finish={"sealer": "oil", "coats": 3}, cure={"poured_at": BEGUN.isoformat()})
    job_id = api.post("/api/jobs", json={"job": job.model_dump(mode="json")}).json()["id"]
    made = api.post("/api/pours", json={"job_id": job_id, "fills": [{"piece": "top", "count": 1}]}).json()
    pour_id = made["pour"]["id"]
    api.post(f"/api/pours/{pour_id}/water-in", json={"at": BEGUN.isoformat()})
    of = api.get(f"/api/pours/{pour_id}/finish").json()
    assert {act: of["sheet"]["acts"][act] for act in ("seal", "coat-2", "coat-3")} == {
        "seal": ["coat/1"], "coat-2": ["coat/2"], "coat-3": ["coat/3"],
    }  # fmt: skip

    def state() -> Any:
        return api.get(f"/api/pours/{pour_id}").json()["pour"]["castings"][0]["state"]

    said = ((30, "did", "edges/1"), (31, "taped", "test"), (32, "dry", "test"), (32.1, "did", "coat/1"))
    send(api, of, [entry(of, 0, *one) for one in (*said, (33.1, "did", "coat/2"))])
    assert acts(api, of)["seal"]["done_at"]
    assert state() != "finished"
    last = entry(of, 0, 34.1, "did", "coat/3")
    send(api, of, [last])
    assert state() == "finished"
    send(api, of, [entry(of, 0, 34.2, "undo", of=last["id"])])
    assert state() != "finished"
    told = {"act": "coat-3", "at": (BEGUN + timedelta(days=34.3)).isoformat()}
    assert api.post(f"/api/pours/{pour_id}/acts", json=told).status_code == 201
    assert state() == "finished"
    assert api.get(f"/api/pours/{pour_id}/finish").json()["castings"][0]["standing"]["over"], "as the log says"


def test_castings_of_a_piece_are_told_apart_where_they_were_not_done_alike(
    api: TestClient, pour: dict[str, Any]
) -> None:
    more = [entry(pour, 1, 7.9, "pass", "grit/200", way=way) for way in ("across", "along")]
    told = send(api, pour, [*ground(pour, 0, 8), *more, *ground(pour, 1, 8)])
    (one,) = told["differences"]
    assert (one["step"], one["differs"], [on["amount"] for on in one["of"]]) == ("grit/200", "passes", [4, 6])


def test_pieces_that_must_match_are_held_beside_each_other(api: TestClient) -> None:
    document = top_document(name="Pair", finish=HONED, cure={"poured_at": BEGUN.isoformat()})
    first = document["pieces"][0] | {"matches": "pair"}
    document["pieces"] = [first, first | {"id": "other", "name": "Other"}]
    job_id = api.post("/api/jobs", json={"job": document}).json()["id"]
    fills = [{"piece": piece, "count": 1} for piece in ("top", "other")]
    pour_id = api.post("/api/pours", json={"job_id": job_id, "fills": fills}).json()["pour"]["id"]
    api.post(f"/api/pours/{pour_id}/water-in", json={"at": BEGUN.isoformat()})
    of = api.get(f"/api/pours/{pour_id}/finish").json()
    told = send(api, of, [*ground(of, 0, 8), *ground(of, 1, 13)])
    (one,) = told["differences"]
    assert (one["step"], one["differs"], [on["amount"] for on in one["of"]]) == ("grit/200", "days", [0, 5])


@pytest.mark.parametrize(
    ("change", "field", "said"),
    [
        ({"casting": str(uuid4())}, "/entries/0/casting", "No such casting in this pour."),
        ({"high_mm": 25}, "/entries/0/high_mm", "It must be at most 20."),
        ({"kind": "polished"}, "/entries/0/kind", ""),
        ({"x_mm": 90_000}, "/entries/0/x_mm", "It must be at most 20000."),
    ],
)
def test_what_cannot_be_is_refused_in_words(
    api: TestClient, pour: dict[str, Any], change: dict[str, Any], field: str, said: str
) -> None:
    one = entry(pour, 0, 8, "mark", "grit/200", x_mm=100, y_mm=100) | change
    answer = api.post(f"/api/pours/{pour['pour_id']}/finish", json={"entries": [one]})
    assert answer.status_code == 422
    (problem,) = answer.json()["problems"]
    assert problem["field"] == field
    assert said in problem["problem"].replace(",", "")
