"""Every outline and every feature: each of their fields is changed beside the drawing, by pointer or by keyboard."""

import json
from typing import Any, get_args

import pytest
from fastapi.testclient import TestClient
from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import OpenPage
from tests.browser.ways import change
from tests.jobs import feature, hole, opening, top_document
from ulbrek.core.measure.features import AnyFeature
from ulbrek.core.measure.inputs.outlines import AnyOutline

Field = tuple[str, str, str]  # role, label, what is chosen or typed
TURN: dict[str, Field] = {"turned_deg": ("textbox", "Rotation, counter-clockwise", "10")}
SIZE: dict[str, Field] = {"length": ("length", "Length", "210 mm"), "width": ("length", "Width", "110 mm")}
RADIUS: dict[str, Field] = {"corner_radius": ("length", "Corner radius", "15 mm")}
DEPTH: dict[str, Field] = {"depth": ("length", "Depth", "11 mm")}
FACE: dict[str, Field] = {"face": ("select", "Face", "underside")}
DRAFT: dict[str, Field] = {"draft_deg": ("textbox", "Draft", "4")}
FORMER: dict[str, Field] = {"former": ("select", "Knockout", "split")}
BOX = {"length": "200 mm", "width": "100 mm"}

# By kind: the feature as it begins, and the control that changes each of its fields.
FEATURES: dict[str, tuple[dict[str, Any], dict[str, Field]]] = {
    "opening": (
        opening(),
        {
            **SIZE, **RADIUS, **DRAFT, **TURN,
            "face": ("select", "Size taken at", "underside"), "hot": ("checkbox", "Hot appliance", ""), **FORMER,
        },
    ),
    "hole": (
        hole("450 mm", "300 mm"),
        {
            "diameter": ("length", "Diameter", "40 mm"),
            "slot_length": ("button", "Slot length: round, change", ""),
            "depth": ("button", "Depth: through, change", ""), "hot": ("checkbox", "Hot appliance", ""),
            **FACE, **TURN, **FORMER,
        },
    ),
    "recess": (
        feature("recess", **BOX, corner_radius="10 mm", depth="15 mm"),
        {**SIZE, **RADIUS, **DEPTH, **DRAFT, **FACE, **FORMER, **TURN},
    ),
    "grooves": (
        feature("grooves", **BOX | {"width": "12 mm"}, pitch="40 mm", depth="6 mm"),
        {
            "count": ("textbox", "Grooves", "5"), "length": ("length", "Length", "210 mm"),
            "width": ("length", "Groove width", "13 mm"), "pitch": ("length", "Spacing", "41 mm"),
            "depth": ("length", "Depth, low end", "7 mm"),
            "shallow_depth": ("button", "Depth, high end: same, change", ""),
            "drains": ("select", "Drains toward", "left"), **FACE, **TURN,
        },
    ),
    "sleeve": (
        feature("sleeve", diameter="34 mm"),
        {
            "diameter": ("length", "Outside diameter", "36 mm"), "wall": ("button", "Wall: solid, change", ""),
            "length": ("button", "Length: full thickness, change", ""), "material": ("select", "Material", "pvc"),
            "takes": ("button", "Bar or pole through it: not set, change", ""),
            "heads": ("select", "Heads on the bar", "two heads"),
            "embedded": ("button", "Depth in each head: full thickness, change", ""),
            "pinned": ("checkbox", "Cross bolt in the head", ""),
        },
    ),
    "core": (
        feature("core", **BOX, depth="15 mm"),
        {
            "shape": ("select", "Shape", "round"), "length": ("length", "Length or diameter", "210 mm"),
            "width": ("length", "Width", "110 mm"), **RADIUS, **DEPTH, **DRAFT, **FORMER, **TURN,
            "face": ("select", "Open face", "underside"),
        },
    ),
    "void": (
        feature("void", **BOX, height="10 mm", above="15 mm"),
        {
            **SIZE, **RADIUS, "height": ("length", "Height", "9 mm"), "above": ("length", "Concrete below", "14 mm"),
            "foam_kg_m3": ("textbox", "Foam", "25"), **TURN,
        },
    ),
    "lettering": (
        feature("lettering", text="No. 1", height="40 mm", depth="3 mm"),
        {
            "text": ("textbox", "Text", "No. 2"), "height": ("length", "Capital height", "45 mm"), **DEPTH,
            "relief": ("select", "Lettering", "raised"), "face": ("select", "Face", "underside"), **TURN,
        },
    ),
    "bolt": (
        feature("bolt", diameter="10 mm", embedded="12 mm"),
        {
            "diameter": ("length", "Diameter", "12 mm"), "embedded": ("length", "Embedment", "13 mm"),
            "projects": ("length", "Projection", "30 mm"), "into": ("select", "Side", "front"),
            "above": ("button", "Height from underside: middle, change", ""),
            "clamps": ("button", "Clamped thickness: nothing, change", ""),
            "gasket": ("length", "Gasket", "3 mm"), "counterbore": ("length", "Counterbore", "14 mm"),
        },
    ),
    "pipe": (
        feature("pipe", diameter="10 mm"),
        {
            "diameter": ("length", "Outside diameter", "12 mm"), "runs": ("select", "Direction", "front to back"),
            "length": ("button", "Length: from side to side, change", ""),
            "above": ("button", "Height from underside: middle, change", ""),
            "after": ("select", "After the pour", "stays in"), "material": ("select", "Material", "steel"),
            "wall": ("button", "Wall: solid, change", ""),
        },
    ),
    "wood pad": (feature("wood pad", **BOX, depth="15 mm", face="top"), {**SIZE, **DEPTH, **FACE, **TURN}),
    "mat": (
        feature("mat", **BOX, below_top="20 mm"),
        {
            **SIZE, "thickness": ("length", "Thickness", "4 mm"), "below_top": ("length", "Concrete above", "19 mm"),
            "kg_m2": ("textbox", "Weight", "1.5"), "electric": ("checkbox", "Electric", ""), **TURN,
        },
    ),
    "rib": (
        feature("rib", **BOX, height="20 mm"),
        {
            **SIZE, **RADIUS, **TURN, "height": ("length", "Height", "22 mm"),
            "face": ("select", "Face", "top"),
        },
    ),
    "cutout": (
        feature("cutout", vertices=[{"x": 0, "y": 0}, {"x": 90, "y": 0}, {"x": 0, "y": 90}]),
        {
            "depth": ("button", "Depth: through, change", ""), "hot": ("checkbox", "Hot appliance", ""),
            **FACE, **TURN, **FORMER,
        },
    ),
    "drop edge": (
        feature("drop edge", edge="front", drop="30 mm", thickness="40 mm"),
        {
            "edge": ("select", "Edge", "back"), "drop": ("length", "Drop", "35 mm"),
            "thickness": ("length", "Front to back", "45 mm"),
        },
    ),
}  # fmt: skip
PLACED = {"id", "kind", "name", "x", "y", "repeat", "vertices"}

OUTLINES: dict[str, tuple[dict[str, Any], dict[str, Field]]] = {
    "rectangle": ({"length": "900 mm", "width": "600 mm"}, SIZE | {"length": ("length", "Length", "910 mm")}),
    "l": (
        {"length": "900 mm", "width": "600 mm", "along": "300 mm", "across": "300 mm"},
        {
            "length": ("length", "Overall length", "910 mm"), "width": ("length", "Overall width", "610 mm"),
            "along": ("length", "Long leg depth", "310 mm"), "across": ("length", "Short leg depth", "290 mm"),
            "meet": ("select", "Corner at", "front right"),
        },
    ),
    "u": (
        {"length": "900 mm", "width": "600 mm", "along": "300 mm", "left": "200 mm", "right": "200 mm"},
        {
            "length": ("length", "Overall length", "910 mm"), "width": ("length", "Overall width", "610 mm"),
            "along": ("length", "Back leg depth", "310 mm"), "left": ("length", "Left leg depth", "210 mm"),
            "right": ("length", "Right leg depth", "190 mm"),
        },
    ),
    "trapezoid": (
        {"front": "900 mm", "back": "600 mm", "width": "500 mm"},
        {
            "front": ("length", "Front", "910 mm"), "back": ("length", "Back", "610 mm"),
            "width": ("length", "Front to back", "490 mm"),
            "back_from_left": ("button", "Back offset from left: centred, change", ""),
        },
    ),
    "polygon": (
        {"size": "500 mm"},
        {
            "sides": ("textbox", "Sides", "8"), "by": ("select", "Size is", "side"),
            "size": ("length", "Size", "300 mm"),
        },
    ),
    "disc": ({"diameter": "500 mm"}, {"diameter": ("length", "Diameter", "510 mm")}),
    "half disc": ({"diameter": "500 mm"}, {"diameter": ("length", "Diameter", "510 mm")}),
    "steps": (
        {"number": 3, "rise": "150 mm", "going": "300 mm", "rest_after": 1},
        {
            "number": ("textbox", "Risers", "4"), "rise": ("length", "Riser height", "160 mm"),
            "going": ("length", "Tread", "310 mm"),
            "landing": ("button", "Top tread: as the others, change", ""),
            "rest_after": ("textbox", "Landing after riser", "2"),
            "rest": ("length", "Landing, front to back", "1 m"),
            "behind": ("select", "Closed behind by", "a wall"),
            "over_stone": ("button", "Concrete over stone: solid, change", ""),
        },
    ),
    "arch block": (
        {"span": "2400 mm", "rise": "800 mm", "depth": "150 mm", "blocks": 11},
        {
            "span": ("length", "Clear span", "2300 mm"), "rise": ("length", "Rise", "790 mm"),
            "depth": ("length", "Ring thickness", "160 mm"), "blocks": ("textbox", "Blocks in the arch", "13"),
            "joint": ("length", "Mortar joint", "10 mm"), "faces": ("select", "Underside and back", "straight"),
        },
    ),
    "offsets": (
        {"readings": [{"along": "0 mm", "off": "400 mm"}, {"along": "600 mm", "off": "500 mm"}]},
        {
            "line": ("select", "Line along the", "front"),
            "between": ("select", "Between readings", "straight pieces"),
            "readings": ("button", "Add a reading", ""),
        },
    ),
    "free": (
        {"corners": [{"x": "0 mm", "y": "0 mm"}, {"x": "900 mm", "y": "0 mm"}, {"x": "900 mm", "y": "600 mm"}]},
        {"corners": ("button", "Add a corner after 3", "")},
    ),
}  # fmt: skip


def model_fields(union: Any) -> dict[str, set[str]]:
    return {one.model_fields["kind"].default: set(one.model_fields) for one in get_args(union)}


def test_each_kind_has_a_control_for_each_of_its_fields() -> None:
    features = model_fields(AnyFeature)
    assert {kind: set(controls) for kind, (_, controls) in FEATURES.items()} == {
        kind: fields - PLACED - ({"turned_deg"} if kind in ("sleeve", "bolt", "pipe") else set())
        for kind, fields in features.items()
    }
    outlines = model_fields(AnyOutline)
    del outlines["imported"]
    assert {kind: set(controls) for kind, (_, controls) in OUTLINES.items()} == {
        kind: fields - {"kind"} for kind, fields in outlines.items()
    }


def open_job(open_page: OpenPage, api: TestClient, document: dict[str, Any]) -> tuple[Page, str]:
    job_id = api.post("/api/jobs", json={"job": document}).json()["id"]
    page = open_page(f"/jobs/{job_id}/measure", units="mm")
    page.locator("[data-revision]").wait_for()
    return page, job_id


def change_each(page: Page, api: TestClient, job_id: str, region: str, controls: dict[str, Field]) -> list[str]:
    """Changes one field after another, by pointer and by keyboard in turn; gives those that did not change."""
    unchanged = []
    for number, (key, (role, label, value)) in enumerate(controls.items()):
        before = api.get(f"/api/jobs/{job_id}").json()
        change(page, ("measure", None, f"region:{region} {role}", label, value), keys=number % 2 == 1)
        expect(page.locator(f"[data-revision='{before['revision'] + 1}']")).to_be_visible()
        if json.dumps(api.get(f"/api/jobs/{job_id}").json()["job"]) == json.dumps(before["job"]):
            unchanged.append(key)
    return unchanged


@pytest.mark.parametrize("kind", FEATURES)
def test_each_field_of_a_feature_is_changed(open_page: OpenPage, api: TestClient, kind: str) -> None:
    begins, controls = FEATURES[kind]
    page, job_id = open_job(open_page, api, top_document(begins))
    assert change_each(page, api, job_id, begins["name"], controls) == []


@pytest.mark.parametrize("kind", OUTLINES)
def test_each_field_of_an_outline_is_changed(open_page: OpenPage, api: TestClient, kind: str) -> None:
    begins, controls = OUTLINES[kind]
    page, job_id = open_job(open_page, api, top_document(piece={"outline": {"kind": kind, **begins}}))
    assert change_each(page, api, job_id, "Piece", controls) == []


def test_the_rest_of_a_piece_and_its_place_is_changed(open_page: OpenPage, api: TestClient) -> None:
    page, job_id = open_job(open_page, api, top_document(hole("450 mm", "300 mm")))
    press = lambda name: ("button", name, "")  # noqa: E731
    steps: dict[str, dict[str, Field]] = {
        "Piece": {
            "drawn": ("select", "Drawn", "from the side"), "grind": ("length", "Grinding allowance", "2 mm"),
            "matches": ("textbox", "Set", "Benches"),
        },
        "Thickness, seams, runs and weight": {
            "taper": press("Add a taper"),
            "towards": ("select", "Tapers toward", "back"),
            "thickness": ("length", "Thickness at that side", "31 mm"), "slopes": ("select", "Sloping face", "top"),
            "run": press("Add a run"), "along": ("select", "Runs along", "width"),
            "whole": ("length", "Run length", "950 mm"), "gap": ("length", "Gap between", "4 mm"),
            "end": ("length", "End gap", "6 mm"), "rows": ("textbox", "Rows", "2"),
            "deep": press("All rows, across: as they come, change"),
            "between": ("length", "Gap between rows", "5 mm"), "margin": ("length", "Margin beside the rows", "7 mm"),
            "seam": press("Add a seam"),
            "side": ("select", "From", "right"), "offset": ("length", "Distance", "310 mm"),
            "without": press("Remove seam 1"), "level": press("Remove the taper"), "no run": press("Remove the run"),
            "weight": press("Add a weight wanted"), "mass": ("textbox", "Weight wanted", "41"),
            "when": ("select", "Weight when", "dry mix"), "by": ("select", "By changing", "whole"),
            "near": ("textbox", "Tolerance", "5"), "any weight": press("Remove the weight wanted"),
        },
        "Site": {
            "dimension": press("Add a site dimension"), "name": ("textbox", "Name", "Back wall"),
            "first": ("length", "Reading", "1210 mm"), "again": press("Second reading: not yet, change"),
            "offset": press("Baseline offset: no baseline, change"),
            "drift": ("length", "Allowed change", "5 mm"), "touches": ("checkbox", "Affects Top", ""),
            "out": press("Remove Back wall"), "way": press("Add a doorway or stairs"),
            "kind": ("select", "Kind", "gate"),
            "width": ("length", "Width", "910 mm"), "height": ("length", "Height", "1990 mm"),
            "called": ("textbox", "Name", "Yard gate"), "no way": press("Remove Yard gate"),
        },
    }  # fmt: skip
    for region, controls in steps.items():
        assert change_each(page, api, job_id, region, controls) == []
    page.get_by_text("Edge profiles and gaps").click()
    edges: dict[str, Field] = {
        "profile": press("Add profile back"), "shape": ("select", "Shape", "chamfer"),
        "size": ("length", "Size", "8 mm"),
        "made": ("select", "How", "in the mould"), "square": press("Remove profile back"), "fit": press("Add gap left"),
        "gap": ("length", "Gap to wall", "4 mm"), "over": ("length", "Overhang", "20 mm"),
        "free": press("Remove gap left"),
    }  # fmt: skip
    assert change_each(page, api, job_id, "Edges", edges) == []
    repeats: dict[str, Field] = {
        "repeat": press("Repeat"), "count": ("textbox", "Copies", "3"),
        "pitch": ("length", "Spacing (ring: radius)", "90 mm"), "along": ("select", "Direction", "to the back"),
        "kind": ("select", "Pattern", "grid"), "rows": ("textbox", "Rows", "2"),
        "row_pitch": press("Row spacing: same, change"), "alone": press("Remove repeat"),
    }  # fmt: skip
    assert change_each(page, api, job_id, "Tap hole", repeats) == []


def test_a_feature_is_centred_and_a_bolt_stays_in_its_side(open_page: OpenPage, api: TestClient) -> None:
    row = hole("200 mm", "150 mm") | {"repeat": {"kind": "row", "count": 3, "pitch": "100 mm"}}
    bolt = feature("bolt", "300 mm", "200 mm", diameter="10 mm", embedded="40 mm")
    page, job_id = open_job(open_page, api, top_document(row, bolt))

    def kept(index: int) -> dict[str, Any]:
        piece = api.get(f"/api/jobs/{job_id}").json()["job"]["pieces"][0]
        return dict(piece["features"][index])

    def opened(name: str) -> Locator:
        region = page.get_by_role("region", name=name, exact=True)
        head = region.get_by_role("button", name=name, exact=True)
        if head.get_attribute("aria-expanded") != "true":
            head.click()
        return region

    centre = opened("Tap hole").get_by_role("button", name="Centre left–right")
    centre.click()
    expect(page.locator("[data-revision='2']")).to_be_visible()
    expect(centre).to_have_count(0)
    assert kept(0)["x"]["offset"]["mm"] + 100 == 450  # the middle of three holes lies in the middle of the top
    opened("Bolt").get_by_label("Side", exact=True).select_option("back")
    expect(page.locator("[data-revision='3']")).to_be_visible()
    at = kept(1)
    assert (at["into"], at["y"]["side"], at["y"]["to"], at["y"]["offset"]["mm"]) == ("back", "back", "edge", 0)
