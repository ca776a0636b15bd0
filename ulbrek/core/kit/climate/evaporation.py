"""How fast water dries out of a wet face."""

import numpy as np
from numpy.typing import NDArray

from ulbrek.core.base.figure import rule

Floats = NDArray[np.float64]

# Where a low-bleed mix begins to crack, and where any does. Source: ACI 305R, 0.1 and 0.2 lb/ft²/h, from memory.
TAKE_CARE, ACT = 0.5, 1.0


@rule(unit="kg/m2/h")
def evaporation(concrete_c: float, air_c: float, humidity_pct: float, wind_kmh: float) -> float:
    """Evaporation

    Water that dries from the wet face. Where more dries than bleeds out of the mix, the skin cracks. Dew counts as
    none.

    Args:
        concrete_c: temperature of the wet face
        air_c: temperature of the air
        humidity_pct: relative humidity of the air
        wind_kmh: wind half a metre over the face

    Formula:
        max(0, 5e-6 * ((max(concrete_c, -18) + 18)**2.5 - humidity_pct / 100 * (max(air_c, -18) + 18)**2.5)
        * (wind_kmh + 4))

    Source: Uno, ACI Materials Journal 95-M36 (1998), from memory
    """
    wet, dry = max(concrete_c, -18.0) + 18, max(air_c, -18.0) + 18
    found: float = 5e-6 * (wet**2.5 - humidity_pct / 100 * dry**2.5) * (wind_kmh + 4)
    return max(0.0, found)


def by_the_hour(concrete_c: Floats, air_c: Floats, humidity_pct: Floats, wind_kmh: Floats) -> Floats:
    """What :func:`evaporation` gives of many hours at once [kg/m²/h]; (n) each."""
    wet, dry = np.maximum(concrete_c, -18.0) + 18, np.maximum(air_c, -18.0) + 18
    found: Floats = 5e-6 * (wet**2.5 - humidity_pct / 100 * dry**2.5) * (wind_kmh + 4)
    return np.maximum(0.0, found)
