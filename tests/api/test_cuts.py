"""A better cut plan, told line by line; boards and templates as files; what of these is refused."""

import json
import time
from typing import Any

import pytest
from fastapi.testclient import TestClient
from httpx2 import Client

from tests.jobs import opening, top_document


def search(api: TestClient, **asked: Any) -> Any:
    return api.post("/api/cuts/search", json={"job": top_document(opening()), "sheet": "melamine-16", **asked})


def test_plans_are_told_as_they_are_found_and_the_last_one_says_so(api: TestClient) -> None:
    answer = search(api, seconds=1.0)
    assert answer.headers["content-type"] == "application/x-ndjson"
    told = [json.loads(line) for line in answer.text.splitlines()]
    assert [one["done"] for one in told] == [*[False] * (len(told) - 1), True]
    assert told[-1]["tried"] > 0
    assert (told[-1]["sheets"], told[-1]["least"]) == (1, 1)
    assert [one["seconds"] for one in told] == sorted(one["seconds"] for one in told)
    job = top_document(opening(), form={"layouts": {"melamine-16": told[-1]["layout"]}})
    (kind,) = api.post("/api/plan", json={"job": job}).json()["plan"]["cutting"]["kinds"]
    assert kind["accepted"]


def test_one_is_looked_for_at_a_time_and_whoever_stops_listening_ends_it(address: str) -> None:
    pieces = [
        {**top_document()["pieces"][0], "id": f"p{number}", "thickness": f"{40 + number} mm"} for number in range(9)
    ]
    long = {"job": top_document(pieces=pieces, form={"forms": 20}), "sheet": "melamine-16", "seconds": 60.0}
    for piece in pieces:
        piece["count"] = 20
    short = {"job": top_document(opening()), "sheet": "melamine-16", "seconds": 0.1}
    with Client(base_url=address, timeout=60) as client:
        with client.stream("POST", "/api/cuts/search", json=long) as answer:
            lines = answer.iter_lines()  # let go of, it would hang up
            next(lines)
            busy = client.post("/api/cuts/search", json=short)
            assert (busy.status_code, busy.headers.get("retry-after")) == (503, "5"), busy.text[:300]
            assert client.get("/livez").status_code == 200
        patience = time.monotonic() + 30
        while (again := client.post("/api/cuts/search", json=short)).status_code == 503:
            assert time.monotonic() < patience, "the search goes on though nobody listens"
            time.sleep(0.1)
    assert json.loads(again.text.splitlines()[-1])["done"]


@pytest.mark.parametrize(
    ("asked", "field", "said"),
    [
        ({"sheet": "marble"}, "sheet", "Nothing is cut from “marble”"),
        ({"seconds": 121}, "seconds", "120"),
        ({"seconds": 0}, "seconds", "0"),
    ],
)
def test_what_cannot_be_looked_for_is_refused_in_words(
    api: TestClient, asked: dict[str, Any], field: str, said: str
) -> None:
    answer = search(api, **asked)
    assert answer.status_code == 422
    (problem,) = answer.json()["problems"]
    assert field in problem["field"]
    assert said in problem["problem"]
    assert problem["remedy"]


@pytest.mark.parametrize(
    ("path", "begins"),
    [
        ("boards.dxf", b"  0"), ("boards.csv", b"\xef\xbb\xbfpiece,"), ("boards.xlsx", b"PK"),
        ("templates?paper=letter", b"%PDF"), ("pieces/top/form.glb", b"glTF"),
    ],
)  # fmt: skip
def test_a_job_s_boards_and_templates_are_files(api: TestClient, path: str, begins: bytes) -> None:
    job_id = api.post("/api/jobs", json={"job": top_document(opening())}).json()["id"]
    answer = api.get(f"/api/jobs/{job_id}/{path}")
    assert answer.status_code == 200
    assert answer.content.startswith(begins)
    assert "attachment" in answer.headers["content-disposition"]


def test_a_form_of_a_piece_that_is_not_there_is_not_found(api: TestClient) -> None:
    job_id = api.post("/api/jobs", json={"job": top_document()}).json()["id"]
    assert api.get(f"/api/jobs/{job_id}/pieces/gone/form.glb").status_code == 404
