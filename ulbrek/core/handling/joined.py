"""What is joined to the castings of a job, and the wood that it is cut from."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.figure import work
from ulbrek.core.base.finding import Finding, Quantity, check, finding
from ulbrek.core.handling import rules
from ulbrek.core.handling.inputs import JoinedPart
from ulbrek.core.handling.result import CutPart, JoinedResult, JoiningStep, SawnPart, StockLength, WoodCut
from ulbrek.core.kit.nesting.lengths import CutLength, LengthStock, fewest_lengths
from ulbrek.core.materials.boards import Linear, Lumber

SAWN = ("plank", "stretcher")
KERF_MM = 3.0


def joined(
    parts: Sequence[JoinedPart],
    shelf: Sequence[Lumber | Linear] = (),
    gaskets: bool = False,
    outdoors: bool = False,
    order: Sequence[JoiningStep] = (),
) -> JoinedResult:
    """The parts that are joined on, and the planks and stretchers cut from the fewest lengths.

    Args:
        parts: as they are described
        shelf: what of the shop they may be cut from
        gaskets: whether a bolt has one
        outdoors: whether it stands in the weather
        order: in which they are joined on
    """
    told = tuple(
        CutPart(
            one.name,
            one.kind,
            one.count,
            one.length.mm if one.length else None,
            one.width.mm if one.width else None,
            one.thickness.mm if one.thickness else None,
            is_sawn(one),
        )
        for one in parts
    )
    wood = (*_wood(parts, {one.id for one in shelf}), *_of_shelf(parts, shelf))
    too_long = [name for cut in wood for name in cut.too_long]
    return JoinedResult(
        told,
        wood,
        tuple(order),
        (*part_longer_than_stock(parts, shelf, too_long), *wood_on_concrete(parts, gaskets, outdoors)),
    )


def is_sawn(part: JoinedPart) -> bool:
    """Whether a part is cut to length here, and not bought as it is."""
    return part.length is not None and (part.kind in SAWN or part.cut_from is not None)


def _wood(parts: Sequence[JoinedPart], shelf: set[str]) -> Iterator[WoodCut]:
    kinds: dict[tuple[float, float, float], list[CutLength]] = {}
    for part in parts:
        if part.length is None or not is_sawn(part) or part.cut_from in shelf:
            continue
        width, thickness = (side.mm if side else 0.0 for side in (part.width, part.thickness))
        lengths = kinds.setdefault((width, thickness, part.stock_length.mm), [])
        lengths += [CutLength(part.name, part.length.mm)] * part.count
    for number, ((width, thickness, stock), lengths) in enumerate(kinds.items(), 1):
        found = fewest_lengths(lengths, LengthStock(stock, KERF_MM))
        cut = tuple(StockLength(tuple(SawnPart(*part) for part in plan.parts), plan.left_mm) for plan in found.plans)
        count = work(rules.wood_lengths, str(number), lengths_cut=float(len(cut)))
        too_long = tuple(dict.fromkeys(found.too_long))
        yield WoodCut(width, thickness, stock, cut, count, found.proven, found.least, too_long)


def _of_shelf(parts: Sequence[JoinedPart], shelf: Sequence[Lumber | Linear]) -> Iterator[WoodCut]:
    """What is cut from lumber or pipe of the shop, out of the length it is sold in that leaves least."""
    for stock in shelf:
        wanted = [
            CutLength(one.name, one.length.mm)
            for one in parts
            if one.cut_from == stock.id and one.length is not None
            for _ in range(one.count)
        ]
        if not wanted:
            continue
        tried = {length: fewest_lengths(wanted, LengthStock(length, KERF_MM)) for length in stock.lengths_mm}
        length = min(tried, key=lambda one: (len(tried[one].too_long), len(tried[one].plans) * one, one))
        found = tried[length]
        cut = tuple(StockLength(tuple(SawnPart(*part) for part in plan.parts), plan.left_mm) for plan in found.plans)
        wide, thick = (stock.width_mm, stock.thickness_mm) if isinstance(stock, Lumber) else (stock.outside_mm, 0.0)
        yield WoodCut(
            wide, thick, length, cut, work(rules.wood_lengths, stock.id, lengths_cut=float(len(cut))), found.proven,
            found.least, tuple(dict.fromkeys(found.too_long)), stock.id, stock.name,
        )  # fmt: skip


@check("wood-on-concrete", "hint")
def wood_on_concrete(parts: Sequence[JoinedPart], gaskets: bool, outdoors: bool) -> list[Finding]:
    """Wood lies on concrete

    Concrete passes its damp on: the wood stains, and in the weather it rots where the two touch.

    Source: common practice: a gasket or a washer's thickness of air between them
    """
    wood = [one for one in parts if one.kind in SAWN]
    if not wood or gaskets or any(one.kind in ("gasket", "pad") for one in parts):
        return []
    return [
        finding(
            wood_on_concrete,
            severity="caution" if outdoors else "hint",
            title="{part} lies on the concrete without a gasket",
            reason="Damp stays where the two touch, and the wood stains" + (" and rots outdoors." if outdoors else "."),
            remedy="Put a gasket or rubber washers between them, and seal the end grain.",
            field="/parts",
            values={"part": wood[0].name},
        )
    ]


@check("part-longer-than-stock", "stop")
def part_longer_than_stock(
    parts: Sequence[JoinedPart], shelf: Sequence[Lumber | Linear], too_long: Sequence[str]
) -> list[Finding]:
    """A joined part is longer than its wood

    Source: geometry
    """
    sold = {one.id: max(one.lengths_mm) for one in shelf}
    return [
        finding(
            part_longer_than_stock,
            title="{part} is longer than the wood it is cut from",
            reason="The stock lengths are {stock}.",
            remedy="Enter a longer stock length, or make it of two.",
            field=f"/parts/{index}/stock_length",
            values={"part": one.name, "stock": Quantity(sold.get(one.cut_from or "", one.stock_length.mm), "mm")},
        )
        for index, one in enumerate(parts)
        if one.name in too_long
    ]
