"""Layers on both sides of a heating element, from the moment that it is switched on: an implicit march in time.

One dimension, each layer in thin slices, heat held in their middles; the element itself holds none. Where everything
under the element is as good as closed this is the slab of ``slab``, whose exact series it is held to.
"""

from collections.abc import Sequence
from math import ceil

import numpy as np
from numpy.typing import NDArray

from ulbrek.core.base.frozen import dataclass

Floats = NDArray[np.float64]
_SLICE_M = 0.004
_FEWEST, _MOST = 2, 24  # slices of a layer
_SLICES_MOST = 120  # in all: thicker ones where there would be more


@dataclass(frozen=True, slots=True)
class Layer:
    """What heat goes through.

    Attributes:
        thick: its thickness [m]
        conducts: heat conductivity [W/(m·K)]
        density: of it [kg/m³]
        heat: specific heat [J/(kg·K)]
    """

    thick: float
    conducts: float
    density: float
    heat: float

    @property
    def resists(self) -> float:
        """How it stands in the way of heat [m²·K/W]."""
        return self.thick / self.conducts


@dataclass(frozen=True, slots=True)
class Course:
    """How it warms, step by step from the first; rises over the air [K].

    Attributes:
        element: of the element; (n)
        face: of the face above; (n)
        flux: what the element gives in the step [W/m²]; (n)
    """

    element: Floats
    face: Floats
    flux: Floats


@dataclass(frozen=True, slots=True)
class Warmed:
    """An element between layers, with air on both sides.

    Attributes:
        above: from the element up
        below: from the element down
        film_above: what the face above gives off to the air [W/(m²·K)]
        film_below: and what the face below does
    """

    above: Sequence[Layer]
    below: Sequence[Layer]
    film_above: float
    film_below: float

    def course(self, flux: float, most: float | None, step_s: float, steps: int) -> Course:
        """How it warms from the temperature of the air.

        Args:
            flux: of the element while it is on [W/m²]
            most: rise at which a thermostat on the element holds it [K]; None without one
            step_s: of the march [s]
            steps: how many
        """
        up, down = _side(self.above, self.film_above), _side(self.below, self.film_below)
        matrix, holds = _matrix(up, down, step_s)
        at = len(down.holds)  # the element, between the slices below and above
        held = matrix.copy()
        held[at] = 0.0
        held[at, at] = 1.0
        free, kept = np.linalg.inv(matrix), np.linalg.inv(held)
        now, given = np.zeros(len(matrix)), holds / step_s
        found = np.zeros((3, steps))
        leaves = up.outward / self.film_above
        for step in range(steps):
            before = given * now
            before[at] = flux
            now = free @ before
            gives = flux
            if most is not None and now[at] > most:
                before[at] = most
                now = kept @ before
                gives = float(matrix[at] @ now)
            found[:, step] = now[at], leaves * now[-1], gives
        return Course(found[0], found[1], found[2])


@dataclass(frozen=True, slots=True)
class _Side:
    """Slices from the element outward: what each holds, what lies between them, and between the last and the air."""

    holds: list[float]  # J/(m²·K)
    between: list[float]  # W/(m²·K), the first from the element
    outward: float  # W/(m²·K)


def _side(layers: Sequence[Layer], film: float) -> _Side:
    thick = sum(layer.thick for layer in layers)
    slice_m = max(_SLICE_M, thick / _SLICES_MOST)
    holds: list[float] = []
    between: list[float] = []
    resists = 0.0
    for layer in layers:
        count = min(_MOST, max(_FEWEST, ceil(layer.thick / slice_m)))
        half = layer.resists / count / 2
        for _ in range(count):
            between.append(1 / (resists + half))
            holds.append(layer.thick / count * layer.density * layer.heat)
            resists = half
    return _Side(holds, between, 1 / (resists + 1 / film))


def _matrix(up: _Side, down: _Side, step_s: float) -> tuple[Floats, Floats]:
    """What a step solves, from the lowest slice to the highest; and what each holds [J/(m²·K)]."""
    holds = np.array([*reversed(down.holds), 0.0, *up.holds])
    links = [*reversed(down.between), *up.between]
    matrix = np.diag(holds / step_s)
    for at, link in enumerate(links):
        matrix[at, at] += link
        matrix[at + 1, at + 1] += link
        matrix[at, at + 1] -= link
        matrix[at + 1, at] -= link
    matrix[0, 0] += down.outward
    matrix[-1, -1] += up.outward
    return matrix, holds
