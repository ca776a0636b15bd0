"""Measure's nodes."""

from dataclasses import replace

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.inputs.site import Site
from ulbrek.core.measure.result import MeasureResult, SiteResult
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.measure.station import measure, measure_site
from ulbrek.core.measure.weighing import Concrete
from ulbrek.core.plan.pointing import pointed


@dataclass(frozen=True, slots=True)
class MeasureNode:
    """One piece, what it is cast of, and where it stands in the job."""

    at: str
    piece: Piece
    concrete: Concrete

    def work(self) -> MeasureResult:
        """Its figures and findings."""
        found = measure(shape_of(self.piece), self.concrete)
        return replace(found, findings=pointed(self.at, found.findings))


@dataclass(frozen=True, slots=True)
class SiteNode:
    """The place, and the pieces that must fit it."""

    site: Site
    pieces: tuple[Piece, ...]

    def work(self) -> SiteResult:
        """Its figures and findings."""
        found = measure_site(self.site, [shape_of(piece) for piece in self.pieces])
        return replace(found, findings=pointed("/site", found.findings))
