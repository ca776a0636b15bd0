"""A slab that is warmed from below and loses its heat above: exact series in one dimension.

Insulated beneath the element, air above. Solutions by separation of variables, as in Carslaw and Jaeger, Conduction of
Heat in Solids (from memory). Lengths in metres, times in seconds, temperatures as a rise over the air [K].
"""

from functools import cached_property
from math import cos, pi, sin

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import brentq

from ulbrek.core.base.frozen import dataclass

Floats = NDArray[np.float64]
_TERMS = 40
_EDGE = 1e-9


@dataclass(frozen=True)
class WarmedSlab:
    """A slab over a heating element.

    Attributes:
        thick: its thickness [m]
        conducts: heat conductivity [W/(m·K)]
        density: of it [kg/m³]
        heat: specific heat [J/(kg·K)]
        film: how much its face gives off to the air [W/(m²·K)]
    """

    thick: float
    conducts: float
    density: float
    heat: float
    film: float

    @property
    def biot(self) -> float:
        """How its own resistance compares with that of the air on its face."""
        return self.film * self.thick / self.conducts

    def fourier(self, seconds: Floats) -> Floats:
        """Times as shares of how long heat takes through it."""
        return self.conducts / (self.density * self.heat) * seconds / self.thick**2

    def steady_by_flux(self, flux: float, above: float) -> float:
        """Rise in the end with a steady flux from below [K].

        Args:
            flux: of the element [W/m²]
            above: how far over the element [m]
        """
        return flux / self.film + flux * (self.thick - above) / self.conducts

    def by_flux(self, flux: float, above: float, seconds: Floats) -> Floats:
        """Rise with a steady flux from below, from the moment that it is switched on [K].

        Args:
            flux: of the element [W/m²]
            above: how far over the element [m]
            seconds: since it was switched on; (n)
        """
        roots = self._of_flux
        share = 2 * np.cos(roots * above / self.thick) / (roots**2 * (1 + np.sin(2 * roots) / (2 * roots)))
        fading = np.exp(-np.outer(self.fourier(np.asarray(seconds, dtype=float)), roots**2)) @ share
        return self.steady_by_flux(flux, above) - flux * self.thick / self.conducts * np.asarray(fading)

    def steady_by_hold(self, held: float, above: float) -> float:
        """Rise in the end with its underside held at a temperature [K].

        Args:
            held: rise of the underside [K]
            above: how far over it [m]
        """
        return held * (1 - self.biot / (1 + self.biot) * above / self.thick)

    def by_hold(self, held: float, above: float, seconds: Floats) -> Floats:
        """Rise with its underside held at a temperature, from the moment that it is [K].

        Args:
            held: rise of the underside [K]
            above: how far over it [m]
            seconds: since it was held; (n)
        """
        roots, slope = self._of_hold, self.biot / (1 + self.biot)
        begun = (1 - np.cos(roots)) / roots - slope * (np.sin(roots) - roots * np.cos(roots)) / roots**2
        share = 2 * begun / (1 - np.sin(2 * roots) / (2 * roots)) * np.sin(roots * above / self.thick)
        fading = np.exp(-np.outer(self.fourier(np.asarray(seconds, dtype=float)), roots**2)) @ share
        return self.steady_by_hold(held, above) - held * np.asarray(fading)

    def flux_to_hold(self, held: float) -> float:
        """What holds the underside at a temperature in the end [W/m²]."""
        return held / (1 / self.film + self.thick / self.conducts)

    @property
    def hours(self) -> float:
        """How long until all but 37 % of the rise is there, by its slowest root [h]."""
        first = float(self._of_flux[0])
        return self.density * self.heat * self.thick**2 / (self.conducts * first**2) / 3600

    @cached_property
    def _of_flux(self) -> Floats:
        """Roots of z · tan z = Bi, one in each half turn."""
        return np.array([
            brentq(lambda z: z * sin(z) - self.biot * cos(z), number * pi + _EDGE, (number + 0.5) * pi)
            for number in range(_TERMS)
        ])  # fmt: skip

    @cached_property
    def _of_hold(self) -> Floats:
        """Roots of z · cot z = −Bi, one in each half turn."""
        return np.array([
            brentq(lambda z: z * cos(z) + self.biot * sin(z), (number + 0.5) * pi, (number + 1) * pi - _EDGE)
            for number in range(_TERMS)
        ])  # fmt: skip
