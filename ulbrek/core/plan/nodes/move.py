"""Move's nodes."""

from collections.abc import Sequence
from dataclasses import replace

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.handling.checks.people import TightPlace
from ulbrek.core.handling.inputs import HandlingInputs, JoinedPart
from ulbrek.core.handling.joined import joined
from ulbrek.core.handling.joining import joining
from ulbrek.core.handling.result import HandlingResult, JoinedResult
from ulbrek.core.handling.station import Masses, handle
from ulbrek.core.materials.boards import Linear, Lumber
from ulbrek.core.materials.steel import Bar, Mesh
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.plan.briefs.lift import CastConcrete, carried
from ulbrek.core.plan.memory import Worked
from ulbrek.core.plan.pointing import pointed
from ulbrek.core.steel.result import SteelResult


@dataclass(frozen=True, slots=True)
class LiftNode:
    """One piece that is lifted: with its steel, of which mix, by whom, past what, and where to."""

    piece: Piece
    steel: Worked[SteelResult]
    mesh: Mesh
    bar: Bar
    fresh: Figure
    boards: Figure | None
    density_kg_m3: float
    strength_mpa: float
    fibred: bool
    cast_there: bool
    inputs: HandlingInputs
    one_lifts_kg: float
    passages: Sequence[TightPlace]

    def work(self) -> HandlingResult:
        """Mass, people and stress, and findings."""
        steel = self.steel.result
        concrete = CastConcrete(self.fresh.value, self.density_kg_m3, self.strength_mpa, self.fibred)
        what = carried(shape_of(self.piece), steel, self.mesh, self.bar, concrete, cast_there=self.cast_there)
        found = handle(self.inputs, self.one_lifts_kg, Masses(self.fresh, self.boards, steel.mass), what, self.passages)
        return replace(found, findings=pointed("/handling", found.findings))


@dataclass(frozen=True, slots=True)
class JoinedNode:
    """What is joined to the castings, and where it stands."""

    parts: Sequence[JoinedPart]
    gaskets: bool
    outdoors: bool
    cut_from: tuple[Lumber | Linear, ...]
    people: int
    sealed: bool

    def work(self) -> JoinedResult:
        """Its parts and the wood that they are cut from."""
        order = tuple(joining(self.parts, self.people, sealed=self.sealed, gaskets=self.gaskets))
        found = joined(self.parts, self.cut_from, self.gaskets, self.outdoors, order)
        return replace(found, findings=pointed("/handling", found.findings))
