"""What Measure gives to the stations after it."""

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.measure.features.base import Role

# Corners x, y [mm] and the bulge of the edge that leaves each, one after another.
Path = tuple[float, ...]


@dataclass(frozen=True, slots=True)
class PlacedFeature:
    """Where a feature is, as the drawing needs it: its centre and size in the plan as it stands [mm].

    ``copy`` counts its repeats, 0 being the one that its anchor holds. ``paths`` are the outlines it is drawn by;
    those of letters hold the letters' holes too. ``web_needed_mm`` is the concrete that it should have on all sides.
    """

    id: str
    x_mm: float
    y_mm: float
    length_mm: float
    width_mm: float
    radius_mm: float
    copy: int = 0
    role: Role = "through"
    paths: tuple[Path, ...] = ()
    web_needed_mm: float = 0.0


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
class TapeCheck:
    """What a tape must read between two corners, where they are [mm], and their numbers where they have any."""

    name: str
    length: Figure
    x1: float
    y1: float
    x2: float
    y2: float
    first: int | None = None
    second: int | None = None


@dataclass(frozen=True, slots=True)
class NamedEdge:
    """An edge by its name, with its two ends and its bulge in the plan as it stands [mm]."""

    name: str
    x1: float
    y1: float
    x2: float
    y2: float
    bulge: float


@dataclass(frozen=True, slots=True)
class EdgeLength:
    """How long the edges of one kind are."""

    kind: str
    length: Figure


@dataclass(frozen=True, slots=True)
class Part:
    """One casting of a piece that seams divide: its volume, mass and size, and its outline in the plan."""

    volume: Figure
    mass_fresh: Figure
    length_mm: float
    width_mm: float
    path: Path


@dataclass(frozen=True, slots=True)
class Closing:
    """By how much a row of parts may miss its end."""

    parts: int
    each_mm: float
    worst: Figure
    likely: Figure


@dataclass(frozen=True, slots=True)
class BoltStack:
    """A bolt and what is bolted on by it.

    Attributes:
        feature: its id
        length: of the whole bolt
        stands_out: how far it must; None where nothing is bolted on
        counterbore: what would hide the nut
        under_washer: wood that is left there
    """

    feature: str
    name: str
    length: Figure
    stands_out: Figure | None
    counterbore: Figure | None
    under_washer: Figure | None


@dataclass(frozen=True, slots=True)
class SleevePlay:
    """A sleeve by its feature's id, and how much room is left round the bar or pole through it."""

    feature: str
    name: str
    play: Figure


@dataclass(frozen=True, slots=True)
class HeadsOnBar:
    """Two heads on one bar by its feature's id: what is left between them, and what both weigh with it once dry.

    ``grip`` is None where nobody has said how long the bar is.
    """

    feature: str
    name: str
    grip: Figure | None
    mass_dry: Figure


@dataclass(frozen=True, slots=True)
class MeasureResult:
    """The figures of one piece, its features in place, and its findings.

    ``path`` is its outline; ``corners`` are those that a free outline is described by, x, y after x, y [mm].
    """

    length_mm: float
    width_mm: float
    cast_depth_mm: float
    path: Path
    corners: tuple[float, ...]
    edges: tuple[NamedEdge, ...]
    seams: tuple[NamedEdge, ...]
    volume: Figure
    mass_fresh: Figure
    stays_in_kg: float
    mass_stripped: Figure
    mass_dry: Figure
    show_area: Figure
    form_contact: Figure
    tape_checks: tuple[TapeCheck, ...]
    net_area: Figure
    edge_lengths: tuple[EdgeLength, ...]
    resists_turning: tuple[Figure, ...]
    centroid_x_mm: float
    centroid_y_mm: float
    centroid_z_mm: float
    thinnest_web: ThinWeb | None
    thinnest_floor: Figure | None
    section: Figure | None
    closing: Closing | None
    parts: tuple[Part, ...]
    features: tuple[PlacedFeature, ...]
    bolts: tuple[BoltStack, ...]
    sleeves: tuple[SleevePlay, ...]
    heads: tuple[HeadsOnBar, ...]
    findings: tuple[Finding, ...]


@dataclass(frozen=True, slots=True)
class SiteDimensionResult:
    """What follows from a site dimension: to it from its baseline, and how far it has drifted."""

    id: str
    from_baseline: Figure | None
    drift: Figure | None


@dataclass(frozen=True, slots=True)
class SiteResult:
    """The figures of the place and its findings."""

    dimensions: tuple[SiteDimensionResult, ...]
    findings: tuple[Finding, ...]
