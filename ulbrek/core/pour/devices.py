"""Devices on the bench, each behind the port that a real one would use, and what the timer light shows."""

from datetime import datetime
from typing import Literal, Protocol

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.pour.result import RunState

Colour = Literal["off", "green", "amber", "red"]
_AMBER_FROM = 0.75  # of the time in which a batch can be placed


@dataclass(frozen=True, slots=True)
class Reading:
    """What a device read: its name, and kilograms or degrees Celsius."""

    device: str
    value: float


@dataclass(frozen=True, slots=True)
class Lights:
    """What a light shows from some moment on [ms since 1970]."""

    at: float
    colour: Colour


class Scale(Protocol):
    """A bench scale."""

    def weigh(self, expects_kg: float) -> Reading:
        """What stands on it, with the tub [kg]; ``expects_kg`` is what should be in that, for the scale's range.

        Raises:
            OverloadError: when that is more than it takes
        """


class Thermometer(Protocol):
    """A probe thermometer."""

    def read(self, expects_c: float) -> Reading:
        """What its tip lies in [°C]; ``expects_c`` is what that should be."""


class Probes(Protocol):
    """Thermometers that lie in concrete and report by themselves."""

    def reports(self, sensor: str) -> bool:
        """Whether one of that name is here."""

    def read(self, sensor: str, expects_c: float, now: datetime) -> float:
        """What one lies in [°C]; ``expects_c`` is what is foretold of it."""


class TimerLight(Protocol):
    """A light that is seen from the mixer."""

    def follow(self, plan: tuple[Lights, ...]) -> None:
        """Shows this from now on, by itself."""

    def shows(self, now: float) -> Colour:
        """Its colour at a moment [ms since 1970]."""


class OverloadError(Exception):
    """More than a scale takes [kg]."""


def light_plan(state: RunState, now: float) -> tuple[Lights, ...]:
    """What the timer light shows: green while a batch can be placed, amber when that ends soon, red when it is over.

    Args:
        state: of the pour
        now: milliseconds since 1970
    """
    running = next((one for one in state.batches if one.water_at is not None and one.placed_at is None), None)
    if running is None or running.water_at is None or running.use_by is None or state.over:
        return (Lights(now, "off"),)
    amber = running.water_at + _AMBER_FROM * (running.use_by - running.water_at)
    turns = (Lights(running.water_at, "green"), Lights(amber, "amber"), Lights(running.use_by, "red"))
    shown = [one for one in turns if one.at <= now]
    return (*shown[-1:], *(one for one in turns if one.at > now))
