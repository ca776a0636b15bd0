"""Who may what: every address has a rule, and holds to it for every role and for a stranger of another shop."""

import re
from collections.abc import Iterator
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient

from tests.api.doors import Doors
from tests.files.test_photo import picture
from tests.store.test_shops_apart import Filled
from ulbrek.api.access.prices import PRICES
from ulbrek.api.access.rules import RANK, RULES, may
from ulbrek.api.app import create_app
from ulbrek.api.handlers import ROUTERS, changes
from ulbrek.api.settings import Settings

ADDRESSES = sorted(
    f"{method} {route.path}"  # type: ignore[attr-defined]
    for router in ROUTERS
    for route in router.routes
    for method in route.methods  # type: ignore[attr-defined]
)
ROLES = (None, "viewer", "helper", "maker", "owner")


@pytest.fixture(autouse=True)
def _streams_end_soon(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(changes, "LASTS_S", 0.1)


def path_in(shop: Filled, address: str, mine: bool = True) -> str:
    """An address with the ids of what there is in a shop."""
    pour = shop.pour
    ids = {
        "job_id": pour.job_id, "pour_id": pour.id, "casting_id": pour.castings[0].id, "form_id": shop.form,
        "batch_id": pour.batches[0].id, "done_id": pour.acts[0].id, "member_id": shop.member, "lot_id": shop.lot,
        "item_id": shop.item, "sensor_id": shop.sensor, "observation_id": shop.seen, "photo_id": photo(shop),
        "device_id": uuid4(), "code_id": uuid4(), "link_id": uuid4(), "passkey_id": uuid4(), "number": 1,
        "feed_id": uuid4(), "secret": "x" * 43, "quantity": "set",
        "piece_id": "top", "which": "estimate",
        "name": "mixes", "entry_id": "ordinary", "sheet_id": "melamine-16", "start": "top",
        "form": "csv" if "shopping" in address or "boards" in address or "steel" in address else "stl",
    }  # fmt: skip
    if address.endswith("/archive") and mine:
        ids |= {"job_id": uuid4(), "member_id": uuid4()}  # both are asked again
    path = re.sub(r"{(\w+)}", lambda found: str(ids[found[1]]), address.split(" ")[1])
    return f"{path}?job={pour.job_id}" if "/shopping" in path else path


def photo(shop: Filled) -> Any:
    lines = shop.shelf.log("of_job", shop.pour.job_id).entries
    return next(one for line in lines for one in line.photos)


def ask(client: TestClient, address: str, path: str, body: Any = None) -> Any:
    method = address.split(" ", maxsplit=1)[0]
    if address.endswith("/photos"):
        return client.request(method, path, content=picture())
    return client.request(method, path, **({} if method == "GET" else {"json": body or {}}))


def test_every_address_has_a_rule_and_no_rule_is_about_nothing() -> None:
    own = {one for one in RULES if one.split(" ")[1] in ("/livez", "/healthz", "/metrics", "/api/docs")}
    own |= {one for one in RULES if one.split(" ")[1].startswith("/trust")}
    assert set(ADDRESSES) == set(RULES) - own


@pytest.mark.parametrize("role", ROLES)
def test_every_address_lets_in_whom_its_rule_lets_in_and_nobody_else(doors: Doors, role: str | None) -> None:
    client, wrong = doors.asking(role), []
    for address in ADDRESSES:
        if address == "POST /api/sign-out":
            continue
        doors.forget_rates()
        status = ask(client, address, path_in(doors.mine, address)).status_code
        if may(role, address):
            fits = status not in (401, 403, 429) and status < 500
        else:  # a link is no sign-in, and a sign-in is no link
            fits = status == (403 if role not in (None, "viewer") and RULES[address].least != "viewer" else 401)
        if not fits:
            wrong.append((address, status))
    assert wrong == []


# What goes with a request, where an empty one would be refused before anything is looked for.
BODIES: dict[str, Any] = {
    "POST /api/castings/{casting_id}/state": {"state": "failed", "note": "Theirs"},
    "POST /api/castings/{casting_id}/take-back": {"note": "Theirs"},
    "POST /api/forms/{form_id}/events": {"kind": "oiled"},
    "PUT /api/forms/{form_id}/mould": {"usual_life": 3},
    "POST /api/jobs/{job_id}/undo": {"parent": 1},
    "POST /api/jobs/{job_id}/redo": {"parent": 1},
    "POST /api/jobs/{job_id}/links": {"what": "plan"},
    "POST /api/jobs/{job_id}/enough": {"piece": "top", "gaps": ["10 mm"]},
    "POST /api/jobs/{job_id}/takes": {"fills": [{"piece": "top", "count": 1}]},
    "POST /api/lots/{lot_id}/moves": {"kind": "used", "quantity": 1},
    "POST /api/stock/{item_id}/lots": {"quantity": 1},
    "PUT /api/members/{member_id}": {"name": "Mine now", "units": "mm"},
    "PUT /api/accounts/{member_id}": {"role": "owner"},
    "POST /api/accounts/{member_id}/code": {"role": "owner"},
    "PUT /api/pours/{pour_id}/asked": {"members": []},
    "POST /api/pours/{pour_id}/acts": {"act": "strip"},
    "POST /api/pours/{pour_id}/done": {"acts": [{"act": "strip"}]},
    "POST /api/pours/{pour_id}/batches": {"bags": 1, "water_l": 2},
    "POST /api/pours/{pour_id}/temperatures": {"celsius": 20},
    "POST /api/sensors/{sensor_id}/readings": {"readings": []},
}
OF_RECORDS = re.compile(r"{(job|pour|casting|form|batch|done|member|lot|item|sensor|observation|photo)_id}")


def test_a_stranger_of_another_shop_finds_nothing_of_this_one(doors: Doors) -> None:
    stranger, wrong = doors.joined(doors.theirs.id, "owner"), []
    before = doors.mine.shelf.pours("get", doors.mine.pour.id)
    reaching = [one for one in ADDRESSES if OF_RECORDS.search(one)]
    assert len(reaching) > 40
    for address in reaching:
        doors.forget_rates()
        answer = ask(stranger, address, path_in(doors.mine, address, mine=False), BODIES.get(address))
        nothing = address == "POST /api/accounts/{member_id}/shut-out" and answer.status_code == 200
        unread = answer.status_code == 422 and address not in BODIES
        if not (nothing or unread or answer.status_code == 404 or refuses_empty(address, answer)):
            wrong.append((address, answer.status_code))
        assert str(doors.mine.id) not in answer.text
    assert wrong == []
    assert doors.mine.shelf.pours("get", doors.mine.pour.id) == before


def refuses_empty(address: str, answer: Any) -> bool:
    """A list of nothing, where what is asked for is of no shop."""
    return address.endswith("/readings") and answer.status_code == 422


@pytest.mark.parametrize("address", [one for one in ADDRESSES if may("helper", one) and one.startswith("GET")])
def test_a_helper_and_a_viewer_are_told_no_prices(doors: Doors, address: str) -> None:
    told = ask(doors.asking("helper"), address, path_in(doors.mine, address))
    if told.headers["content-type"] == "application/json":
        assert not set(prices_in(told.json()))


def test_there_are_prices_to_leave_out_and_none_under_another_name(doors: Doors) -> None:
    assert set(prices_in(doors.asking("owner").get("/api/shop").json())) >= {"price"}
    assert not set(prices_in(doors.asking("viewer").get("/api/shared").json()))
    schemas = doors.asking(None).get("/api/openapi.json").json()["components"]["schemas"]
    named = {name for schema in schemas.values() for name in schema.get("properties", {})}
    # What else speaks of money says how much of nothing: of how many things no price is known, or in whose money.
    assert {name for name in named if re.search("price|cost|pay", name)} - PRICES <= {"unpriced"}


def prices_in(value: Any) -> Iterator[str]:
    if isinstance(value, dict):
        for key, part in value.items():
            if key in PRICES and part is not None:
                yield key
            yield from prices_in(part)
    elif isinstance(value, list):
        for part in value:
            yield from prices_in(part)


def test_a_helper_sees_and_writes_what_they_are_asked_to_alone(doors: Doors) -> None:
    mine, helper, maker = doors.mine, doors.asking("helper"), doors.asking("maker")
    other = mine.shelf.poured(1)
    casting = other.castings[0].id
    assert [one["id"] for one in helper.get("/api/pours").json()] == [str(mine.pour.id)]
    assert {one["id"] for one in helper.get("/api/jobs").json()} == {str(mine.pour.job_id)}
    assert {one["pour_id"] for one in helper.get("/api/castings").json()["castings"]} == {str(mine.pour.id)}
    jobs = {one["job"] for one in helper.get("/api/agenda").json()["acts"]}
    assert jobs <= {str(mine.pour.job_id)}
    for path in (f"/api/pours/{other.id}", f"/api/jobs/{other.job_id}", f"/api/castings/{casting}"):
        assert helper.get(path).status_code == 403
        assert maker.get(path).status_code == 200
    note = {"kind": "note", "text": "Seen"}
    for about in ({"pour_id": other.id}, {"casting_id": casting}, {"job_id": other.job_id}, {"form_id": mine.form}, {}):
        told = {**note, **{key: str(value) for key, value in about.items()}}
        assert helper.post("/api/observations", json=told).status_code == 403
    mixed = {**note, "pour_id": str(mine.pour.id), "casting_id": str(casting)}
    assert helper.post("/api/observations", json=mixed).status_code == 403
    said = helper.post("/api/observations", json={**note, "pour_id": str(mine.pour.id), "member_id": str(mine.member)})
    assert said.status_code == 201
    lines = mine.shelf.log("of_job", mine.pour.job_id).entries
    by = next(line.member_id for line in lines if line.id == said.json())
    assert str(by) == helper.get("/api/me").json()["member_id"]  # whatever it says, it is theirs


def test_what_is_written_says_who_wrote_it(doors: Doors) -> None:
    mine, maker = doors.mine, doors.asking("maker")
    me = maker.get("/api/me").json()["member_id"]
    job = maker.get(f"/api/jobs/{mine.pour.job_id}").json()
    body = {"parent": job["revision"], "job": {**job["job"], "name": "Renamed"}, "what": "Name"}
    assert maker.put(f"/api/jobs/{job['id']}", json=body).status_code == 200
    assert maker.get(f"/api/jobs/{job['id']}/revisions").json()[0]["member_id"] == me
    assert maker.post("/api/forms", json={"name": "Signed", "pieces": ["top"]}).status_code == 201
    item = {"kind": "supply", "material": "signed", "name": "Signed", "unit": "pieces"}
    assert maker.post("/api/stock", json=item).status_code == 201
    assert maker.put("/api/shop/lifts", json={"one_person_lifts_kg": 21}).status_code == 200
    seen = maker.post("/api/observations", json={"kind": "note", "text": "Signed", "pour_id": str(mine.pour.id)}).json()
    assert maker.post(f"/api/observations/{seen}/photos", content=picture()).status_code == 201
    with doors.database.of_shop(mine.id).work() as records:
        for table, which in (
            ("form", "name = 'Signed'"), ("stock_item", "name = 'Signed'"), ("observation", "text = 'Signed'"),
            ("photo", f"observation_id = '{seen}'"), ("shop_revision", "document->>'one_person_lifts_kg' = '21.0'"),
        ):  # fmt: skip
            signed = records.session.connection().exec_driver_sql(f"SELECT member_id FROM {table} WHERE {which}")
            assert {str(one) for one in signed.scalars()} == {me}, table


def test_somebody_elses_change_is_undone_only_where_that_is_meant(doors: Doors) -> None:
    maker, owner = doors.asking("maker"), doors.asking("owner")
    job = doors.mine.shelf.job()
    told = {"parent": 1, "job": {**job.job.model_dump(mode="json"), "name": "Mine"}, "what": "Name"}
    assert maker.put(f"/api/jobs/{job.id}", json=told).status_code == 200
    refused = owner.post(f"/api/jobs/{job.id}/undo", json={"parent": 2})
    assert refused.status_code == 409
    assert "made the last change: Name" in refused.json()["detail"]
    assert owner.post(f"/api/jobs/{job.id}/undo", json={"parent": 2, "of_others": True}).status_code == 200
    job = doors.mine.shelf.job()
    assert maker.put(f"/api/jobs/{job.id}", json=told).status_code == 200
    assert maker.post(f"/api/jobs/{job.id}/undo", json={"parent": 2}).status_code == 200  # one's own


def test_where_nobody_signs_in_there_is_nobody_to_let_in(api: TestClient) -> None:
    me = api.get("/api/me").json()
    assert (me["sign_in"], me["role"]) == (False, "owner")
    assert "PUT /api/jobs/{job_id}" in me["may"]
    assert "GET /api/accounts" not in me["may"]
    assert api.get("/api/accounts").status_code == 409


def test_without_records_nobody_is_let_in(settings: Settings) -> None:
    gone = settings.model_copy(update={"database_url": "postgresql://nobody:x@127.0.0.1:1/none", "sign_in": True})
    with TestClient(create_app(gone), base_url="https://127.0.0.1", raise_server_exceptions=False) as client:
        assert client.get("/api/jobs").status_code == 401
        client.cookies.set("__Host-ulbrek", "some")
        assert client.get("/api/jobs").status_code == 503


def test_roles_are_ranked() -> None:
    for address in ADDRESSES:
        allowed = [role for role in RANK if may(role, address)]
        assert allowed == list(RANK)[len(RANK) - len(allowed) :], address
