"""What Warm says of one piece."""

from typing import Literal

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.task import Task

Made = Literal["concrete", "mat", "foam"]


@dataclass(frozen=True, slots=True)
class WarmHour:
    """A moment after it is switched on: hours since then, and how warm mat and face are [°C]."""

    h: float
    mat_c: float
    face_c: float


@dataclass(frozen=True, slots=True)
class WarmLayer:
    """A layer of the piece, from its face down [mm], and how warm its upper and lower faces stay in the end [°C]."""

    made: Made
    from_mm: float
    to_mm: float
    upper_c: float
    lower_c: float


@dataclass(frozen=True, slots=True)
class WarmResult:
    """One piece that a mat warms.

    Attributes:
        piece: its id
        name: what it is called
        air_c: around it
        held_c: the thermostat's, None without one
        watts: of the mat
        flux: on each square metre of it
        ohms: between its ends
        amps: that it takes
        up: share of the heat that goes up
        mat: how warm the mat gets
        face: how warm the face over it gets, bare
        covered: and under a cushion
        warm_in: until the face has nine tenths of its rise; None where it has not in a day
        first: energy until then; None where there is no then
        energy: for a day's use from cold
        cost: of that; None where the price of a kilowatt-hour is not known
        bow: of the piece while it is warm, at the most
        tension: at its cold rim
        course: quarter hour by quarter hour
        layers: from the face down
        tasks: in order
        care: how not to be hurt
        findings: what is wrong
    """

    piece: str
    name: str
    air_c: float
    held_c: float | None
    watts: Figure
    flux: Figure
    ohms: Figure
    amps: Figure
    up: Figure
    mat: Figure
    face: Figure
    covered: Figure
    warm_in: Figure | None
    first: Figure | None
    energy: Figure
    cost: Figure | None
    bow: Figure
    tension: Figure
    course: tuple[WarmHour, ...]
    layers: tuple[WarmLayer, ...]
    tasks: tuple[Task, ...]
    care: tuple[str, ...]
    findings: tuple[Finding, ...]
