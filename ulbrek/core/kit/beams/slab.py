"""Bending of a slab by its own weight when it is lifted, through its weakest section."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import NamedTuple

from ulbrek.core.base.units.constants import GRAVITY
from ulbrek.core.kit.beams.sections import Slice


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
    """

    at_mm: float
    moment_nm: float
    slice: Slice


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
    per_mm2 = thickness_mm * density_kg_m3 * 1e-9 * GRAVITY  # N for each mm of width and mm along
    loads = [one.width_mm * per_mm2 for one in slices]
    weight = first_moment = 0.0
    weights, moments = [0.0], [0.0]
    for (one, other), (load, next_load) in zip(pairwise(slices), pairwise(loads), strict=True):
        step = other.at_mm - one.at_mm
        part = (load + next_load) / 2 * step
        middle = one.at_mm + (step * (load + 2 * next_load) / (3 * (load + next_load)) if part else step / 2)
        weight, first_moment = weight + part, first_moment + part * middle
        weights.append(weight)
        moments.append(first_moment)
    span = supports.second_mm - supports.first_mm
    second = (first_moment - weight * supports.first_mm) / span
    first = weight - second
    worst, found = -1.0, Bending(0.0, 0.0, slices[0])
    for one, load_so_far, moment_so_far in zip(slices, weights, moments, strict=True):
        at = one.at_mm
        lifted = first * max(0.0, at - supports.first_mm) + second * max(0.0, at - supports.second_mm)
        moment = abs(lifted - (load_so_far * at - moment_so_far))
        modulus = _modulus_mm3(one, thickness_mm, on_edge)
        stress = moment / modulus if modulus > 0 else 0.0
        if stress > worst:
            worst, found = stress, Bending(at, moment / 1000, one)
    return found


def _modulus_mm3(one: Slice, thickness_mm: float, on_edge: bool) -> float:
    if not on_edge:
        return one.width_mm * thickness_mm**2 / 6
    return thickness_mm * one.inertia_mm3() / one.farthest_mm if one.strips else 0.0
