"""What turning, carrying and sliding a piece ask of its concrete, through its weakest section."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
import shapely

from ulbrek.core.base.act import ActNeed
from ulbrek.core.base.figure import Figure, work
from ulbrek.core.handling import rules
from ulbrek.core.handling.care import CARRY, SET, TURN
from ulbrek.core.handling.inputs import Carry
from ulbrek.core.handling.result import Lift, StressAt, Strip
from ulbrek.core.kit.beams import Bending, Sections, Supports, refined, sections_of, sliding, weakest
from ulbrek.core.kit.beams.sections import Axis
from ulbrek.core.kit.geometry import Solid

# Source: precast handling practice, from memory: 1.2-1.5 on self weight, 1.2-1.4 off the form.
DYNAMIC, SUCTION, SAFETY = 1.3, 1.3, 1.5
_DRAWN = 0.01
LEAST_TO_MOVE_MPA = 10.0  # Source: common practice.


@dataclass(frozen=True, slots=True)
class SteelLine:
    """A bar or wire as it lies in the plan of the piece: from, to [mm], and its area [mm²]."""

    x1: float
    y1: float
    x2: float
    y2: float
    area_mm2: float


@dataclass(frozen=True)
class Lifted:
    """What is lifted.

    Attributes:
        solid: the piece as a plate
        density_kg_m3: of its concrete
        plate_kg_m3: at which the plate weighs what the piece does
        strength_28_mpa: least 28-day strength of the mix
        flat: whether it is a slab: neither a vessel nor drawn from the side
        steel: what lies in it
        steel_up_mm: the middle of its steel over the face that lies down; None where there is none
        reinforced: whether it carries steel or fibre
        shown: names of the edges that show
        centroid_mm: height of its centroid as it stands
        stands_in_mm: from below that to the nearest edge that it stands on
        height_mm: as it stands
    """

    piece: str
    solid: Solid
    density_kg_m3: float
    plate_kg_m3: float
    strength_28_mpa: float
    flat: bool = True
    steel: tuple[SteelLine, ...] = ()
    steel_up_mm: float | None = None
    reinforced: bool = False
    shown: frozenset[str] = frozenset()
    centroid_mm: float = 0.0
    stands_in_mm: float = 0.0
    height_mm: float = 0.0

    @property
    def length_mm(self) -> float:
        """Length of the box round it [mm]."""
        left, _, right, _ = self.solid.outline.box
        return right - left

    @property
    def width_mm(self) -> float:
        """Width of the box round it [mm]."""
        _, front, _, back = self.solid.outline.box
        return back - front

    @property
    def along(self) -> Axis:
        """The direction of its longer side."""
        return "x" if self.length_mm >= self.width_mm else "y"

    @property
    def across(self) -> Axis:
        """The direction of its shorter side."""
        return "y" if self.along == "x" else "x"

    @cached_property
    def lengthwise(self) -> Sections:
        """Its sections square to its longer side."""
        return sections_of(self.solid, self.along)

    @cached_property
    def crosswise(self) -> Sections:
        """Its sections square to its shorter side."""
        return sections_of(self.solid, self.across)


def lifts(what: Lifted, carry: Carry) -> tuple[Lift, ...]:
    """Turning it up on its longer edge, and carrying it in each of the ways."""
    along, across, depth = what.lengthwise, what.crosswise, what.solid.depth_mm
    low, long = along.low_mm, along.high_mm - along.low_mm
    quarter = Supports(low + long / 4, low + long * 3 / 4)
    ends = Supports(low, low + long)

    def bent(supports: Supports, on_edge: bool = False) -> Bending:
        return weakest(along, supports, depth, what.plate_kg_m3, on_edge)

    turned = weakest(across, Supports(across.low_mm, across.high_mm), depth, what.plate_kg_m3, on_edge=False)
    return (
        lift_of(what, ("turn", "turned up on its long edge"), turned, what.across, SUCTION, True),
        lift_of(what, ("on edge", "carried on edge"), bent(ends, on_edge=True), what.along, 1.0, carry == "on edge"),
        lift_of(
            what, ("flat, at quarter points", "carried flat, held at quarter points"), bent(quarter), what.along, 1.0,
            carry == "flat, at quarter points",
        ),
        lift_of(
            what, ("flat, at the ends", "carried flat, held at the ends"), bent(ends), what.along, 1.0,
            carry == "flat, at the ends",
        ),
    )  # fmt: skip


def slid(what: Lifted, chosen: bool) -> Lift:
    """Sliding it onto its supports over the edge of a bench, until as much as half hangs over."""
    depth = what.solid.depth_mm
    bent = refined(what.lengthwise, (), lambda slices: sliding(slices, depth, what.plate_kg_m3))
    return lift_of(what, ("slide", "slid over the edge of a bench"), bent, what.along, 1.0, chosen)


def needs(of: str, planned: tuple[Lift, ...], slide: Lift | None) -> Iterator[ActNeed]:
    """Turning, carrying and setting in place as acts, each with the strength it needs."""
    turn, *ways = planned
    chosen = next(one for one in ways if one.chosen)
    yield ActNeed(
        id="turn",
        name="Turn it over",
        test="The edge rings when it is knocked, and is dry and light.",
        strength=_to_move(f"{of}/turn", turn.needed),
        care=TURN,
    )
    yield ActNeed(
        id="carry",
        name=f"Lift and carry it, {chosen.id}",
        test="It stood on its edge without a crack.",
        strength=_to_move(f"{of}/carry", chosen.needed),
        care=CARRY,
    )
    if slide is not None and slide.chosen:
        yield ActNeed(
            id="set",
            name="Slide it onto its supports",
            test="What carries it is level, and dry battens lie ready.",
            strength=_to_move(f"{of}/set", slide.needed),
            care=SET,
        )


def _to_move(of: str, needed: Figure) -> Figure:
    return work(rules.strength_to_move, of, lift_mpa=needed, least_mpa=LEAST_TO_MOVE_MPA)


def lift_of(what: Lifted, told: tuple[str, str], bent: Bending, along: Axis, suction: float, chosen: bool) -> Lift:
    """A lift with its stress, the strength that it needs, and the stress that is allowed.

    Args:
        what: the piece
        told: its id, and in words
        bent: its worst bending
        along: the direction in which it bends
        suction: factor for coming off the form
        chosen: whether it is done so
    """
    of = f"{what.piece}/{told[0]}"
    factors = {"dynamic": DYNAMIC, "suction": suction, "safety": SAFETY}
    stress = stress_of(of, what.solid.depth_mm, bent, on_edge=told[0] == "on edge")
    return Lift(
        id=told[0],
        name=told[1],
        stress=stress,
        needed=work(rules.strength_for_lift, of, stress_mpa=stress, **factors),
        limit=work(rules.stress_allowed, of, strength_mpa=what.strength_28_mpa, **factors),
        along=along,
        at_mm=bent.at_mm,
        strips=tuple(Strip(*strip) for strip in bent.slice.strips),
        chosen=chosen,
        places=thinned(bent.places),
    )


def stress_of(of: str, thickness_mm: float, bent: Bending, on_edge: bool = False) -> Figure:
    """The stress of the worst bending."""
    if on_edge:
        return work(
            rules.stress_on_edge,
            of,
            moment_nm=bent.moment_nm,
            inertia_mm4=max(bent.slice.inertia_mm3 * thickness_mm, 1e-6),
            farthest_mm=bent.slice.farthest_mm,
        )
    return work(
        rules.stress_flat,
        of,
        moment_nm=bent.moment_nm,
        net_width_mm=max(bent.slice.width_mm, 1e-6),
        thickness_mm=thickness_mm,
    )


def thinned(places: Sequence[tuple[float, float]]) -> tuple[StressAt, ...]:
    """The stress along it [mm, MPa] in as few places as draw the same line, within a hundredth of the greatest."""
    most = max((stress for _, stress in places), default=0.0)
    if len(places) < 3 or most <= 0:
        return tuple(StressAt(at, stress) for at, stress in places)
    at, stress_at = np.array(places).T
    low, run = at[0], max(at[-1] - at[0], 1.0)
    line = shapely.simplify(shapely.linestrings((at - low) / run, stress_at / most), _DRAWN, preserve_topology=False)
    drawn = shapely.get_coordinates(line)
    return tuple(
        StressAt(x, y)
        for x, y in zip(
            (drawn[:, 0] * run + low).round(1).tolist(), (drawn[:, 1] * most).round(4).tolist(), strict=True
        )
    )
