"""A piece over the API: cut through, in the round, solved for, from and to files."""

import struct
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.jobs import feature, hole, opening, recess, top, top_document
from ulbrek.core.measure.shape import shape_of
from ulbrek.files.drawing_out import write_dxf


def piece(*features: dict[str, Any], **fields: Any) -> dict[str, Any]:
    found: dict[str, Any] = top_document(*features, piece=fields)["pieces"][0]
    return found


def test_a_section_is_cut_where_it_is_asked_for(api: TestClient) -> None:
    ask = lambda at: api.post("/api/section", json={"piece": piece(opening()), "along": "x", "at_mm": at}).json()  # noqa: E731
    through, beside = ask(300), ask(60)
    assert (through["low_mm"], through["high_mm"]) == (0, 40)
    assert sorted(max(ring[::2]) - min(ring[::2]) for ring in through["rings"]) == pytest.approx([225, 225], abs=0.01)
    assert [max(ring[::2]) for ring in beside["rings"]] == pytest.approx([900])
    deep = api.post("/api/section", json={"piece": piece(recess()), "along": "y", "at_mm": 450}).json()
    corners = {(round(y), round(z)) for ring in deep["rings"] for y, z in zip(ring[::2], ring[1::2], strict=True)}
    assert {(225, 25), (375, 25), (375, 40)} < corners
    assert api.post("/api/section", json={"piece": piece(), "at_mm": 700}).json()["rings"] == []


def test_what_stays_in_is_cut_through_with_it(api: TestClient) -> None:
    tube = feature("sleeve", diameter="40 mm", wall="3 mm")
    pad = feature("wood pad", x="200 mm", length="100 mm", width="80 mm", depth="15 mm")
    foam = feature("void", x="700 mm", length="120 mm", width="100 mm", height="10 mm", above="15 mm")
    rod = feature("bolt", y="50 mm", diameter="12 mm", embedded="80 mm", into="front")
    asked = {"piece": piece(tube, pad, foam, hole("800 mm", "300 mm"), rod), "along": "x", "at_mm": 300}
    kept = api.post("/api/section", json=asked).json()["kept"]
    boxes = {(one["stuff"], *(round(one[key]) for key in ("start_mm", "end_mm", "low_mm", "high_mm"))) for one in kept}
    assert boxes == {
        ("steel", 430, 433, 0, 40), ("steel", 467, 470, 0, 40), ("wood", 150, 250, 0, 15), ("foam", 640, 760, 15, 25),
    }  # fmt: skip
    (bolt,) = api.post("/api/section", json=asked | {"at_mm": 40}).json()["kept"]
    assert (bolt["low_mm"], bolt["high_mm"], bolt["end_mm"] - bolt["start_mm"]) == (14, 26, 12)


def test_the_round_is_the_finished_piece_in_triangles(api: TestClient) -> None:
    answer = api.post("/api/solid", json=piece(hole("450 mm", "300 mm"), grind="2 mm"))
    assert answer.headers["content-type"] == "model/stl"
    (count,) = struct.unpack_from("<I", answer.content, 80)
    heights = [struct.unpack_from("<9f", answer.content, 84 + 50 * n + 12)[2::3] for n in range(count)]
    assert max(max(corner) for corner in heights) == 40  # what grinding takes off is gone


def test_what_is_worked_out_is_a_change_of_the_job(api: TestClient) -> None:
    goal = {"kind": "target mass", "piece": "top", "mass_kg": 40, "when": "fresh"}
    change = api.post("/api/solve", json={"job": top_document(), "goal": goal}).json()
    assert change["label"] == "Make it {size} thick"
    assert set(change["fields"]) == {"/pieces/0/thickness", "/pieces/0/weight"}
    assert change["values"]["size"]["value"] == pytest.approx(31.6, abs=0.5)
    refused = api.post("/api/solve", json={"job": top_document(), "goal": {**goal, "mass_kg": 0.01}})
    assert refused.status_code == 422
    (problem,) = refused.json()["problems"]
    assert problem["field"] == "/goal"
    assert "it weighs" in problem["problem"]
    assert problem["remedy"].startswith("Ask for a weight between")


def test_a_drawing_is_read_and_a_bad_one_refused(api: TestClient) -> None:
    text = write_dxf(shape_of(top(opening()).pieces[0]))
    send = lambda content, name: api.post(  # noqa: E731
        "/api/drawings", params={"name": name}, content=content, headers={"content-type": "application/octet-stream"}
    )
    found = send(text.encode(), "top.dxf").json()
    assert found["unit"] == "mm"
    assert [round(loop["length_mm"]) for loop in found["loops"]] == [900, 450]
    refused = send(b"hello", "top.dxf")
    assert (refused.status_code, refused.json()["detail"]) == (
        422, "It is not a DXF drawing that can be read. Save it anew as DXF, R2000 or later."
    )  # fmt: skip


@pytest.mark.parametrize(
    ("form", "begins"), [("dxf", b"  0\n"), ("svg", b"<svg"), ("stl", b"Ulbrek"), ("3mf", b"PK\x03\x04")]
)
def test_a_piece_as_a_file(api: TestClient, form: str, begins: bytes) -> None:
    job_id = api.post("/api/jobs", json={"job": top_document(opening())}).json()["id"]
    answer = api.get(f"/api/jobs/{job_id}/pieces/top/{form}")
    assert answer.content.startswith(begins)
    assert answer.headers["content-disposition"] == f'attachment; filename="top.{form}"'
    missing = api.get(f"/api/jobs/{job_id}/pieces/bench/{form}")
    assert (missing.status_code, missing.json()["detail"]) == (404, "There is no piece bench here.")


@pytest.mark.parametrize(
    ("outline", "field", "problem"),
    [
        ({"kind": "l", "length": "900 mm", "width": "600 mm", "along": "600 mm", "across": "300 mm"},
         "/job/pieces/0/outline", "takes all of the width over all"),
        ({"kind": "u", "length": "900 mm", "width": "600 mm", "along": "300 mm", "left": "500 mm", "right": "400 mm"},
         "/job/pieces/0/outline", "fill the whole length"),
        ({"kind": "arch block", "span": "900 mm", "rise": "901 mm", "depth": "150 mm", "blocks": 9},
         "/job/pieces/0/outline", "more than the span"),
        ({"kind": "free", "corners": [{"x": "0 mm", "y": "0 mm"}, {"x": "9 mm", "y": "0 mm"}]},
         "/job/pieces/0/outline/corners", "make no outline"),
        ({"kind": "blob"}, "/job/pieces/0/outline", "not one of the choices"),
    ],
)  # fmt: skip
def test_an_outline_that_cannot_be_is_refused_by_its_field(
    api: TestClient, outline: dict[str, Any], field: str, problem: str
) -> None:
    answer = api.post("/api/jobs", json={"job": top_document(piece={"outline": outline})})
    assert answer.status_code == 422
    (first, *_) = answer.json()["problems"]
    assert first["field"].startswith(field)
    assert problem in first["problem"]


def test_a_feature_and_another_outline_are_begun_or_refused_in_words(api: TestClient) -> None:
    piece = top_document()["pieces"][0] | {"thickness": "12 mm", "features": []}
    asked = {"kind": "bolt", "piece": piece, "units": "in"}
    assert api.post("/api/features", json=asked).json()["diameter"]["typed"] == '1/4"'
    assert api.post("/api/outlines", json=asked | {"kind": "disc"}).json()["kind"] == "disc"
    for path, field in (("features", "cutout"), ("features", "gargoyle"), ("outlines", "imported")):
        refused = api.post(f"/api/{path}", json=asked | {"kind": field})
        assert refused.status_code == 422
        (problem,) = refused.json()["problems"]
        assert problem["field"] == "/kind"
        assert "Give one of" in problem["remedy"]
    tiny = piece | {"outline": {"kind": "rectangle", "length": "12 mm", "width": "12 mm"}}
    refused = api.post("/api/features", json=asked | {"kind": "opening", "piece": tiny})
    assert refused.status_code == 422
    assert "out of bounds" in refused.json()["problems"][0]["problem"]


def test_a_piece_is_begun_from_what_is_typed_and_what_cannot_be_read_is_named(api: TestClient) -> None:
    assert {start["id"] for start in api.get("/api/starts").json()} >= {"top", "weight", "planter"}
    asked = {"piece": "one", "name": "Weight", "units": "in", "sizes": {"diameter": "18", "thickness": "2 1/2"}}
    begun = api.post("/api/starts/weight", json=asked).json()
    assert begun["outline"]["diameter"] == {"mm": 457.2, "typed": "18"}
    assert begun["features"][0]["x"]["offset"]["mm"] == 228.6
    wide = api.post("/api/starts/weight", json=asked | {"sizes": {"diameter": "wide"}})
    assert wide.status_code == 422
    assert {one["field"] for one in wide.json()["problems"]} == {"/sizes/diameter", "/sizes/thickness"}
    assert "wide" in wide.text
    assert api.post("/api/starts/spire", json=asked).status_code == 404
    long = asked | {"sizes": {"diameter": "1" * 61, "thickness": "2"}}
    assert api.post("/api/starts/weight", json=long).status_code == 422
