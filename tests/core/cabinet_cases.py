"""Findings of Cabinets: what raises each, and a near miss that does not; and runs to begin a test with."""

from typing import Any

from tests.jobs import top
from ulbrek.core.job.job import Job


def units(*widths: str) -> list[dict[str, str]]:
    """What stands in a leg: “600 mm” a cabinet, “range 600 mm” something else."""
    found = []
    for one in widths:
        kind, _, number = one.removesuffix(" mm").rpartition(" ")
        found.append({"kind": kind or "cabinet", "width": f"{number} mm"})
    return found


def leg(*widths: str, **more: Any) -> dict[str, Any]:
    """A leg of a run."""
    return {"units": units(*widths), **more}


def sink(along: str = "900 mm", **more: Any) -> dict[str, Any]:
    """A sink's opening of 500 x 400 mm, its middle so far from the left."""
    return {
        "kind": "opening", "id": "sink", "name": "Sink", "length": "500 mm", "width": "400 mm",
        "corner_radius": "10 mm", "x": {"side": "left", "to": "centre", "offset": along},
        "y": {"side": "back", "to": "centre", "offset": "310 mm"}, **more,
    }  # fmt: skip


def apron(drop: str, thickness: str = "40 mm", edge: str = "front") -> dict[str, Any]:
    """An edge that hangs down in front."""
    return {
        "kind": "drop edge", "id": f"apron-{edge.replace(' ', '-')}", "name": "Apron", "edge": edge, "drop": drop,
        "thickness": thickness,
    }  # fmt: skip


def over(
    *features: dict[str, Any], back: dict[str, Any] | None = None, piece: dict[str, Any] | None = None,
    carried: dict[str, Any] | None = None, form: dict[str, Any] | None = None, **run: Any,
) -> Job:  # fmt: skip
    """A top over three cabinets of 600 mm between two walls, unless its run is told otherwise."""
    ends = {} if {"left", "left_end"} & set(run) else {"left_end": "at a wall", "right_end": "at a wall"}
    laid = {"id": "run", "tops": ["top"], "back": back or leg("600 mm", "600 mm", "600 mm"), **ends, **run}
    return top(
        *features,
        piece={"stays": "over cabinets", "edges_shown": ["front"], **(piece or {})},
        cabinets={"runs": [laid], **(carried or {})}, form=form or {},
        mix={"container": "drum", "settled": "tapped"}, steel={"school": "mesh", "held": "clipped up from the base"},
    )  # fmt: skip


def alone() -> Job:
    """A top over cabinets that nobody has described."""
    return top(piece={"stays": "over cabinets", "edges_shown": ["front"]}, mix={"settled": "tapped"})


RANGE = leg("600 mm", "range 600 mm", "600 mm")
SECOND = {"id": "second", "name": "Second", "outline": {"length": "600 mm", "width": "600 mm"}, "thickness": "40 mm",
          "stays": "over cabinets", "edges_shown": []}  # fmt: skip


def two_tops(back: dict[str, Any]) -> Job:
    """Two tops that one run is said to have."""
    document = over(back=back, tops=["top", "second"]).model_dump(mode="json")
    return Job.model_validate(document | {"pieces": [*document["pieces"], SECOND]})


CABINET_CASES: dict[str, tuple[Job, Job]] = {
    "cabinets-not-described": (alone(), over()),
    "no-top-drawn": (over(back=RANGE), over()),
    "top-over-nothing": (two_tops(leg("600 mm", "600 mm")), two_tops(RANGE)),
    "top-cast-elsewhere": (over(piece={"stays": None}), over()),
    "no-such-piece that lies over cabinets": (over(tops=["top", "gone"]), over()),
    "run-does-not-close": (
        over(back=leg("600 mm", "600 mm", "600 mm", wall="1812 mm")),
        over(back=leg("600 mm", "600 mm", "600 mm", wall="1809 mm")),
    ),
    "run-does-not-close too long": (
        over(back=leg("600 mm", "filler 60 mm", "600 mm", wall="1240 mm")),
        over(back=leg("600 mm", "filler 60 mm", "600 mm", wall="1259 mm")),
    ),
    "run-does-not-close round a corner": (
        over(left=leg("600 mm", "600 mm", wall="1760 mm")),
        over(left=leg("600 mm", "600 mm", wall="1780 mm")),
    ),
    "wall-bows": (
        over(back=leg("600 mm", "600 mm", bow="6 mm")),
        over(back=leg("600 mm", "600 mm", bow="5 mm")),
    ),
    "top-long-without-joint": (
        over(back=leg(*["600 mm"] * 5, "100 mm")),
        over(back=leg(*["600 mm"] * 5, "50 mm")),
    ),
    "opening-over-a-side": (
        over(sink("950 mm"), back=leg("600 mm", "sink cabinet 600 mm", "600 mm")),
        over(sink("930 mm"), back=leg("600 mm", "sink cabinet 600 mm", "600 mm")),
    ),
    "no-room-for-the-rim": (
        over(sink("915 mm"), back=leg("600 mm", "sink cabinet 600 mm", "600 mm"), sinks="under the top"),
        over(sink("905 mm"), back=leg("600 mm", "sink cabinet 600 mm", "600 mm"), sinks="under the top"),
    ),
    "no-room-for-the-rim dropped in": (
        over(sink("885 mm"), back=leg("600 mm", "sink cabinet 600 mm", "600 mm"), sinks="under the top"),
        over(sink("885 mm"), back=leg("600 mm", "sink cabinet 600 mm", "600 mm")),
    ),
    "sink-has-no-opening": (
        over(back=leg("600 mm", "sink cabinet 600 mm")),
        over(sink("900 mm"), back=leg("600 mm", "sink cabinet 600 mm")),
    ),
    "drop-below-its-rail": (over(apron("36 mm")), over(apron("34 mm"))),
    "board-not-for-wet-concrete": (over(form={"base_sheet": "melamine-16"}), over(form={"base_sheet": "film-ply-18"})),
    "cabinets-too-weak": (over(piece={"thickness": "100 mm"}), over(piece={"thickness": "90 mm"})),
    "cabinets-too-weak wide": (
        over(back=leg("900 mm", "900 mm"), piece={"thickness": "75 mm"}),
        over(back=leg("900 mm", "900 mm"), piece={"thickness": "60 mm"}),
    ),
    "overhang-long": (over(overhang="220 mm", depth="700 mm"), over(overhang="190 mm", depth="700 mm")),
    "overhang-long behind": (
        over(behind="open", back_overhang="210 mm", depth="800 mm"),
        over(behind="open", back_overhang="200 mm", depth="800 mm"),
    ),
    "no-side-at-dishwasher": (
        over(back=leg("600 mm", "dishwasher 600 mm")),
        over(back=leg("600 mm", "dishwasher 600 mm", "end panel 18 mm")),
    ),
    "no-side-at-dishwasher too wide": (
        over(back=leg("600 mm", "dishwasher 640 mm", "600 mm")),
        over(back=leg("600 mm", "dishwasher 620 mm", "600 mm")),
    ),
    "brace-too-slim": (over(depth="750 mm"), over(depth="650 mm")),
    "carried-too-slowly": (
        over(carried={"carriers": 1, "walk_m": 150, "bucket_l": 4}),
        over(carried={"carriers": 4, "walk_m": 150, "bucket_l": 4}),
    ),
}  # fmt: skip
