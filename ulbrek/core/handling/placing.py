"""A piece in its place: on its supports under a load, which edge goes down, where it is held."""

from collections.abc import Sequence
from itertools import pairwise
from math import hypot, inf, sqrt
from typing import NamedTuple

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.units.constants import GRAVITY
from ulbrek.core.handling import rules
from ulbrek.core.handling.inputs import MOST_SUPPORTS, Standing
from ulbrek.core.handling.lifts import LiftBrief, SteelLine, thinned
from ulbrek.core.handling.result import CrackedSection, EdgeDown, Lift, PlanLine, StandingResult, Strap, Strip
from ulbrek.core.kit.beams.placed import Bearer, InPlace, Ultimate, in_place
from ulbrek.core.kit.beams.slice import Slice

YIELD_MPA = 420.0  # grade 60 and most ribbed bar; B500 is over it. Source: ACI 318-19 Table 20.2.2.4, from memory.
DEAD, LIVE = 1.2, 1.6  # Source: ACI 318-19 Table 5.3.1, from memory.
MOST_THICKER = 2.0  # times its thickness, that is still the same piece
_SOLID_SHARE = 0.6  # of the width must be concrete where straps go
_STEP_MM = 10.0
LEAST_APART_MM = 20.0
HAND_MM = 40.0  # on either side of where a hand or a strap goes


def supports_of(what: LiftBrief, standing: Standing) -> list[float]:
    """Where it rests, along its longer side [mm]: its ends, or its supports where there are two or more on it."""
    low, high = what.lengthwise.low_mm, what.lengthwise.high_mm
    if standing.rests == "on supports":
        within = sorted({low + one.mm for one in standing.supports if 0 <= one.mm <= high - low})
        apart = [at for index, at in enumerate(within) if not index or at - within[index - 1] >= LEAST_APART_MM]
        if len(apart) >= 2:
            return apart
    return [low, high]


def placed(what: LiftBrief, standing: Standing, mass: Figure) -> StandingResult | None:
    """The piece in its place; None where it rests all over, or is no slab.

    Args:
        what: the piece
        standing: what it rests on, and what is put on it
        mass: its mass with its steel
    """
    if standing.rests == "all over" or not what.flat:
        return None
    supports = supports_of(what, standing)
    found = _rested(what, supports, standing.load_kg)
    of, there = f"{what.piece}/in place", found.bent.slice
    asked, share, stress = _asked(what, of, found, standing.load_kg)
    lift = Lift(
        id="in place",
        name="in its place, with the load on it",
        stress=stress,
        needed=work(rules.strength_in_place, of, stress_mpa=stress, corner=there.concentration),
        limit=work(rules.allowed_in_place, of, strength_mpa=what.strength_28_mpa, corner=there.concentration),
        along=what.along,
        at_mm=there.at_mm,
        strips=tuple(Strip(*strip) for strip in there.strips),
        chosen=True,
        places=thinned(found.bent.places),
    )
    low = what.lengthwise.low_mm
    return StandingResult(
        lift=lift,
        asked=asked,
        steel=_steel_in_place(what, of, there, share),
        supports_mm=tuple(at - low for at in supports),
        carried=tuple(
            work(rules.support_carries, f"{what.piece}/{number}", push_n=push)
            for number, push in enumerate(found.reactions_n, 1)
        ),
        load_at_mm=found.load_at_mm - low,
        tips_at_mm=None if found.tips_at_mm is None else found.tips_at_mm - low,
        in_all=work(rules.in_its_place, what.piece, mass_kg=mass, load_kg=standing.load_kg),
    )


def _rested(what: LiftBrief, supports: Sequence[float], load_kg: float) -> InPlace:
    """On its supports with the load at its worst place, greater than they are as the codes ask."""

    def bears(there: Slice, span_mm: float) -> Bearer:
        bearing = rules.bearing_width(max(there.width_mm, 1e-3), span_mm)
        strip = _narrowest(what, there)
        if strip is None:
            return Bearer(bearing)
        width = strip[1] - strip[0]
        return Bearer(min(width, bearing), min(1.0, width / bearing), _opening(what, there))

    return in_place(
        what.lengthwise.slices(supports), supports, what.solid.depth_mm, what.plate_kg_m3, load_kg * GRAVITY,
        Ultimate(DEAD, LIVE, bears),
    )  # fmt: skip


def _narrowest(what: LiftBrief, there: Slice) -> tuple[float, float] | None:
    """What a load may stand on by itself: the narrowest strip beside an opening [mm]; None where it has none."""
    strips = what.past_openings.at(there.at_mm).strips if what.past_openings else ()
    return min(strips, key=lambda strip: strip[1] - strip[0]) if len(strips) > 1 else None


def _opening(what: LiftBrief, there: Slice) -> tuple[float, float] | None:
    return what.past_openings.opening_at(there.at_mm) if what.past_openings else None


class _Asked(NamedTuple):
    """What a load asks for: the moment of what bears it, what share of the width that is, its stress."""

    moment: Figure
    share: Figure
    stress: Figure


def _asked(what: LiftBrief, of: str, found: InPlace, load_kg: float) -> _Asked:
    there = found.bent.slice
    width = max(there.width_mm, 1e-3)
    bearing = work(rules.bearing_width, of, width_mm=width, span_mm=found.span_mm)
    strip, opening = _narrowest(what, there), _opening(what, there)
    bears: Figure | float = bearing if strip is None else min(strip[1] - strip[0], bearing.value)
    share = work(rules.share_of_width, of, part_mm=bears, whole_mm=width)
    of_load: Figure | float = 1.0
    if strip is not None:
        of_load = work(rules.share_of_width, f"{of}, load", part_mm=bears, whole_mm=bearing)
    local: Figure | float = 0.0
    if opening is not None and found.local_nm:
        local = work(rules.local_moment, of, load_n=load_kg * GRAVITY, opening_mm=opening[1] - opening[0])
    moment = work(
        rules.moment_in_place, of, dead_nm=found.dead_nm, live_nm=found.live_nm, local_nm=local, dead_share=share,
        load_share=of_load,
    )  # fmt: skip
    modulus = max(there.flat(what.solid.depth_mm).modulus_mm3, 1e-6)
    return _Asked(moment, share, work(rules.stress_in_place, of, moment_nm=moment, modulus_mm3=modulus, share=share))


def _steel_in_place(what: LiftBrief, of: str, there: Slice, share: Figure) -> Figure | None:
    """What the steel of a strip beside an opening may carry, or its share of what crosses all of the width."""
    strip = _narrowest(what, there)
    width = there.width_mm if strip is None else strip[1] - strip[0]
    found = _cracked(what, of, what.along, there.at_mm, width, strip)
    if found is None:
        return None
    return work(
        rules.steel_in_place, of, cracked_nm=found.moment, share=share if strip is None else 1.0, axis_mm=found.axis,
        depth_mm=found.depth_mm, yield_mpa=YIELD_MPA,
    )  # fmt: skip


def bears_its_load(what: LiftBrief, found: StandingResult) -> bool:
    """Whether plain concrete, or its steel alone, carries it in its place; never both together."""
    plain = found.lift.needed.value <= what.strength_28_mpa
    return plain or (found.steel is not None and found.steel.value >= found.asked.value)


def thick_enough_mm(what: LiftBrief, found: StandingResult) -> float | None:
    """How thick it would be, plain, to carry its load in its place [mm]; None where that is twice as thick and more.

    Its own weight bends it in proportion to its thickness, and the section grows with the square of that.
    """
    over = found.lift.stress.value / found.lift.limit.value
    given = found.asked.inputs
    own = DEAD * given["dead_nm"].value * given["dead_share"].value
    dead = over * min(1.0, abs(own) / max(found.asked.value, 1e-9))
    times = (dead + sqrt(dead**2 + 4 * (over - dead))) / 2
    return what.solid.depth_mm * times if times < MOST_THICKER else None


def helped_by(what: LiftBrief, standing: Standing, mass: Figure) -> Standing | None:
    """The same with one support more where it bends most, if that is enough; None where it is not."""
    supports = supports_of(what, standing)
    worst = _rested(what, supports, standing.load_kg).bent.at_mm
    more = sorted([*supports, round(worst / _STEP_MM) * _STEP_MM])
    if len(more) > MOST_SUPPORTS or any(b - a < LEAST_APART_MM for a, b in pairwise(more)):
        return None
    low = what.lengthwise.low_mm
    helped = Standing.model_validate(
        {**standing.model_dump(), "rests": "on supports", "supports": [{"mm": at - low} for at in more]}
    )
    again = placed(what, helped, mass)
    return helped if again and bears_its_load(what, again) and again.tips_at_mm is None else None


class _CrackedAt(NamedTuple):
    """A section of which the concrete has cracked: what its steel carries, its neutral axis, and how deep steel is."""

    moment: Figure
    axis: Figure
    depth_mm: float


def _cracked(
    what: LiftBrief, of: str, along: str, at_mm: float, width_mm: float, strip: tuple[float, float] | None = None
) -> _CrackedAt | None:
    """By the steel that crosses there, all of it or that of one strip."""
    if what.steel_up_mm is None:
        return None
    low, high = strip or (-inf, inf)
    area = sum(_across(line, along, at_mm) for line in what.steel if low < _place_across(line, along, at_mm) < high)
    to_steel = min(what.steel_up_mm, what.solid.depth_mm - what.steel_up_mm)
    if area <= 0 or to_steel <= 0 or width_mm <= 0:
        return None
    steel = work(rules.steel_across, of, bars_mm2=area)
    block = work(rules.block_share, of, strength_mpa=what.strength_28_mpa)
    axis = work(
        rules.neutral_axis, of, steel_mm2=steel, depth_mm=to_steel, width_mm=width_mm,
        strength_mpa=what.strength_28_mpa, block=block, yield_mpa=YIELD_MPA,
    )  # fmt: skip
    moment = work(
        rules.cracked_moment, of, steel_mm2=steel, depth_mm=to_steel, axis_mm=axis, block=block, yield_mpa=YIELD_MPA
    )
    return _CrackedAt(moment, axis, to_steel)


def cracked(what: LiftBrief, lift: Lift) -> CrackedSection | None:
    """What the steel still carries where a lift would break it; None where none crosses that place."""
    width = sum(strip.end_mm - strip.start_mm for strip in lift.strips)
    found = _cracked(what, f"{what.piece}/{lift.id}", lift.along, lift.at_mm, width)
    if found is None:
        return None
    return CrackedSection(found.moment, lift.stress.value * width * what.solid.depth_mm**2 / 6 / 1000)


def _place_across(line: SteelLine, along: str, at: float) -> float:
    """How far across the piece a line is at a place along it [mm]."""
    (a, b), (c, d) = (
        ((line.x1, line.y1), (line.x2, line.y2)) if along == "x" else ((line.y1, line.x1), (line.y2, line.x2))
    )
    return b if a == c else b + (d - b) * (at - a) / (c - a)


def _across(line: SteelLine, along: str, at: float) -> float:
    start, end = (line.x1, line.x2) if along == "x" else (line.y1, line.y2)
    if not min(start, end) < at < max(start, end):
        return 0.0
    return line.area_mm2 * abs(end - start) / hypot(line.x2 - line.x1, line.y2 - line.y1)


def edge_down(what: LiftBrief) -> EdgeDown | None:
    """The long edge that it is turned up on: where more concrete is left beside openings, then one that is hidden."""
    if not what.flat:
        return None
    sides = ("front", "back") if what.along == "x" else ("left", "right")
    least = [float("inf"), float("inf")]
    for cut in what.lengthwise.slices():
        if len(cut.strips) > 1:
            first, last = cut.strips[0], cut.strips[-1]
            least[0], least[1] = min(least[0], first[1] - first[0]), min(least[1], last[1] - last[0])
    down, why = sides[1], "both edges are exposed: pad it"
    hidden = [side for side in sides if side not in what.shown]
    if abs(least[0] - least[1]) > 1.0:
        down = sides[0] if least[0] > least[1] else sides[1]
        why = "more concrete is left on that side of the openings"
    elif len(hidden) == 1:
        down, why = hidden[0], "that edge does not show"
    elif hidden:
        why = "either edge will do: keep the front clean"
    left, front, right, back = what.solid.outline.box
    line = {
        "front": PlanLine(left, front, right, front), "back": PlanLine(left, back, right, back),
        "left": PlanLine(left, front, left, back), "right": PlanLine(right, front, right, back),
    }[down]  # fmt: skip
    return EdgeDown(down, line, why)


def straps(what: LiftBrief) -> tuple[Figure, tuple[Strap, ...]]:
    """How far from its ends it is held, and where that is; moved outwards where an opening is in the way."""
    low, high = what.lengthwise.low_mm, what.lengthwise.high_mm
    in_from = work(rules.strap_place, what.piece, length_mm=high - low)

    def clear(at: float, step: float) -> float:
        while low < at < high and any(_is_open(what.lengthwise.at(at + beside)) for beside in (-HAND_MM, HAND_MM)):
            at += step
        return min(max(at, low), high)

    left, front, right, back = what.solid.outline.box
    places = (clear(low + in_from.value, -_STEP_MM), clear(high - in_from.value, _STEP_MM))
    return in_from, tuple(
        Strap(at - low, PlanLine(at, front, at, back) if what.along == "x" else PlanLine(left, at, right, at))
        for at in places
    )


def _is_open(there: Slice) -> bool:
    """Whether an opening takes much of what is there, from its one edge to the other."""
    if not there.strips:
        return False
    return there.width_mm < _SOLID_SHARE * (there.strips[-1][1] - there.strips[0][0])
