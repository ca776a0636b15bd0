"""How warm a casting is, hour by hour: one lump each, that warms itself and loses heat to the air around it."""

from collections.abc import Callable, Sequence
from math import hypot

import numpy as np

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.around import Felt, Floats, protections_of
from ulbrek.core.cure.inputs import CureInputs
from ulbrek.core.kit.climate.films import films_w_m2k, through_w_m2k
from ulbrek.core.kit.clock.course import LAST_DAYS_H, Course, Surroundings, aged, even, warmed
from ulbrek.core.kit.clock.heat import (
    FAST_SETTING,
    HEAT_KJ_M3K,
    HIGH_EARLY,
    ORDINARY,
    SULFO_ALUMINATE,
    Hydration,
)
from ulbrek.core.kit.clock.maturity import Maturity
from ulbrek.core.materials.mixes import Mix

FORESEEN_H = 28 * 24
# Quarter hours while it sets and warms itself, hours until it is uncovered and a day longer, three after that.
EDGES: Floats = np.concatenate(
    (np.arange(0, 12, 0.25), np.arange(12, 192, 1.0), np.arange(192, FORESEEN_H + 1, 3.0))
)  # fmt: skip
UNDER_PLASTIC_M2K_W = 0.15  # the sheet and the still air under it. Source: common practice, 0.12 to 0.17.
SUN_TAKEN = 0.7  # of what falls on grey concrete, or on the sheet over it. Source: common practice.
LEE = 0.5  # of the wind, along sides that stand in its lee
UNDER_A_BENCH = 10.0  # the film of air there [W/m²K]; source: common practice
FAST_SET_H = 1.0
NEAR_H = 0.75
DENSE_H = 1.25
SAID_BEFORE_H = 12.0
BOARD_W_MK = 0.13  # of particle board and softwood ply. Source: common practice.
BARE_M2K_W = 0.02  # of a mould of plastic or steel
# A hollow piece is as thick as its walls. Of its volume over half its faces a cube is so many times as thick.
MOST_OF_A_WALL = 3**0.5
GROUND_M2K_W = 0.75  # of dry ground under a slab, toward the soil. Source: common practice, 0.5 to 1.
_KJ_PER_MM3K = HEAT_KJ_M3K / 1e9
_SECONDS = 3600.0


@dataclass(frozen=True, slots=True)
class Body:
    """A casting in its form, as far as its heat goes.

    Attributes:
        piece: the piece that it is of
        volume_mm3: of the concrete
        top_mm2: of the face that lies open
        side_mm2: of its sides
        thickness_mm: the slab that its heat goes out of as slowly, see ``way_out_mm``
        under_m2k_w: resistance of what it lies on
        sides_m2k_w: resistance of the boards around it
        on_ground: whether it lies on the ground
        on_board: whether a board stays under it
    """

    piece: str
    volume_mm3: float
    top_mm2: float
    side_mm2: float
    thickness_mm: float
    under_m2k_w: float
    sides_m2k_w: float
    on_ground: bool
    on_board: bool = False

    @property
    def dries_by(self) -> int:
        """How many of its faces it dries by."""
        return 1 if self.on_ground or self.on_board else 2


@dataclass(frozen=True, slots=True)
class Covered:
    """From when to when a cover lies on it [h after water in]."""

    since_h: float
    until_h: float


def way_out_mm(depth_mm: float, area_mm2: float, longest_mm: float) -> float:
    """The thickness of a slab that heat goes out of as slowly as out of a block [mm].

    A steady flow through all faces of a block: the squares of one over its sides add up. Source: conduction in a block,
    the first term of its series.

    Args:
        depth_mm: as it is cast
        area_mm2: in plan
        longest_mm: its longest side in plan
    """
    return 1 / hypot(1 / depth_mm, longest_mm / area_mm2, 1 / longest_mm)


def heat_of(mix: Mix) -> Hydration:
    """How the cement of a mix gives off its heat: by its kind, and how fast it sets."""
    if mix.is_sulfo_aluminate:
        return SULFO_ALUMINATE
    if mix.initial_set_h < FAST_SET_H:
        return FAST_SETTING
    return HIGH_EARLY if mix.gain == "rapid" else ORDINARY


def course_of(  # noqa: PLR0913, PLR0917 - all that a temperature hangs on
    inputs: CureInputs,
    body: Body,
    felt: Felt,
    start_c: float,
    mix: Mix,
    covered: Covered,
    read: Sequence[tuple[float, float]] = (),
    until_h: float = FORESEEN_H,
) -> Course:
    """The course of a casting's temperature: as it was read as far as that goes, then as it is foretold.

    Between readings it follows what was foretold, shifted so that it meets them: a reading that is as foretold changes
    nothing. In the hours before the first the shift is that of the first.

    Args:
        inputs: what lies over it, and by which school it ages
        body: the casting
        felt: the air around it
        start_c: of the fresh concrete [°C]
        mix: what it is of
        covered: when its cover is on
        read: hours after water in and °C, in order; empty where nothing was read
        until_h: how far it is followed [h after water in]
    """
    heat, by = heat_of(mix), inputs.maturity

    def foretold(edges: Floats, start: float, age: float) -> tuple[list[float], list[float]]:
        return warmed(start, age, surroundings(inputs, body, felt, covered, edges), heat, by)

    hours: list[float] = []
    celsius: list[float] = []
    ages: list[float] = []
    edges = EDGES[until_h >= EDGES]
    now_c, age = start_c, 0.0
    if read:
        before = _so_far(np.array(read), until_h, lambda marks: foretold(marks, start_c, 0.0)[0], by)
        last = before.hours[-1]
        hours, celsius, ages = list(before.hours[:-1]), list(before.celsius[:-1]), list(before.ages[:-1])
        now_c, age = before.celsius[-1], before.ages[-1]
        edges = np.append(last, edges[last < edges])
    then_c, then_age = foretold(edges, now_c, age)
    hours, celsius, ages = [*hours, *edges.tolist()], [*celsius, *then_c], [*ages, *then_age]
    return Course(tuple(hours), tuple(celsius), tuple(ages), _pace_after(hours, ages))


def _so_far(read: Floats, until_h: float, foretold: Callable[[Floats], list[float]], by: Maturity) -> Course:
    """The course as far as readings go: that which was foretold, shifted so that it meets them.

    Where one reading follows another within the hour they are the course themselves.

    Args:
        read: hours after water in and °C, in order; (n, 2)
        until_h: how far a course is followed [h after water in]
        foretold: temperatures at hours, without the readings [°C]
        by: Arrhenius or Nurse-Saul
    """
    read_h, read_c = read.T
    last = min(read_h[-1], until_h - 1.0)
    marks = np.unique(np.append(read_h[read_h <= last], (0.0, last)))
    if np.diff(marks).max(initial=0.0) <= DENSE_H:
        return aged(marks, np.interp(marks, read_h, read_c), by)
    marks = np.union1d(marks, _far_from(EDGES[last > EDGES], marks))
    expected = np.array(foretold(marks))
    shift = read_c - np.interp(read_h, marks, expected)
    if read_h[0] > SAID_BEFORE_H:  # of the hours long before it the first reading says nothing
        read_h, shift = np.append(read_h[0] - SAID_BEFORE_H, read_h), np.append(0.0, shift)
    return aged(marks, expected + np.interp(marks, read_h, shift), by)


def surroundings(inputs: CureInputs, body: Body, felt: Felt, covered: Covered, edges: Floats) -> Surroundings:
    """What a casting loses its heat to, step by step: air, sun and sky above, air at its sides, bench or ground below.

    Args:
        inputs: the protections
        body: the casting
        felt: the air around it
        covered: when its cover is on
        edges: hours at which steps begin and end
    """
    middles = (edges[1:] + edges[:-1]) / 2
    air, wind = felt.at(felt.air_c, middles), felt.at(felt.wind_kmh, middles)
    over = protections_of(inputs)
    layers, around = sum(one.layers_m2k_w for one in over), sum(one.layers_m2k_w for one in over if one.around)
    still = min([1.0, *(one.wind for one in over)])
    on = (middles >= covered.since_h) & (middles < covered.until_h)
    wind = wind * np.where(on, still, 1.0)
    film, beside = films_w_m2k(wind), films_w_m2k(wind * LEE)
    top = np.where(on, through_w_m2k(film, UNDER_PLASTIC_M2K_W + layers), film)
    shaded = min([1.0, *(one.sun for one in over if not one.from_start)])
    sun = SUN_TAKEN * felt.at(felt.sun_w_m2, middles) * np.where(on, shaded, 1.0)
    above = air + (sun - felt.at(felt.sky_w_m2, middles)) / film
    sides = through_w_m2k(beside, body.sides_m2k_w + np.where(on, around, 0.0))
    under = 1 / (1 / UNDER_A_BENCH + body.under_m2k_w)
    below = air if not body.on_ground else np.full_like(air, felt.air_c.mean())
    if body.on_ground:
        under = 1 / body.under_m2k_w
    losses = (top * body.top_mm2, sides * body.side_mm2, under * body.top_mm2)
    together = losses[0] + losses[1] + losses[2]
    toward = (losses[0] * above + losses[1] * air + losses[2] * below) / together
    # mm² to m², and W to kJ/h.
    pull = together / 1e6 * _SECONDS / 1e3 / (body.volume_mm3 * _KJ_PER_MM3K)
    return Surroundings(edges, toward, pull)


def kept_at(celsius: float, read: Sequence[tuple[float, float]], by: Maturity) -> Course:
    """The course of concrete that is kept at one temperature, but for what was read.

    Between two readings their mean holds, before the first one the first.

    Args:
        celsius: as it is kept [°C]
        read: hours after water in and °C, in order; empty where nothing was read
        by: Arrhenius or Nurse-Saul
    """
    after = even(celsius, by)
    if not read:
        return after
    hours, read_c = np.array([(0.0, read[0][1]), *read]).T
    before = aged(hours, read_c, by)
    then = before.hours[-1] + LAST_DAYS_H
    return Course(
        (*before.hours, then), (*before.celsius, celsius),
        (*before.ages, before.ages[-1] + LAST_DAYS_H * after.pace_after), after.pace_after,
    )  # fmt: skip


def core_over_surface_k(body: Body, course: Course, heat: Hydration) -> tuple[float, float]:
    """By how much the middle of a thick casting is warmer than its faces at the most, and when [K, h].

    Half the heat goes out at either face, steadily: q h²/8k, with 2 W/mK.
    """
    best, when = 0.0, 0.0
    per_k = heat.rise_k * HEAT_KJ_M3K * 1e3 / _SECONDS  # W/m³ for a share given off in an hour
    for since, until, a, b in zip(course.hours, course.hours[1:], course.ages, course.ages[1:], strict=False):
        if since > LAST_DAYS_H:
            break
        rate = per_k * (heat.share(b) - heat.share(a)) / (until - since)
        differs = rate * (body.thickness_mm / 1000) ** 2 / (8 * 2.0)
        if differs > best:
            best, when = differs, until
    return best, when


def _far_from(edges: Floats, read_h: Floats) -> Floats:
    """The edges that no reading is near to: where readings are dense they are marks enough."""
    marks = np.unique(read_h)
    after = np.searchsorted(marks, edges)
    behind = edges - marks[np.maximum(after - 1, 0)]
    ahead = marks[np.minimum(after, len(marks) - 1)] - edges
    return edges[np.minimum(np.abs(behind), np.abs(ahead)) > NEAR_H]


def _pace_after(hours: Sequence[float], ages: Sequence[float]) -> float:
    since = max(hours[-1] - LAST_DAYS_H, 0.0)
    back = float(np.interp(since, hours, ages))
    return (ages[-1] - back) / (hours[-1] - since) if hours[-1] > since else 0.0
