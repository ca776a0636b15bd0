"""How heat goes from a surface into the air, and through what lies on it."""

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
# Source: convection along a rough plane by wind, from memory; radiation of a surface at about 20 °C.
_CALM, _BY_WIND, _BRISK_MS, _GALE, _GALE_POWER = 5.6, 4.0, 5.0, 7.2, 0.78
_RADIATED = 5.0
KMH_PER_MS = 3.6


def films_w_m2k(wind_kmh: Floats) -> Floats:
    """What goes from a surface into the air, by wind and radiation [W/m²K], hour by hour.

    Source: convection by wind along a rough plane, from memory; within a fifth of the tables

    Args:
        wind_kmh: along the surface [km/h]
    """
    speed = wind_kmh / KMH_PER_MS
    moved = np.where(speed <= _BRISK_MS, _CALM + _BY_WIND * speed, _GALE * speed**_GALE_POWER)
    return moved + _RADIATED


def through_w_m2k(film: Floats, layers_m2k_w: Floats | float) -> Floats:
    """What goes through layers and the film of air on them [W/m²K].

    Args:
        film: of the air [W/m²K]
        layers_m2k_w: resistance of the layers together [m²K/W]
    """
    return 1 / (1 / film + layers_m2k_w)
