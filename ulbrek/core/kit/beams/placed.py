"""A slab in its place: on two supports or more that push and cannot pull, with a load anywhere on it."""

from collections.abc import Callable, Sequence
from math import ceil
from typing import NamedTuple

import numpy as np
from scipy.linalg import solveh_banded

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.beams.row import Array
from ulbrek.core.kit.beams.slab import Bending, weights_along
from ulbrek.core.kit.beams.slice import Slice

_LIFTS_N = -1e-6
_ONE_PLACE_MM = 0.01
_BAND = 3  # off the diagonal: a node and the next, two freedoms each
_MOST_SLICES = 360  # of a slab in its place: the work grows with their square


class Bearer(NamedTuple):
    """What bears a load that stands on one place.

    Attributes:
        width_mm: how wide it is
        load_share: of what the load bends all of the slab by, what comes on it
        beside: from where to where the opening goes that it is beside [mm]; None where it is beside none
    """

    width_mm: float
    load_share: float = 1.0
    beside: tuple[float, float] | None = None


@dataclass(frozen=True, slots=True)
class Ultimate:
    """What makes loads greater than they are, and how much of a slab bears a load that stands on one place.

    Attributes:
        dead: factor on its own weight
        live: factor on the load
        bears: what bears the load at a slice, of the span there [mm]; None: all of the width
    """

    dead: float = 1.0
    live: float = 1.0
    bears: Callable[[Slice, float], Bearer] | None = None


@dataclass(frozen=True, slots=True)
class InPlace:
    """The worst bending in its place, and what its supports carry.

    Attributes:
        bent: where the stress is greatest, whatever the place of the load
        dead_nm: bending moment of its own weight there, as it bends it with the load [N·m]
        live_nm: that of the load there [N·m]
        local_nm: by how much the load bends a strip beside an opening besides, from end to end of it [N·m]
        span_mm: from support to support there, or twice what hangs over [mm]
        load_at_mm: where the load stands then
        reactions_n: the most that each support carries [N]
        tips_at_mm: where the load tips it; None where it does not
    """

    bent: Bending
    dead_nm: float
    live_nm: float
    local_nm: float
    span_mm: float
    load_at_mm: float
    reactions_n: tuple[float, ...]
    tips_at_mm: float | None


_AS_IT_IS = Ultimate()


def in_place(
    slices: Sequence[Slice],
    supports_mm: Sequence[float],
    thickness_mm: float,
    density_kg_m3: float,
    point_n: float,
    ultimate: Ultimate = _AS_IT_IS,
) -> InPlace:
    """The worst bending of a slab on supports, under its own weight and a load at its worst place.

    A continuous beam of changing width; a support from which it would lift is left out for that place of the load.

    Args:
        slices: the slab cut across, in order along it, with a slice at every support
        supports_mm: where it rests, two at least
        thickness_mm: thickness
        density_kg_m3: density
        point_n: the load [N]
        ultimate: factors on weight and load, and what bears the load

    Raises:
        ValueError: when it rests on fewer than two supports
    """
    if len(supports_mm) < 2:
        raise ValueError("A slab rests on two supports at least.")
    slices = _fewer(slices, supports_mm)
    beam = _Beam(slices, thickness_mm, density_kg_m3)
    held = [beam.nearest(place) for place in sorted(supports_mm)]
    pushes = beam.pushes(held, point_n)
    stands = ~np.isnan(pushes[:, 0])
    tips = next((slices[row - 1].at_mm for row in np.flatnonzero(~stands).tolist() if row), None)
    if not stands.any():
        return InPlace(
            Bending(slices[0].at_mm, 0.0, slices[0]), 0.0, 0.0, 0.0, 0.0, 0.0, tuple(0.0 for _ in held), tips or 0.0
        )
    moments = beam.moments(held, pushes, point_n)
    dead = moments[0] if stands[0] else np.zeros(len(slices))
    live = np.where(stands[:, None], moments - dead, 0.0)
    spans = _spans(beam.x, sorted(supports_mm))
    bears = ultimate.bears or (lambda one, _: Bearer(one.width_mm))
    bearers = [bears(one, span) for one, span in zip(slices, spans.tolist(), strict=True)]
    share = np.array([bearer.width_mm / max(one.width_mm, 1e-3) for bearer, one in zip(bearers, slices, strict=True)])
    share = np.clip(share, 1e-6, 1.0)
    of_load = np.array([bearer.load_share for bearer in bearers])
    local = np.zeros_like(live)
    local[1:] = _local(beam.x, bearers, point_n)[: len(live) - 1]
    asked = np.abs(ultimate.dead * dead * share + ultimate.live * live * of_load) + ultimate.live * local
    stress = np.where(stands[:, None], asked / (beam.moduli * share), -1.0)
    row, at = (int(one) for one in np.unravel_index(int(np.argmax(stress)), stress.shape))
    found = slices[at]
    along = beam.x, stress[row] / beam.concentrated
    sign = 1.0 if dead[at] + live[row, at] >= 0 else -1.0
    most = np.nanmax(pushes, axis=0)
    return InPlace(
        Bending(found.at_mm, abs(float(dead[at] + live[row, at])) / 1000, found, None, along),
        sign * float(dead[at]) / 1000, sign * float(live[row, at]) / 1000, float(local[row, at]) / 1000,
        float(spans[at]),
        slices[row - 1].at_mm if row else found.at_mm, tuple(most.tolist()), tips,
    )  # fmt: skip


def _local(x: Array, bearers: Sequence[Bearer], point_n: float) -> Array:
    """By place of the load and by slice, what the load bends a strip by that it stands on, its ends held [N·mm]."""
    low, high = (np.array([one.beside[end] if one.beside else np.nan for one in bearers]) for end in (0, 1))
    on_it = (x[:, None] >= low) & (x[:, None] <= high)
    found: Array = np.where(on_it, point_n * (high - low) / 8, 0.0)
    return found


def _spans(x: Array, supports: Sequence[float]) -> Array:
    """At each place, from support to support, or twice what hangs over; over a support the lesser of both [mm]."""
    edges = np.array([-np.inf, *supports, np.inf])
    spans = np.array([2 * (supports[0] - x[0]), *np.diff(supports), 2 * (x[-1] - supports[-1])])
    before, after = (np.searchsorted(edges, x + side) - 1 for side in (-_ONE_PLACE_MM, _ONE_PLACE_MM))
    # Where nothing hangs over, what is beyond the last support is no span.
    spans[spans <= _ONE_PLACE_MM] = np.inf
    found: Array = np.minimum(spans[before], spans[after])
    return found


def _fewer(slices: Sequence[Slice], supports_mm: Sequence[float]) -> Sequence[Slice]:
    """The slices that matter most, where there are very many: at supports, the narrowest, and some evenly spaced."""
    if len(slices) <= _MOST_SLICES:
        return slices
    held = {min(range(len(slices)), key=lambda one: abs(slices[one].at_mm - place)) for place in supports_mm}
    narrow = sorted(range(len(slices)), key=lambda one: slices[one].width_mm)[: _MOST_SLICES // 2]
    evenly = range(0, len(slices), ceil(2 * len(slices) / _MOST_SLICES))
    return [slices[one] for one in sorted({0, len(slices) - 1, *held, *narrow, *evenly})]


class _Beam:
    """The slab as a beam with a node at every slice; those on either side of a step share one."""

    def __init__(self, slices: Sequence[Slice], thickness_mm: float, density_kg_m3: float) -> None:
        flats = [one.flat(thickness_mm) for one in slices]
        self.concentrated: Array = np.array([one.concentration for one in slices])
        self.moduli: Array = np.array(
            [max(flat.modulus_mm3, 1e-3) / one.concentration for one, flat in zip(slices, flats, strict=True)]
        )
        inertias = np.array([max(flat.inertia_mm4, 1e-3) for flat in flats])
        areas = np.array([flat.area_mm2 for flat in flats])
        places = np.array([one.at_mm for one in slices])
        self.x, self.weights, self.moments_of = weights_along(places, areas, density_kg_m3)
        steps = np.diff(self.x) > _ONE_PLACE_MM
        self.node = np.concatenate([[0], np.cumsum(steps)])
        first = np.concatenate([[True], steps])
        self.places: Array = self.x[first]
        self.loads = self._at_nodes()
        inertia = ((inertias[1:] + inertias[:-1]) / 2)[steps]
        self.stiffness = self._assembled(inertia)
        self._solved: dict[tuple[int, ...], Array] = {}

    def nearest(self, place_mm: float) -> int:
        """The node at a place."""
        return int(np.argmin(np.abs(self.places - place_mm)))

    def _at_nodes(self) -> Array:
        """The slab's weight shared to its nodes, its resultant where it is: force [N] and moment [N·mm] of each."""
        parts, firsts = np.diff(self.weights), np.diff(self.moments_of)
        near, far = self.node[:-1], self.node[1:]
        span = self.places[far] - self.places[near]
        right = np.divide(firsts - parts * self.places[near], span, out=np.zeros_like(span), where=near != far)
        shared = np.zeros(2 * len(self.places))
        for node, force, moment in ((near, parts - right, parts * span / 12), (far, right, -parts * span / 12)):
            np.add.at(shared, 2 * node, force)
            np.add.at(shared, 2 * node + 1, moment)
        return shared

    def _assembled(self, inertia: Array) -> Array:
        span = np.diff(self.places)
        a, b = 12 / span**2, 6 / span
        four, two = np.full_like(span, 4.0), np.full_like(span, 2.0)
        rows = ((a, b, -a, b), (b, four, -b, two), (-a, -b, a, -b), (b, two, -b, four))
        parts = np.array(rows) * (inertia / inertia.max() / span)  # of the same stuff all along: stiffness cancels
        whole = np.zeros((2 * len(self.places), 2 * len(self.places)))
        freedom = 2 * np.arange(len(span)) + np.arange(4)[:, None]
        np.add.at(whole, (freedom[:, None, :], freedom[None, :, :]), parts)
        return whole

    def _influence(self, held: tuple[int, ...]) -> Array:
        """What each support carries of a unit force and a unit moment at each node."""
        if held not in self._solved:
            fixed = 2 * np.array(held)
            free = np.setdiff1d(np.arange(2 * len(self.places)), fixed)
            carried = np.zeros((len(held), 2 * len(self.places)))
            # At a support its own load goes straight into it; elsewhere the bent beam pulls on the fixed nodes: as much
            # as it would be bent by the support's being moved (stiffness is symmetric).
            carried[np.arange(len(held)), fixed] = 1.0
            between = self.stiffness[np.ix_(free, free)]
            bands = np.zeros((_BAND + 1, len(free)))
            for off in range(_BAND + 1):
                bands[off, : len(free) - off] = np.diagonal(between, -off)
            moved = solveh_banded(bands, self.stiffness[np.ix_(free, fixed)], lower=True, check_finite=False)
            carried[:, free] = -moved.T
            self._solved[held] = carried
        return self._solved[held]

    def _carried(self, held: tuple[int, ...], forces: Array) -> Array:
        """What each support carries, column by column of the forces."""
        if len(held) == 2:  # by the lever alone: nothing depends on its stiffness
            first, second = self.places[held[0]], self.places[held[1]]
            down = forces[::2]
            right = ((self.places - first) @ down) / (second - first)
            return np.array([down.sum(axis=0) - right, right])
        carried: Array = self._influence(held) @ forces
        return carried

    def pushes(self, held: Sequence[int], point_n: float) -> Array:
        """What each support carries [N]: without the load, then with it at each slice in turn; nan where it tips."""
        cases = 1 + (len(self.x) if point_n else 0)
        forces = np.repeat(self.loads[:, None], cases, axis=1)
        for case in range(1, cases):
            forces[2 * self.node[case - 1], case] += point_n
        kept = tuple(dict.fromkeys(held))
        at_once = self._carried(kept, forces).T
        found = np.full((cases, len(held)), np.nan)
        places = [held.index(node) for node in kept]
        found[:, places] = at_once
        found[:, [one for one in range(len(held)) if one not in places]] = 0.0
        for case in np.flatnonzero(at_once.min(axis=1) < _LIFTS_N).tolist():
            found[case] = self._without_lifting(held, kept, forces[:, case])
        return found

    def _without_lifting(self, held: Sequence[int], kept: tuple[int, ...], forces: Array) -> Array:
        """The supports that push when those that would pull are left out one by one; nan where no two are left."""
        carried = self._carried(kept, forces)
        while len(kept) > 2:
            least = carried.min()
            kept = tuple(node for node, one in zip(kept, carried, strict=True) if one > least)
            carried = self._carried(kept, forces)
            if carried.min() >= _LIFTS_N:
                by_node = dict(zip(kept, carried.tolist(), strict=True))
                return np.array([by_node.pop(node, 0.0) for node in held])
        return np.full(len(held), np.nan)

    def moments(self, held: Sequence[int], pushes: Array, point_n: float) -> Array:
        """Bending moment at every slice [N·mm], a row for each case of the supports' pushes."""
        arms = np.maximum(0.0, self.x[None, :] - self.places[list(held)][:, None])
        found: Array = pushes @ arms - (self.weights * self.x - self.moments_of)
        if len(pushes) > 1:
            found[1:] -= point_n * np.maximum(0.0, self.x[None, :] - self.x[:, None])
        return found
