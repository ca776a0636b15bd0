"""The heat that cement gives off as it hardens."""

from math import exp
from typing import NamedTuple

HEAT_KJ_M3K = 2350.0  # density times specific heat of fresh concrete. Source: common practice, 2350 to 2600.


class Hydration(NamedTuple):
    """How the cement of a mix gives off its heat: total · u · exp(-(tau / t)^beta) at an equivalent age t.

    Source of the form: the three-parameter model of heat by equivalent age, from memory.

    Attributes:
        total_kj_kg: of the cement, all of it hydrated [kJ/kg]
        reached: the share that hydrates in the end
        tau_h: the age that sets the time [h at 20 °C]
        beta: how steep it is
        cement_kg_m3: cement in the concrete [kg/m³]
    """

    total_kj_kg: float
    reached: float
    tau_h: float
    beta: float
    cement_kg_m3: float

    @property
    def rise_k(self) -> float:
        """By how much concrete that loses nothing warms itself in the end [K]."""
        return self.cement_kg_m3 * self.total_kj_kg * self.reached / HEAT_KJ_M3K

    def share(self, age_h: float) -> float:
        """The share of its heat that is given off at an equivalent age [h at 20 °C]."""
        return exp(-((self.tau_h / age_h) ** self.beta)) if age_h > 0 else 0.0


# By how fast the cement is. Source: common practice, the middle of published ranges, from memory.
ORDINARY = Hydration(460.0, 0.75, 14.0, 0.9, 330.0)
HIGH_EARLY = Hydration(480.0, 0.75, 10.0, 0.82, 370.0)
FAST_SETTING = Hydration(425.0, 0.75, 2.5, 0.85, 360.0)
SULFO_ALUMINATE = Hydration(400.0, 0.75, 2.2, 1.1, 600.0)
