"""A scale, a thermometer and a timer light that stand in for real ones: invented readings, and what was last shown."""

import random

from ulbrek.core.pour.devices import Colour, Lights, OverloadError, Reading

_TUB_KG = 0.9
_MOST_KG = 60.0
_STEP_KG, _FINE_KG, _SMALL_KG = 0.005, 0.0001, 0.5


class SimulatedScale:
    """A bench scale with a tub on it; whoever pours in is a little off. It shows full 5 g, below 500 g tenths."""

    name = "Bench scale (simulated)"

    def __init__(self, seed: int = 1) -> None:
        """One whose readings follow from a seed."""
        self._chance = random.Random(seed)  # noqa: S311 - an invented hand

    def weigh(self, expects_kg: float) -> Reading:
        """The tub, and what is in it [kg].

        Raises:
            OverloadError: above 60 kg
        """
        gross = _TUB_KG + expects_kg * self._chance.uniform(0.99, 1.01)
        if gross > _MOST_KG:
            raise OverloadError(_MOST_KG)
        step_kg = _FINE_KG if expects_kg < _SMALL_KG else _STEP_KG
        return Reading(self.name, round(gross / step_kg) * step_kg)


class SimulatedThermometer:
    """A probe that reads to a tenth of a degree, about what is expected."""

    name = "Probe thermometer (simulated)"

    def __init__(self, seed: int = 1) -> None:
        """One whose readings follow from a seed."""
        self._chance = random.Random(seed)  # noqa: S311 - an invented bucket

    def read(self, expects_c: float) -> Reading:
        """What its tip lies in [°C]."""
        return Reading(self.name, round(expects_c + self._chance.uniform(-1.5, 2.5), 1))


class SimulatedLight:
    """A light that nobody sees: it keeps what it was told to show."""

    name = "Timer light (simulated)"

    def __init__(self) -> None:
        """One that is off."""
        self._plan: tuple[Lights, ...] = ()

    def follow(self, plan: tuple[Lights, ...]) -> None:
        """Shows this from now on."""
        self._plan = plan

    def shows(self, now: float) -> Colour:
        """Its colour at a moment [ms since 1970]."""
        return next((one.colour for one in reversed(self._plan) if one.at <= now), "off")
