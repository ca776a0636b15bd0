"""What is done on the ground, in order and in words."""

from collections.abc import Iterator
from dataclasses import replace
from typing import NamedTuple

from ulbrek.core.base.act import ActNeed
from ulbrek.core.base.figure import Figure
from ulbrek.core.base.task import Task
from ulbrek.core.ground import care
from ulbrek.core.ground.inputs import Plot, SideName
from ulbrek.core.ground.result import Dig, InsideSteps, Joints, SubBase


class Found(NamedTuple):
    """What the steps are said from."""

    dig: Dig | None
    sub_base: SubBase | None
    drop: Figure
    low: tuple[SideName, ...]
    joints: Joints | None
    isolation: Figure | None
    bonding: Figure | None
    in_sections: bool = False
    thickness_mm: float = 0.0
    face: str = "trowelled"
    steps: bool = False
    inside: InsideSteps | None = None


_JOINED = {
    "hand groover": "Groover along a straight board, once the edges are run; again when the sheen is gone.",
    "early saw": "{1 to 4 h} after it has set, dry saw made for it, as soon as the cut does not fray.",
    "wet saw": "{6 to 18 h} after the pour, before it is a day old: later it has cracked by itself.",
    "strips left in": "Strips stand on their line before the pour, level with the boards, and stay.",
}


_FACES = {
    "textured": "Float, edge, wait until the sheen has gone, edge again. Then the broom, in one pull from side to "
    "side, across the way that water runs.",
    "stamped": "Float and edge. When a hand lifts nothing and a finger leaves {3 to 6 limit}: powder on, mats of {mat} "
    "laid from one end, tight, each tamped once and lifted straight. The odd mat is to stand on. Along walls a hand "
    "stamp. Powder is washed off after a day or two.",
    "sponged": "Float and edge. The next morning a wet sponge, in circles, until the sand shows alike: so a new slab "
    "comes to look like an old one beside it. Try a corner first.",
    "trowelled": "Float, edge, trowel twice: the second time it rings. Smooth outdoors is slippery when wet.",
}
TWO_LIFTS_MM = 125.0


_BOARDS = {
    False: "Longest side to its height, then its corners, then the side opposite. Stakes outside, cut off below the "
    "edge, screws from outside. Stone closes a gap under a board.",
    True: "Two side forms sawn to the steps, staked plumb, a level across from one to the other. Boards of the risers "
    "between them, from the top down. Both panels a little lower in front: each tread {6 limit} lower at its "
    "nose, so that water runs off.",
}
_UP = (
    "From the lowest step up, stiff: each is filled and spaded along its board before the next. Screed each tread from "
    "side form to side form, edge its nose, and broom or float it. Boards of risers may come off the same day, to rub "
    "them while green; the side forms stay on."
)


def _placed(thickness_mm: float) -> str:
    """How concrete is placed between boards: in two lifts where it is thick."""
    lifts = (
        "In two lifts, the steel on the first, the second before that stiffens. "
        if thickness_mm > TWO_LIFTS_MM
        else "In one lift, the steel pulled up to its height or on its supports. "
    )
    return (
        f"{lifts}From the far end toward the mixer, each barrow against the last. A spade along the boards, then the "
        "screed, sawn and dragged, a little concrete always before it."
    )


def tasks_of(plot: Plot, found: Found) -> Iterator[Task]:
    """All that is done before the concrete comes, and the joints and channels after it.

    Args:
        plot: how it lies
        found: what is worked out for it
    """
    if plot.under == "ground":
        yield Task(
            "ask", "Ask what runs there", "Lines and pipes marked, with their depth. Keep the answer.", care.UTILITIES
        )
    yield Task(
        "mark", "Set out", "Longest side first, by a string. Then square, by the tape. Marks outside of the dig."
    )
    yield from _dug(plot, found) if plot.under == "ground" else _overlaid(found)
    yield Task("boards", "Boards and stakes", _BOARDS[found.steps], care.BACKS)
    yield Task("level", "Heights", _heights(plot, found))
    yield Task("square", "Square", "By the tape, until both readings are as planned. Then backfill the boards.")
    if found.inside is not None:
        yield Task("inside", "Stone inside", _inside(found.inside), care.BACKS)
    if found.isolation is not None:
        yield Task(
            "isolate", "Isolation strip",
            f"{{{plot.strip_mm:g} limit}} thick, as high as the slab, against all that stands still.",
        )  # fmt: skip
    yield Task("place", "Place it", _UP if found.steps else _placed(found.thickness_mm), care.WET)
    how = _FACES[found.face].replace("{mat}", f"{{{plot.mat_mm:g} limit}}")
    yield Task("face", "Face", how, care.STAMP if found.face == "stamped" else "")
    if found.joints is not None and found.joints.made in _JOINED:
        yield Task("joints", "Joints", _JOINED[found.joints.made])
    if found.in_sections:
        yield Task(
            "channels", "Strips and channels", "What stands between the sections comes out: a day after the pour at "
            "the earliest, when a nail no longer marks the edges. Blocks and cleats first, then each strip straight "
            "up, never levered on an edge. Then washed stone, level with the slabs.",
        )  # fmt: skip


def _dug(plot: Plot, found: Found) -> Iterator[Task]:
    dig, stone = found.dig, found.sub_base
    if dig is not None:
        soft = " Soft places come out, and are filled with stone." if plot.soil == "soft or filled" else ""
        yield Task(
            "dig", "Dig", f"{{{dig.depth.value:.0f} tape}} below the ground, bottom flat and firm.{soft} "
            "Turf and topsoil to one side.", care.STEPS,
        )  # fmt: skip
    if stone is not None:
        many = int(stone.layers.value)
        each = stone.depth.value / many
        by = "with the plate, wet" if plot.tamper == "plate compactor" else "with the hand tamper, wet"
        layer = f"In {many} layers of {{{each:.0f} tape}}" if many > 1 else "In one layer"
        how = f"{layer}, each tamped {by}, until a heel leaves no mark."
        yield Task("fill", "Sub-base", how, care.TAMPER if plot.tamper == "plate compactor" else "")


def _inside(stone: InsideSteps) -> str:
    many, clear = int(stone.layers.value), f"{{{stone.clear_mm:.0f} tape}}"
    layers = f"in {many} layers, each tamped" if many > 1 else "tamped"
    return (
        f"Between the side forms, {clear} from every board, riser and tread: large ones packed with small ones, "
        f"{layers}, until a heel leaves no mark. Its height is measured down from the side forms. Wetted before the "
        "concrete, so that it does not drink from it."
    )


def _overlaid(found: Found) -> Iterator[Task]:
    clean = "Sound all over (a hammer rings), swept, washed, no oil; edges and joints marked on the boards."
    yield Task("clean", "Clean the old slab", clean)
    if found.bonding is not None:
        yield Task(
            "bond", "Bonding coat", "Roughened, damp and without puddles. Cement slurry as thick as cream, brushed in "
            "just ahead of the concrete: a coat that has dried parts it.", care.WET,
        )  # fmt: skip
    else:
        yield Task("part", "Keep it apart", "Plastic over the old slab, laid flat, joints taped.")


def _heights(plot: Plot, found: Found) -> str:
    told = f"From {plot.datum}, corner by corner, once the stakes are in."
    if found.low:
        told += f" It falls {{{found.drop.value:.0f} tape}} to the {' and the '.join(found.low)}."
    return told


def boards_off(strip: ActNeed, *, in_sections: bool) -> ActNeed:
    """Stripping a form, where that is the boards of a slab.

    Args:
        strip: as of any form
        in_sections: whether strips stand between the sections of a field
    """
    last = " Strips between the sections last, straight up, blocks and cleats first." if in_sections else ""
    return replace(
        strip,
        name="Take the boards off",
        test=f"{strip.test}{last} Backfill the edges at once: rain washes under them.",
    )
