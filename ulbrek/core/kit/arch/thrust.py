"""Where the thrust of an arch may run: a linear programme, with joints that bear no tension.

By the safe theorem an arch stands if one line of thrust can be found that lies in it everywhere. Of half an arch that
is alike on both sides a line is told by two numbers: its thrust in the crown, and how far from the middle of the ring
that acts. At a joint the force across it and its moment about the middle are linear in both, so that the least and the
most thrust are the ends of a linear programme. Source: Heyman, The Stone Skeleton, from memory.
"""

from math import cos, inf, sin

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import linprog

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.arch.ring import Joint, Ring

Floats = NDArray[np.float64]
_MOST_STEPS, _TRIFLE, _FAR, _NO_FORCE = 60, 1e-9, 20.0, 1e-9


@dataclass(frozen=True, slots=True)
class Thrust:
    """One line of thrust.

    Attributes:
        thrust: level, the same all along [N]
        offsets: at each joint, how far outside the middle of the ring it crosses [m]
    """

    thrust: float
    offsets: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class Range:
    """The least and the most thrust with which an arch stands."""

    least: Thrust
    most: Thrust


def thrust_range(ring: Ring, friction: float = inf) -> Range | None:
    """The lines of least and of most thrust that lie within a ring; None where none does.

    Args:
        ring: half the arch
        friction: least of its joints, as the tangent of the angle at which a block slides; none slides where infinite
    """
    rows, limits = _bounds(ring, friction)
    found = []
    for sign in (1.0, -1.0):
        made = linprog([sign, 0.0], rows, limits, bounds=[(0, None), (None, None)], method="highs")
        if made.x is None:
            return None
        found.append(_line(ring, float(made.x[0]), float(made.x[1])))
    return Range(*found)


def middle_line(ring: Ring) -> tuple[Thrust, float]:
    """The line that stays nearest to the middle of a ring, and the share of its depth that it needs.

    That share is one over the geometrical factor of safety: with it the ring could be thinned about its middle to the
    line, its weight as it is. Over 1 none lies within.

    Every joint has a ratio of moment to force of its own; that the largest of them is made as small as can be is found
    by a few linear programmes, each about the ratio of the one before. Source: Dinkelbach, for several ratios after
    Crouzeix and Ferland, from memory.

    Raises:
        ValueError: when the ring bears nothing
    """
    if ring.joints[-1].weight <= 0:
        raise ValueError("This ring bears nothing, not even itself. Give its blocks a density over 0.")
    moment, by_thrust, across, by_thrust_across = _linear(ring)
    half = ring.depth / 2
    last = ring.joints[-1]
    # Beyond it the line leaves any ring: far from the best, programmes would run away to ever more thrust.
    most = _FAR * last.weight * ring.middle / max(ring.middle * (1 - cos(last.angle)), ring.depth)
    found = np.array([ring.joints[-1].weight, 0.0])
    share = inf
    for _ in range(_MOST_STEPS):
        force = half * (across + found[0] * by_thrust_across)
        worst = float(np.max(np.abs(found[1] + found[0] * by_thrust - moment) / force))
        if worst >= share - _TRIFLE:
            break
        share, kept = worst, found
        rows, limits = [], []
        for sign in (1.0, -1.0):
            rows.append(np.column_stack([
                sign * by_thrust - share * half * by_thrust_across, np.full_like(moment, sign), -force,
            ]))  # fmt: skip
            limits.append(sign * moment + share * half * across)
        made = linprog(
            [0.0, 0.0, 1.0], np.vstack(rows), np.concatenate(limits),
            bounds=[(_NO_FORCE * last.weight, most), (None, None), (None, None)], method="highs",
        )  # fmt: skip
        if made.x is None:
            break
        found = made.x[:2]
    return _line(ring, float(kept[0]), float(kept[1])), share


def _linear(ring: Ring) -> tuple[Floats, Floats, Floats, Floats]:
    """At each joint its moment about the middle is crown moment + thrust × second − first,
    and its force third + thrust × fourth.
    """
    angle, weight, arm = (np.array(row) for row in zip(*((j.angle, j.weight, j.arm) for j in ring.joints), strict=True))
    middle = ring.middle
    return (
        weight * (middle * np.sin(angle) - arm), middle * (1 - np.cos(angle)), weight * np.sin(angle), np.cos(angle)
    )  # fmt: skip


def _bounds(ring: Ring, friction: float) -> tuple[Floats, Floats]:
    """What thrust and crown moment must keep to: rows · (thrust, moment) ≤ limits."""
    const, by_thrust, across, by_thrust_across = _linear(ring)
    half = ring.depth / 2
    one = np.ones_like(const)
    rows = [
        np.column_stack([by_thrust - half * by_thrust_across, one]),
        np.column_stack([-by_thrust - half * by_thrust_across, -one]),
    ]
    limits = [const + half * across, half * across - const]
    if friction < inf:
        angle = np.array([joint.angle for joint in ring.joints])
        weight = np.array([joint.weight for joint in ring.joints])
        for sign in (1.0, -1.0):  # of the force along the joint, weight · cos − thrust · sin
            rows.append(np.column_stack([-sign * np.sin(angle) - friction * by_thrust_across, 0 * one]))
            limits.append(friction * across - sign * weight * np.cos(angle))
    return np.vstack(rows), np.concatenate(limits)


def _line(ring: Ring, thrust: float, moment: float) -> Thrust:
    return Thrust(thrust, tuple(_offset(ring, joint, thrust, moment) for joint in ring.joints))


def _offset(ring: Ring, joint: Joint, thrust: float, moment: float) -> float:
    """How far outside the middle a line crosses; in it where a ring thick as a corbel needs no thrust at its crown."""
    middle = ring.middle
    about = moment + thrust * middle * (1 - cos(joint.angle)) - joint.weight * (middle * sin(joint.angle) - joint.arm)
    across = thrust * cos(joint.angle) + joint.weight * sin(joint.angle)
    return about / across if across > _NO_FORCE * ring.joints[-1].weight else 0.0
