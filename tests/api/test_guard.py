"""What keeps other sites out, and what the application says of itself."""

import json

import pytest
from fastapi.testclient import TestClient

from tests.jobs import top_document
from ulbrek.api.app import create_app
from ulbrek.api.settings import Settings


@pytest.mark.parametrize(
    ("headers", "status"),
    [
        ({"host": "127.0.0.1:8340"}, 200),
        ({"host": "localhost"}, 200),
        ({"host": "[::1]:8340"}, 200),
        ({"host": "attacker.example"}, 421),  # a name that was pointed at loopback
        ({"host": "127.0.0.1.attacker.example"}, 421),
        ({"host": "[bad"}, 421),
    ],
)
def test_only_names_of_its_own_are_answered(api: TestClient, headers: dict[str, str], status: int) -> None:
    assert api.get("/api/rules", headers=headers).status_code == status


@pytest.mark.parametrize(
    ("origin", "status"), [("http://127.0.0.1", 200), ("http://attacker.example", 403), ("null", 403)]
)
def test_changes_are_taken_from_its_own_pages_only(api: TestClient, origin: str, status: int) -> None:
    answer = api.post("/api/plan", json={"job": top_document()}, headers={"origin": origin})
    assert answer.status_code == status


def test_a_page_may_load_and_run_nothing_from_elsewhere(api: TestClient) -> None:
    policy = api.get("/").headers["content-security-policy"]
    directives = dict(part.split(" ", 1) for part in policy.split("; "))
    assert directives["script-src"] == "'self'"
    assert directives["default-src"] == "'none'"
    assert "http" not in policy


def test_assets_come_compressed_and_are_kept_by_the_browser(api: TestClient) -> None:
    page = api.get("/jobs/some/measure")  # any address is the page's to find
    script = next(part.split('"')[0] for part in page.text.split('src="') if part.startswith("/assets/"))
    answer = api.get(script, headers={"accept-encoding": "br"})
    assert (answer.status_code, answer.headers["content-encoding"]) == (200, "br")
    assert "immutable" in answer.headers["cache-control"]
    assert api.get("/assets/gone.js").status_code == 404


def test_the_api_documents_itself_from_its_own_files(api: TestClient) -> None:
    page = api.get("/api/docs").text
    assert "http" not in page.replace("/apidocs/", "")
    assert api.get("/apidocs/swagger-ui-bundle.js").status_code == 200
    assert "/api/plan" in api.get("/api/openapi.json").json()["paths"]


def test_health_asks_the_database(api: TestClient) -> None:
    assert api.get("/healthz").json() == {"status": "ok"}
    gone = create_app(Settings(database_url="postgresql://nobody:x@127.0.0.1:1/none", log_format="json"))
    with TestClient(gone, base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
        assert client.get("/healthz").status_code == 503
        assert client.get("/api/jobs").json()["detail"].startswith("The records cannot be reached.")


def test_a_request_is_logged_with_its_id_and_without_what_was_in_it(
    settings: Settings, capsys: pytest.CaptureFixture[str]
) -> None:
    app = create_app(settings.model_copy(update={"log_format": "json"}))
    with TestClient(app, base_url="http://127.0.0.1") as client:
        capsys.readouterr()
        answer = client.post("/api/plan", json={"job": top_document(name="Private name")})
    logged = capsys.readouterr().out
    line = json.loads(logged.strip().splitlines()[-1])
    assert line["request_id"] == answer.headers["x-request-id"]
    assert (line["route"], line["status"]) == ("/api/plan", 200)
    assert "Private name" not in logged


def test_too_large_a_body_is_refused_before_it_is_read(api: TestClient) -> None:
    answer = api.post("/api/plan", content=b" " * 5_000_001, headers={"content-type": "application/json"})
    assert answer.status_code == 413
