"""Slices in order along a slab, with what bending asks of them in columns."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from ulbrek.core.kit.beams.slice import Slice

Array = NDArray[np.float64]


class Row:
    """Slices in order along a slab of one thickness, bent on edge or as it lies.

    Attributes:
        slices: the slices
        thickness_mm: thickness of the slab
        on_edge: whether it stands on edge
        at_mm: where each slice is
        area_mm2: its area
        modulus_mm3: its section modulus
        concentration: by how much the corner of an opening concentrates the stress in it
    """

    __slots__ = ("area_mm2", "at_mm", "concentration", "modulus_mm3", "on_edge", "slices", "thickness_mm")

    def __init__(
        self, slices: Sequence[Slice], thickness_mm: float, on_edge: bool, columns: Array | None = None
    ) -> None:
        """A row of slices; their columns are worked out where they are not given."""
        self.slices, self.thickness_mm, self.on_edge = slices, thickness_mm, on_edge
        if columns is None:
            columns = np.array([self._asked(one) for one in slices]).reshape(-1, 4).T
        self.at_mm, self.area_mm2, self.modulus_mm3, self.concentration = columns

    def _asked(self, one: Slice) -> tuple[float, float, float, float]:
        thickness = self.thickness_mm
        return one.at_mm, one.area_mm2(thickness), one.modulus_mm3(thickness, self.on_edge), one.concentration

    def joined_by(self, more: Sequence[Slice]) -> "Row":
        """The row with more slices in it, in order."""
        if not more:
            return self
        slices = [*self.slices, *more]
        asked = np.array([self._asked(one) for one in more]).T
        columns = np.hstack([[self.at_mm, self.area_mm2, self.modulus_mm3, self.concentration], asked])
        order = np.argsort(columns[0], kind="stable")
        return Row([slices[one] for one in order.tolist()], self.thickness_mm, self.on_edge, columns[:, order])
