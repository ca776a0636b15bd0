"""What leaves the screen: packs, calendars, and the agenda of the floor."""

from datetime import UTC, datetime, timedelta

import pytest
from fastapi.testclient import TestClient
from pydantic import ValidationError

from tests.api.test_jobs import begin
from ulbrek.api.app import create_app
from ulbrek.api.settings import Settings


def test_a_pack_in_either_units_and_paper(api: TestClient) -> None:
    job = begin(api, name="Wedging Table, No. 2")
    answer = api.get(f"/api/jobs/{job['id']}/pack", params={"units": "in", "paper": "letter"})
    assert (answer.status_code, answer.headers["content-type"]) == (200, "application/pdf")
    assert 'filename="wedging-table-no-2.pdf"' in answer.headers["content-disposition"]
    assert answer.content.startswith(b"%PDF-")
    assert answer.content != api.get(f"/api/jobs/{job['id']}/pack").content
    refused = api.get(f"/api/jobs/{job['id']}/pack", params={"paper": "foolscap"})
    assert refused.status_code == 422
    assert refused.json()["problems"][0]["field"] == "/paper"


def test_codes_on_labels_lead_to_the_public_address_wherever_they_are_asked_for(
    api: TestClient, settings: Settings
) -> None:
    job = begin(api)
    public = settings.model_copy(update={"public_address": "http://127.0.0.1"})
    path = f"/api/jobs/{job['id']}/labels"
    with TestClient(create_app(public), base_url="http://localhost") as elsewhere:
        assert elsewhere.get(path).content == api.get(path).content  # which is asked for as http://127.0.0.1
    with TestClient(create_app(settings), base_url="http://localhost") as elsewhere:
        assert elsewhere.get(path).content != api.get(path).content
    for wrong in ("shop.example", "https://shop.example/", "https://me@shop.example", "ftp://shop.example"):
        with pytest.raises(ValidationError, match="ULBREK_PUBLIC_ADDRESS"):
            Settings.model_validate({"database_url": "postgresql://x", "ULBREK_PUBLIC_ADDRESS": wrong})


def test_a_calendar_of_the_job(api: TestClient) -> None:
    job = begin(api, cure={"poured_at": "2026-05-04T13:00:00Z"})
    answer = api.get(f"/api/jobs/{job['id']}/calendar")
    assert answer.headers["content-type"].startswith("text/calendar")
    assert answer.text.count("BEGIN:VEVENT") == len(job["plan"]["cure"]["acts"]) + 1


def test_the_agenda_follows_what_is_changed_and_archived(api: TestClient) -> None:
    poured = datetime.now(UTC) - timedelta(hours=1)
    job = begin(api, cure={"poured_at": poured.isoformat()})

    def strip() -> list[str]:
        acts = api.get("/api/agenda").json()["acts"]
        return [act["at"] for act in acts if act["job"] == job["id"] and act["id"] == "strip"]

    (before,) = strip()
    moved = {**job["job"], "cure": {**job["job"]["cure"], "poured_at": (poured + timedelta(days=2)).isoformat()}}
    api.put(f"/api/jobs/{job['id']}", json={"parent": 1, "job": moved, "what": "Pour put off"})
    (after,) = strip()
    assert datetime.fromisoformat(after) - datetime.fromisoformat(before) == timedelta(days=2)
    api.post(f"/api/jobs/{job['id']}/archive")
    assert strip() == []
