"""What Cabinets is handed."""

from shapely import Polygon, unary_union
from shapely.geometry.base import BaseGeometry

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cabinets.inputs import CabinetRun
from ulbrek.core.materials.boards import Lumber, Sheet


@dataclass(frozen=True, slots=True)
class Opening:
    """An opening through a top, in the plan of its run [mm]; ``pointer`` is where its feature stands in the job."""

    pointer: str
    name: str
    outline: Polygon


@dataclass(frozen=True, slots=True)
class Dropped:
    """An edge that hangs down in front of the board: where, in the plan of its run, and how far [mm]."""

    pointer: str
    name: str
    drop_mm: float
    outline: Polygon


@dataclass(frozen=True, slots=True)
class TopBrief:
    """One top as it lies over its cabinets.

    Attributes:
        pointer: where its piece stands in the job
        piece: its id
        name: what it is called
        outline: in the plan of its run [mm]
        thickness_mm: of the top
        openings: through it
        dropped: edges that hang down in front of the board
        meshed: whether mesh is clipped up in it
        divided: whether seams divide it
    """

    pointer: str
    piece: str
    name: str
    outline: Polygon
    thickness_mm: float
    openings: tuple[Opening, ...]
    meshed: bool
    divided: bool
    dropped: tuple[Dropped, ...] = ()

    @property
    def bed(self) -> BaseGeometry:
        """What boards lie under: all of it but what hangs down."""
        if not self.dropped:
            return self.outline
        return self.outline.difference(unary_union([one.outline for one in self.dropped]))


@dataclass(frozen=True, slots=True)
class CabinetBrief:
    """One run, the tops over it, and what they are cast on.

    Attributes:
        run: the run
        tops: in its order; None where a top has no piece
        board: what stays under them
        lumber: what braces are cut from
        density: of the fresh concrete
        side_mm: thickness of the sides of its form
    """

    run: CabinetRun
    tops: tuple[TopBrief | None, ...]
    board: Sheet
    lumber: Lumber
    density: Figure
    side_mm: float
