"""Findings of Steel: what raises each, and a near miss that does not."""

from typing import Any

from tests.jobs import feature, opening, top
from ulbrek.core.job.job import Job


def by_hand(*bars: dict[str, Any], **changed: Any) -> Job:
    """A top with an opening, and bars moved, put in or left out by hand."""
    return top(opening(), steel={"by_hand": [{"piece": "top", **bar} for bar in bars]}, **changed)


def front(offset: str) -> dict[str, Any]:
    """The bar in front of the sink, moved to so far from the front."""
    return {"bar": "Sink.front", "side": "front", "offset": offset}


def own(number: int, offset: str) -> dict[str, Any]:
    """A bar of one's own, along the width."""
    return {"bar": f"own {number}", "side": "left", "offset": offset}


def vessel(wall_mm: float, **steel: Any) -> Job:
    """A box with straight walls of one thickness, and a floor of 80 mm."""
    core = {
        "kind": "core", "id": "inside", "name": "Inside", "draft_deg": 0,
        "x": {"side": "left", "to": "centre", "offset": "300 mm"},
        "y": {"side": "front", "to": "centre", "offset": "250 mm"},
        "length": f"{600 - 2 * wall_mm} mm", "width": f"{500 - 2 * wall_mm} mm", "depth": "220 mm",
    }  # fmt: skip
    piece = {
        "outline": {"kind": "rectangle", "length": "600 mm", "width": "500 mm"}, "thickness": "300 mm",
        "cast": "face up",
    }  # fmt: skip
    return top(core, piece=piece, steel=steel)


ROUTED = {"edge_profiles": [{"edge": "front", "size": "12 mm"}]}
ROUND = {"edge_profiles": [{"edge": "front", "size": "30 mm"}]}
MESH = {"school": "mesh"}


def tube(above: str) -> Job:
    """A thick top with mesh in its middle, and a tube through it."""
    lies = feature("pipe", diameter="20 mm", above=above, after="stays in")
    return top(lies, piece={"thickness": "120 mm"}, steel=MESH)


def pad(thickness: str) -> Job:
    """A pad that is cast on the ground and stays there."""
    return top(
        piece={"thickness": thickness, "cast": "face up"},
        steel={"school": "mesh", "exposure": "on the ground"},
        handling={"standing": {"top": {"use": "pad or step on the ground"}}},
    )


STEEL_CASES: dict[str, tuple[Job, Job]] = {
    "bar-near-edge": (by_hand(front("14 mm")), by_hand(front("15.1 mm"))),  # 3 mm of bar, 12 of concrete
    "bar-near-edge beside a shaped edge": (  # at mid depth the shape takes nothing; 20 beyond it, 3 of bar
        by_hand(front("22 mm"), piece=ROUTED),
        by_hand(front("23.1 mm"), piece=ROUTED),
    ),
    "pipe-in-steel": (  # the mesh lies from 58 to 62
        top(
            feature("pipe", diameter="20 mm", above="70 mm", after="stays in"),
            piece={"thickness": "120 mm"},
            steel=MESH,
        ),
        top(
            feature("pipe", diameter="20 mm", above="72 mm", after="stays in"),
            piece={"thickness": "120 mm"},
            steel=MESH,
        ),
    ),
    "bar-near-edge beside a large round": (  # 30 of round in 40: at mid depth 30 - sqrt(30² - 10²) is 1.7
        by_hand(front("24 mm"), piece=ROUND),
        by_hand(front("24.8 mm"), piece=ROUND),
    ),
    "bar-near-edge all of them": (
        top(steel={"school": "grid of bars", "edge_distance": "14 mm"}, piece={"thickness": "60 mm"}),
        top(steel={"school": "grid of bars", "edge_distance": "15.1 mm"}, piece={"thickness": "60 mm"}),
    ),
    "bars-too-close": (by_hand(own(1, "100 mm"), own(2, "130 mm")), by_hand(own(1, "100 mm"), own(2, "131.1 mm"))),
    "bar-by-hand-lost": (by_hand({"bar": "Hob.front"}), by_hand({"bar": "Sink.front"})),
    "no-bolts-to-hang-from": (
        top(feature("bolt", diameter="10 mm", embedded="16 mm"), steel={"held": "tied to its bolts"}),
        top(
            feature("bolt", diameter="10 mm", embedded="15 mm", repeat={"kind": "row", "count": 2, "pitch": "200 mm"}),
            steel={"held": "tied to its bolts"},
        ),
    ),
    "steel-feet-show": (
        top(steel={"held": "on chairs"}),
        top(steel={"held": "on chairs"}, piece={"cast": "face up"}),
    ),
    "too-little-cover laid too low": (
        top(steel={"school": "mesh", "height": "14 mm"}),  # 5 of mesh in 40: 17.5 in the middle, 3 off it is 14.5
        top(steel={"school": "mesh", "height": "14.5 mm"}),
    ),
    "too-little-cover under a tray": (
        top(feature("recess", length="200 mm", width="150 mm", corner_radius="12 mm", depth="3.1 mm"), steel=MESH),
        top(feature("recess", length="200 mm", width="150 mm", corner_radius="12 mm", depth="2.9 mm"), steel=MESH),
    ),
    "too-little-cover of a stack": (  # 2.5 + 2.5 + 12.7 in 41: a hint that it may show
        top(opening(), steel={"bar": "4"}, piece={"thickness": "41 mm"}),
        top(opening(), steel={"bar": "4"}, piece={"thickness": "42 mm"}),
    ),
    "too-little-cover on the ground": (pad("77 mm"), pad("80 mm")),  # 5 of wire; 38 under it, over stone
    "no-room-for-a-cage": (vessel(17), vessel(18)),
    "cage-near-face": (vessel(51), vessel(52)),  # two bars of 6 in the middle of a wall leave half the rest
    "fibre-not-dosed": (
        top(steel={"school": "fibre only"}),
        top(steel={"school": "fibre only"}, mix={"doses": [{"admixture": "fibre-fine"}]}),
    ),
}
