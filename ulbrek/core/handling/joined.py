"""What is joined to the castings of a job, and the wood that it is cut from."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.figure import work
from ulbrek.core.base.finding import Finding, Quantity, check, finding
from ulbrek.core.handling import rules
from ulbrek.core.handling.inputs import JoinedPart
from ulbrek.core.handling.result import CutPart, JoinedResult, SawnPart, StockLength, WoodCut
from ulbrek.core.kit.nesting.lengths import CutLength, LengthStock, fewest_lengths

SAWN = ("plank", "stretcher")
KERF_MM = 3.0


def joined(parts: Sequence[JoinedPart], gaskets: bool = False, outdoors: bool = False) -> JoinedResult:
    """The parts that are joined on, and the planks and stretchers cut from the fewest lengths.

    Args:
        parts: as they are described
        gaskets: whether a bolt has one
        outdoors: whether it stands in the weather
    """
    told = tuple(
        CutPart(
            one.name,
            one.kind,
            one.count,
            *(side.mm if side else None for side in (one.length, one.width, one.thickness)),
        )
        for one in parts
    )
    wood = tuple(_wood(parts))
    too_long = [name for cut in wood for name in cut.too_long]
    return JoinedResult(
        told, wood, (*part_longer_than_stock(parts, too_long), *wood_on_concrete(parts, gaskets, outdoors))
    )


def _wood(parts: Sequence[JoinedPart]) -> Iterator[WoodCut]:
    kinds: dict[tuple[float, float, float], list[CutLength]] = {}
    for part in parts:
        if part.kind not in SAWN or part.length is None:
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
def part_longer_than_stock(parts: Sequence[JoinedPart], too_long: Sequence[str]) -> list[Finding]:
    """A joined part is longer than its wood

    Source: geometry
    """
    return [
        finding(
            part_longer_than_stock,
            title="{part} is longer than the wood it is cut from",
            reason="The stock lengths are {stock}.",
            remedy="Enter a longer stock length, or make it of two.",
            field=f"/parts/{index}/stock_length",
            values={"part": one.name, "stock": Quantity(one.stock_length.mm, "mm")},
        )
        for index, one in enumerate(parts)
        if one.name in too_long
    ]
