"""Findings of Ground: what raises each, and a near miss that does not."""

from typing import Any

from tests.jobs import top
from ulbrek.core.job.job import Job


def pad(thickness: str = "100 mm", size: tuple[str, str] = ("3 m", "2 m"), asked: bool = True, **plot: Any) -> Job:
    """A pad that stays on the ground it is cast on."""
    outline = {"length": size[0], "width": size[1]}
    return top(
        piece={"stays": "on the ground", "thickness": thickness, "outline": outline, "name": "Pad"},
        steel={"exposure": "on the ground", "school": "mesh"}, mix={"work": "ground", "container": "drum"},
        ground={"utilities": "nothing there" if asked else "not asked yet", "plots": {"top": plot}},
    )  # fmt: skip


def wintry(winters: str, mix: str = "ordinary") -> Job:
    """The same where winters are such, of a mix."""
    document = pad().model_dump(mode="json")
    document["ground"]["winters"] = winters
    document["mix"] |= {"mix": mix, "bag": "25kg"}
    return Job.model_validate(document)


def read(*readings: tuple[str, str]) -> Job:
    """The same, 2 m deep with 20 mm of fall a metre, with heights that were read."""
    return pad(readings=[{"at": at, "below": below} for at, below in readings])


def field(count: int = 6, deep: str | None = "1900 mm", **run: Any) -> Job:
    """Slabs of 900 x 600 mm in rows of 50 mm channels: three of them fill 2.8 m."""
    laid = {"run": "2800 mm", "gap": "50 mm", "rows": 2, "row_gap": "50 mm", "deep": deep, **run}
    piece = {"count": count, "run": laid, "stays": "on the ground", "thickness": "90 mm", "name": "Slab"}
    return top(
        piece=piece, steel={"exposure": "on the ground", "school": "mesh"}, mix={"work": "ground", "container": "drum"},
        ground={"utilities": "nothing there"},
    )  # fmt: skip


def sections(form: dict[str, Any] | None = None, size: str = "900 mm", **run: Any) -> Job:
    """The same, on the ground, with bare lumber on edge between the slabs."""
    job = field(**run)
    outline = {"kind": "rectangle", "length": size, "width": "600 mm"}
    document = job.model_dump(mode="json")
    document["pieces"][0]["outline"] = outline
    return Job.model_validate({**document, "form": {**document["form"], **(form or {})}})


LUMBER = "batten-38x89"
GROUND_CASES: dict[str, tuple[Job, Job]] = {
    "utilities-not-asked": (pad(asked=False), pad()),
    "no-air-where-it-freezes": (wintry("freezing"), wintry("mild")),
    "no-air-where-it-freezes salted": (wintry("freezing and salted"), wintry("freezing and salted", "air-entrained")),
    "falls-the-wrong-way": (
        pad(house="front", isolated=["front"]),
        pad(house="back", isolated=["back"]),
    ),
    "falls-the-wrong-way sideways": (
        pad(house="left", isolated=["left"], cross_to="left"),
        pad(house="left", isolated=["left"], cross_to="right"),
    ),
    "falls-the-wrong-way in a corner": (
        pad(house="front", isolated=["front"], falls_to="left", cross_to="front"),
        pad(house="front", isolated=["front"], falls_to="left", cross_to="front", cross_mm_m=0),
    ),
    "fall-too-steep": (pad(fall_mm_m=101), pad(fall_mm_m=100)),
    "fall-too-steep sideways": (pad(cross_to="left", cross_mm_m=120), pad(cross_mm_m=120)),
    "fall-too-flat": (pad(fall_mm_m=9), pad(fall_mm_m=10)),
    "fall-too-flat level": (pad(fall_mm_m=0), pad(fall_mm_m=0, cross_to="left")),
    "corner-off": (read(("C", "36.5 mm")), read(("C", "37.5 mm"))),
    "corner-off low": (read(("D", "44 mm")), read(("D", "42 mm"))),
    "readings-differ": (read(("A", "4 mm"), ("A", "0 mm")), read(("A", "0 mm"), ("A", "3 mm"))),
    "no-such-corner": (read(("E", "0 mm")), read(("D", "40 mm"))),
    "sub-base-thin": (pad(sub_base="45 mm"), pad(sub_base="50 mm")),
    "sub-base-thin on clay": (pad(sub_base="90 mm", soil="clay, or it freezes"), pad(sub_base="90 mm")),
    "no-isolation": (pad(house="back"), pad(house="back", isolated=["back"])),
    "ask-for-ready-mixed": (pad(size=("3.4 m", "3 m")), pad(size=("3.3 m", "3 m"))),
    "rows-do-not-add-up": (field(deep="1300 mm"), field(deep="1250 mm")),
    "rows-do-not-add-up uneven": (field(count=5, deep=None), field(count=6, deep=None)),
    "gap-needs-ripped-strips": (
        sections({"sheet": LUMBER}, gap="50 mm", row_gap="38 mm", run="2800 mm", deep=None),
        sections({"sheet": LUMBER}, gap="38 mm", row_gap="76 mm", run="2776 mm", deep=None),
    ),
    "gap-needs-ripped-strips narrow": (
        sections({"sheet": LUMBER}, gap="20 mm", row_gap="90 mm", run="2740 mm", deep=None),
        sections({"sheet": LUMBER}, gap="39 mm", row_gap="90 mm", run="2778 mm", deep=None),
    ),
    "strips-lock": (
        sections({"sheet": LUMBER, "strips_out": "oiled"}, gap="38 mm", row_gap="38 mm", run="2776 mm", deep=None),
        sections({"sheet": LUMBER, "strips_out": "tapered"}, gap="38 mm", row_gap="38 mm", run="2776 mm", deep=None),
    ),
    "board-of-parts": (
        sections({"sheet": LUMBER}, "1700 mm", gap="76 mm", row_gap="76 mm", run="5252 mm", deep=None),
        sections({"sheet": LUMBER}, "1500 mm", gap="76 mm", row_gap="76 mm", run="4652 mm", deep=None),
    ),
    "panel-too-long": (
        pad(size=("4 m", "2 m"), columns=1, rows=1),
        pad(size=("3.6 m", "2.4 m"), columns=1, rows=1),
    ),
    "panel-too-slim": (pad(columns=1, rows=2), pad(columns=1, rows=1)),
    "joint-too-shallow": (pad(columns=2, groove="20 mm"), pad(columns=2, groove="25 mm")),
    "slab-too-thin": (pad("70 mm"), pad("75 mm")),
    "slab-too-thin under a car": (pad("95 mm", carries="car"), pad("100 mm", carries="car")),
    "slab-too-thin bonded": (pad("35 mm", under="old slab, bonded"), pad("38 mm", under="old slab, bonded")),
    "slab-too-thin apart": (pad("70 mm", under="old slab, apart"), pad("75 mm", under="old slab, apart")),
}
