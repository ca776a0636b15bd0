"""A plan that was accepted: how each sheet is taken apart, kept as it is sawn, and sawn again."""

from collections.abc import Sequence
from itertools import repeat

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.nesting.panels import Panel, SheetStock, ways
from ulbrek.core.kit.nesting.search import Layout
from ulbrek.core.kit.nesting.tree import CROSS, RIP, Node, Tree

_NEAR_MM = 0.01


@dataclass(frozen=True, slots=True)
class Cut:
    """A piece of a sheet: how wide it is cut off [mm], and the panel that it is or what it is cut into next."""

    size_mm: float
    panel: str | None = None
    parts: tuple["Cut", ...] = ()


@dataclass(frozen=True, slots=True)
class Laid:
    """One sheet of a plan: which offcut it is, None for one that is bought; how it is cut first, and into what."""

    offcut: int | None
    first: int
    whole: Cut


def kept(layout: Layout, panels: Sequence[Panel]) -> tuple[Laid, ...]:
    """A plan as it is kept.

    Args:
        layout: the plan
        panels: the parts, in the order in which the layout counts them
    """
    return tuple(
        Laid(offcut, max(tree.root.axis, CROSS), _cut(tree.root, 0.0, panels))
        for offcut, tree in zip((*layout.offcuts, *repeat(None, len(layout.sheets))), layout.trees, strict=True)
    )


def regrown(sheets: Sequence[Laid], panels: Sequence[Panel], stock: SheetStock) -> Layout | None:
    """The plan that was kept; None where it is not one of these panels, or does not fit its sheets.

    Args:
        sheets: how each is taken apart
        panels: the parts as they are now
        stock: what they are cut from
    """
    numbers = {panel.key: number for number, panel in enumerate(panels)}
    ordered = sorted(sheets, key=lambda sheet: (sheet.offcut is None, sheet.offcut or 0))
    offcuts = tuple(sheet.offcut for sheet in ordered if sheet.offcut is not None)
    if len(set(offcuts)) < len(offcuts) or any(number >= len(stock.offcuts) for number in offcuts):
        return None
    found: list[str] = []
    trees = []
    for sheet in ordered:
        tree = Tree(stock.usable if sheet.offcut is None else stock.offcuts[sheet.offcut], stock.kerf_mm)
        if not _grow(tree.root, sheet.whole, sheet.first, _Parts(numbers, panels, stock.kerf_mm, found)):
            return None
        tree.renew()
        trees.append(tree)
    return Layout(tuple(trees), offcuts) if sorted(found) == sorted(numbers) else None


@dataclass(frozen=True, slots=True)
class _Parts:
    numbers: dict[str, int]
    panels: Sequence[Panel]
    kerf: float
    found: list[str]


def _cut(node: Node, size: float, panels: Sequence[Panel]) -> Cut:
    if node.part is not None:
        return Cut(size, panels[node.part].key)
    kids = [kid for kid in node.kids or () if not kid.is_left]
    return Cut(size, None, tuple(_cut(kid, kid.size[node.axis], panels) for kid in kids))


def _grow(node: Node, cut: Cut, axis: int, parts: _Parts) -> bool:
    """Takes a piece apart as it was kept; whether what it was cut into still fits it."""
    if cut.panel is not None:
        number = parts.numbers.get(cut.panel)
        if number is None or not any(
            abs(a - node.size[CROSS]) < _NEAR_MM and abs(b - node.size[RIP]) < _NEAR_MM
            for a, b in ways(parts.panels[number], (node.size[CROSS] + _NEAR_MM, node.size[RIP] + _NEAR_MM))
        ):
            return False
        node.part = number
        parts.found.append(cut.panel)
        return True
    needed = sum(kid.size_mm for kid in cut.parts) + (len(cut.parts) - 1) * parts.kerf
    if not cut.parts or needed > node.size[axis] + _NEAR_MM:
        return False
    node.axis, node.kids = axis, []
    for part in cut.parts:
        kid = Node((part.size_mm, node.size[RIP]) if axis == CROSS else (node.size[CROSS], part.size_mm), node)
        node.kids.append(kid)
        if not _grow(kid, part, 1 - axis, parts):
            return False
    rest = node.size[axis] - sum(kid.size[axis] + parts.kerf for kid in node.kids)
    if rest > _NEAR_MM:
        node.kids.append(Node((rest, node.size[RIP]) if axis == CROSS else (node.size[CROSS], rest), node))
    return True
