"""Lengths that must lie within bounds, refused in words."""

from collections.abc import Callable
from typing import Annotated

from pydantic import AfterValidator

from ulbrek.core.base.units.length import Length


def between(low_mm: float, high_mm: float) -> Callable[[Length], Length]:
    """A validator that refuses a length outside ``low_mm`` to ``high_mm`` [mm].

    Raises:
        ValueError: naming both bounds
    """

    def refuse(length: Length) -> Length:
        if not low_mm <= length.mm <= high_mm:
            raise ValueError(f"{length.mm:g} mm is out of bounds. Give {low_mm:g} to {high_mm:g} mm.")
        return length

    return refuse


Side = Annotated[Length, AfterValidator(between(10, 12_000))]
Depth = Annotated[Length, AfterValidator(between(5, 2_000))]
Bore = Annotated[Length, AfterValidator(between(1, 4_000))]
Offset = Annotated[Length, AfterValidator(between(0, 12_000))]
Radius = Annotated[Length, AfterValidator(between(0, 2_000))]
Small = Annotated[Length, AfterValidator(between(0, 2_000))]
