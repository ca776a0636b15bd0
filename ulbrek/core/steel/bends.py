"""A bar's shape, from the corners along its middle: how long it is cut, and where it is bent."""

from collections.abc import Iterable, Sequence
from itertools import pairwise
from math import atan2, cos, degrees, hypot, pi, radians, sin, tan
from typing import NamedTuple

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.steel import rules
from ulbrek.core.steel.inputs import Standard
from ulbrek.core.steel.result import Bend, Run

Spot = tuple[float, float]  # in a plan or a section [mm]
_STRAIGHT_DEG = 2.0  # less of a turn is no bend
_CHORD_DEG = 15.0  # an arc is drawn in steps of so much
_ROLLED_DEG = 20.0  # a lesser turn is part of a curve
_FOLDED_DEG = 170.0
_A_CIRCLE = 12  # a ring of more legs than so many is round
_TRIFLE_MM = 1e-6


@dataclass(frozen=True, slots=True)
class BendRules:
    """How bars of one diameter are bent and lapped by a standard.

    Attributes:
        mandrel: inside diameter of a bend
        tail: straight end of a link's hook
        lap: where two ends lie side by side
    """

    diameter_mm: float
    mandrel: Figure
    tail: Figure
    lap: Figure

    @property
    def radius_mm(self) -> float:
        """Radius of a bend along the middle of the bar [mm]."""
        return (self.mandrel.value + self.diameter_mm) / 2


def bending_by(standard: Standard, diameter_mm: float, strength_mpa: float) -> BendRules:
    """How bars are bent and lapped.

    Args:
        standard: whose figures
        diameter_mm: of the bar
        strength_mpa: least 28-day strength of the mix
    """
    of = {"diameter_mm": diameter_mm}
    key = f"{diameter_mm:g} mm"
    if standard == "EN 1992":
        return BendRules(
            diameter_mm, work(rules.mandrel_en, key, **of), work(rules.tie_tail_en, key, **of),
            work(rules.lap_en, key, **of, strength_mpa=strength_mpa),
        )  # fmt: skip
    return BendRules(
        diameter_mm, work(rules.mandrel_aci, key, **of), work(rules.tie_tail_aci, key, **of),
        work(rules.lap_aci, key, **of, strength_mpa=strength_mpa),
    )  # fmt: skip


def run_of(spots: Iterable[Spot]) -> Run:
    """Places as they are told: x, y after x, y [mm]."""
    return tuple(value for spot in spots for value in spot)


@dataclass(frozen=True, slots=True)
class BentShape:
    """A bar of one shape: its corners, length to cut, and bends; ``fits`` is False where a leg is too short to bend.

    ``closing`` says how the ends of a ring meet.
    """

    spots: tuple[Spot, ...]
    closed: bool
    length: Figure
    bends: tuple[Bend, ...]
    fits: bool
    closing: str


def shaped(of: str, spots: Sequence[Spot], closed: bool, how: BendRules) -> BentShape:
    """A bar bent along these corners.

    Args:
        of: what its figures are worked out for
        spots: corners along its middle [mm]; of a ring each once
        closed: whether it is a ring
        how: how it is bent
    """
    if not closed:
        return _along(of, spots, spots, how, _Ends(work(rules.no_ends), "", 0.0))
    ring = _from_longest(spots)
    legs = _legs([*ring, ring[0]])
    if legs[0] >= how.lap.value + 2 * how.radius_mm or len(legs) > _A_CIRCLE:
        middle = ((ring[0][0] + ring[1][0]) / 2, (ring[0][1] + ring[1][1]) / 2)
        return _along(of, ring, [middle, *ring[1:], ring[0], middle], how, _Ends(how.lap, "lapped", 0.0))
    turn = abs(_turns([ring[-1], ring[0], ring[1]])[0])
    cut = how.radius_mm * tan(radians(min(turn, _FOLDED_DEG)) / 2)
    hook = work(rules.hook_end, of, mandrel_mm=how.mandrel, diameter_mm=how.diameter_mm, tail_mm=how.tail)
    ends = work(rules.two_hooks, of, hook_mm=hook, corner_mm=cut)
    return _along(of, ring, [*ring, ring[0]], how, _Ends(ends, "two 135° hooks", hook.value - cut))


class _Ends(NamedTuple):
    """What a bar's ends take, what they are in words, and what lies before its first corner [mm]."""

    taken: Figure
    told: str
    before_mm: float


def _along(of: str, spots: Sequence[Spot], path: Sequence[Spot], how: BendRules, end: _Ends) -> BentShape:
    """A bar along a path."""
    ends, closing, before_mm = end
    legs, radius = _legs(path), how.radius_mm
    turns = [turn if abs(turn) >= _STRAIGHT_DEG else 0.0 for turn in _turns(path)]
    pinned = [turn if abs(turn) > _ROLLED_DEG else 0.0 for turn in turns]  # lesser ones are rolled, not bent on a pin
    reach = [radius * tan(radians(min(abs(turn), _FOLDED_DEG)) / 2) for turn in pinned]
    bends: list[Bend] = []
    fits, at = True, before_mm
    if before_mm:
        bends.append(Bend(how.tail.value, 135.0, "left"))
    for index, leg in enumerate(legs):
        taken = (reach[index - 1] if index else 0.0) + (reach[index] if index < len(reach) else 0.0)
        fits = fits and leg >= taken - _TRIFLE_MM
        at += leg - taken
        if index < len(pinned) and pinned[index]:
            turn = pinned[index]
            bends.append(Bend(at, abs(turn), "left" if turn > 0 else "right"))
            at += radians(abs(turn)) * radius
    if before_mm:
        bends.append(Bend(at, 135.0, "left"))
    saved = work(
        rules.saved_by_bends,
        of,
        **{
            f"bend_{number}_mm": work(
                rules.bend_saves,
                f"{how.diameter_mm:g} mm, {abs(turn):.1f}°",
                angle_deg=abs(turn),
                mandrel_mm=how.mandrel,
                diameter_mm=how.diameter_mm,
            )
            for number, turn in enumerate(pinned, 1)
            if turn
        },
    )
    length = work(rules.bent_length, of, corners_mm=sum(legs), saved_mm=saved, ends_mm=ends)
    return BentShape(tuple(spots), bool(closing), length, tuple(bends), fits, closing)


def rounded(spots: Sequence[Spot], closed: bool, radius_mm: float) -> tuple[Spot, ...]:
    """A bar's middle with its bends as they are, for drawing.

    Args:
        spots: its corners [mm]
        closed: whether it is a ring
        radius_mm: of its bends, along its middle
    """
    ring = [spots[-1], *spots, spots[0]] if closed else list(spots)
    found: list[Spot] = [] if closed else [spots[0]]
    for before, at, after in zip(ring, ring[1:], ring[2:], strict=False):
        (turn,) = _turns([before, at, after])
        reach = radius_mm * tan(radians(min(abs(turn), _FOLDED_DEG)) / 2)
        (come,), (go,) = _legs([before, at]), _legs([at, after])
        if abs(turn) <= _ROLLED_DEG or reach > min(come, go):
            found.append(at)
            continue
        start = (at[0] + (before[0] - at[0]) * reach / come, at[1] + (before[1] - at[1]) * reach / come)
        way = atan2(at[1] - before[1], at[0] - before[0])
        side = pi / 2 if turn > 0 else -pi / 2
        centre = (start[0] + radius_mm * cos(way + side), start[1] + radius_mm * sin(way + side))
        steps = max(2, round(abs(turn) / _CHORD_DEG))
        for step in range(steps + 1):
            angle = way - side + radians(turn) * step / steps
            found.append((centre[0] + radius_mm * cos(angle), centre[1] + radius_mm * sin(angle)))
    return (*found, found[0]) if closed else (*found, spots[-1])


def _from_longest(spots: Sequence[Spot]) -> tuple[Spot, ...]:
    """The ring with its longest leg first."""
    legs = _legs([*spots, spots[0]])
    longest = legs.index(max(legs))
    return (*spots[longest:], *spots[:longest])


def _legs(path: Sequence[Spot]) -> list[float]:
    return [hypot(b[0] - a[0], b[1] - a[1]) for a, b in pairwise(path)]


def _turns(path: Sequence[Spot]) -> list[float]:
    """By how much it turns at each corner between two legs, left positive [°]."""
    ways = [degrees(atan2(b[1] - a[1], b[0] - a[0])) for a, b in pairwise(path)]
    return [(after - before + 180) % 360 - 180 for before, after in pairwise(ways)]
