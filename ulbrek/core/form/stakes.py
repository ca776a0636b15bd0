"""Sides on the ground: their stakes, the screws through those, and what holds things where nothing can be bonded."""

from collections.abc import Iterator, Mapping, Sequence
from math import ceil, cos, sin, sqrt
from typing import NamedTuple

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.form import rules
from ulbrek.core.form.brief import FormBrief
from ulbrek.core.form.result import Batten, Joint, Path, Screw, Stake
from ulbrek.core.form.sides import Side
from ulbrek.core.materials import fixings
from ulbrek.core.materials.boards import Lumber

# Source of all: common practice.
STOUT_MM, STOUT_EVERY_MM, THIN_EVERY_MM = 35.0, ((100.0, 900.0), (150.0, 750.0), (1e9, 600.0)), 500.0
CURVE_EVERY_MM = 300.0
SHORT_MM = 200.0  # such a side is held by one stake
IN_FIRM_GROUND_MM = 300.0
STRUTTED_FROM_MM = 150.0  # a stake by itself leans under a higher side
FROM_END_MM = 150.0  # the first stake, from the end of its side
SCREWS_EACH = 2

# What holds things where nothing can be bonded, and nothing screwed from below.
PINNED = "Drive stakes inside it, heads below the screed edge, and screw it to them."
WEIGHTED = "Lay it on its mark, with the ballast on it until the concrete has set: nothing bonds to the ground."
ON_GROUND: Mapping[str, tuple[str, str]] = {
    "sleeve": (
        "the sleeve itself, on a pin",
        "Drive a pin into the ground on its mark, push it over, and tape its end.",
    ),
    "void": (
        "foam that stays in",
        "Tie it down with wire to pins in the ground, every {300 limit}, so that it cannot rise.",
    ),
    "bolt": ("the bolt, pushed into the ground", "Push it in to its depth, upright, threads taped."),
    "wood pad": (
        "the pad itself",
        "Screws half driven into its back as anchors; oil its face and lay it down, with the ballast on it.",
    ),
}


class Apart(NamedTuple):
    """How far apart stakes may be along straight sides, and behind curved ones; None where there are none of those."""

    straight: Figure | None
    curved: Figure | None


def spacing(brief: FormBrief, sides: Sequence[Side], between: Figure, bent: Figure) -> Apart:
    """How far apart stakes may be.

    Args:
        brief: what the form is for
        sides: its sides
        between: how far straight sides span
        bent: how far the liner spans that is bent for curved ones
    """
    stout = brief.sheet.thickness_mm >= STOUT_MM
    usual = next(each for to, each in STOUT_EVERY_MM if brief.head_mm <= to) if stout else THIN_EVERY_MM
    bends: Figure | float = bent if brief.habits.curve == "liner on ribs" else between
    if all(side.edge.bulge >= 0 for side in sides):
        bends = CURVE_EVERY_MM  # round the outside a strip is pulled, not bent: it bows between no two stakes
    of = brief.piece
    straight = work(rules.stake_spacing, of, between_mm=between, usual_mm=usual)
    curved = work(rules.stake_spacing, f"{of}/curve", between_mm=bends, usual_mm=CURVE_EVERY_MM)
    arcs = {side.edge.is_arc for side in sides}
    return Apart(straight if False in arcs else None, curved if True in arcs else None)


def stakes_of(brief: FormBrief, sides: Sequence[Side], apart: Apart) -> Iterator[Stake]:
    """The stakes of all sides: near both ends of each, and between as far apart as they may be; of short ones one.

    Args:
        brief: what the form is for
        sides: its sides
        apart: how far apart they may be
    """
    lined = brief.habits.curve == "liner on ribs"
    for side in sides:
        each, along = (apart.curved, _round) if side.edge.is_arc else (apart.straight, _along)
        for x, y, dx, dy in along(brief, side, each.value) if each else ():
            yield Stake(side.key, x, y, dx, dy, _outline(brief, (x, y), (dx, dy)), not (side.edge.is_arc and lined))


_At = tuple[float, float, float, float]  # a place, and the way outwards from there


def _outline(brief: FormBrief, at: tuple[float, float], out: tuple[float, float]) -> Path:
    """A stake in plan, its wide face on the side."""
    (x, y), (dx, dy) = at, out
    half, deep = _stake(brief).width_mm / 2, _stake(brief).thickness_mm
    corners = ((-half, 0.0), (-half, deep), (half, deep), (half, 0.0))
    return tuple(v for along, far in corners for v in (x - dy * along + dx * far, y + dx * along + dy * far, 0.0))


def _along(brief: FormBrief, side: Side, apart_mm: float) -> Iterator[_At]:
    run, along, out = side.edge.chord, side.along, side.outward
    end = min(FROM_END_MM, run / 4)
    gaps = max(1, ceil((run - 2 * end) / apart_mm - 1e-9))
    places = [end + (run - 2 * end) * step / gaps for step in range(gaps + 1)]
    off = brief.sheet.thickness_mm
    for at in places if run > SHORT_MM else [run / 2]:
        start = side.edge.start
        yield start.x + along.x * at + out.x * off, start.y + along.y * at + out.y * off, out.x, out.y


def _round(brief: FormBrief, side: Side, apart_mm: float) -> Iterator[_At]:
    """Behind the liner or the kerfed strip of a curved side."""
    edge, half = side.edge, _stake(brief).width_mm / 2
    board = (brief.liner if brief.habits.curve == "liner on ribs" else brief.sheet).thickness_mm
    outside = edge.bulge > 0
    # Behind a hollow curve both edges of a stake's face touch, behind a full one its middle.
    far = edge.radius + board if outside else sqrt(max(0.0, (edge.radius - board) ** 2 - half**2))
    count = max(2, ceil(edge.length / apart_mm - 1e-9))
    for number in range(count):
        turn = edge.begin + edge.angle * (number + 0.5) / count
        x, y = cos(turn), sin(turn)
        out = 1.0 if outside else -1.0
        yield edge.centre.x + far * x, edge.centre.y + far * y, out * x, out * y


def joint(brief: FormBrief, density_kg_m3: Figure) -> Joint:
    """How sides are screwed to their stakes: from outside, and not out at the concrete's side.

    Args:
        brief: what the form is for
        density_kg_m3: density of the fresh concrete
    """
    stake, of = _stake(brief).thickness_mm, brief.piece
    length = stake_screw(brief)
    bite = work(rules.bite_through, of, screw_mm=length, board_mm=stake)
    screw = brief.supplies.screw
    corner = min((one for one in screw.lengths_mm if one >= brief.sheet.thickness_mm + fixings.BITE_FROM_SIDE_MM),
                 default=max(screw.lengths_mm))  # fmt: skip
    return Joint(
        brief.fixing, "stake", length, bite,
        work(rules.pilot, of, shank_mm=screw.shank_mm, pilot_share=fixings.PILOT_SHARE), corner,
        work(rules.screw_holds, of, grip=fixings.GRIP_FACE, shank_mm=screw.shank_mm, bite_mm=bite,
             density_kg_m3=brief.sheet.density_kg_m3),
        work(rules.push_a_screw, of, density_kg_m3=density_kg_m3, height_mm=brief.head_mm,
             spacing_mm=brief.habits.screw_spacing.mm),
    )  # fmt: skip


def stake_screw(brief: FormBrief) -> float:
    """The screw through a stake: the nearest to its usual bite that stays in the board; else the shortest through."""
    stake, board = _stake(brief).thickness_mm, brief.sheet.thickness_mm
    low, high = stake + fixings.LEAST_BITE_MM, stake + board - fixings.LEAST_BACK_MM
    sold = sorted(brief.supplies.screw.lengths_mm)
    fitting = [one for one in sold if low <= one <= high]
    wanted = stake + fixings.BITE_FROM_SIDE_MM
    if fitting:
        return next((one for one in fitting if one >= wanted), fitting[-1])
    return next((one for one in sold if one >= low), sold[-1])


def _stake(brief: FormBrief) -> Lumber:
    """What stakes are cut from."""
    assert brief.lumber is not None  # noqa: S101 - a form on the ground has stakes
    return brief.lumber


def screws(brief: FormBrief, stakes: Sequence[Stake], made: Joint) -> list[Screw]:
    """Two through each stake into what it holds.

    Args:
        brief: what the form is for
        stakes: where they stand
        made: how it is screwed
    """
    off = _stake(brief).thickness_mm
    return [
        Screw(one.x_mm + one.dx * off, one.y_mm + one.dy * off, "in", -one.dx, -one.dy, made.screw_mm)
        for one in stakes
        if one.screwed
        for _ in range(SCREWS_EACH)
    ]


def battens(brief: FormBrief, stakes: int, boxes: int) -> Iterator[Batten]:
    """The lumber of the stakes; of high sides a strut to a second stake each, and two stakes inside each box.

    Args:
        brief: what the form is for
        stakes: how many stand at its sides
        boxes: how many open boxes stand in it
    """
    of, tall = brief.piece, brief.head_mm > STRUTTED_FROM_MM
    length = work(rules.stake_length, of, height_mm=brief.head_mm, bite_mm=IN_FIRM_GROUND_MM)
    yield Batten("stake", "Stake, pointed", length, stakes * (2 if tall else 1))
    if boxes:
        yield Batten("box stake", "Stake inside a box", length, 2 * boxes)
    if tall:
        yield Batten("strut", "Strut, from stake to stake", work(rules.strut, of, height_mm=brief.head_mm), stakes)
