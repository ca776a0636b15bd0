"""Bending of a slab by its own weight when it is lifted, through its weakest section."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ulbrek.core.base.units.constants import GRAVITY
from ulbrek.core.kit.beams.sections import Sections
from ulbrek.core.kit.beams.slice import Slice

Array = NDArray[np.float64]


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
        along: the stress at each slice [MPa]
        places: the stress along it for a picture, place after place [mm, MPa]
    """

    at_mm: float
    moment_nm: float
    slice: Slice
    along: Array | None = None
    places: tuple[tuple[float, float], ...] = ()

    def places_of(self, slices: Sequence[Slice]) -> tuple[tuple[float, float], ...]:
        """The stress along the slab, place after place [mm, MPa]."""
        stresses = [] if self.along is None else self.along.tolist()
        return tuple((one.at_mm, stress) for one, stress in zip(slices, stresses, strict=True))


_REFINED = 2  # times that the neighbourhood of the worst place is looked at more closely
_BETWEEN = 4


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
    """The worst bending, with more slices about the worst place each time; ``places`` are those of the first look.

    Args:
        sections: the slab, ready to be cut across
        also: places that matter, such as supports [mm]
        bent: its worst bending through some slices
    """
    slices = sections.slices(also)
    found = bent(slices)
    places = found.places_of(slices)
    for _ in range(_REFINED):
        at = min(range(len(slices)), key=lambda index: abs(slices[index].at_mm - found.at_mm))
        before, after = slices[max(0, at - 1)], slices[min(len(slices) - 1, at + 1)]
        closer = list(sections.between(before, after, _BETWEEN))
        slices = sorted([*slices, *closer], key=lambda one: one.at_mm)
        found = bent(slices)
    return replace(found, places=places)


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
    at, weights, moments = weights_along(slices, thickness_mm, density_kg_m3)
    weight, first_moment = weights[-1], moments[-1]
    second = (first_moment - weight * supports.first_mm) / (supports.second_mm - supports.first_mm)
    lifted = (weight - second) * np.maximum(0.0, at - supports.first_mm)
    lifted += second * np.maximum(0.0, at - supports.second_mm)
    return worst_of(slices, lifted - (weights * at - moments), thickness_mm, on_edge)


def sliding(slices: Sequence[Slice], thickness_mm: float, density_kg_m3: float) -> Bending:
    """The worst bending of a slab slid over the edge of a bench, from either end, until it would tip.

    What hangs over bends it at the edge; it may be as much as half of it.

    Args:
        slices: the slab cut across, in order along it
        thickness_mm: thickness
        density_kg_m3: density
    """
    at, weights, moments = weights_along(slices, thickness_mm, density_kg_m3)
    middle = moments[-1] / weights[-1] if weights[-1] else 0.0
    near, far = weights * at - moments, (moments[-1] - moments) - (weights[-1] - weights) * at
    return worst_of(slices, np.where(at <= middle, near, far), thickness_mm, on_edge=False)


def weights_along(slices: Sequence[Slice], thickness_mm: float, density_kg_m3: float) -> tuple[Array, Array, Array]:
    """Where each slice is [mm], the weight up to it [N], and that weight's moment about the datum [N·mm].

    Args:
        slices: the slab cut across, in order along it; its width changes evenly from one to the next
        thickness_mm: thickness
        density_kg_m3: density
    """
    at = np.array([one.at_mm for one in slices])
    loads = np.array([one.area_mm2(thickness_mm) for one in slices]) * (density_kg_m3 * 1e-9 * GRAVITY)
    steps, low, high = np.diff(at), loads[:-1], loads[1:]
    parts = (low + high) / 2 * steps
    moments = parts * at[:-1] + steps**2 * (low + 2 * high) / 6
    up_to = np.zeros((2, len(at)))
    np.cumsum(parts, out=up_to[0, 1:])
    np.cumsum(moments, out=up_to[1, 1:])
    return at, up_to[0], up_to[1]


def worst_of(slices: Sequence[Slice], moments_nmm: Array, thickness_mm: float, on_edge: bool) -> Bending:
    """Where the stress is greatest, with what corners of openings concentrate.

    Args:
        slices: the slab cut across, in order along it
        moments_nmm: bending moment at each [N·mm]
        thickness_mm: thickness
        on_edge: whether it stands on edge
    """
    moduli = np.array([one.modulus_mm3(thickness_mm, on_edge) for one in slices])
    concentrated = np.array([one.concentration for one in slices])
    size = np.abs(moments_nmm)
    along = np.divide(size, moduli, out=np.zeros_like(size), where=moduli > 0)
    worst = int(np.argmax(along * concentrated))
    return Bending(slices[worst].at_mm, float(size[worst]) / 1000, slices[worst], along)
