"""Bending of a slab by its own weight when it is lifted, through its weakest section."""

from collections.abc import Callable
from dataclasses import replace
from typing import NamedTuple

import numpy as np

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units.constants import GRAVITY
from ulbrek.core.kit.beams.row import Array, Row
from ulbrek.core.kit.beams.sections import Sections
from ulbrek.core.kit.beams.slice import Slice


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
        places: places along it [mm] and the stress at each of them [MPa], for a picture
    """

    at_mm: float
    moment_nm: float
    slice: Slice
    along: Array | None = None
    places: tuple[Array, Array] | None = None

    def times(self, factor: float) -> "Bending":
        """The same of a slab that is so many times as dense."""
        along = None if self.along is None else self.along * factor
        places = self.places and (self.places[0], self.places[1] * factor)
        return Bending(self.at_mm, self.moment_nm * factor, self.slice, along, places)


UNIT_KG_M3 = 1000.0  # what bending by its own weight is worked out for, once for all densities
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

    def found() -> Bending:
        row = sections.row(thickness_mm, on_edge, supports)
        return refined(sections, row, lambda slices: bending(slices, supports, UNIT_KG_M3))

    of_unit: Bending = sections.once(("held", supports, thickness_mm, on_edge), found)
    return of_unit.times(density_kg_m3 / UNIT_KG_M3)


def slid_over(sections: Sections, thickness_mm: float, density_kg_m3: float) -> Bending:
    """The worst bending of a slab slid over the edge of a bench, found in the same way.

    Args:
        sections: the slab, ready to be cut across
        thickness_mm: thickness
        density_kg_m3: density
    """

    def found() -> Bending:
        row = sections.row(thickness_mm, on_edge=False)
        return refined(sections, row, lambda slices: sliding(slices, UNIT_KG_M3))

    of_unit: Bending = sections.once(("slid", thickness_mm), found)
    return of_unit.times(density_kg_m3 / UNIT_KG_M3)


def refined(sections: Sections, row: Row, bent: Callable[[Row], Bending]) -> Bending:
    """The worst bending, with more slices about the worst place each time; ``places`` are those of the first look.

    Args:
        sections: the slab, ready to be cut across
        row: its slices to begin with, those at places that matter among them, such as supports
        bent: its worst bending through some slices
    """
    found = bent(row)
    places = None if found.along is None else (row.at_mm, found.along)
    for _ in range(_REFINED):
        at = int(np.argmin(np.abs(row.at_mm - found.at_mm)))
        before, after = row.slices[max(0, at - 1)], row.slices[min(len(row.slices) - 1, at + 1)]
        row = row.joined_by(list(sections.between(before, after, _BETWEEN)))
        found = bent(row)
    return replace(found, places=places)


def bending(row: Row, supports: Supports, density_kg_m3: float) -> Bending:
    """The worst bending of a slab held at two places, under its own weight.

    The moment at each slice is that of the weight on one side of it and the support there. The worst is where
    moment over section modulus is greatest, which beside an opening need not be where the moment is.

    Args:
        row: the slab cut across; exact where its width changes in steps
        supports: where it is held
        density_kg_m3: density
    """
    at, weights, moments = weights_along(row.at_mm, row.area_mm2, density_kg_m3)
    weight, first_moment = weights[-1], moments[-1]
    second = (first_moment - weight * supports.first_mm) / (supports.second_mm - supports.first_mm)
    lifted = (weight - second) * np.maximum(0.0, at - supports.first_mm)
    lifted += second * np.maximum(0.0, at - supports.second_mm)
    return worst_of(row, lifted - (weights * at - moments))


def sliding(row: Row, density_kg_m3: float) -> Bending:
    """The worst bending of a slab slid over the edge of a bench, from either end, until it would tip.

    What hangs over bends it at the edge; it may be as much as half of it.

    Args:
        row: the slab cut across
        density_kg_m3: density
    """
    at, weights, moments = weights_along(row.at_mm, row.area_mm2, density_kg_m3)
    middle = moments[-1] / weights[-1] if weights[-1] else 0.0
    near, far = weights * at - moments, (moments[-1] - moments) - (weights[-1] - weights) * at
    return worst_of(row, np.where(at <= middle, near, far))


def weights_along(at: Array, area_mm2: Array, density_kg_m3: float) -> tuple[Array, Array, Array]:
    """Where each slice is [mm], the weight up to it [N], and that weight's moment about the datum [N·mm].

    Args:
        at: where each slice is, in order [mm]; the width changes evenly from one to the next
        area_mm2: area of concrete there [mm²]
        density_kg_m3: density
    """
    loads = area_mm2 * (density_kg_m3 * 1e-9 * GRAVITY)
    steps, low, high = np.diff(at), loads[:-1], loads[1:]
    parts = (low + high) / 2 * steps
    moments = parts * at[:-1] + steps**2 * (low + 2 * high) / 6
    up_to = np.zeros((2, len(at)))
    np.cumsum(parts, out=up_to[0, 1:])
    np.cumsum(moments, out=up_to[1, 1:])
    return at, up_to[0], up_to[1]


def worst_of(row: Row, moments_nmm: Array) -> Bending:
    """Where the stress is greatest, with what corners of openings concentrate.

    Args:
        row: the slab cut across
        moments_nmm: bending moment at each slice [N·mm]
    """
    size = np.abs(moments_nmm)
    along = np.divide(size, row.modulus_mm3, out=np.zeros_like(size), where=row.modulus_mm3 > 0)
    worst = int(np.argmax(along * row.concentration))
    return Bending(row.slices[worst].at_mm, float(size[worst]) / 1000, row.slices[worst], along)
