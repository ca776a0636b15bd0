"""A plan as it is sawn: where everything lies, and each cut in its order with what the fence is set to."""

from collections.abc import Iterator, Sequence
from typing import Literal, NamedTuple

from ulbrek.core.kit.nesting.panels import Panel, PlacedPanel, Rest, Saw, SheetPlan, SheetStock
from ulbrek.core.kit.nesting.search import Layout
from ulbrek.core.kit.nesting.tree import RIP, Node, Tree

WORTH_KEEPING_MM = 100.0
_TRIFLE = 1e-6


def sawn(layout: Layout, panels: Sequence[Panel], stock: SheetStock) -> list[SheetPlan]:
    """The sheets of a plan, offcuts first.

    Args:
        layout: what lies on which
        panels: the parts, in the order in which the layout counts them
        stock: what it is cut from
    """
    given = len(layout.offcuts)
    found = []
    for number, tree in enumerate(layout.trees):
        offcut = layout.offcuts[number] if number < given else None
        found.append(_sheet(tree, panels, stock, offcut))
    return found


class _Piece(NamedTuple):
    node: Node
    x: float
    y: float
    stage: int


class _Line(NamedTuple):
    """A cut before it has its number."""

    kind: Literal["rip", "cross"]
    x1: float
    y1: float
    x2: float
    y2: float
    setting_mm: float
    stage: int


def _sheet(tree: Tree, panels: Sequence[Panel], stock: SheetStock, offcut: int | None) -> SheetPlan:
    size = tree.root.size if offcut is not None else (stock.length_mm, stock.width_mm)
    trim = 0.0 if offcut is not None else stock.trim_mm
    placed: list[PlacedPanel] = []
    rests: list[Rest] = []
    cuts: list[_Line] = []
    level = [_Piece(tree.root, trim, trim, 0)]
    while level:
        below: list[_Piece] = []
        lines: list[_Line] = []
        for piece in level:
            node = piece.node
            if node.kids is None:
                if node.part is not None:
                    placed.append(PlacedPanel(panels[node.part].key, piece.x, piece.y, *node.size))
                elif min(node.size) >= WORTH_KEEPING_MM:
                    rests.append(Rest(piece.x, piece.y, *node.size))
                continue
            kids = _ordered(node)
            below.extend(_side_by_side(piece, kids, tree.kerf))
            lines.extend(_cuts(piece, kids, tree.kerf))
        cuts.extend(sorted(lines, key=_in_order))
        level = below
    saws = tuple(Saw(number, *line) for number, line in enumerate(cuts, 1))
    return SheetPlan(size[0], size[1], offcut, tuple(placed), saws, tuple(rests))


def _in_order(saw: _Line) -> tuple[float, float, float]:
    """Equal settings one after another, the widest first."""
    return -saw.setting_mm, saw.y1, saw.x1


def _ordered(node: Node) -> list[Node]:
    """What lies side by side in a piece: the widest first, what is left over last."""
    return sorted(node.kids or (), key=lambda kid: (kid.is_left, -kid.size[node.axis]))


def _side_by_side(piece: _Piece, kids: Sequence[Node], kerf: float) -> Iterator[_Piece]:
    at, axis = 0.0, piece.node.axis
    for kid in kids:
        x, y = (piece.x, piece.y + at) if axis == RIP else (piece.x + at, piece.y)
        yield _Piece(kid, x, y, piece.stage + 1)
        at += kid.size[axis] + kerf


def _cuts(piece: _Piece, kids: Sequence[Node], kerf: float) -> Iterator[_Line]:
    """The cuts that take a piece apart; what fills it to its end needs none."""
    node, axis = piece.node, piece.node.axis
    at, length = 0.0, node.size[axis]
    for kid in kids:
        at += kid.size[axis]
        if kid.is_left or at >= length - _TRIFLE:
            return
        line = at + kerf / 2
        if axis == RIP:
            y = piece.y + line
            yield _Line("rip", piece.x, y, piece.x + node.size[0], y, kid.size[RIP], piece.stage + 1)
        else:
            x = piece.x + line
            yield _Line("cross", x, piece.y, x, piece.y + node.size[1], kid.size[axis], piece.stage + 1)
        at += kerf
