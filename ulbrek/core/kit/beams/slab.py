"""Bending of a slab by its own weight when it is lifted, through its weakest section."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import NamedTuple

from ulbrek.core.base.units.constants import GRAVITY
from ulbrek.core.kit.beams.sections import Sections, Slice


class Supports(NamedTuple):
    """Where a slab is held, along it [mm]."""

    first_mm: float
    second_mm: float


@dataclass(frozen=True, slots=True)
class Bending:
    """Where a lifted slab bends most, and what is left of it there.

    Attributes:
        at_mm: the place along the slab
        moment_nm: bending moment there, its size [N·m]
        slice: the concrete that is there
        along: the stress along the slab, place after place [mm, MPa]
    """

    at_mm: float
    moment_nm: float
    slice: Slice
    along: tuple[tuple[float, float], ...] = ()


_REFINED = 2  # times that the neighbourhood of the worst place is looked at more closely
_BETWEEN = 6


def weakest(
    sections: Sections, supports: Supports, thickness_mm: float, density_kg_m3: float, on_edge: bool
) -> Bending:
    """The worst bending of a slab held at two places, its weakest section found by looking closer and closer.

    Args:
        sections: the slab, ready to be cut across
        supports: where it is held
        thickness_mm: thickness
        density_kg_m3: density
        on_edge: whether it stands on edge, the load along its width
    """
    return refined(sections, supports, lambda slices: bending(slices, supports, thickness_mm, density_kg_m3, on_edge))


def refined(sections: Sections, also: Sequence[float], bent: Callable[[Sequence[Slice]], Bending]) -> Bending:
    """The worst bending, with more slices about the worst place each time.

    Args:
        sections: the slab, ready to be cut across
        also: places that matter, such as supports [mm]
        bent: its worst bending through some slices
    """
    slices = sections.slices(also)
    found = bent(slices)
    for _ in range(_REFINED):
        places = [one.at_mm for one in slices]
        at = min(range(len(places)), key=lambda index: abs(places[index] - found.at_mm))
        low, high = places[max(0, at - 1)], places[min(len(places) - 1, at + 1)]
        closer = [low + (high - low) * step / (_BETWEEN + 1) for step in range(1, _BETWEEN + 1)]
        slices = sorted([*slices, *(sections.at(place) for place in closer)], key=lambda one: one.at_mm)
        found = bent(slices)
    return found


def bending(
    slices: Sequence[Slice], supports: Supports, thickness_mm: float, density_kg_m3: float, on_edge: bool
) -> Bending:
    """The worst bending of a slab held at two places, under its own weight.

    The moment at each slice is that of the weight on one side of it and the support there. The worst is where
    moment over section modulus is greatest, which beside an opening need not be where the moment is.

    Args:
        slices: the slab cut across, in order along it; exact where its width changes in steps
        supports: where it is held
        thickness_mm: thickness
        density_kg_m3: density
        on_edge: whether it stands on edge, the load along its width
    """
    weights, moments = weights_along(slices, thickness_mm, density_kg_m3)
    weight, first_moment = weights[-1], moments[-1]
    second = (first_moment - weight * supports.first_mm) / (supports.second_mm - supports.first_mm)
    first = weight - second

    def moment_at(index: int) -> float:
        at = slices[index].at_mm
        lifted = first * max(0.0, at - supports.first_mm) + second * max(0.0, at - supports.second_mm)
        return lifted - (weights[index] * at - moments[index])

    return worst_of(slices, [moment_at(index) for index in range(len(slices))], thickness_mm, on_edge)


def sliding(slices: Sequence[Slice], thickness_mm: float, density_kg_m3: float) -> Bending:
    """The worst bending of a slab slid over the edge of a bench, from either end, until it would tip.

    What hangs over bends it at the edge; it may be as much as half of it.

    Args:
        slices: the slab cut across, in order along it
        thickness_mm: thickness
        density_kg_m3: density
    """
    weights, moments = weights_along(slices, thickness_mm, density_kg_m3)
    weight, middle = weights[-1], moments[-1] / weights[-1] if weights[-1] else 0.0
    found = []
    for one, so_far, moment in zip(slices, weights, moments, strict=True):
        at = one.at_mm
        if at <= middle:  # its near end hangs over
            found.append(-(so_far * at - moment))
        else:
            found.append(-((moments[-1] - moment) - (weight - so_far) * at))
    return worst_of(slices, found, thickness_mm, on_edge=False)


def weights_along(
    slices: Sequence[Slice], thickness_mm: float, density_kg_m3: float
) -> tuple[list[float], list[float]]:
    """Weight up to each slice [N], and its moment about the datum [N·mm].

    Args:
        slices: the slab cut across, in order along it
        thickness_mm: thickness
        density_kg_m3: density
    """
    per_mm2 = thickness_mm * density_kg_m3 * 1e-9 * GRAVITY  # N for each mm of width and mm along
    loads = [one.width_mm * per_mm2 for one in slices]
    weights, moments = [0.0], [0.0]
    for (one, other), (load, next_load) in zip(pairwise(slices), pairwise(loads), strict=True):
        step = other.at_mm - one.at_mm
        part = (load + next_load) / 2 * step
        middle = one.at_mm + (step * (load + 2 * next_load) / (3 * (load + next_load)) if part else step / 2)
        weights.append(weights[-1] + part)
        moments.append(moments[-1] + part * middle)
    return weights, moments


def worst_of(slices: Sequence[Slice], moments_nmm: Sequence[float], thickness_mm: float, on_edge: bool) -> Bending:
    """Where the stress is greatest.

    Args:
        slices: the slab cut across, in order along it
        moments_nmm: bending moment at each [N·mm]
        thickness_mm: thickness
        on_edge: whether it stands on edge
    """
    moduli = [_modulus_mm3(one, thickness_mm, on_edge) for one in slices]
    along = [abs(moment) / modulus if modulus > 0 else 0.0 for moment, modulus in zip(moments_nmm, moduli, strict=True)]
    worst = max(range(len(slices)), key=lambda index: along[index])
    places = tuple((round(one.at_mm, 1), round(stress, 4)) for one, stress in zip(slices, along, strict=True))
    return Bending(slices[worst].at_mm, abs(moments_nmm[worst]) / 1000, slices[worst], places)


def _modulus_mm3(one: Slice, thickness_mm: float, on_edge: bool) -> float:
    if not on_edge:
        return one.width_mm * thickness_mm**2 / 6
    return thickness_mm * one.inertia_mm3() / one.farthest_mm if one.strips else 0.0
