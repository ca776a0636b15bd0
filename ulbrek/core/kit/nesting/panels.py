"""Parts of sheets, and a sheet with its cuts."""

from itertools import groupby
from typing import Literal

from ulbrek.core.base.frozen import dataclass

_TRIFLE_MM = 1e-6


@dataclass(frozen=True, slots=True)
class Panel:
    """A part to be cut: its two sizes [mm]. A strip's height is its width.

    ``along`` keeps its length along the sheet's, where its grain or its face asks for it.
    """

    key: str
    length_mm: float
    width_mm: float
    along: bool = False


@dataclass(frozen=True, slots=True)
class SheetStock:
    """A sheet as it is bought, what the saw takes, and what is trimmed off its edges first [mm].

    Attributes:
        offcuts: length and width of what is in stock; it is used first and trimmed already
    """

    length_mm: float
    width_mm: float
    kerf_mm: float
    trim_mm: float = 0.0
    offcuts: tuple[tuple[float, float], ...] = ()

    @property
    def usable(self) -> tuple[float, float]:
        """Length and width inside the trim [mm]."""
        return self.length_mm - 2 * self.trim_mm, self.width_mm - 2 * self.trim_mm


@dataclass(frozen=True, slots=True)
class PlacedPanel:
    """A panel on its sheet: its near corner and its sizes there [mm]."""

    key: str
    x_mm: float
    y_mm: float
    length_mm: float
    width_mm: float


@dataclass(frozen=True, slots=True)
class Saw:
    """One cut: its number in sawing order, its line [mm], and what the fence is set to [mm].

    ``stage`` counts how often what is cut was turned before, from one.
    """

    number: int
    kind: Literal["rip", "cross"]
    x1: float
    y1: float
    x2: float
    y2: float
    setting_mm: float
    stage: int


@dataclass(frozen=True, slots=True)
class Rest:
    """What is left of a sheet and worth keeping [mm]."""

    x_mm: float
    y_mm: float
    length_mm: float
    width_mm: float


@dataclass(frozen=True, slots=True)
class SheetPlan:
    """One sheet: where its panels lie, its cuts in sawing order, what is left.

    ``offcut`` is the place in the stock's list of the offcut that it is; None for a sheet that is bought.
    """

    length_mm: float
    width_mm: float
    offcut: int | None
    panels: tuple[PlacedPanel, ...]
    saws: tuple[Saw, ...]
    rests: tuple[Rest, ...]

    @property
    def settings(self) -> int:
        """How often the fence is set anew."""
        return len([key for key, _ in groupby((saw.kind, round(saw.setting_mm, 3)) for saw in self.saws)])

    @property
    def stages(self) -> int:
        """How often what is cut is turned, and cut again."""
        return max((saw.stage for saw in self.saws), default=0)


def ways(panel: Panel, room: tuple[float, float]) -> list[tuple[float, float]]:
    """The ways in which a panel fits a room: its size along and across [mm], as it is long first."""
    both = [(panel.length_mm, panel.width_mm)]
    if not panel.along and panel.length_mm != panel.width_mm:
        both.append((panel.width_mm, panel.length_mm))
    return [(a, b) for a, b in both if a <= room[0] + _TRIFLE_MM and b <= room[1] + _TRIFLE_MM]
