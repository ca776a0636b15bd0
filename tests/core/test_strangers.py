"""Jobs as people bring them, in either system of units: volumes by closed forms, and what is bought suffices."""

from math import pi, radians, sqrt, tan
from typing import Any

import pytest

from ulbrek.core.job.effort import MOST_MS
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.core.plan.result import Plan
from ulbrek.core.records.record import AT_ONCE

INCH = 25.4
MIX = {"mix": "ordinary", "bag": "25kg", "container": "bucket"}
Document = dict[str, Any]


def rectangle(length: str, width: str) -> Document:
    return {"kind": "rectangle", "length": length, "width": width}


def piece(name: str, outline: Document, thickness: str, *features: Document, **more: Any) -> Document:
    return {
        "id": name, "name": name, "outline": outline, "thickness": thickness, "features": list(features), **more
    }  # fmt: skip


def at(x: str, y: str) -> Document:
    return {"x": {"to": "centre", "offset": x}, "y": {"to": "centre", "offset": y}}


def frustum(length: float, width: float, deep: float, draft_deg: float) -> float:
    """A box that narrows on all four sides [mm³]."""
    lost = 2 * deep * tan(radians(draft_deg))
    mouth, end = length * width, (length - lost) * (width - lost)
    middle = (length - lost / 2) * (width - lost / 2)
    return deep / 6 * (mouth + 4 * middle + end)


def rounded(length: float, width: float, radius: float) -> float:
    return length * width - (4 - pi) * radius**2


CORES = {
    "id": "c", "name": "Core", "kind": "core", **at("65 mm", "95 mm"), "length": "100 mm", "width": "130 mm",
    "corner_radius": "0 mm", "depth": "90 mm", "draft_deg": 2, "repeat": {"kind": "row", "count": 3, "pitch": "130 mm"},
}  # fmt: skip
SLOTS = {
    "id": "s", "name": "Slot", "kind": "hole", **at('2 1/10"', '2"'), "diameter": '1/2"', "slot_length": '2"',
    "repeat": {"kind": "grid", "count": 7, "rows": 11, "pitch": '3.3"', "row_pitch": '1.2"'},
}  # fmt: skip
PEGS = {
    "id": "h", "name": "Peg", "kind": "hole", **at("60 mm", "39 mm"), "diameter": "12 mm",
    "repeat": {"kind": "grid", "count": 25, "rows": 20, "pitch": "45 mm", "row_pitch": "38 mm"},
}  # fmt: skip
SINK = {
    "id": "k", "name": "Sink", "kind": "opening", **at('19"', '12 3/4"'), "length": '18"', "width": '15"',
    "corner_radius": '1"',
}  # fmt: skip
TRAY = {
    "id": "t", "name": "Soap tray", "kind": "recess", **at("150 mm", "110 mm"), "length": "120 mm", "width": "80 mm",
    "corner_radius": "12 mm", "depth": "10 mm", "draft_deg": 0,
}  # fmt: skip

# By what it is: the piece, how many, and the volume of one by closed form [mm³].
STRANGERS: dict[str, tuple[Document, float]] = {
    "block with three cells": (
        piece("block", rectangle("390 mm", "190 mm"), "190 mm", CORES, count=120, cast="face up"),
        390 * 190 * 190 - 3 * frustum(100, 130, 90, 2),
    ),
    "square slab for a path": (
        piece("slab", rectangle('16"', '16"'), '2"', count=60),
        16 * 16 * 2 * INCH**3,
    ),
    "drain cover": (
        piece("cover", rectangle('24"', '16"'), '2"', SLOTS, count=4),
        (24 * 16 - 77 * (1.5 * 0.5 + pi * 0.25**2)) * 2 * INCH**3,
    ),
    "half round seat": (
        piece("seat", {"kind": "half disc", "diameter": "1600 mm"}, "80 mm"),
        pi * 800**2 / 2 * 80,
    ),
    "worktop with a sink": (
        piece("run", rectangle('38"', '25 1/2"'), '1 1/2"', SINK),
        (38 * 25.5 - rounded(18, 15, 1)) * 1.5 * INCH**3,
    ),
    "peg board": (
        piece("peg", rectangle("1200 mm", "800 mm"), "50 mm", PEGS),
        (1200 * 800 - 500 * pi * 6**2) * 50,
    ),
    "hexagon by its side": (
        piece("foot", {"kind": "polygon", "sides": 6, "by": "side", "size": '10"'}, '3"', count=3),
        3 * sqrt(3) / 2 * 10**2 * 3 * INCH**3,
    ),
    "wash stand with a tray": (
        piece("stand", rectangle("600 mm", "420 mm"), "38 mm", TRAY),
        600 * 420 * 38 - rounded(120, 80, 12) * 10,
    ),
    "ramp at a door": (
        piece("ramp", rectangle("900 mm", "300 mm"), "60 mm", taper={"thickness": "20 mm", "towards": "front"}),
        900 * 300 * (60 + 20) / 2,
    ),
}


def job_of(document: Document) -> Job:
    return Job.model_validate({"name": "Stranger", "mix": MIX, "pieces": [document]})


def planned(document: Document) -> Plan:
    return plan(job_of(document), Shop())


@pytest.mark.parametrize("name", STRANGERS)
def test_the_volume_is_that_of_the_closed_form(name: str) -> None:
    document, volume = STRANGERS[name]
    (found,) = planned(document).pieces
    assert found.measure.volume.value == pytest.approx(volume / 1e6, rel=2e-6)


@pytest.mark.parametrize("name", STRANGERS)
def test_what_is_bought_fills_all_of_them(name: str) -> None:
    document, volume = STRANGERS[name]
    told = plan(job_of(document), Shop(), AT_ONCE)
    bag = _bag()
    bags = told.mix.bags
    assert bags is not None
    wanted = volume / 1e6 * document.get("count", 1)
    assert bags.value * bag.yield_l >= wanted
    assert (bags.value - 1) * bag.yield_l < 1.35 * wanted + 1  # spare, and no more than that


def _bag() -> Any:
    mix = next(one for one in Shop().mixes if one.id == "ordinary")
    return next(one for one in mix.sizes if one.id == "25kg")


@pytest.mark.parametrize("name", STRANGERS)
def test_an_inch_reader_s_job_is_the_same_in_millimetres(name: str) -> None:
    """The lengths written over in the other units: no figure and no finding may change."""
    document, _ = STRANGERS[name]
    job = Job.model_validate({"name": "Stranger", "mix": MIX, "pieces": [document]})
    other = Job.model_validate(_written_over(job.model_dump(mode="json")))
    assert other.pieces[0].thickness.typed != job.pieces[0].thickness.typed
    one, two = plan(job, Shop()), plan(other, Shop())
    assert two.pieces[0].measure.volume.value == pytest.approx(one.pieces[0].measure.volume.value)
    assert [found.finding.code for found in two.findings] == [found.finding.code for found in one.findings]
    assert len(two.pieces[0].form.boards) == len(one.pieces[0].form.boards)


def _written_over(part: Any) -> Any:
    if isinstance(part, dict):
        if set(part) == {"mm", "typed"}:
            return f"{part['mm'] / INCH:.12f} in"
        return {key: _written_over(value) for key, value in part.items()}
    return [_written_over(one) for one in part] if isinstance(part, list) else part


def test_none_of_them_is_too_much() -> None:
    for document, _ in STRANGERS.values():
        job = Job.model_validate({"name": "Stranger", "mix": MIX, "pieces": [document], "form": {"forms": 6}})
        assert job.effort_ms < 0.7 * MOST_MS
