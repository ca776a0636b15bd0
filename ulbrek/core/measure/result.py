"""What Measure gives to the stations after it."""

from dataclasses import dataclass

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding


@dataclass(frozen=True, slots=True)
class PlacedFeature:
    """Where a feature is, as the drawing needs it: its centre and size in the plan as it stands [mm]."""

    id: str
    x_mm: float
    y_mm: float
    length_mm: float
    width_mm: float
    radius_mm: float


@dataclass(frozen=True, slots=True)
class ThinWeb:
    """The thinnest web of a piece, and where it is in the plan as it stands [mm]."""

    width: Figure
    needed: Figure
    between: str
    x1: float
    y1: float
    x2: float
    y2: float


@dataclass(frozen=True, slots=True)
class MeasureResult:
    """The figures of one piece, its features in place, and its findings."""

    volume: Figure
    mass_fresh: Figure
    mass_dry: Figure
    show_area: Figure
    diagonal: Figure
    net_area: Figure
    centroid_x_mm: float
    centroid_y_mm: float
    thinnest_web: ThinWeb | None
    features: tuple[PlacedFeature, ...]
    findings: tuple[Finding, ...]
