"""The shop's hours and its sheets: kept as revisions, and every job goes by them."""

from collections.abc import Iterator
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient
from httpx2 import Response

from tests.api.test_jobs import begin
from ulbrek.core.job.shelves import SHELVES


def test_hours_are_kept_and_put_acts_off_to_the_shops_own_morning(api: TestClient) -> None:
    before = api.get("/api/shop").json()
    job = begin(api, cure={"poured_at": "2026-05-04T14:00:00Z"})

    def strip() -> tuple[str, bool]:
        acts = api.get(f"/api/jobs/{job['id']}").json()["plan"]["cure"]["acts"]
        return next((act["at"], act["moved"]) for act in acts if act["id"] == "strip")

    try:
        hours = {"zone": "Asia/Tokyo", "quiet_from": "20:00", "quiet_until": "08:30", "clock": "12-hour"}
        kept = api.put("/api/shop/hours", json=hours).json()
        assert kept == {**before, "hours": {**hours, "quiet_from": "20:00:00", "quiet_until": "08:30:00"}}
        assert api.get("/api/shop").json() == kept
        # 24 h later it is eleven at night in Tokyo: it waits until half past eight there
        assert strip() == ("2026-05-05T23:30:00Z", True)
        of_elsewhere = api.put("/api/shop/hours", json={**hours, "quiet_from": "21:00:00+05:00"})
        assert of_elsewhere.status_code == 422
        assert of_elsewhere.json()["problems"][0]["field"] == "/quiet_from"
        refused = api.put("/api/shop/hours", json={"zone": "Fennel/Row"})
        assert refused.status_code == 422
        assert refused.json()["problems"][0]["field"] == "/zone"
        assert api.get("/api/shop").json() == kept
    finally:
        api.put("/api/shop/hours", json=before["hours"])
    assert strip() == ("2026-05-05T14:00:00Z", False)


def test_sizes_of_a_sheet_are_kept_as_typed_lengths_and_every_job_is_planned_with_them(api: TestClient) -> None:
    shop = api.get("/api/shop").json()
    sheet = shop["sheets"][0]
    usual = {"length": "2440 mm", "width": "1220 mm", "price": 44}
    job = begin(api)

    def put(*sizes: dict[str, object], of: str = sheet["id"]) -> Response:
        return api.put(f"/api/shop/sheets/{of}/sizes", json={"sizes": sizes})

    def bought() -> list[tuple[float, float]]:
        (kind,) = api.get(f"/api/jobs/{job['id']}").json()["plan"]["cutting"]["kinds"]
        return [(one["length_mm"], one["width_mm"]) for one in kind["sheets"]]

    try:
        half = {"length": {"typed": "48", "bare": "in"}, "width": "4 ft", "price": 20}
        kept = put(usual, half).json()["sheets"][0]
        assert kept["other_sizes"] == [{"length_mm": 1219.2, "width_mm": 1219.2, "price": 20.0}]
        assert bought() == [(1219.2, 1219.2)]
        assert put(usual).json()["sheets"][0]["other_sizes"] == []
        assert bought() == [(2440.0, 1220.0)]
        for wrong in ({**usual, "length": "9 mm"}, {**usual, "price": -1}):
            refused = put(wrong)
            assert refused.status_code == 422
            assert refused.json()["problems"][0]["remedy"]
        assert put().status_code == 422
        assert put(usual, of="marble").status_code == 404
    finally:
        sizes = [sheet, *sheet["other_sizes"]]
        put(*({"length": one["length_mm"], "width": one["width_mm"], "price": one["price"]} for one in sizes))
    assert api.get("/api/shop").json() == shop


LISTS = "/api/shop/lists"


@pytest.fixture
def shop_again(api: TestClient) -> Iterator[dict[str, Any]]:
    """The shop as it is; what a test adds is removed after it."""
    before = api.get("/api/shop").json()
    yield before
    now = api.get("/api/shop").json()
    for name in (one.name for one in SHELVES):
        for entry in now[name]:
            if entry["id"] not in {one["id"] for one in before[name]}:
                api.delete(f"{LISTS}/{name}/entries/{entry['id']}")


def add(api: TestClient, to: str, units: str = "mm", **entry: object) -> Response:
    return api.post(f"{LISTS}/{to}/entries", json={"entry": entry, "units": units})


def test_an_entry_is_typed_in_any_unit_and_kept_when_all_of_it_is_right(
    api: TestClient, shop_again: dict[str, Any]
) -> None:
    bag = {"name": "50 lb", "dry_mass_kg": "50", "water_least_l": "2 qt", "water_most_l": "2,6 l", "price": "$7.25"}
    refused = add(api, "mixes", "in", name="Yard mix", sizes=[{**bag, "dry_mass_kg": "much"}]).json()["problems"]
    assert {one["field"] for one in refused} == {"/sizes/0/dry_mass_kg", "/sizes/0/yield_l"}
    assert all(one["remedy"] for one in refused)
    assert api.get("/api/shop").json() == shop_again, "nothing is kept by halves"
    kept = add(api, "mixes", "in", name="Yard mix", sizes=[{**bag, "yield_l": "0.375"}]).json()["mixes"][-1]
    assert (kept["id"], kept["sizes"][0]["id"]) == ("yard-mix", "50-lb")
    assert kept["sizes"][0]["dry_mass_kg"] == pytest.approx(22.68, abs=0.001)
    assert kept["sizes"][0]["yield_l"] == pytest.approx(10.619, abs=0.001)
    assert kept["sizes"][0]["price"] == 7.25
    edited = {**kept, "name": "Yard mix, grey", "workable_min": "1 h"}
    told = api.put(f"{LISTS}/mixes/entries/yard-mix", json={"entry": edited, "units": "in"}).json()["mixes"][-1]
    assert told == {**kept, "name": "Yard mix, grey", "workable_min": 60.0}, "what was not typed again is as it was"


@pytest.mark.parametrize(
    ("units", "thickness", "said"),
    [("in", "6", "Thickness must be at most 4 23/32″."), ("mm", "200", "Thickness must be at most 120 mm.")],
)
def test_bounds_are_told_in_the_units_of_who_typed(api: TestClient, units: str, thickness: str, said: str) -> None:
    answer = add(api, "sheets", units, name="Thick", thickness_mm=thickness, length_mm="8 ft", width_mm="4 ft")
    (problem,) = answer.json()["problems"]
    assert (problem["field"], problem["problem"].replace("\u00a0", " ")) == ("/thickness_mm", said)


def test_two_of_one_name_are_refused_and_the_first_is_what_a_job_gets(
    api: TestClient, shop_again: dict[str, Any]
) -> None:
    mesh = {"name": "Roll mesh", "wire_mm": "1/8 in", "spacing_mm": "2 in"}
    assert add(api, "meshes", **mesh).status_code == 201
    assert add(api, "meshes", **{**mesh, "name": "ROLL mesh"}).json()["problems"][0]["field"] == "/name"
    first = api.post(f"{LISTS}/meshes/entries/roll-mesh/first").json()["meshes"]
    assert [one["id"] for one in first][:2] == ["roll-mesh", shop_again["meshes"][0]["id"]]
    job = begin(api)
    listed = api.get("/api/shopping", params={"job": job["id"]}).json()["lines"]
    assert "mesh/roll-mesh" in {one["key"] for one in listed}
    api.post(f"{LISTS}/meshes/entries/{shop_again['meshes'][0]['id']}/first")


def test_what_a_job_or_the_stock_uses_stays_until_they_do_not(api: TestClient, shop_again: dict[str, Any]) -> None:
    add(api, "sheets", name="Own board", thickness_mm="18 mm", length_mm="8 ft", width_mm="4 ft")
    add(api, "admixtures", name="Own dye", kind="pigment", base="cement", least="1", usual="2", most="3")
    job = begin(api, form={"sheet": "own-board"}, mix={"doses": [{"admixture": "own-dye"}]}, name="Needs it")
    sides = begin(api, form={"sheet": "batten-38x89"}, name="Needs it")
    for name, entry in (("sheets", "own-board"), ("admixtures", "own-dye"), ("lumber", "batten-38x89")):
        refused = api.delete(f"{LISTS}/{name}/entries/{entry}")
        assert refused.status_code == 422
        assert "is used by “Needs it”" in refused.json()["detail"]
    for one in (job, sides):
        api.post(f"/api/jobs/{one['id']}/archive")
    item = api.post(
        "/api/stock", json={"kind": "sheet", "material": "own-board", "name": "Own board", "unit": "sheets"}
    )
    stock_id = next(one["id"] for one in item.json() if one["material"] == "own-board")
    lots = api.post(f"/api/stock/{stock_id}/lots", json={"quantity": 2, "price": 40}).json()
    (lot,) = next(one["lots"] for one in lots if one["id"] == stock_id)
    assert lot["currency"] == shop_again["currency"]
    assert "2 in stock" in api.delete(f"{LISTS}/sheets/entries/own-board").json()["detail"]
    api.post(f"/api/lots/{lot['id']}/moves", json={"kind": "counted", "quantity": 0})
    assert api.delete(f"{LISTS}/sheets/entries/own-board").status_code == 200
    assert api.delete(f"{LISTS}/sheets/entries/own-board").status_code == 404
    assert api.get(f"{LISTS}/marble.csv").status_code == 404


def test_the_last_of_what_a_plan_needs_stays(api: TestClient) -> None:
    (tape,) = api.get("/api/shop").json()["tapes"]
    refused = api.delete(f"{LISTS}/tapes/entries/{tape['id']}")
    assert refused.status_code == 422
    assert "the last one" in refused.json()["detail"]


@pytest.mark.parametrize("units", ["mm", "in"])
@pytest.mark.parametrize("name", [one.name for one in SHELVES])
def test_a_list_that_goes_out_and_comes_in_again_is_the_same(api: TestClient, name: str, units: str) -> None:
    table = api.get(f"{LISTS}/{name}.csv", params={"units": units}).text
    read = api.post(f"{LISTS}/{name}/table", json={"table": table, "units": units, "keep": True}).json()
    assert (read["added"], read["changed"]) == ([], [])


def test_a_table_is_read_whole_or_not_at_all_and_says_the_line(api: TestClient, shop_again: dict[str, Any]) -> None:
    def read(table: str, units: str = "in", *, keep: bool = True) -> Response:
        return api.post(f"{LISTS}/sheets/table", json={"table": table, "units": units, "keep": keep})

    heads = "Name;Thickness;Sheet length;Sheet width;Unit price"
    good = f"{heads}\nBirch 3/4;3/4;8 ft;4 ft;62.50\nMDF;18 mm;2440 mm;1220 mm;\n"
    looked = read(good, keep=False).json()
    assert (looked["added"], looked["shop"]) == (["Birch 3/4", "MDF"], None)
    bad = good.replace("18 mm", "thick").replace("62.50", "dear")
    told = {one["field"] for one in read(bad).json()["problems"]}
    assert told == {"/line 2/price", "/line 3/thickness_mm"}
    assert "There is no column “Colour”" in read("Name,Colour\nX,red\n").json()["problems"][0]["problem"]
    assert api.get("/api/shop").json() == shop_again
    kept = read(good).json()["shop"]["sheets"]
    assert [(one["name"], one["thickness_mm"], one["price"]) for one in kept[-2:]] == [
        ("Birch 3/4", 19.05, 62.5), ("MDF", 18.0, None),
    ]  # fmt: skip
    dearer = read("Name,Unit price\nMDF,30\n").json()
    assert (dearer["changed"], dearer["shop"]["sheets"][-1]["thickness_mm"]) == (["MDF"], 18.0)


def test_people_lift_what_is_typed_in_their_units_and_nobody_too_much(api: TestClient) -> None:
    made = api.post(
        "/api/members", json={"name": "New hand", "units": "in", "lifts": "40", "there_from": "08:00"}
    ).json()
    try:
        assert made["lifts_kg"] == pytest.approx(18.144, abs=0.001)
        for number, status in ((made["lifts_kg"], 200), (0.0, 422)):  # a number is in kilograms
            said = api.put(f"/api/members/{made['id']}", json={"name": "New hand", "units": "in", "lifts": number})
            assert said.status_code == status
        refused = api.put(f"/api/members/{made['id']}", json={"name": "New hand", "units": "in", "lifts": "100 lb"})
        (problem,) = refused.json()["problems"]
        assert problem["field"] == "/lifts"
        assert problem["problem"].replace("\u00a0", " ") == "100 lb is more than anybody should lift alone."
        job = begin(api, handling={"there": [made["id"]]})
        lifted = api.get(f"/api/jobs/{job['id']}").json()["plan"]["pieces"][0]["handling"]
        assert (lifted["one_person_kg"], lifted["people_there"]) == (made["lifts_kg"], 1)
        file = api.get(f"/api/jobs/{job['id']}/file").json()
        assert [one["name"] for one in file["shop_snapshot"]["people"]] == ["New hand"], "others stay at home"
    finally:
        api.post(f"/api/members/{made['id']}/archive")
    told = api.get(f"/api/jobs/{job['id']}").json()["plan"]["findings"]
    assert "no-such-person" in {one["finding"]["code"] for one in told}


def test_a_new_job_begins_with_the_shops_habits(api: TestClient) -> None:
    before = api.get("/api/shop").json()
    try:
        habits = {**before["habits"], "mix": {**before["habits"]["mix"], "spare": 0.25}}
        assert api.patch("/api/shop", json={"habits": habits, "currency": "EUR"}).json()["currency"] == "EUR"
        assert begin(api)["job"]["mix"]["spare"] == 0.25
        assert api.patch("/api/shop", json={"currency": "euros"}).status_code == 422
    finally:
        api.patch("/api/shop", json={"habits": before["habits"], "currency": before["currency"]})


def test_a_list_is_of_the_jobs_that_are_asked_for_with_stock_taken_off(api: TestClient) -> None:
    job, other = begin(api), begin(api, name="Other")
    alone = api.get("/api/shopping", params={"job": job["id"]}).json()
    both = api.get("/api/shopping", params={"job": [job["id"], other["id"]]}).json()
    wanted = lambda found: next(  # noqa: E731
        line["wanted"] for line in found["lines"] if line["key"].startswith("bag/")
    )
    assert wanted(both) == 2 * wanted(alone)
    assert both["cost"] >= alone["cost"]
    assert api.get("/api/shopping").status_code == 422
    assert api.get("/api/shopping", params={"job": str(uuid4())}).status_code == 404
    rows = api.get("/api/shopping.csv", params={"job": job["id"]}).text.splitlines()
    assert len(rows) == 1 + len(alone["lines"])
    assert api.get("/api/shopping.pdf", params={"job": job["id"], "paper": "letter"}).content.startswith(b"%PDF")


def test_whether_it_is_enough_is_told_from_the_gap_under_the_screed(api: TestClient) -> None:
    job = begin(api)
    area = api.get(f"/api/jobs/{job['id']}").json()["plan"]["pieces"][0]["measure"]["net_area"]["value"]

    def ask(*gaps: object, piece: str = job["job"]["pieces"][0]["id"]) -> Response:
        return api.post(f"/api/jobs/{job['id']}/enough", json={"piece": piece, "gaps": gaps, "used_bags": 2})

    told = ask("10 mm", "14 mm", {"typed": "12", "bare": "mm"}).json()
    assert told["wanted"]["value"] == pytest.approx(area * 12 / 1e6)
    assert told["bags"]["value"] * 4 == pytest.approx(round(told["bags"]["value"] * 4))
    planned = api.get(f"/api/jobs/{job['id']}").json()["plan"]["mix"]["bags"]["value"]
    assert told["closed"]["value"] == planned - 2
    assert told["spare"]["value"] == planned - 2 - told["bags"]["value"]
    assert ask("60 mm").json()["spare"]["value"] < 0
    assert ask(0).json()["bags"]["value"] == 0
    assert ask().status_code == 422
    assert ask("3 m").status_code == 422
    assert ask("5 mm", piece="gone").status_code == 404


def test_the_shops_figure_for_one_person_is_kept_and_nobody_lifts_forty_one(api: TestClient) -> None:
    before = api.get("/api/shop").json()
    try:
        kept = api.put("/api/shop/lifts", json={"one_person_lifts_kg": 18})
        assert kept.json() == {**before, "one_person_lifts_kg": 18}
        refused = api.put("/api/shop/lifts", json={"one_person_lifts_kg": 41})
        assert refused.status_code == 422
        (problem,) = refused.json()["problems"]
        assert problem["field"].endswith("/one_person_lifts_kg")
        assert problem["problem"] == "41 kg is more than anybody should lift alone."
        assert problem["remedy"].startswith("Give 25 kg or less")
    finally:
        api.put("/api/shop/lifts", json={"one_person_lifts_kg": before["one_person_lifts_kg"]})
