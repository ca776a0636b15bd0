"""The shop's hours and its sheets: kept as revisions, and every job goes by them."""

import json
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient
from httpx2 import Response

from tests.api.test_jobs import begin


def test_hours_are_kept_and_put_acts_off_to_the_shops_own_morning(api: TestClient) -> None:
    before = api.get("/api/shop").json()
    job = begin(api, cure={"poured_at": "2026-05-04T14:00:00Z"})

    def strip() -> tuple[str, bool]:
        acts = api.get(f"/api/jobs/{job['id']}").json()["plan"]["cure"]["acts"]
        return next((act["at"], act["moved"]) for act in acts if act["id"] == "strip")

    try:
        hours = {"zone": "Asia/Tokyo", "quiet_from": "20:00", "quiet_until": "08:30"}
        kept = api.put("/api/shop/hours", json=hours).json()
        assert kept == {**before, "hours": {"zone": "Asia/Tokyo", "quiet_from": "20:00:00", "quiet_until": "08:30:00"}}
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


def test_materials_are_kept_all_at_once_and_what_is_wrong_names_its_field(api: TestClient) -> None:
    before = api.get("/api/shop").json()
    told = {name: before[name] for name in ("mixes", "admixtures", "ingredients", "standby")}

    def put(**changed: object) -> Response:
        return api.put("/api/shop/materials", json={**told, **changed})

    try:
        own = {**before["mixes"][0], "id": "own", "name": "What the yard sells"}
        kept = put(mixes=[*before["mixes"], own], standby=[{"name": "Door stop", "volume_l": 0.9}]).json()
        assert kept["mixes"][-1]["name"] == "What the yard sells"
        assert api.get("/api/shop").json() == kept
        twice = put(mixes=[own, own])
        assert twice.status_code == 422
        assert "called “own”" in json.dumps(twice.json(), ensure_ascii=False)
        wrong = {**before["admixtures"][0], "least": 9}
        refused = put(admixtures=[wrong])
        assert refused.status_code == 422
        assert refused.json()["problems"][0]["field"].startswith("/admixtures/0")
        assert put(mixes=[]).status_code == 422
        assert api.get("/api/shop").json() == kept
    finally:
        api.put("/api/shop/materials", json=told)
    assert api.get("/api/shop").json() == before


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
