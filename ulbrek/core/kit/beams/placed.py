"""A slab in its place: on two supports or more that push and cannot pull, with a load anywhere on it."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ulbrek.core.kit.beams.sections import Slice
from ulbrek.core.kit.beams.slab import Bending, weights_along, worst_of

_LIFTS_N = -1e-6
_ONE_PLACE_MM = 0.01


@dataclass(frozen=True, slots=True)
class InPlace:
    """The worst bending in its place, and what its supports carry.

    Attributes:
        bent: where the stress is greatest, whatever the place of the load
        load_at_mm: where the load stands then
        reactions_n: the most that each support carries [N]
        tips_at_mm: where the load tips it; None where it does not
    """

    bent: Bending
    load_at_mm: float
    reactions_n: tuple[float, ...]
    tips_at_mm: float | None


def in_place(
    slices: Sequence[Slice], supports_mm: Sequence[float], thickness_mm: float, density_kg_m3: float, point_n: float
) -> InPlace:
    """The worst bending of a slab on supports, under its own weight and a load at its worst place.

    A continuous beam of changing width; a support from which it would lift is left out for that place of the load.

    Args:
        slices: the slab cut across, in order along it, with a slice at every support
        supports_mm: where it rests, two at least
        thickness_mm: thickness
        density_kg_m3: density
        point_n: the load [N]

    Raises:
        ValueError: when it rests on fewer than two supports
    """
    if len(supports_mm) < 2:
        raise ValueError("A slab rests on two supports at least.")
    beam = _Beam(slices, thickness_mm, density_kg_m3)
    held = [beam.nearest(place) for place in sorted(supports_mm)]
    loads: list[int | None] = [None, *range(len(slices))] if point_n else [None]
    stands: list[int | None] = []
    tips: float | None = None
    pushes, bent = list[NDArray[np.float64]](), list[NDArray[np.float64]]()
    for load in loads:
        reactions = beam.reactions(held, load, point_n)
        if reactions is None:
            tips = slices[load or 0].at_mm if tips is None else tips
            continue
        stands.append(load)
        pushes.append(reactions)
        bent.append(beam.moments(held, reactions, load, point_n))
    if not stands:
        return InPlace(Bending(slices[0].at_mm, 0.0, slices[0]), 0.0, tuple(0.0 for _ in held), tips)
    stress = np.abs(np.array(bent)) / beam.widths
    worst = int(np.argmax(stress.max(axis=1)))
    found = worst_of(slices, bent[worst].tolist(), thickness_mm, on_edge=False)
    at = stands[worst]
    most = np.max(np.array(pushes), axis=0)
    return InPlace(found, found.at_mm if at is None else slices[at].at_mm, tuple(most.tolist()), tips)


class _Beam:
    """The slab as a beam with a node at every slice; those on either side of a step share one."""

    def __init__(self, slices: Sequence[Slice], thickness_mm: float, density_kg_m3: float) -> None:
        self.x: NDArray[np.float64] = np.array([one.at_mm for one in slices])
        self.widths: NDArray[np.float64] = np.array([max(one.width_mm, 1e-3) for one in slices])
        weights, moments = weights_along(slices, thickness_mm, density_kg_m3)
        self.weights, self.moments_of = np.array(weights), np.array(moments)
        steps = np.diff(self.x) > _ONE_PLACE_MM
        self.node = np.concatenate([[0], np.cumsum(steps)])
        first = np.concatenate([[True], steps])
        self.places: NDArray[np.float64] = self.x[first]
        self.loads = self._at_nodes()
        inertia = ((self.widths[1:] + self.widths[:-1]) / 2 * thickness_mm**3 / 12)[steps]
        self.stiffness = self._assembled(inertia)
        self._solved: dict[tuple[int, ...], NDArray[np.float64]] = {}

    def nearest(self, place_mm: float) -> int:
        """The node at a place."""
        return int(np.argmin(np.abs(self.places - place_mm)))

    def _at_nodes(self) -> NDArray[np.float64]:
        """The slab's weight shared to its nodes, its resultant where it is: force [N] and moment [N·mm] of each."""
        shared = np.zeros(2 * len(self.places))
        for index in range(len(self.x) - 1):
            part = self.weights[index + 1] - self.weights[index]
            near, far = self.node[index], self.node[index + 1]
            if near == far:
                shared[2 * near] += part
                continue
            span = self.places[far] - self.places[near]
            first = self.moments_of[index + 1] - self.moments_of[index]
            right = (first - part * self.places[near]) / span
            shared[2 * near : 2 * near + 2] += (part - right, part * span / 12)
            shared[2 * far : 2 * far + 2] += (right, -part * span / 12)
        return shared

    def _assembled(self, inertia: NDArray[np.float64]) -> NDArray[np.float64]:
        count = len(self.places)
        whole = np.zeros((2 * count, 2 * count))
        scale = inertia.max()  # of the same stuff all along: stiffness cancels
        for index, one in enumerate(inertia / scale):
            span = float(self.places[index + 1] - self.places[index])
            a, b = 12 / span**2, 6 / span
            part = one / span * np.array([[a, b, -a, b], [b, 4, -b, 2], [-a, -b, a, -b], [b, 2, -b, 4]])
            whole[2 * index : 2 * index + 4, 2 * index : 2 * index + 4] += part
        return whole

    def _influence(self, held: tuple[int, ...]) -> NDArray[np.float64]:
        """What each support carries of a unit force and a unit moment at each node."""
        if held not in self._solved:
            count = len(self.places)
            fixed = [2 * node for node in held]
            free = [one for one in range(2 * count) if one not in set(fixed)]
            units = np.eye(2 * count)
            bent = np.linalg.solve(self.stiffness[np.ix_(free, free)], units[free])
            # At a support its own load goes straight into it; elsewhere the bent beam pulls on the fixed nodes.
            self._solved[held] = units[fixed] - self.stiffness[np.ix_(fixed, free)] @ bent
        return self._solved[held]

    def _carried(self, held: tuple[int, ...], forces: NDArray[np.float64]) -> NDArray[np.float64]:
        if len(held) == 2:  # by the lever alone: nothing depends on its stiffness
            first, second = self.places[held[0]], self.places[held[1]]
            down = forces[::2]
            right = float((down * (self.places - first)).sum() / (second - first))
            return np.array([down.sum() - right, right])
        carried: NDArray[np.float64] = self._influence(held) @ forces
        return carried

    def reactions(self, held: Sequence[int], load: int | None, point_n: float) -> NDArray[np.float64] | None:
        """What each support carries [N], the load at a slice; None where it tips off them."""
        forces = self.loads.copy()
        if load is not None:
            forces[2 * self.node[load]] += point_n
        kept = tuple(dict.fromkeys(held))
        while len(kept) >= 2:
            carried = self._carried(kept, forces)
            if carried.min() >= _LIFTS_N:
                by_node = dict(zip(kept, carried.tolist(), strict=True))
                return np.array([by_node.pop(node, 0.0) for node in held])
            if len(kept) == 2:
                break
            kept = tuple(node for node, one in zip(kept, carried, strict=True) if one > carried.min())
        return None

    def moments(
        self, held: Sequence[int], reactions: NDArray[np.float64], load: int | None, point_n: float
    ) -> NDArray[np.float64]:
        """Bending moment at every slice [N·mm]."""
        found: NDArray[np.float64] = -(self.weights * self.x - self.moments_of)
        for node, one in zip(held, reactions, strict=True):
            found = found + one * np.maximum(0.0, self.x - self.places[node])
        if load is not None:
            found = found - point_n * np.maximum(0.0, self.x - self.x[load])
        return found
