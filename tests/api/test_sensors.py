"""Thermometers over the API: files of loggers, tests of the concrete, and probes that report by themselves."""

from datetime import UTC, datetime, timedelta
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.jobs import top
from ulbrek.api.services.plans import Plans
from ulbrek.api.services.thermometers import Thermometers
from ulbrek.api.settings import Settings
from ulbrek.store.database import Database

POUR = (datetime.now(UTC) - timedelta(days=9)).replace(hour=15, minute=0, second=0, microsecond=0)
H = timedelta(hours=1)


def poured(api: TestClient, at: datetime = POUR, **cure: Any) -> dict[str, Any]:
    job = top(cure={"poured_at": at.isoformat(), "sealer": "penetrating", **cure}).model_dump(mode="json")
    key = api.post("/api/jobs", json={"job": job}).json()["id"]
    asked = {"job_id": key, "fills": [{"piece": "top", "count": 1}], "poured_at": at.isoformat()}
    found: dict[str, Any] = api.post("/api/pours", json=asked).json()
    return found


def sensor(api: TestClient, name: str, pour: str, at: datetime = POUR) -> str:
    key: str = api.post("/api/sensors", json={"name": name, "kind": "concrete"}).json()["id"]
    assert api.post(f"/api/sensors/{key}/place", json={"pour_id": pour, "at": at.isoformat()}).status_code == 204
    return key


def logged(hours: int, celsius: float) -> bytes:
    rows = [f"{(POUR + timedelta(minutes=10 * n)).isoformat()},{celsius * 1.8 + 32:.2f}" for n in range(6 * hours)]
    return ("Time,Temp\n" + "\n".join(rows) + "\n").encode()


def due(view: dict[str, Any], act: str) -> float:
    found: float = next(one["due_h"] for one in view["plan"]["cure"]["acts"] if one["id"] == act)
    return found


def test_a_logger_file_is_understood_kept_once_and_moves_the_hours(api: TestClient) -> None:
    view = poured(api)
    pour = view["pour"]["id"]
    content = logged(40, 10.0)
    preview = api.post("/api/logger-files", content=content).json()
    assert preview["layout"]["asks"] == ["degrees"]
    probe = sensor(api, "Logger A", pour)
    refused = api.post(f"/api/sensors/{probe}/file", content=content)
    assert refused.status_code == 422
    assert refused.json()["problems"][0]["problem"] == "Whether these are °C or °F is not known."
    asked = {"degrees": "F"}
    preview = api.post("/api/logger-files", params=asked, content=content).json()
    assert (preview["readings"], preview["lowest_c"], preview["refused"]) == (240, 10.0, 0)
    assert api.post(f"/api/sensors/{probe}/file", params=asked, content=content).json()["new"] == 240
    assert api.post(f"/api/sensors/{probe}/file", params=asked, content=content).json()["new"] == 0
    now = api.get(f"/api/pours/{pour}").json()
    assert due(now, "turn") > due(view, "turn") + 10
    assert now["foretold_c"] == [20.0, 20.0]


def test_what_is_no_logger_file_or_too_large_is_refused(api: TestClient) -> None:
    answer = api.post("/api/logger-files", content=b"hello")
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["field"] == "/file"
    large = (b"x" * 1_000_000 for _ in range(125))
    assert api.post("/api/logger-files", content=large).status_code == 413


def test_a_sheet_opens_the_sealing_and_must_have_lain_for_16_hours(api: TestClient) -> None:
    view = poured(api)
    at = POUR + 170 * H
    body = {"kind": "test", "pour_id": view["pour"]["id"], "act": "seal", "ready": True, "at": at.isoformat()}
    short = api.post("/api/observations", json={**body, "since": (at - 15 * H).isoformat()})
    assert short.status_code == 422
    assert short.json()["problems"][0]["problem"] == "The sheet lay for less than 16 h."
    assert api.post("/api/observations", json={**body, "since": (at - 17 * H).isoformat()}).status_code == 201
    now = api.get(f"/api/pours/{view['pour']['id']}").json()
    assert due(now, "seal") == pytest.approx(170)
    assert due(view, "seal") > 180


def test_a_cube_moves_the_strength_and_stands_in_the_log_and_its_file(api: TestClient) -> None:
    view = poured(api)
    pour, job = view["pour"]["id"], view["pour"]["job_id"]
    body = {"kind": "strength", "pour_id": pour, "method": "cube", "at": (POUR + 72 * H).isoformat()}
    incomplete = api.post("/api/observations", json=body)
    assert incomplete.json()["problems"][0]["problem"] == "It has no strength."
    assert api.post("/api/observations", json={**body, "strength_mpa": 11.0}).status_code == 201
    now = api.get(f"/api/pours/{pour}").json()
    assert now["plan"]["cure"]["tested"][0]["mpa"] == pytest.approx(8.8)
    assert due(now, "turn") > due(view, "turn")
    (entry,) = [one for one in api.get(f"/api/jobs/{job}/log").json()["entries"] if one["kind"] == "strength"]
    assert (entry["method"], entry["strength_mpa"]) == ("cube", 11.0)
    assert "cube,11.0" in api.get(f"/api/jobs/{job}/log-file").text
    note = api.post("/api/observations", json={"kind": "note", "text": "x", "pour_id": pour, "strength_mpa": 3.0})
    assert note.status_code == 422
    # corrected: the one that replaces it counts
    right = {**body, "strength_mpa": 15.0, "replaces": entry["id"]}
    assert api.post("/api/observations", json=right).status_code == 201
    again = api.get(f"/api/pours/{pour}").json()
    assert [one["mpa"] for one in again["plan"]["cure"]["tested"]] == [pytest.approx(12.0)]


def test_a_probe_reports_by_itself_about_what_is_expected(
    api: TestClient, settings: Settings, database: Database
) -> None:
    plans: Plans = api.app.state.plans  # type: ignore[attr-defined]
    thermometers = Thermometers(settings, database, plans)
    begun = datetime.now(UTC) - 3 * H
    pour = poured(api, begun)["pour"]["id"]
    sensor(api, "Probe in the concrete", pour, begun)
    now = datetime.now(UTC)
    assert thermometers.report(now) == 1
    assert thermometers.report(now) == 0, "of one minute there is one reading, however many ask"
    assert thermometers.report(now + timedelta(minutes=1)) == 1
    read = api.get(f"/api/pours/{pour}").json()["pour"]["record"]["temperatures"]
    assert all(15 < one["celsius"] < 25 for one in read)
    assert thermometers.report(now + timedelta(days=29)) == 0
    off = Thermometers(settings.model_copy(update={"devices": "none"}), database, plans)
    assert off.probes is None
