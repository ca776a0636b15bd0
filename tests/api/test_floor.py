"""The floor is read again only when something was written, and by one of many who ask at once."""

import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from typing import Any
from uuid import uuid4

import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient
from sqlalchemy import event, text

from tests.api.test_hard import begin, card_of
from tests.jobs import demo_job
from ulbrek.api.app import create_app
from ulbrek.api.settings import Settings
from ulbrek.store.database import Database


@pytest.fixture
def asked(api: TestClient) -> Iterator[list[str]]:
    """Every statement that the application sends, one after another."""
    assert isinstance(api.app, FastAPI)
    engine = api.app.state.database.engine
    found: list[str] = []

    def note(*told: Any) -> None:
        found.append(told[2])

    event.listen(engine, "before_cursor_execute", note)
    yield found
    event.remove(engine, "before_cursor_execute", note)


def test_a_floor_that_nothing_was_written_on_is_not_read_again(api: TestClient, asked: list[str]) -> None:
    job = begin(api, name="Read once")
    card_of(api, job["id"])
    for card in api.get("/api/jobs").json():  # until no outlook of any test's job is on its way
        card_of(api, card["id"])
    while api.get("/api/known").json()["unread"]:  # nor any test's pour being read
        time.sleep(0.1)
    first = api.get("/api/jobs").content
    asked.clear()
    for path in ("/api/jobs", "/api/agenda", "/api/jobs"):
        assert api.get(path).status_code == 200
    assert len(asked) == 3
    assert all("pg_current_snapshot" in statement for statement in asked)
    assert api.get("/api/jobs").content == first


def test_whatever_is_written_by_whomever_is_on_the_floor_at_once(api: TestClient, database: Database) -> None:
    job = begin(api, name="Written from elsewhere")

    def names() -> list[str]:
        return [card["name"] for card in api.get("/api/jobs").json()]

    assert "Written from elsewhere" in names()
    with database.work() as records:
        records.session.execute(
            text("UPDATE job SET archived_at = now() WHERE id = CAST(:job AS uuid)"), {"job": job["id"]}
        )
        assert "Written from elsewhere" in names()  # it is not committed yet
    assert "Written from elsewhere" not in names()
    for number in range(5):
        assert begin(api, name=f"Number {number}")["job"]["name"] in names()


def test_who_asks_at_once_shares_what_one_reads(api: TestClient, asked: list[str]) -> None:
    job = begin(api, name="Shared")
    card_of(api, job["id"])
    asked.clear()
    with ThreadPoolExecutor(12) as many:
        answers = list(many.map(lambda _: api.get("/api/jobs").content, range(24)))
    assert len(set(answers)) == 1
    looks = sum("pg_current_snapshot" in statement for statement in asked)
    assert 2 <= looks <= 24
    assert len(asked) < 24 * 3


def test_a_floor_that_could_not_be_read_once_is_read_the_next_time(settings: Settings, database: Database) -> None:
    """Its table is away for a while, as in a restore that somebody does by hand."""

    def call_it(now: str, then: str) -> None:
        with database.work() as records:
            records.session.execute(text("RESET ROLE"))
            records.session.execute(text(f"ALTER TABLE {now} RENAME TO {then}"))

    with TestClient(create_app(settings), base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
        before = {card["id"] for card in client.get("/api/jobs").json()}
        call_it("outlook", "outlook_away")
        try:
            answers = [client.get("/api/jobs") for _ in range(3)]
            assert {answer.status_code for answer in answers} == {500}
            assert all("Nothing was changed" in answer.json()["detail"] for answer in answers)
        finally:
            call_it("outlook_away", "outlook")
        assert {card["id"] for card in client.get("/api/jobs").json()} == before


def test_the_floor_is_told_page_by_page_each_job_once(api: TestClient) -> None:
    for number in range(5):
        begin(api, name=f"Page {number}")
    whole = api.get("/api/jobs", params={"limit": 200})
    assert int(whole.headers["x-total-count"]) == len(whole.json())
    told: list[str] = []
    while True:
        page = api.get("/api/jobs", params={"limit": 2, **({"after": told[-1]} if told else {})}).json()
        told += [card["id"] for card in page]
        if len(page) < 2:
            break
    assert told == [card["id"] for card in whole.json()]
    assert api.get("/api/jobs", params={"after": str(uuid4())}).json() == []  # of a job that went meanwhile
    named = api.get("/api/jobs/names").json()
    assert [one["name"] for one in named] == [card["name"] for card in whole.json()]


def test_a_thumbnail_draws_letters_with_few_corners(api: TestClient) -> None:
    job = api.post("/api/jobs", json={"job": demo_job(3).model_dump(mode="json")}).json()
    small = {one["id"]: one["paths"] for one in job["headline"]["pieces"][0]["features"]}
    whole = {one["id"]: one["paths"] for one in job["plan"]["pieces"][0]["measure"]["features"]}
    assert small.keys() == whole.keys()
    assert sum(map(len, small["number"])) < 0.5 * sum(map(len, whole["number"]))
