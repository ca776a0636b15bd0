"""Records over the API: a pour from its first bag to its last state, and what is refused."""

import io
import json
import os
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import uuid4

import pytest
import schemathesis
from fastapi.testclient import TestClient
from hypothesis import HealthCheck, given
from hypothesis import settings as hypothesis_settings
from pypdf import PdfReader
from schemathesis import GenerationMode
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_headers_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from ops.postgres import Cluster
from tests.files.test_photo import picture
from tests.jobs import top_document
from ulbrek.api.app import create_app
from ulbrek.api.settings import Settings
from ulbrek.store.database import Database

NOW = datetime.now(UTC).replace(microsecond=0)
POUR = NOW - timedelta(days=3)
H = timedelta(hours=1)
CASES = int(os.environ.get("ULBREK_CASES", "6"))  # of each route; more by hand
OFF = "off-its-forecast"


def at(hours: float) -> str:
    return (POUR + hours * H).isoformat()


def job(api: TestClient, count: int = 2, **changed: Any) -> dict[str, Any]:
    view: dict[str, Any] = api.post("/api/jobs", json={"job": top_document(piece={"count": count}, **changed)}).json()
    return view


def pour(api: TestClient, job_id: str, count: int = 2, **more: Any) -> dict[str, Any]:
    fills = [{"piece": "top", "count": count}]
    body = {"job_id": job_id, "fills": fills, "at": at(0), "poured_at": at(0), **more}
    answer = api.post("/api/pours", json=body)
    assert answer.status_code == 201, answer.text
    view: dict[str, Any] = answer.json()
    return view


def done(view: dict[str, Any]) -> set[str]:
    return {act["id"] for act in view["plan"]["cure"]["acts"] if act["done_at"]}


def test_a_batch_is_shared_by_volume_where_nothing_else_is_said(api: TestClient) -> None:
    tops = top_document()
    small = tops["pieces"][0] | {"id": "shelf", "outline": {"length": "450 mm", "width": "300 mm"}}
    kept = api.post("/api/jobs", json={"job": tops | {"pieces": [*tops["pieces"], small]}}).json()
    fills = [{"piece": "top", "count": 1}, {"piece": "shelf", "count": 1}]
    pour_id = api.post("/api/pours", json={"job_id": kept["id"], "fills": fills, "at": at(0)}).json()["pour"]["id"]
    view = api.post(f"/api/pours/{pour_id}/batches", json={"bags": 1, "water_l": 2.6, "at": at(0)}).json()
    of = {one["id"]: one["piece"] for one in view["pour"]["castings"]}
    shares = {of[casting]: share for casting, share in view["pour"]["batches"][0]["shares"].items()}
    assert shares == pytest.approx({"top": 0.8, "shelf": 0.2})  # 900 x 600 and 450 x 300 of one thickness


def test_a_pour_flows_into_its_job_and_off_the_agenda(api: TestClient) -> None:
    kept = job(api, cure={"poured_at": at(-2)})
    view = pour(api, kept["id"])
    pour_id = view["pour"]["id"]
    assert view["plan"]["cure"]["poured_at"] == at(0).replace("+00:00", "Z")
    api.post(f"/api/pours/{pour_id}/batches", json={"bags": 2, "water_l": 5.8, "at": at(0.1)})
    view = api.post(f"/api/pours/{pour_id}/acts", json={"act": "strip", "piece": "top", "at": at(40)}).json()
    assert done(view) == {"strip"}
    assert {one["state"] for one in view["pour"]["castings"]} == {"stripped"}
    shown = api.get(f"/api/jobs/{kept['id']}").json()
    assert shown["plan"]["mix"]["water_planned_l"] == pytest.approx(2.9)
    assert done(shown) == {"strip"}
    told = [act for act in api.get("/api/agenda").json()["acts"] if act["job"] == kept["id"]]
    assert "strip" not in {act["id"] for act in told}
    assert {act["pour"] for act in told} == {pour_id}
    # A gesture is planned with the same record, though nothing is read for it.
    asked = {"job": shown["job"], "shop": api.get("/api/shop").json(), "record": shown["record"]}
    assert api.post("/api/plan", json=asked).json()["plan"] == shown["plan"]


def test_what_has_changed_since_the_pour_is_told(api: TestClient) -> None:
    kept = job(api)
    view = pour(api, kept["id"], count=1)
    assert (view["changed"], view["gone"]) == ([], False)
    thicker = top_document(piece={"count": 2, "thickness": "50 mm"})
    api.put(f"/api/jobs/{kept['id']}", json={"parent": 1, "job": thicker, "what": "Thicker"})
    told = api.get(f"/api/pours/{view['pour']['id']}").json()
    volume = next(one for one in told["changed"] if one["key"] == "mix.poured_volume")
    assert (volume["then"], volume["now"]) == (pytest.approx(21.6), pytest.approx(27.0))
    assert told["pour"]["job"]["pieces"][0]["thickness"]["mm"] == 40
    api.post(f"/api/jobs/{kept['id']}/archive")
    assert api.get(f"/api/pours/{view['pour']['id']}").json()["gone"]


def test_a_planned_pour_waits_on_the_agenda_with_what_it_reserves(api: TestClient) -> None:
    kept = job(api, cure={"poured_at": at(0)})
    name = f"Mix {uuid4()}"
    items = api.post("/api/stock", json={"kind": "bag", "material": name, "name": name, "unit": "bags"}).json()
    item = next(one for one in items if one["name"] == name)
    lots = api.post(f"/api/stock/{item['id']}/lots", json={"quantity": 6, "price": 7.5, "currency": "CAD"}).json()
    lot = next(i for i in lots if i["id"] == item["id"])["lots"][0]
    takes = [{"lot_id": lot["id"], "quantity": 4}]
    view = pour(api, kept["id"], poured_at=None, takes=takes)
    (act,) = [a for a in api.get("/api/agenda").json()["acts"] if a["job"] == kept["id"] and a["id"] == "pour"]
    assert (act["pour"], act["poured"]) == (view["pour"]["id"], False)
    (stocked,) = [i for i in api.get("/api/stock").json() if i["id"] == item["id"]]
    assert (stocked["on_hand"], stocked["reserved"], stocked["free"]) == (6, 4, 2)
    api.post(f"/api/pours/{view['pour']['id']}/cancel", json={})
    (stocked,) = [i for i in api.get("/api/stock").json() if i["id"] == item["id"]]
    assert stocked["free"] == 6


def test_a_casting_shows_its_past_its_plan_and_what_was_seen(api: TestClient) -> None:
    view = pour(api, job(api)["id"])
    casting = view["pour"]["castings"][0]
    told = {"kind": "weighing", "casting_id": casting["id"], "mass_kg": 50.6}
    assert api.post("/api/observations", json=told).status_code == 201
    found = api.get(f"/api/castings/{casting['id']}").json()
    assert [one["state"] for one in found["states"]] == ["planned", "poured"]
    assert (found["log"][0]["mass_kg"], found["piece"]["id"]) == (50.6, "top")
    assert found["casting"]["next_states"] == ["stripped", "failed"]
    listed = api.get("/api/castings", params={"search": f"#{casting['serial']}"}).json()["castings"]
    assert [one["id"] for one in listed] == [casting["id"]]
    fresh = found["plan"]["measure"]["mass_fresh"]
    assert [one["code"] for one in found["findings"]] == ([] if abs(50.6 / fresh["value"] - 1) < 0.02 else [OFF])
    light = {**told, "mass_kg": 0.9 * fresh["value"], "replaces": found["log"][0]["id"]}
    assert api.post("/api/observations", json=light).status_code == 201
    (one,) = api.get(f"/api/castings/{casting['id']}").json()["findings"]
    assert (one["code"], one["severity"]) == (OFF, "caution")


def test_a_thermometer_in_the_concrete_moves_the_hours(api: TestClient) -> None:
    view = pour(api, job(api)["id"])
    pour_id = view["pour"]["id"]
    sensor = api.post("/api/sensors", json={"name": f"Probe {uuid4()}", "kind": "concrete"}).json()
    assert api.post(f"/api/sensors/{sensor['id']}/place", json={"pour_id": pour_id, "at": at(0)}).status_code == 204
    cold = [{"at": at(n), "value": 7.0} for n in range(1, 25)]
    assert api.post(f"/api/sensors/{sensor['id']}/readings", json={"readings": cold}).json() == 24
    assert api.post(f"/api/sensors/{sensor['id']}/readings", json={"readings": cold}).json() == 0
    after = api.get(f"/api/pours/{pour_id}").json()["plan"]["cure"]
    assert after["measured_h"] == pytest.approx(24, abs=1)
    hours = [
        next(a["hours"]["value"] for a in cure["acts"] if a["id"] == "strip") for cure in (view["plan"]["cure"], after)
    ]
    assert hours[1] > hours[0] + 8
    (listed,) = [one for one in api.get("/api/sensors").json() if one["id"] == sensor["id"]]
    assert (listed["pour_id"], listed["last_value"]) == (pour_id, 7.0)


def test_a_temperature_read_by_hand_moves_them_too(api: TestClient) -> None:
    pour_id = pour(api, job(api)["id"])["pour"]["id"]
    path = f"/api/pours/{pour_id}/temperatures"
    for hour in (6, 12):
        view = api.post(path, json={"at": at(hour), "celsius": 31}).json()
    assert view["plan"]["cure"]["measured_h"] == pytest.approx(12, abs=0.5)
    assert [one["celsius"] for one in view["pour"]["record"]["temperatures"]] == [31, 31]
    early = api.post(path, json={"at": at(-1), "celsius": 20})
    assert (early.status_code, "before the first water" in early.json()["detail"]) == (422, True)
    planned = pour(api, job(api)["id"], poured_at=None)["pour"]["id"]
    assert api.post(f"/api/pours/{planned}/temperatures", json={"celsius": 20}).status_code == 422


def test_a_batch_that_was_mistaken_is_taken_back(api: TestClient) -> None:
    pour_id = pour(api, job(api)["id"])["pour"]["id"]
    view = api.post(f"/api/pours/{pour_id}/batches", json={"bags": 1, "water_l": 29, "at": at(0)}).json()
    assert "batch-too-wet" in {one["finding"]["code"] for one in view["plan"]["findings"]}
    batch = view["pour"]["batches"][0]["id"]
    view = api.post(f"/api/pours/{pour_id}/batches/{batch}/undo").json()
    assert (view["pour"]["batches"], view["plan"]["mix"]["mixed"]) == ([], None)
    assert api.post(f"/api/pours/{pour_id}/batches/{uuid4()}/undo").status_code == 404


def test_a_mould_says_what_it_is_made_of_and_how_it_is_cared_for(api: TestClient) -> None:
    kinds = api.get("/api/moulds/kinds").json()
    assert all(0 < one["careless"] < one["fair"] < one["good"] for one in kinds.values())
    told = {"usual_life": 60, "made_of": "sheet plastic"}
    form = api.post("/api/forms", json={"name": "Tray", "pieces": ["top"], "mould": told}).json()
    assert form["mould"]["care"] == kinds["sheet plastic"]
    assert "Rinse" in form["mould"]["care"]["after"]
    said_no_more = api.put(f"/api/forms/{form['id']}/mould", json={"usual_life": 60}).json()["mould"]
    assert (said_no_more["made_of"], said_no_more["care"]) == (None, None)
    unknown = api.put(f"/api/forms/{form['id']}/mould", json={"made_of": "cheese"})
    assert (unknown.status_code, unknown.json()["problems"][0]["field"]) == (422, "/made_of")


def test_a_mould_is_built_kept_oiled_and_retired(api: TestClient) -> None:
    form = api.post("/api/forms", json={"name": "Ring", "pieces": ["top", "top"]}).json()
    assert form["mould"] is None
    early = api.post(f"/api/forms/{form['id']}/events", json={"kind": "oiled"})
    assert (early.status_code, "Keep it as a mould first" in early.json()["detail"]) == (422, True)
    kept = api.put(f"/api/forms/{form['id']}/mould", json={"usual_life": 5, "weakest_part": "Lip"}).json()
    assert (kept["mould"]["wear"]["left"], kept["mould"]["oil_first"]) == (5, False)
    cavities = [one["id"] for one in form["cavities"]]
    pour(api, job(api)["id"], fills=[{"piece": "top", "count": 2, "cavities": cavities}])
    used = api.get(f"/api/forms/{form['id']}").json()["mould"]
    assert (used["castings"], used["wear"]["fillings"], used["oil_first"]) == (2, 1, True)
    oiled = api.post(f"/api/forms/{form['id']}/events", json={"kind": "oiled", "note": "Two coats"}).json()
    assert not oiled["mould"]["oil_first"]
    api.post(f"/api/forms/{form['id']}/events", json={"kind": "retired"})
    assert form["id"] not in {one["id"] for one in api.get("/api/forms").json()}


def test_what_a_pour_took_comes_back_and_its_offcut_goes_in(api: TestClient) -> None:
    kept = job(api)
    told = api.post(f"/api/jobs/{kept['id']}/takes", json={"fills": [{"piece": "top", "count": 2}]}).json()
    sheet = next(one["take"] for one in told if one["take"]["kind"] == "sheet")
    stocked = {"kind": "sheet", "material": sheet["material"], "name": sheet["name"], "unit": "sheets"}
    api.post("/api/stock", json=stocked)
    item = next(one for one in api.get("/api/stock").json() if one["material"] == sheet["material"])
    lots = api.post(f"/api/stock/{item['id']}/lots", json={"quantity": 5, "name": str(uuid4())}).json()
    lot = next(one for one in lots if one["id"] == item["id"])["lots"][-1]["id"]
    view = pour(api, kept["id"], takes=[{"lot_id": lot, "quantity": 3}])
    pour_id = view["pour"]["id"]
    assert [(one["used"], one["reserved"]) for one in view["stock"]] == [(3, 0)]
    api.post(f"/api/lots/{lot}/moves", json={"kind": "returned", "quantity": 1, "pour_id": pour_id})
    rest = view["rests"][0]
    offcut = {"quantity": 1, "kind": "left over", "pour_id": pour_id, "length_mm": rest["length_mm"], "width_mm": 300}
    api.post(f"/api/stock/{item['id']}/lots", json=offcut)
    view = api.get(f"/api/pours/{pour_id}").json()
    assert sorted((one["used"], one["left_over"]) for one in view["stock"]) == [(0, 1), (2, 0)]
    refused = api.post(f"/api/lots/{lot}/moves", json={"kind": "used", "quantity": 4})
    assert refused.json()["detail"] == "Only 3 here, 4 requested. Take fewer, use another lot, or recount this one."


def test_a_pour_is_told_which_lots_it_comes_from_and_what_is_missing(api: TestClient) -> None:
    kept = job(api, count=6)
    asked = {"fills": [{"piece": "top", "count": 1}]}
    one, six = (
        {line["take"]["kind"]: line for line in api.post(f"/api/jobs/{kept['id']}/takes", json=body).json()}
        for body in (asked, {"fills": [{"piece": "top", "count": 6}]})
    )
    assert one["bag"]["take"]["quantity"] < six["bag"]["take"]["quantity"]
    for line in six.values():
        given = sum(part["quantity"] for part in line["allotment"]["parts"])
        assert given + line["allotment"]["short"] == pytest.approx(line["take"]["quantity"])
        assert {part["lot"] for part in line["allotment"]["parts"]} <= {lot["id"] for lot in line["lots"]}
    wrong = api.post(f"/api/jobs/{kept['id']}/takes", json={"fills": [{"piece": "lid", "count": 1}]})
    assert (wrong.status_code, wrong.json()["problems"][0]["field"]) == (422, "/fills")


def test_acts_done_in_time_are_kept_all_or_none(api: TestClient) -> None:
    pour_id = pour(api, job(api)["id"])["pour"]["id"]
    acts = [{"act": "strip", "piece": "top", "at": at(40)}, {"act": "turn", "piece": "top", "at": at(30)}]
    refused = api.post(f"/api/pours/{pour_id}/done", json={"acts": acts})
    assert (refused.status_code, "was stripped" in refused.json()["detail"]) == (422, True)
    assert done(api.get(f"/api/pours/{pour_id}").json()) == set()
    acts[1]["at"] = at(60)
    view = api.post(f"/api/pours/{pour_id}/done", json={"acts": acts}).json()
    assert done(view) == {"strip", "turn"}
    assert {one["state"] for one in view["pour"]["castings"]} == {"turned"}


def test_the_hours_follow_a_corrected_first_water(api: TestClient) -> None:
    pour_id = pour(api, job(api)["id"])["pour"]["id"]
    path = f"/api/pours/{pour_id}/water-in/correct"
    refused = api.post(path, json={"at": at(-3)})
    assert refused.json()["problems"][0]["field"] == "/note"
    view = api.post(path, json={"at": at(-3), "note": "It was before lunch"}).json()
    assert view["pour"]["poured_at"] == view["plan"]["cure"]["poured_at"] == at(-3).replace("+00:00", "Z")


def test_a_counting_day_with_a_lot_that_is_not_there_changes_nothing(api: TestClient) -> None:
    name = f"Wax {uuid4()}"
    items = api.post("/api/stock", json={"kind": "supply", "material": name, "name": name, "unit": "tins"}).json()
    item = next(one["id"] for one in items if one["name"] == name)
    lots = api.post(f"/api/stock/{item}/lots", json={"quantity": 3}).json()
    lot = next(one for one in lots if one["id"] == item)["lots"][0]["id"]
    counts = [{"lot_id": lot, "quantity": 2}, {"lot_id": str(uuid4()), "quantity": 1}]
    assert api.post("/api/stock/counts", json={"counts": counts}).status_code == 404
    assert [one["kind"] for one in api.get(f"/api/lots/{lot}/moves").json()] == ["bought"]
    counted = api.post("/api/stock/counts", json={"counts": counts[:1], "note": "One was empty"}).json()
    assert next(one for one in counted if one["id"] == item)["on_hand"] == 2


def test_a_mould_that_cannot_be_is_not_half_built(api: TestClient) -> None:
    before = len(api.get("/api/forms").json())
    wrong = {"name": "Ring", "pieces": ["top"], "mould": {"usual_life": 0}}
    assert api.post("/api/forms", json=wrong).json()["problems"][0]["field"] == "/mould/usual_life"
    assert len(api.get("/api/forms").json()) == before
    right = {"id": str(uuid4()), "name": "Ring", "pieces": ["top"], "mould": {"usual_life": 30, "service_every": 10}}
    for _ in range(2):
        assert api.post("/api/forms", json=right).json()["mould"]["wear"]["service_in"] == 10
    assert len(api.get("/api/forms").json()) == before + 1


def test_a_photo_is_kept_without_its_place(api: TestClient) -> None:
    view = pour(api, job(api)["id"])
    seen = api.post("/api/observations", json={"kind": "note", "text": "Pit", "pour_id": view["pour"]["id"]}).json()
    key = str(uuid4())
    for _ in range(2):
        answer = api.post(
            f"/api/observations/{seen}/photos", params={"key": key}, content=picture(),
            headers={"content-type": "text/html; name=../../x.exe"},
        )  # fmt: skip
        assert answer.json() == key
    log = api.get(f"/api/jobs/{view['pour']['job_id']}/log").json()["entries"]
    assert next(one for one in log if one["id"] == seen)["photos"] == [key]
    for small in ("true", "false"):
        got = api.get(f"/api/photos/{key}", params={"small": small})
        assert (got.headers["content-type"], got.headers["x-content-type-options"]) == ("image/jpeg", "nosniff")
        assert b"Pocket camera" not in got.content
    refused = api.post(f"/api/observations/{seen}/photos", content=b"<html>")
    assert refused.status_code == 422
    assert "Send a JPEG" in refused.json()["detail"]
    huge = api.post(f"/api/observations/{seen}/photos", content=b"", headers={"content-length": "15000001"})
    assert huge.status_code == 413


def test_a_log_is_given_as_a_file(api: TestClient) -> None:
    view = pour(api, job(api)["id"])
    for kind, head in (("csv", b"\xef\xbb\xbfwhen,kind"), ("xlsx", b"PK"), ("json", b"[")):
        answer = api.get(f"/api/jobs/{view['pour']['job_id']}/log-file", params={"kind": kind})
        assert answer.content.startswith(head)
        assert answer.headers["content-disposition"] == f'attachment; filename="top-log.{kind}"'


def test_a_backup_is_one_file(api: TestClient) -> None:
    answer = api.get("/api/backup")
    assert answer.content.startswith(b"PK")
    assert int(answer.headers["content-length"]) == len(answer.content)


@pytest.mark.parametrize(
    ("path", "body", "field", "problem"),
    [
        ("/api/pours", {"job_id": "{job}", "fills": [{"piece": "lid", "count": 1}]}, "/fills", "no piece “lid”"),
        ("/api/pours", {"job_id": "{job}", "fills": []}, "/fills", "At least 1 item"),
        ("/api/pours/{pour}/acts", {"act": "strip", "at": "2020-01-01T00:00:00Z"}, "/at", "before the first water"),
        ("/api/pours/{pour}/acts", {"act": "strip", "at": "2020-01-01T00:00:00"}, "/at", "its time zone"),
        ("/api/pours/{pour}/batches", {"bags": 0, "water_l": 2}, "/bags", "at least 0.01"),
        ("/api/castings/{casting}/state", {"state": "finished"}, "/state", "cannot become finished"),
        ("/api/castings/{casting}/state", {"state": "broken"}, "/state", "'planned', 'poured'"),
        ("/api/observations", {"kind": "note", "text": " ", "job_id": "{job}"}, "/text", "is empty"),
        ("/api/members", {"name": ""}, "/name", "It is empty"),
        ("/api/members", {"name": "a\u0000b"}, "/name", "no text"),
    ],
)
def test_an_entry_that_cannot_be_is_refused_by_its_field(
    api: TestClient, path: str, body: dict[str, Any], field: str, problem: str
) -> None:
    kept = job(api)
    view = pour(api, kept["id"])
    known = {"{job}": kept["id"], "{pour}": view["pour"]["id"], "{casting}": view["pour"]["castings"][0]["id"]}
    text = json.dumps([path, body])
    for name, value in known.items():
        text = text.replace(name, value)
    path, body = json.loads(text)
    answer = api.post(path, json=body)
    assert answer.status_code == 422, answer.text
    (told,) = answer.json()["problems"]
    assert told["field"] == field
    assert problem in f"{told['problem']} {told['remedy']}"


@pytest.fixture(scope="module")
def disposable(cluster: Cluster) -> Any:
    """The application over a database that whatever may be put into."""
    name = f"fuzzed_{os.getpid()}"
    cluster.ensure_database(name)
    database = Database(cluster.url(name))
    database.prepare()
    database.engine.dispose()
    app = create_app(Settings(database_url=cluster.url(name), log_format="console"))
    yield app
    app.state.database.engine.dispose()
    cluster.drop_database(name)


SEARCH = "/api/cuts/search"
KNOWN_TO_THE_SCHEMA = [
    not_a_server_error,
    status_code_conformance,
    content_type_conformance,
    response_headers_conformance,
    response_schema_conformance,
]


def test_no_request_of_the_kind_that_the_schema_allows_or_forbids_breaks_the_server(disposable: Any) -> None:
    """Every route, with a few requests of its schema and a few beside it: an answer that the schema knows, no 5xx."""
    schema = schemathesis.openapi.from_asgi("/api/openapi.json", disposable, headers={"host": "127.0.0.1"})
    schema.config.generation.update(modes=[GenerationMode.POSITIVE, GenerationMode.NEGATIVE])
    few = hypothesis_settings(
        max_examples=CASES, deadline=None, database=None, derandomize=True, suppress_health_check=list(HealthCheck)
    )
    told = set()
    for result in schema.get_all_operations():
        operation = result.ok()
        if operation.path == SEARCH:  # it takes as long as it is told to; test_cuts asks it
            continue
        few(given(case=operation.as_strategy())(answers))()
        told.add(f"{operation.method} {operation.path}".lower())
    assert {"post /api/pours", "post /api/observations", "get /api/castings"} <= told


def answers(case: Any) -> None:
    answer = case.call(headers={"host": "127.0.0.1"})
    case.validate_response(answer, checks=KNOWN_TO_THE_SCHEMA)


def test_a_defect_names_its_likely_causes_and_takes_what_is_said_of_it(api: TestClient) -> None:
    view = pour(api, job(api)["id"])
    planned = view["plan"]["mix"]["water_planned_l"]
    of_pour = f"/api/pours/{view['pour']['id']}"
    api.post(f"{of_pour}/batches", json={"bags": 1, "water_l": round(planned * 0.9, 3), "at": at(0)})
    casting = view["pour"]["castings"][0]["id"]
    told = {"kind": "defect", "text": "Bare stone", "casting_id": casting, "at": at(40)}
    path = f"/api/observations/{api.post('/api/observations', json=told).json()}"
    unsaid = api.get(f"{path}/causes").json()
    assert (unsaid["kind"], unsaid["causes"]) == (None, [])
    known = api.put(f"{path}/kind", json={"defect": "stone pockets"}).json()
    assert known["known_enough"]
    assert known["causes"][0]["cause"] == "dry"
    assert "water_under" in [one["fact"] for one in known["causes"][0]["speaks_for"]]
    assert known["causes"][0]["speaks_for"][0]["known"] == "measured"
    said = api.put(f"{path}/facts", json={"fact": "vibrated_short", "so": True}).json()
    order = [one["cause"] for one in said["causes"]]
    assert order.index("novib") < order.index("leak")
    assert [(one["fact"], one["so"], one["known"]) for one in said["said"]] == [("vibrated_short", True, "remembered")]
    assert "vibrated_short" not in [one["fact"] for one in said["ask"]]
    found = api.put(f"{path}/cause", json={"cause": "dry"}).json()
    assert (found["cause"], found["cases"] >= 1) == ("dry", True)
    taken_back = api.put(f"{path}/facts", json={"fact": "vibrated_short", "so": None}).json()
    assert taken_back["said"] == []
    assert api.put(f"{path}/cause", json={"cause": None}).json()["cause"] is None
    assert {one["key"] for one in api.get("/api/defects").json()} >= {"stone pockets", "crack across"}


def test_how_a_defect_is_mended_follows_what_was_measured(api: TestClient) -> None:
    view = pour(api, job(api)["id"])
    told = {"kind": "defect", "casting_id": view["pour"]["castings"][0]["id"], "text": "Pits", "defect": "pinholes"}
    seen = api.post("/api/observations", json=told).json()
    page = f"/api/observations/{seen}"
    assert api.get(f"{page}/causes").json()["mending"]["verdict"] == "measure first"
    measured = {"long": {"typed": "8 in", "bare": "in"}, "wide": "40 mm", "deep": "2 mm", "carries": False}
    found = api.put(f"{page}/damage", json=measured).json()
    assert found["damage"]["long"]["typed"] == "8 in"
    assert found["mending"]["plans"][0]["repair"] == "slurry"
    assert api.get(f"{page}/causes").json()["mending"] == found["mending"]
    refused = api.put(f"{page}/damage", json={**measured, "deep": "wide"})
    assert (refused.status_code, "/deep" in refused.text) == (422, True)
    assert api.get(f"{page}/causes").json()["damage"] == found["damage"]


@pytest.mark.parametrize(
    ("what", "body", "problem"),
    [
        ("kind", {"defect": "gremlins"}, "“gremlins” is no kind of defect. Give one of stone pockets"),
        ("facts", {"fact": "moonlight", "so": True}, "“moonlight” is nothing that a cause leans on"),
        ("cause", {"cause": "fate"}, "“fate” is no cause that is known"),
    ],
)
def test_what_is_not_known_of_defects_is_refused_in_words(
    api: TestClient, what: str, body: dict[str, Any], problem: str
) -> None:
    casting = pour(api, job(api)["id"])["pour"]["castings"][0]["id"]
    seen = api.post("/api/observations", json={"kind": "defect", "text": "Pit", "casting_id": casting}).json()
    answer = api.put(f"/api/observations/{seen}/{what}", json=body)
    assert answer.status_code == 422
    assert problem in answer.text
    note = api.post("/api/observations", json={"kind": "note", "text": "Fine", "casting_id": casting}).json()
    refused = api.get(f"/api/observations/{note}/causes")
    assert (refused.status_code, "no defect" in refused.text) == (422, True)


def test_the_story_of_a_casting_is_a_page(api: TestClient) -> None:
    casting = pour(api, job(api)["id"])["pour"]["castings"][0]
    told = {"kind": "defect", "casting_id": casting["id"], "text": "Pits", "defect": "pinholes", "at": at(30)}
    seen = api.post("/api/observations", json=told).json()
    api.post(f"/api/observations/{seen}/photos", content=picture())
    api.put(f"/api/observations/{seen}/cause", json={"cause": "novib"})
    story = api.get(f"/api/castings/{casting['id']}/story", params={"units": "in", "paper": "letter"})
    assert story.content.startswith(b"%PDF")
    assert f'filename="{casting["serial"]}-top.pdf"' in story.headers["content-disposition"]
    text = " ".join(page.extract_text() for page in PdfReader(io.BytesIO(story.content)).pages)
    assert "Pits" in text
    assert "its air was not brought out" in text


def test_a_weighed_casting_tells_what_the_next_one_takes_and_which_match(api: TestClient) -> None:
    weight = {"mass_kg": 50, "when": "dry", "tolerance": 0.02}
    piece = {"count": 3, "name": "Twin", "weight": weight, "matches": "Twins"}
    job_id = api.post("/api/jobs", json={"job": top_document(piece=piece)}).json()["id"]
    castings = pour(api, job_id, 3)["pour"]["castings"]
    for one, kilograms in zip(castings, (48.0, 48.3, 52.0), strict=True):
        api.post(f"/api/castings/{one['id']}/state", json={"state": "stripped", "at": at(40)})
        told = {"kind": "weighing", "casting_id": one["id"], "mass_kg": kilograms, "at": at(41)}
        assert api.post("/api/observations", json=told).status_code == 201
    view = api.get(f"/api/castings/{castings[0]['id']}").json()
    first, second, _ = (one["serial"] for one in castings)
    assert [tuple(one["serials"]) for one in view["sets"]["2"]] == [(first, second)]
    took = view["next_dry_mix"]["inputs"]["dry_mix_kg"]["value"]
    final = view["drying"]["final"]["likely"]
    assert view["next_dry_mix"]["value"] == pytest.approx(took * 50 / final, rel=0.001)
    api.post(f"/api/castings/{castings[1]['id']}/state", json={"state": "failed", "note": "Dropped"})
    assert api.get(f"/api/castings/{castings[0]['id']}").json()["sets"]["2"] == []


def test_a_weighed_casting_shows_how_it_dries(api: TestClient) -> None:
    view = pour(api, job(api)["id"])
    casting = view["pour"]["castings"][0]["id"]
    assert api.get(f"/api/castings/{casting}").json()["drying"] is None
    fresh = api.get(f"/api/castings/{casting}").json()["plan"]["measure"]["mass_stripped"]["value"]
    api.post(f"/api/pours/{view['pour']['id']}/acts", json={"act": "strip", "piece": "top", "at": at(40)})
    for hours, share in ((41, 1.0), (70, 0.997)):
        told = {"kind": "weighing", "casting_id": casting, "mass_kg": round(fresh * share, 3), "at": at(hours)}
        seen = api.post("/api/observations", json=told).json()
    drying = api.get(f"/api/castings/{casting}").json()["drying"]
    assert [round(one["days"] * 24) for one in drying["weighings"]] == [1, 30]
    assert drying["final"]["low"] < drying["final"]["likely"] < drying["final"]["high"] < drying["start"]["likely"]
    assert not drying["is_dry"]
    mended = {**told, "mass_kg": round(fresh * 0.99, 3), "replaces": seen}
    api.post("/api/observations", json=mended)
    lighter = api.get(f"/api/castings/{casting}").json()["drying"]
    assert len(lighter["weighings"]) == 2
    assert lighter["final"]["likely"] < drying["final"]["likely"]
