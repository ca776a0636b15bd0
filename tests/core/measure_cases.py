"""What Measure finds: a case that raises it, and a near miss that does not."""

from typing import Any

from tests.jobs import core, feature, free, hole, opening, recess, shaped, top
from ulbrek.core.job.job import Job

LONG = {"outline": {"length": "2400 mm", "width": "600 mm"}}
TALL = {"thickness": "350 mm"}
THICK = {"thickness": "120 mm"}
BARE = {"school": "none"}
MAT = {"length": "400 mm", "width": "300 mm", "thickness": "3 mm"}


def site(**fields: Any) -> Job:
    return top(site=fields)


def dimension(again: str | None) -> dict[str, Any]:
    return {"id": "wall", "name": "Wall to wall", "first": "1200 mm", "again": again, "pieces": ["top"]}


def door(width: str) -> dict[str, Any]:
    return {"id": "door", "name": "Studio door", "width": width, "height": "2000 mm"}


def seam(offset: str, side: str = "left") -> dict[str, Any]:
    return {"id": "seam", "side": side, "offset": offset}


def pipe_from(front: str) -> dict[str, Any]:
    """A pipe from so near the front into the middle of the top."""
    place = {"y": {"to": "edge", "offset": front}}
    return feature("pipe", diameter="20 mm", runs="front to back", length="200 mm") | place


def crossing(above: str) -> dict[str, Any]:
    """A second pipe, square to the first."""
    return feature("pipe", name="Second pipe", diameter="25 mm", runs="front to back", above=above)


def heads(count: int = 2, **bar: Any) -> Job:
    """Cubes of 130 mm on a bar that goes 100 mm deep into each."""
    tube = {
        "diameter": "34 mm", "wall": "2 mm", "length": "360 mm", "heads": "two heads", "embedded": "100 mm",
        "pinned": True, **bar,
    }  # fmt: skip
    on_bar = feature("sleeve", "65 mm", "65 mm", name="Bar", **tube)
    cube = {"kind": "rectangle", "length": "130 mm", "width": "130 mm"}
    return shaped(cube, on_bar, thickness="130 mm", count=count)


def pair(**second: Any) -> Job:
    job = top().model_dump(mode="json")
    first = {**job["pieces"][0], "matches": "Seats"}
    return Job.model_validate({**job, "pieces": [first, {**first, "id": "other", "name": "Other", **second}]})


def steps(number: int, rise: str, going: str, **more: str | int) -> Job:
    """Steps of 1.2 m that stay where they are cast."""
    outline = {"kind": "steps", "number": number, "rise": rise, "going": going, **more}
    stays = {"stays": "on the ground", "edges_shown": [], "name": "Steps"}
    return top(
        piece={"outline": outline, "thickness": "1200 mm", **stays},
        steel={"exposure": "on the ground"}, mix={"work": "ground", "container": "drum"},
        ground={"utilities": "nothing there"},
    )  # fmt: skip


MEASURE_CASES: dict[str, tuple[Job, Job]] = {
    "riser-trips": (steps(2, "200 mm", "280 mm"), steps(2, "195 mm", "280 mm")),
    "riser-trips low": (steps(2, "95 mm", "400 mm"), steps(2, "100 mm", "400 mm")),
    "tread-too-short": (steps(3, "170 mm", "245 mm"), steps(3, "170 mm", "250 mm")),
    "tread-too-short at the top": (
        steps(3, "150 mm", "300 mm", landing="200 mm"),
        steps(3, "150 mm", "300 mm", landing="1 m"),
    ),
    "landing-too-short": (
        steps(3, "150 mm", "300 mm", rest_after=1, rest="890 mm"),
        steps(3, "150 mm", "300 mm", rest_after=1, rest="900 mm"),
    ),
    "steps-out-of-stride": (steps(3, "160 mm", "390 mm"), steps(3, "160 mm", "370 mm")),
    "steps-out-of-stride short": (steps(3, "130 mm", "280 mm"), steps(3, "140 mm", "280 mm")),
    "steps-need-a-guard": (steps(4, "155 mm", "300 mm"), steps(3, "155 mm", "300 mm")),
    "steps-need-a-guard rail": (steps(4, "110 mm", "350 mm"), steps(3, "110 mm", "350 mm")),
    "shell-too-thin": (
        steps(4, "150 mm", "300 mm", over_stone="80 mm"),
        steps(4, "150 mm", "300 mm", over_stone="100 mm"),
    ),
    "no-room-for-stone": (
        steps(3, "150 mm", "300 mm", over_stone="310 mm"),
        steps(3, "150 mm", "300 mm", over_stone="200 mm"),
    ),
    "steps-cast-solid": (steps(4, "150 mm", "300 mm"), steps(2, "150 mm", "300 mm")),
    "outline-crosses-itself": (
        shaped(free((0, 0), (900, 0), (0, 600), (900, 600))),
        shaped(free((0, 0), (900, 0), (900, 600), (0, 600))),
    ),
    "corner-too-round": (
        shaped(free((0, 0), (900, 0), (900, 600), (0, 600), radius="601 mm")),
        shaped(free((0, 0), (900, 0), (900, 600), (0, 600), radius="599 mm")),
    ),
    "featheredge": (
        top(piece={"taper": {"thickness": "19 mm"}}),
        top(piece={"taper": {"thickness": "20 mm"}}),
    ),
    "featheredge at a point": (
        shaped(free((0, 0), (900, 0), (0, 600))),  # 33.7 degrees
        shaped(free((0, 0), (850, 0), (0, 600))),  # 35.2 degrees
    ),
    "featheredge blunted by too little": (
        shaped(free((0, 0), (900, 0), (900, 150), (0, 19))),
        shaped(free((0, 0), (900, 0), (900, 150), (0, 20))),
    ),
    "no-such-edge": (
        top(feature("drop edge", edge="rim", drop="40 mm", thickness="40 mm")),
        top(feature("drop edge", edge="front", drop="40 mm", thickness="40 mm")),
    ),
    "no-such-edge for a profile": (
        top(piece={"edge_profiles": [{"edge": "rim"}]}),
        top(piece={"edge_profiles": [{"edge": "back"}]}),
    ),
    "feature-outside in the notch of an L": (
        shaped(
            {"kind": "l", "length": "1800 mm", "width": "1500 mm", "along": "600 mm", "across": "600 mm"},
            opening(x={"offset": "1200 mm"}, y={"offset": "500 mm"}),
        ),
        shaped(
            {"kind": "l", "length": "1800 mm", "width": "1500 mm", "along": "600 mm", "across": "600 mm"},
            opening(x={"offset": "1200 mm"}, y={"offset": "1200 mm"}),
        ),
    ),
    "feature-through-another bolt in the air": (
        top(opening(), feature("bolt", diameter="10 mm", embedded="15 mm")),
        top(opening(), feature("bolt", x="60 mm", diameter="10 mm", embedded="15 mm")),
    ),
    "web-too-thin of a ring of holes": (
        top({**hole("450 mm", "300 mm"), "repeat": {"kind": "ring", "count": 8, "pitch": "78 mm"}}),
        top({**hole("450 mm", "300 mm"), "repeat": {"kind": "ring", "count": 8, "pitch": "79 mm"}}),
    ),
    "hot-opening": (
        top(opening(hot=True, y={"to": "edge", "offset": "99 mm"})),
        top(opening(hot=True, y={"to": "edge", "offset": "101 mm"})),
    ),
    "hot-opening for a flue": (
        top({**hole("450 mm", "149 mm", "100 mm"), "hot": True}),
        top({**hole("450 mm", "151 mm", "100 mm"), "hot": True}),
    ),
    "seam-through-web": (
        top(opening(x={"offset": "1200 mm"}, width="500 mm"), piece={**LONG, "seams": [seam("1200 mm")]}),
        top(opening(x={"offset": "1200 mm"}, width="470 mm"), piece={**LONG, "seams": [seam("1200 mm")]}),
    ),
    "seam-through-web outside": (top(piece={"seams": [seam("901 mm")]}), top(piece={"seams": [seam("300 mm")]})),
    "floor-too-thin": (top(recess(depth="21 mm")), top(recess(depth="20 mm"))),
    "floor-too-thin under a planter": (
        top(core(depth="331 mm"), piece=TALL),
        top(core(depth="330 mm"), piece=TALL),
    ),
    "undercut": (
        top(recess(former="hard", draft_deg=-3.0)),
        top(recess(former="split", draft_deg=-3.0)),
    ),
    "box-cannot-make": (
        top(opening(former="box", corner_radius="25 mm")),
        top(opening(former="box", corner_radius="0 mm")),
    ),
    "box-cannot-make turned": (
        top(opening(former="box", corner_radius="0 mm", turned_deg=10)),
        top(opening(former="box", corner_radius="0 mm", turned_deg=90)),
    ),
    "no-tin-or-tube": (
        top(hole("450 mm", "300 mm", diameter="41.1 mm", former="tube")),
        top(hole("450 mm", "300 mm", diameter="40.9 mm", former="tube")),
    ),
    "no-tin-or-tube so deep": (
        top(hole("450 mm", "300 mm", diameter="75 mm", former="tube"), piece={"thickness": "112 mm"}),
        top(hole("450 mm", "300 mm", diameter="75 mm", former="tube"), piece={"thickness": "110 mm"}),
    ),
    "no-way-out": (top(recess(former="hard", draft_deg=1.9)), top(recess(former="hard", draft_deg=2.0))),
    "no-way-out but shallow": (
        top(recess(former="hard", depth="11 mm")),
        top(recess(former="hard", depth="10 mm")),
    ),
    "insert-near-face": (
        top(feature("bolt", diameter="10 mm", embedded="16 mm")),
        top(feature("bolt", diameter="10 mm", embedded="15 mm")),
    ),
    "insert-near-face in a side": (
        top(feature("bolt", y="40 mm", diameter="12 mm", embedded="80 mm", into="front"), piece={"thickness": "61 mm"}),
        top(feature("bolt", y="40 mm", diameter="12 mm", embedded="80 mm", into="front"), piece={"thickness": "62 mm"}),
    ),
    "deeper-than-its-piece": (top(recess(depth="40 mm")), top(recess(depth="39 mm"))),
    "deeper-than-its-piece of a void": (
        top(feature("void", length="300 mm", width="200 mm", height="60 mm", above="61 mm"), piece=THICK),
        top(feature("void", length="300 mm", width="200 mm", height="60 mm", above="59 mm"), piece=THICK),
    ),
    "deeper-than-its-piece of a bolt": (
        top(feature("bolt", diameter="10 mm", embedded="41 mm")),
        top(feature("bolt", diameter="10 mm", embedded="39 mm")),
    ),
    "smooth-wooden-bar": (
        top(feature("sleeve", diameter="40 mm", material="wood")),
        top(feature("sleeve", diameter="40 mm", material="steel")),
    ),
    "bar-without-length": (heads(length=None), heads()),
    "heads-longer-than-their-bar": (heads(length="200 mm"), heads(length="300 mm")),
    "no-room-for-a-hand": (heads(length="299 mm"), heads(length="300 mm")),
    "head-without-another": (heads(count=3), heads(count=4)),
    "bar-not-pinned": (heads(pinned=False), heads(pinned=False, material="wood")),
    "does-not-pass-its-sleeve": (
        top(feature("sleeve", diameter="40 mm", wall="2 mm", takes="35.6 mm")),
        top(feature("sleeve", diameter="40 mm", wall="2 mm", takes="35.5 mm")),
    ),
    "does-not-pass-its-sleeve of a solid bar": (
        top(feature("sleeve", diameter="40 mm", takes="20 mm")),
        top(feature("sleeve", diameter="40 mm")),
    ),
    "tube-is-solid": (
        top(feature("sleeve", diameter="40 mm", wall="20 mm")),
        top(feature("sleeve", diameter="40 mm", wall="19 mm")),
    ),
    "bolt-off-its-face": (
        top(feature("bolt", y="45 mm", diameter="12 mm", embedded="80 mm", into="front"), piece=THICK),
        top(feature("bolt", y="40 mm", diameter="12 mm", embedded="80 mm", into="front"), piece=THICK),
    ),
    "bolt-off-its-face beyond it": (
        top(feature("bolt", y="35 mm", diameter="12 mm", embedded="80 mm", into="front"), piece=THICK),
        top(feature("bolt", y="40 mm", diameter="12 mm", embedded="80 mm", into="front"), piece=THICK),
    ),
    "bolt-too-shallow": (
        top(feature("bolt", diameter="10 mm", embedded="29 mm"), piece=THICK),
        top(feature("bolt", diameter="10 mm", embedded="30 mm"), piece=THICK),
    ),
    "pipe-near-face": (
        top(feature("pipe", diameter="25 mm", above="27.4 mm"), piece=THICK, steel=BARE),
        top(feature("pipe", diameter="25 mm", above="27.5 mm"), piece=THICK),
    ),
    "pipe-near-face beside it": (
        top(feature("pipe", y="27.4 mm", diameter="25 mm"), piece=THICK),
        top(feature("pipe", y="27.5 mm", diameter="25 mm"), piece=THICK),
    ),
    "pipe-near-face left in": (
        top(feature("pipe", diameter="25 mm", above="24.4 mm", after="stays in"), piece=THICK, steel=BARE),
        top(feature("pipe", diameter="25 mm", above="24.5 mm", after="stays in"), piece=THICK),
    ),
    "pipe-cannot-be-pulled": (
        top(pipe_from("1.2 mm"), piece=THICK),
        top(pipe_from("0.9 mm"), piece=THICK),
    ),
    "pipe-outside": (
        top(feature("pipe", y="601 mm", diameter="25 mm"), piece=THICK),
        top(feature("pipe", y="580 mm", diameter="25 mm", above="60 mm"), piece=THICK),
    ),
    "pipe-outside along a side": (
        top(feature("pipe", y="12.4 mm", diameter="25 mm"), piece=THICK),
        top(feature("pipe", y="12.6 mm", diameter="25 mm"), piece=THICK),
    ),
    "tube-is-solid in a pipe": (
        top(feature("pipe", diameter="20 mm", wall="10 mm", after="stays in"), piece=THICK, steel=BARE),
        top(feature("pipe", diameter="20 mm", wall="9 mm", after="stays in"), piece=THICK, steel=BARE),
    ),
    "pipe-meets-another": (
        top(feature("pipe", diameter="25 mm", above="60 mm"), crossing("83.9 mm"), piece=THICK),
        top(feature("pipe", diameter="25 mm", above="60 mm"), crossing("84.1 mm"), piece=THICK),
    ),
    "pipe-meets-another and a bolt": (
        top(feature("pipe", diameter="20 mm"), feature("bolt", diameter="10 mm", embedded="52 mm"), piece=THICK),
        top(feature("pipe", diameter="20 mm"), feature("bolt", diameter="10 mm", embedded="50.9 mm"), piece=THICK),
    ),
    "pipe-weakens": (
        top(feature("pipe", diameter="20.1 mm", after="stays in"), piece={"thickness": "60 mm"}),
        top(feature("pipe", diameter="20 mm", after="stays in"), piece={"thickness": "60 mm"}),
    ),
    "web-too-thin in a thick piece": (  # half of 330 is more than 40
        top(opening(y={"to": "edge", "offset": "39 mm"}), piece=THICK),
        top(opening(y={"to": "edge", "offset": "40 mm"}), piece=THICK),
    ),
    "web-too-thin beside a round basin": (
        top(hole("450 mm", "189 mm", "300 mm"), piece={"thickness": "40 mm"}),
        top(hole("450 mm", "190 mm", "300 mm"), piece={"thickness": "40 mm"}),
    ),
    "bolt-too-short": (  # 38 of wood, 2 of washer, 9 of nut
        top(feature("bolt", diameter="10 mm", embedded="12 mm", projects="48 mm", clamps="38 mm")),
        top(feature("bolt", diameter="10 mm", embedded="12 mm", projects="49 mm", clamps="38 mm")),
    ),
    "bolt-too-short through a gasket": (
        top(feature("bolt", diameter="10 mm", embedded="12 mm", projects="51 mm", clamps="38 mm", gasket="3 mm")),
        top(feature("bolt", diameter="10 mm", embedded="12 mm", projects="52 mm", clamps="38 mm", gasket="3 mm")),
    ),
    "thin-under-washer": (
        top(feature("bolt", diameter="10 mm", embedded="12 mm", projects="60 mm", clamps="38 mm", counterbore="24 mm")),
        top(feature("bolt", diameter="10 mm", embedded="12 mm", projects="60 mm", clamps="38 mm", counterbore="23 mm")),
    ),
    "nut-stands-out": (
        top(feature("bolt", diameter="10 mm", embedded="12 mm", projects="60 mm", clamps="38 mm", counterbore="13 mm")),
        top(feature("bolt", diameter="10 mm", embedded="12 mm", projects="60 mm", clamps="38 mm", counterbore="14 mm")),
    ),
    "insert-near-face of a void": (
        top(
            feature("void", length="300 mm", width="200 mm", height="60 mm", above="24 mm"),
            piece={"thickness": "120 mm"},
        ),
        top(
            feature("void", length="300 mm", width="200 mm", height="60 mm", above="26 mm"),
            piece={"thickness": "120 mm"},
        ),
    ),
    "letters-missing": (
        top(feature("lettering", text="12 → 14", height="40 mm", depth="3 mm")),
        top(feature("lettering", text="12 - 14", height="40 mm", depth="3 mm")),
    ),
    "site-drift": (site(dimensions=[dimension("1203.5 mm")]), site(dimensions=[dimension("1203 mm")])),
    "will-not-pass": (site(passages=[door("39 mm")]), site(passages=[door("40 mm")])),
    "set-differs": (pair(thickness="45 mm"), pair(thickness="40 mm")),
    "run-does-not-add-up": (
        top(piece={"count": 3, "run": {"run": "2750 mm", "gap": "10 mm", "end_gap": "10 mm"}}),  # 3 x 900 + 4 x 10
        top(piece={"count": 3, "run": {"run": "2740 mm", "gap": "10 mm", "end_gap": "10 mm"}}),
    ),
    "off-its-weight": (
        top(piece={"outline": {"length": "400 mm", "width": "300 mm"}, "weight": {"mass_kg": 12}}),
        top(piece={"outline": {"length": "400 mm", "width": "300 mm"}, "weight": {"mass_kg": 11}}),
    ),
    "closing-piece": (
        top(piece={"count": 5, "run": {"run": "4500 mm"}}),
        top(piece={"count": 4, "run": {"run": "3600 mm"}}),
    ),
}
