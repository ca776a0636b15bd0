"""Steel's nodes."""

from collections.abc import Sequence
from dataclasses import replace

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.materials.steel import Bar, Mesh
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.plan.briefs.steel import reinforced
from ulbrek.core.plan.memory import Worked
from ulbrek.core.plan.pointing import pointed
from ulbrek.core.steel.cutlist import steel_cutting
from ulbrek.core.steel.inputs import SteelInputs
from ulbrek.core.steel.result import CastSteel, SteelCutting, SteelResult
from ulbrek.core.steel.station import ChosenSteel, reinforce


@dataclass(frozen=True, slots=True)
class SteelNode:
    """The steel of one piece: what the job says of it, what there is, and the mix that it lies in."""

    piece: Piece
    inputs: SteelInputs
    mesh: Mesh
    bar: Bar
    bars: Sequence[Bar]
    stone_mm: float
    strength_mpa: float
    cast_there: bool

    def work(self) -> SteelResult:
        """What lies in it, its figures and findings."""
        what = reinforced(shape_of(self.piece), self.stone_mm, self.strength_mpa, self.cast_there)
        found = reinforce(self.inputs, what, ChosenSteel(self.mesh, self.bar, self.bars))
        return replace(found, findings=pointed("/steel", found.findings))


@dataclass(frozen=True, slots=True)
class SteelCuttingNode:
    """The steel of a job, how many castings it is for, and what it is cut from."""

    steel: tuple[tuple[int, Worked[SteelResult]], ...]
    mesh: Mesh
    bar: Bar
    inputs: SteelInputs
    strength_mpa: float

    def work(self) -> SteelCutting:
        """Bars and mesh cut from stock."""
        steel = [CastSteel(one.result, count) for count, one in self.steel]
        found = steel_cutting(steel, self.mesh, self.bar, self.inputs, self.strength_mpa)
        return replace(found, findings=pointed("/steel", found.findings))
