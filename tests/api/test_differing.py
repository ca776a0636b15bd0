"""What differs from the answer a page holds, put into that, is the answer as a whole."""

import copy
import random
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.core.test_memory import JOBS, edits
from tests.jobs import demo_job
from ulbrek.core.job.job import Job


def applied(document: Any, changes: list[list[Any]]) -> Any:
    whole = copy.deepcopy(document)
    for pointer, *value in changes:
        at, *steps = [whole, *(step.replace("~1", "/").replace("~0", "~") for step in pointer.split("/")[1:])]
        for step in steps[:-1]:
            at = at[int(step) if isinstance(at, list) else step]
        last = int(steps[-1]) if isinstance(at, list) else steps[-1]
        if value:
            at[last] = value[0]
        else:
            del at[last]
    return whole


def asked(api: TestClient, job: Job, held: str | None = None) -> Any:
    answer = api.post("/api/plan", json={"job": job.model_dump(mode="json"), "held": held})
    assert answer.status_code == 200, answer.text
    return answer.json()


@pytest.mark.parametrize("seed", range(5))
def test_what_differs_makes_the_answer_held_the_one_that_is_due(api: TestClient, seed: int) -> None:
    by = random.Random(seed)  # noqa: S311 - jobs, no secrets
    view = None
    for document in by.sample(JOBS, 2):
        for job in edits(document, by, 4):
            whole = asked(api, job)
            if view is not None:
                told = asked(api, job, view["key"])
                assert told["base"] == view["key"]
                view = applied(view, told["changes"])
                assert {**view, "key": ""} == {**whole, "key": ""}
            view = whole


def test_a_moved_sink_is_told_in_a_part_of_the_answer_and_an_unknown_answer_whole(api: TestClient) -> None:
    job = demo_job(1)
    first = api.post("/api/plan", json={"job": job.model_dump(mode="json")})
    document = job.model_dump(mode="json")
    document["pieces"][0]["features"][0]["x"]["offset"] = {"mm": 170, "typed": None}
    body = {"job": document, "held": first.json()["key"]}
    moved = api.post("/api/plan", json=body)
    assert {"/plan/mix", "/plan/cutting"} & {pointer for pointer, *_ in moved.json()["changes"]} == set()
    whole, told = (int(one.headers["content-length"]) for one in (first, moved))
    assert told < 0.6 * whole, (told, whole)
    assert "plan" in api.post("/api/plan", json={**body, "held": "of another day"}).json()
