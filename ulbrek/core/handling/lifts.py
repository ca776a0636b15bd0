"""What turning, carrying and sliding a piece ask of its concrete, through its weakest section."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from functools import cached_property
from heapq import nlargest

import numpy as np
import shapely

from ulbrek.core.base.act import ActNeed
from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.handling import rules
from ulbrek.core.handling.care import CARRY, CARRY_ALONE, SET, TURN, TURN_ALONE
from ulbrek.core.handling.inputs import Carry
from ulbrek.core.handling.result import Lift, StressAt, Strip
from ulbrek.core.kit.beams.frame import InStrip, on_edge
from ulbrek.core.kit.beams.row import Array
from ulbrek.core.kit.beams.sections import Axis, Sections, sections_of
from ulbrek.core.kit.beams.slab import UNIT_KG_M3, Bending, Supports, slid_over, weakest
from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.kit.geometry.shapes import hull_of
from ulbrek.core.kit.geometry.solid import Solid

# Source: precast handling practice, from memory: 1.2-1.5 on self weight, 1.2-1.4 off the form.
DYNAMIC, SUCTION, SAFETY = 1.3, 1.3, 1.5
PIPE_HOLE_MM = 60.0  # what is no longer along the piece bends with the rest of it. Source: common practice.
MOST_FRAMED = 24  # openings in one frame, the longest of them
MOST_SIDES = 40  # of an opening in a frame
_DRAWN = 0.01
_RINGS = "Knock the edge: it rings; it looks dry and light."
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
class LiftBrief:
    """What is lifted.

    Attributes:
        piece: its id
        name: what it is called
        solid: the piece as a plate
        density_kg_m3: of its concrete
        plate_kg_m3: at which the plate weighs what the piece does
        strength_28_mpa: least 28-day strength of the mix
        flat: whether it is a slab: neither a vessel nor drawn from the side
        on_its_side: whether it is drawn from the side and cast lying on that
        face_down: whether it is cast with its face down, and turned over
        stays: whether it is cast where it stays
        steel: what lies in it
        steel_up_mm: the middle of its steel over the face that lies down; None where there is none
        reinforced: whether it carries steel or fibre
        shown: names of the edges that show
        centroid_mm: height of its centroid as it stands
        stands_in_mm: from below that to the nearest edge that it stands on
        height_mm: as it stands
        on_bar: how many of it are on one bar, and carried together in the end
    """

    piece: str
    name: str
    solid: Solid
    density_kg_m3: float
    plate_kg_m3: float
    strength_28_mpa: float
    flat: bool = True
    on_its_side: bool = False
    face_down: bool = True
    stays: bool = False
    steel: tuple[SteelLine, ...] = ()
    steel_up_mm: float | None = None
    reinforced: bool = False
    shown: frozenset[str] = frozenset()
    centroid_mm: float = 0.0
    stands_in_mm: float = 0.0
    height_mm: float = 0.0
    on_bar: int = 1

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
    def past_openings(self) -> Sections | None:
        """Its sections square to its longer side with those openings alone beside which strips bend by themselves.

        None where it has none; the longest where they are too many for a frame.
        """
        side = 0 if self.along == "x" else 1
        long = [
            cut
            for cut in self.solid.cuts
            if cut.outline.box[side + 2] - cut.outline.box[side] > PIPE_HOLE_MM
            and cut.bottom_mm <= 0
            and cut.top_mm >= self.solid.depth_mm
        ]
        if not long:
            return None
        framed = nlargest(MOST_FRAMED, long, key=lambda cut: cut.outline.box[side + 2] - cut.outline.box[side])
        framed = [_plain(cut) for cut in framed]
        return sections_of(replace(self.solid, cuts=tuple(framed)), self.along)

    @cached_property
    def crosswise(self) -> Sections:
        """Its sections square to its shorter side."""
        return sections_of(self.solid, self.across)


def _plain(cut: Prism) -> Prism:
    """An opening as the frame takes it: one of very many sides as the hull round it, which is weaker."""
    return cut if len(cut.outline.edges) <= MOST_SIDES else replace(cut, outline=hull_of(cut.outline))


def lifts(what: LiftBrief, carry: Carry) -> tuple[Lift, ...]:
    """Turning it up on its longer edge, and carrying it in each of the ways."""
    along, depth = what.lengthwise, what.solid.depth_mm
    low, long = along.low_mm, along.high_mm - along.low_mm
    quarter = Supports(low + long / 4, low + long * 3 / 4)
    ends = Supports(low, low + long)

    def bent(supports: Supports) -> Bending:
        return weakest(along, supports, depth, what.plate_kg_m3, on_edge=False)

    turned = what.face_down or what.on_its_side or (what.flat and carry == "on edge")
    return (
        turn_of(what, turned),
        lift_of(
            what, ("on edge", "carried on edge"), edgewise(what, ends), what.along, 1.0, carry == "on edge",
        ),
        lift_of(
            what, ("flat, at quarter points", "carried flat, held at quarter points"), bent(quarter), what.along, 1.0,
            carry == "flat, at quarter points",
        ),
        lift_of(
            what, ("flat, at the ends", "carried flat, held at the ends"), bent(ends), what.along, 1.0,
            carry == "flat, at the ends",
        ),
    )  # fmt: skip


def turn_of(what: LiftBrief, chosen: bool) -> Lift:
    """Turning it up on its longer edge: by two at the corners of the other one, or past an opening on a board.

    Args:
        what: the piece
        chosen: whether it is turned at all
    """
    across, depth = what.crosswise, what.solid.depth_mm
    bent = weakest(across, Supports(across.low_mm, across.high_mm), depth, what.plate_kg_m3, on_edge=False)
    if what.past_openings is not None:
        return lift_of(what, ("turn", "turned up on its long edge, on a board"), bent, what.across, SUCTION, chosen)
    found = lift_of(what, ("turn", "turned up on its long edge"), bent, what.across, SUCTION, chosen)
    of = f"{what.piece}/turn, at the corners"
    slices = what.lengthwise.slices()
    hollowed = [one for one in slices if one.hollows and one.width_mm > 0]
    left = min((one.flat(depth).modulus_mm3 / (one.width_mm * depth**2 / 6) for one in hollowed), default=1.0)
    mass = work(rules.mass_of_plate, of, volume_mm3=what.solid.volume_mm3, density_kg_m3=what.plate_kg_m3)
    corner = work(rules.corner_carries, of, mass_kg=mass)
    stress = work(rules.stress_turned, of, corner_n=corner, thickness_mm=depth, left=max(left, 0.01))
    if stress.value <= found.stress.value * bent.slice.concentration:
        return found
    factors = {"dynamic": DYNAMIC, "suction": SUCTION, "corner": 1.0, "safety": SAFETY}
    return replace(
        found,
        stress=stress,
        needed=work(rules.strength_for_lift, of, stress_mpa=stress, **factors),
        limit=work(rules.stress_allowed, of, strength_mpa=what.strength_28_mpa, **factors),
        places=(),
    )


def edgewise(what: LiftBrief, supports: Supports) -> Bending | InStrip:
    """What it carries most where it stands on edge, held at two places: as a beam, or in a strip beside an opening."""
    asked = ("on edge", supports, what.solid.depth_mm, what.past_openings is None)
    found: Bending | InStrip = what.lengthwise.once(asked, lambda: _edgewise(what, supports))
    return found.times(what.plate_kg_m3 / UNIT_KG_M3)


def _edgewise(what: LiftBrief, supports: Supports) -> Bending | InStrip:
    depth = what.solid.depth_mm
    bent = weakest(what.lengthwise, supports, depth, UNIT_KG_M3, on_edge=True)
    if what.past_openings is None:
        return bent
    slices = what.past_openings.slices()
    ways = (True, False) if any(len(slices[end].strips) > 1 for end in (0, -1)) else (True,)
    strips = [one for low in ways for one in on_edge(slices, supports, depth, UNIT_KG_M3, low)]
    if not strips:
        return bent
    stresses = [one.stress_mpa for one in strips]
    worst = max(zip(strips, stresses, strict=True), key=lambda one: one[1] * one[0].slice.concentration)[0]
    whole = bent.moment_nm * 1000 / max(bent.slice.on_edge(depth).modulus_mm3, 1e-6) * bent.slice.concentration
    if worst.stress_mpa * worst.slice.concentration < whole:
        return bent
    most: dict[float, float] = {}
    for one, stress in zip(strips, stresses, strict=True):
        most[one.slice.at_mm] = max(most.get(one.slice.at_mm, 0.0), stress)
    places = np.array(sorted(most.items())).T
    return worst._replace(places=(places[0], places[1]))


def slid(what: LiftBrief, chosen: bool) -> Lift:
    """Sliding it onto its supports over the edge of a bench, until as much as half hangs over."""
    bent = slid_over(what.lengthwise, what.solid.depth_mm, what.plate_kg_m3)
    return lift_of(what, ("slide", "slid over the edge of a bench"), bent, what.along, 1.0, chosen)


def lowered(what: LiftBrief, straps_mm: Sequence[float], chosen: bool) -> Lift:
    """Letting it down flat by two straps, where they are [mm]."""
    depth = what.solid.depth_mm
    bent = weakest(what.lengthwise, Supports(*straps_mm), depth, what.plate_kg_m3, on_edge=False)
    return lift_of(what, ("straps", "let down flat by two straps"), bent, what.along, 1.0, chosen)


def needs(
    what: LiftBrief, planned: tuple[Lift, ...], slide: Lift | None, straps: Lift | None, alone: bool
) -> Iterator[ActNeed]:
    """Turning, carrying and setting in place as acts, each with the strength it needs.

    Args:
        what: the piece
        planned: turning it, and carrying it in each of the ways
        slide: sliding it onto its supports; None where it is no slab
        straps: letting it down by straps; None where it has no place for them
        alone: whether one person carries it
    """
    of, (turn, *ways) = what.piece, planned
    chosen = next(one for one in ways if one.chosen)
    if turn.chosen:
        yield ActNeed(
            id="turn",
            name="Stand it up" if what.on_its_side else "Turn it over",
            test=_RINGS,
            strength=_to_move(f"{of}/turn", turn.needed),
            care=TURN_ALONE if alone else TURN,
        )
    yield ActNeed(
        id="carry",
        name="Carry it" if slide is None else f"Carry it {chosen.id}",
        test="It stood on its edge without a crack." if turn.chosen else _RINGS,
        strength=_to_move(f"{of}/carry", chosen.needed),
        care=CARRY_ALONE if alone else CARRY,
    )
    if slide is not None and slide.chosen:
        yield ActNeed(
            id="set",
            name="Slide it onto its supports",
            test="What carries it is level, and dry battens lie ready.",
            strength=_to_move(f"{of}/set", slide.needed),
            care=SET,
        )
    if straps is not None and straps.chosen:
        yield ActNeed(
            id="set",
            name="Let it down by straps",
            test="What carries it is level, and dry battens lie ready.",
            strength=_to_move(f"{of}/set", straps.needed),
            care=SET,
        )


def _to_move(of: str, needed: Figure) -> Figure:
    return work(rules.strength_to_move, of, lift_mpa=needed, least_mpa=LEAST_TO_MOVE_MPA)


def lift_of(
    what: LiftBrief, told: tuple[str, str], bent: Bending | InStrip, along: Axis, suction: float, chosen: bool
) -> Lift:
    """A lift with its stress, the strength that it needs, and the stress that is allowed.

    Args:
        what: the piece
        told: its id, and in words
        bent: its worst bending, or the strip that carries most
        along: the direction in which it bends
        suction: factor for coming off the form
        chosen: whether it is done so
    """
    of = f"{what.piece}/{told[0]}"
    factors = {"dynamic": DYNAMIC, "suction": suction, "corner": bent.slice.concentration, "safety": SAFETY}
    stress = stress_of(of, what.solid.depth_mm, bent, on_edge=told[0] == "on edge")
    strips = (bent.strip,) if isinstance(bent, InStrip) else bent.slice.strips
    return Lift(
        id=told[0],
        name=told[1],
        stress=stress,
        needed=work(rules.strength_for_lift, of, stress_mpa=stress, **factors),
        limit=work(rules.stress_allowed, of, strength_mpa=what.strength_28_mpa, **factors),
        along=along,
        at_mm=bent.slice.at_mm,
        strips=tuple(Strip(*strip) for strip in strips),
        chosen=chosen,
        places=thinned(bent.places),
    )


def stress_of(of: str, thickness_mm: float, bent: Bending | InStrip, on_edge: bool = False) -> Figure:
    """The stress of the worst bending."""
    if isinstance(bent, InStrip):
        return work(
            rules.stress_in_strip,
            of,
            moment_nm=bent.moment_nm,
            axial_n=bent.axial_n,
            width_mm=bent.width_mm,
            thickness_mm=max(bent.thickness_mm, 1e-6),
        )
    if on_edge:
        edge = bent.slice.on_edge(thickness_mm)
        return work(
            rules.stress_on_edge,
            of,
            moment_nm=bent.moment_nm,
            inertia_mm4=max(edge.inertia_mm4, 1e-6),
            farthest_mm=edge.farthest_mm,
        )
    if bent.slice.hollows:
        modulus = max(bent.slice.flat(thickness_mm).modulus_mm3, 1e-6)
        return work(rules.stress_hollowed, of, moment_nm=bent.moment_nm, modulus_mm3=modulus)
    return work(
        rules.stress_flat,
        of,
        moment_nm=bent.moment_nm,
        net_width_mm=max(bent.slice.width_mm, 1e-6),
        thickness_mm=thickness_mm,
    )


def thinned(places: tuple[Array, Array] | None) -> tuple[StressAt, ...]:
    """The stress along it [mm, MPa] in as few places as draw the same line, within a hundredth of the greatest."""
    if places is None:
        return ()
    at, stress = places
    most = float(stress.max(initial=0.0))
    if len(at) < 3 or most <= 0:
        return tuple(map(StressAt, at.tolist(), stress.tolist()))
    low, run = at[0], max(at[-1] - at[0], 1.0)
    line = shapely.linestrings(np.column_stack([(at - low) / run, stress / most]))
    drawn = shapely.get_coordinates(shapely.simplify(line, _DRAWN, preserve_topology=False))
    x, y = (drawn[:, 0] * run + low).round(1), (drawn[:, 1] * most).round(4)
    return tuple(map(StressAt, x.tolist(), y.tolist()))
