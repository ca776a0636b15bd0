"""Finish's nodes."""

from collections.abc import Sequence
from dataclasses import replace
from typing import NamedTuple

from ulbrek.core.base.figure import Figure, Spread
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.finish.brief import FinishShop, MixPigment
from ulbrek.core.finish.checks.grinding import grinds_past_allowance, opened_too_late
from ulbrek.core.finish.inputs import FinishInputs
from ulbrek.core.finish.result import FinishJob, FinishResult
from ulbrek.core.finish.station import finish
from ulbrek.core.finish.together import Made, finish_together
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.plan.briefs.finish import PieceWhere, finished
from ulbrek.core.plan.memory import Worked
from ulbrek.core.plan.pointing import pointed


@dataclass(frozen=True, slots=True)
class FinishNode:
    """One piece that is finished: its faces, what lies over its steel, its concrete, and what there is to do it."""

    pointer: str
    piece: Piece
    inputs: FinishInputs
    area: Figure
    cover: Figure | None
    strength: Spread
    where: PieceWhere
    shop: FinishShop

    def work(self) -> FinishResult:
        """Its steps, and findings."""
        brief = finished(self.piece, self.area, self.cover, self.strength, self.where)
        found = finish(self.inputs, brief, self.shop)
        past = pointed(self.pointer, [*grinds_past_allowance(brief, found), *opened_too_late(brief, found)])
        return replace(found, findings=(*past, *pointed("/finish", found.findings)))


class FinishedPiece(NamedTuple):
    """A piece with its finish, and how many castings there are of it."""

    node: FinishNode
    made: Worked[FinishResult]


@dataclass(frozen=True, slots=True)
class FinishJobNode:
    """All pieces of a job that are finished together."""

    inputs: FinishInputs
    pieces: Sequence[FinishedPiece]
    shop: FinishShop
    pigments: tuple[MixPigment, ...] = ()

    def work(self) -> FinishJob:
        """What they take together, the acts, and findings."""
        made = [
            Made(
                one.node.piece.count,
                finished(one.node.piece, one.node.area, one.node.cover, one.node.strength, one.node.where),
                one.made.result,
            )
            for one in self.pieces
        ]
        found = finish_together(self.inputs, self.shop, made, self.pigments)
        return replace(found, findings=pointed("/finish", found.findings))
