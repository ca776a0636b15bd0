"""Cabinets' node."""

from dataclasses import replace

from shapely import Polygon, unary_union
from shapely.affinity import translate

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Change, Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cabinets.bearing import path_of
from ulbrek.core.cabinets.brief import CabinetBrief, Dropped, Opening, TopBrief
from ulbrek.core.cabinets.inputs import CabinetInputs, CabinetRun
from ulbrek.core.cabinets.result import CabinetsResult, RunResult, TopOver
from ulbrek.core.cabinets.run import lay
from ulbrek.core.cabinets.station import cabinets, together
from ulbrek.core.form.brief import Beneath, Cut, Panel
from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.materials.boards import Lumber, Sheet
from ulbrek.core.measure.features.drop_edge import DropEdge
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.shape import FeatureInPlan, shape_of
from ulbrek.core.plan.memory import Worked
from ulbrek.core.steel.inputs import SteelInputs

_OPENING_MM2 = 30_000.0  # a tap's hole is no opening that a board is framed for


@dataclass(frozen=True, slots=True)
class OverPiece:
    """A piece over cabinets: where it stands in the job, and whether mesh is clipped up in it."""

    index: int
    piece: Piece
    meshed: bool


@dataclass(frozen=True, slots=True)
class CabinetNode:
    """One run: where it stands in the job, its pieces in the order of its tops, and what they are cast on."""

    index: int
    run: CabinetRun
    pieces: tuple[OverPiece | None, ...]
    board: Sheet
    lumber: Lumber
    density: Figure
    side_mm: float

    def work(self) -> RunResult:
        """Its cabinets, boards and braces, and findings."""
        tops = lay(self.run).tops
        briefs = tuple(
            _top(one, tops[number] if number < len(tops) else None) if one else None
            for number, one in enumerate(self.pieces)
        )
        found = cabinets(CabinetBrief(self.run, briefs, self.board, self.lumber, self.density, self.side_mm))
        return replace(found, findings=tuple(self._pointed(one) for one in found.findings))

    def _pointed(self, found: Finding) -> Finding:
        """A finding whose field and changes point into the job: into the run, unless they name another part of it."""
        return replace(
            found, field=self._at(found.field), change=self._changed(found.change) if found.change else None,
            also=tuple(self._changed(one) for one in found.also),
        )  # fmt: skip

    def _changed(self, change: Change) -> Change:
        return replace(change, fields={self._at(field): value for field, value in change.fields.items()})

    def _at(self, field: str) -> str:
        return field if field.startswith(("/pieces", "/form")) else f"/cabinets/runs/{self.index}{field}"


@dataclass(frozen=True, slots=True)
class CabinetsNode:
    """All runs of a job, and how much concrete goes over them."""

    inputs: CabinetInputs
    runs: tuple[Worked[RunResult], ...]
    volume_l: float

    def work(self) -> CabinetsResult:
        """All runs, and how their concrete is carried."""
        return together(self.inputs, [one.result for one in self.runs], self.volume_l)


def clipped(steel: SteelInputs, piece: Piece) -> bool:
    """Whether mesh lies in a piece, clipped up from the boards."""
    return steel.held == "clipped up from the base" and "mesh" in steel.school_of(piece.id)


def _top(over: OverPiece, outline: Polygon | None) -> TopBrief:
    piece, shape = over.piece, shape_of(over.piece)
    lies = shape.outline.polygon if outline is None else outline
    left, front, _, _ = lies.bounds
    at = f"/pieces/{over.index}"
    index = {feature.id: number for number, feature in enumerate(piece.features)}
    openings = tuple(
        Opening(
            f"{at}/features/{index[placed.feature.id]}",
            placed.feature.name,
            translate(placed.outline.polygon, left, front),
        )
        for placed in shape.placed
        if placed.is_through and placed.outline.polygon.area >= _OPENING_MM2
    )
    return TopBrief(
        at, piece.id, piece.name, lies, piece.thickness.mm, openings, over.meshed, bool(piece.seams),
        tuple(
            Dropped(
                f"{at}/features/{one.index}", one.feature.name, drop_mm, translate(one.outline.polygon, left, front)
            )
            for one, drop_mm in _dropped(piece)
        ),
    )  # fmt: skip


def _dropped(piece: Piece) -> list[tuple[FeatureInPlan, float]]:
    """The edges of a piece that hang down, and how far [mm]."""
    return [(one, one.feature.drop.mm) for one in shape_of(piece).placed if isinstance(one.feature, DropEdge)]


def beneath(top: TopOver | None, piece: Piece, walled: frozenset[str]) -> Beneath:
    """What a piece is cast on, in the words of Form: one board all over where its cabinets are not described.

    Args:
        top: as it lies over its cabinets; None where these are not described
        piece: the piece
        walled: its edges at walls, by name
    """
    if top is None or not top.boards:
        whole = shape_of(piece).outline
        dropped = [one.outline.polygon for one, _ in _dropped(piece)]
        if dropped:
            bed = whole.polygon.difference(unary_union(dropped))
            whole = _outline(path_of(bed)) if isinstance(bed, Polygon) and not bed.is_empty else whole
        return Beneath((Panel("under-1", "Board under the top", whole),), frozenset(), ())
    panels = tuple(
        Panel(board.key, board.name, _outline(board.path).moved(-top.x_mm, -top.y_mm)) for board in top.boards
    )
    keys = frozenset(name.replace(" ", "-") for name in walled)
    return Beneath(panels, keys, tuple(Cut(one.key, one.name, one.length_mm, one.count) for one in top.lumber))


def _outline(path: tuple[float, ...]) -> Outline:
    return Outline(tuple(Vertex(x, y) for x, y in zip(path[::3], path[1::3], strict=True)))
