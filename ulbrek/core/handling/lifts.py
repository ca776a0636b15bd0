"""What turning and carrying a piece ask of its concrete, through its weakest section."""

from collections.abc import Iterator
from dataclasses import dataclass

from ulbrek.core.base.act import ActNeed
from ulbrek.core.base.figure import Figure, work
from ulbrek.core.handling import rules
from ulbrek.core.handling.care import CARRY, TURN
from ulbrek.core.handling.inputs import Carry
from ulbrek.core.handling.result import Lift, Strip
from ulbrek.core.kit.beams import Bending, Supports, bending, slices_along
from ulbrek.core.kit.beams.sections import Axis
from ulbrek.core.kit.geometry import Solid

# Source: precast handling practice, from memory: 1.2-1.5 on self weight, 1.2-1.4 off the form.
DYNAMIC, SUCTION, SAFETY = 1.3, 1.3, 1.5
LEAST_TO_MOVE_MPA = 10.0  # Source: common practice.


@dataclass(frozen=True, slots=True)
class Lifted:
    """What is lifted: the piece as a plate, its concrete's density, and the mix's 28-day strength [MPa].

    ``plate_kg_m3`` is the density at which the plate weighs what the piece does.
    """

    piece: str
    solid: Solid
    density_kg_m3: float
    plate_kg_m3: float
    strength_28_mpa: float

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


def lifts(what: Lifted, carry: Carry) -> tuple[Lift, ...]:
    """Turning it up on its longer edge, and carrying it in each of the ways."""
    along: Axis = "x" if what.length_mm >= what.width_mm else "y"
    long, short = max(what.length_mm, what.width_mm), min(what.length_mm, what.width_mm)
    across: Axis = "y" if along == "x" else "x"
    begins = what.solid.outline.box
    low, low_across = (begins[0], begins[1]) if along == "x" else (begins[1], begins[0])
    quarter = Supports(low + long / 4, low + long * 3 / 4)
    lengthwise = slices_along(what.solid, along, quarter)
    crosswise = slices_along(what.solid, across)

    def bent(supports: Supports, on_edge: bool = False) -> Bending:
        return bending(lengthwise, supports, what.solid.depth_mm, what.plate_kg_m3, on_edge)

    turned = bending(crosswise, Supports(low_across, low_across + short), what.solid.depth_mm, what.plate_kg_m3, False)
    ends = Supports(low, low + long)
    return (
        _lift(what, ("turn", "turned up on its long edge"), turned, across, SUCTION, True),
        _lift(what, ("on edge", "carried on edge"), bent(ends, on_edge=True), along, 1.0, carry == "on edge"),
        _lift(
            what, ("flat, at quarter points", "carried flat, held at quarter points"), bent(quarter), along, 1.0,
            carry == "flat, at quarter points",
        ),
        _lift(
            what, ("flat, at the ends", "carried flat, held at the ends"), bent(ends), along, 1.0,
            carry == "flat, at the ends",
        ),
    )  # fmt: skip


def needs(of: str, planned: tuple[Lift, ...]) -> Iterator[ActNeed]:
    """Turning and carrying as acts, each with the strength it needs."""
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


def _to_move(of: str, needed: Figure) -> Figure:
    return work(rules.strength_to_move, of, lift_mpa=needed, least_mpa=LEAST_TO_MOVE_MPA)


def _lift(what: Lifted, told: tuple[str, str], bent: Bending, along: Axis, suction: float, chosen: bool) -> Lift:
    of = f"{what.piece}/{told[0]}"
    factors = {"dynamic": DYNAMIC, "suction": suction, "safety": SAFETY}
    stress = _stress(of, what.solid.depth_mm, bent, on_edge=told[0] == "on edge")
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
    )


def _stress(of: str, thickness_mm: float, bent: Bending, on_edge: bool) -> Figure:
    if on_edge:
        return work(
            rules.stress_on_edge,
            of,
            moment_nm=bent.moment_nm,
            inertia_mm4=max(bent.slice.inertia_mm3() * thickness_mm, 1e-6),
            farthest_mm=bent.slice.farthest_mm,
        )
    return work(
        rules.stress_flat,
        of,
        moment_nm=bent.moment_nm,
        net_width_mm=max(bent.slice.width_mm, 1e-6),
        thickness_mm=thickness_mm,
    )
