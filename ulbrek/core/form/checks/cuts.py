"""What is found of the cut plan."""

from collections.abc import Mapping, Sequence

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.form.inputs import SawnBoard
from ulbrek.core.kit.nesting.panels import SheetStock
from ulbrek.core.materials.boards import Lumber

OTHERWISE_MM = 0.5


@check("too-large-for-sheet", "stop")
def too_large_for_sheet(names: Sequence[str], stock: SheetStock) -> list[Finding]:
    """Board larger than the sheet

    A board in many parts has a joint in every direction, and each of them leaks and prints.

    Source: common practice, 12 parts at most
    """
    return [
        finding(
            too_large_for_sheet,
            title="{board} needs more than 12 pieces of sheet",
            reason="A sheet is {length} × {width}; every joint between pieces leaks and shows.",
            remedy="Divide the piece at seams, or buy larger sheets.",
            field="/sheet",
            values=_board_and_sheet(name, stock),
        )
        for name in names
    ]


@check("board-is-spliced", "hint")
def board_is_spliced(names: Sequence[str], stock: SheetStock) -> list[Finding]:
    """A board is spliced

    Two parts are butted over a plate and a bearer, sealed, and sanded flush: the joint shows in the face as a line.

    Source: common practice
    """
    return [
        finding(
            board_is_spliced,
            title="{board} is longer than a sheet, and spliced",
            reason="A sheet is {length} × {width}. The joint shows as a fine line.",
            remedy="Butt the parts over a plate screwed to both, seal the joint and sand it flush. "
            "Keep it off the face where you can, or buy a longer sheet.",
            field="/sheet",
            values=_board_and_sheet(name, stock),
        )
        for name in names
    ]


def _board_and_sheet(name: str, stock: SheetStock) -> dict[str, Quantity | str]:
    sizes = {"length": stock.length_mm, "width": stock.width_mm}
    return {"board": name, **{side: Quantity(size, "sold") for side, size in sizes.items()}}


@check("board-of-parts", "hint")
def board_of_parts(names: Sequence[str], stock: SheetStock) -> list[Finding]:
    """A board is longer than any length

    Two parts are butted at a stake, with a cleat behind both. Of boards that stand back to back one is turned end for
    end, so that no two joints meet.

    Source: common practice
    """
    return [
        finding(
            board_of_parts,
            title="{board} is longer than any length on your list, and made of parts",
            reason="The longest is {length}.",
            remedy="Butt them at a stake, a cleat of {600 limit} screwed behind both. Back to back, turn one end for "
            "end: no two joints at one place.",
            field="/sheet",
            values={"board": name, "length": Quantity(stock.length_mm, "sold")},
        )
        for name in names
    ]


@check("layout-lost", "hint")
def layout_lost(sheet: str, name: str, *, lost: bool) -> list[Finding]:
    """An accepted cut plan no longer fits

    A cut plan holds for the boards it was made of. When one of them has changed, a quick plan takes its place.

    Source: what was accepted, compared with what is to be cut
    """
    if not lost:
        return []
    return [
        finding(
            layout_lost,
            title="The saved cut plan of {sheet} no longer fits",
            reason="Boards were changed, added or removed since. A quick plan is shown instead.",
            remedy="Search for a better plan again, or undo the change.",
            field=f"/layouts/{sheet}",
            values={"sheet": name},
            change=Change("Use the quick plan", {f"/layouts/{sheet}": []}),
        )
    ]


@check("sawn-otherwise", "caution")
def sawn_otherwise(sawn: Mapping[str, SawnBoard], panels: Mapping[str, tuple[float, float]]) -> list[Finding]:
    """Boards that are sawn no longer fit

    A board that was ticked off as sawn keeps the size it was sawn to. Where the plan has changed since, it is of
    another size, or not wanted any more.

    Source: what was ticked off, compared with what is to be cut
    """
    lost = [key for key, was in sawn.items() if key not in panels or not _same(was, panels[key])]
    if not lost:
        return []
    first, kept = sawn[lost[0]], {key: was.model_dump() for key, was in sawn.items() if key not in lost}
    return [
        finding(
            sawn_otherwise,
            title="{many} no longer fits the plan" if len(lost) == 1 else "{many} no longer fit the plan",
            reason="The plan has changed since. The first was sawn to {length} × {width}.",
            remedy="Undo the change, or move them to the offcuts and cut them again.",
            field="/sawn",
            values={
                "many": "A board" if len(lost) == 1 else f"{len(lost)} boards",
                "length": Quantity(first.length_mm, "cut"),
                "width": Quantity(first.width_mm, "cut"),
            },
            change=Change("Untick them", {"/sawn": kept}),
        )
    ]


def _same(was: SawnBoard, size: tuple[float, float]) -> bool:
    return abs(was.length_mm - size[0]) <= OTHERWISE_MM and abs(was.width_mm - size[1]) <= OTHERWISE_MM


@check("lumber-too-short", "caution")
def lumber_too_short(lumber: Lumber, names: Sequence[str]) -> list[Finding]:
    """Lumber is too short

    A bearer that is spliced bends at its splice; one that is whole carries.

    Source: common practice
    """
    return [
        finding(
            lumber_too_short,
            title="{name} is longer than any length of {lumber}",
            reason="The longest that the shop can buy is {longest}.",
            remedy="Lap two side by side by {600 limit}, with six screws, over a support.",
            field="/lumber",
            values={
                "lumber": lumber.name,
                "name": name,
                "longest": Quantity(max(lumber.lengths_mm), "sold"),
            },
        )
        for name in names
    ]
