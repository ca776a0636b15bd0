"""All boards of a job out of whole sheets, and what the forms take together."""

from collections.abc import Iterable, Iterator, Sequence
from math import ceil
from typing import Literal

from ulbrek.core.base.figure import work
from ulbrek.core.form import rules
from ulbrek.core.form.care import CARE
from ulbrek.core.form.checks import board_is_spliced, layout_lost, too_large_for_sheet
from ulbrek.core.form.inputs import CutPiece, FormHabits, FormInputs, SheetLaid
from ulbrek.core.form.result import Board, CuttingResult, FormResult, KindCut
from ulbrek.core.kit.nesting import Panel, SheetStock, cut_sheets, divided, least_sheets
from ulbrek.core.kit.nesting.regrown import Cut, Laid, regrown
from ulbrek.core.kit.nesting.sawing import sawn
from ulbrek.core.kit.nesting.tree import CROSS, RIP
from ulbrek.core.materials import fixings
from ulbrek.core.materials.boards import SAW_KERF_MM, Sheet

Forms = Sequence[tuple[str, FormResult, int]]


def cutting(forms: Forms, sheets: Sequence[Sheet], habits: FormHabits, inputs: FormInputs) -> CuttingResult:
    """The cut plan of a job and what to have for its forms.

    Args:
        forms: the form of each piece, with the piece's name before it and how many are built behind it
        sheets: what boards are cut from
        habits: what is trimmed off a sheet, and which of two plans is the better one
        inputs: offcuts that are used first, and plans that were accepted
    """
    screws = work(rules.all_screws, screws_of_forms=sum(form.screw_count.value * copies for _, form, copies in forms))
    kinds = [_of_kind(forms, sheet, habits, inputs) for sheet in sheets]
    cut = [kind for kind in kinds if kind.names]
    sheets_cut = float(sum(len(kind.bought) for kind in cut))
    return CuttingResult(
        kinds=tuple(cut),
        sheet_count=work(rules.sheets, sheets_cut=sheets_cut),
        proven=all(kind.proven for kind in cut),
        screws=screws,
        boxes=work(rules.boxes_of_screws, screws=screws, box=float(fixings.SCREWS_PER_BOX)),
        cartridges=work(
            rules.cartridges,
            sealant_l=sum(form.consumed.bead.value * copies for _, form, copies in forms),
            cartridge_l=fixings.CARTRIDGE_L,
        ),
        rolls=work(
            rules.rolls_of_tape,
            tape_m=sum(form.consumed.tape.value * copies for _, form, copies in forms),
            roll_m=fixings.TAPE_ROLL_M,
        ),
        findings=tuple(finding for kind in kinds for finding in kind.findings),
        care=CARE,
    )


def stock_of(sheet: Sheet, habits: FormHabits, inputs: FormInputs) -> SheetStock:
    """A sheet as stock: with the saw's kerf, what is trimmed off its edges, and the offcuts that come first."""
    offcuts = tuple((one.length.mm, one.width.mm) for one in inputs.offcuts if one.sheet == sheet.id)
    return SheetStock(sheet.length_mm, sheet.width_mm, SAW_KERF_MM, habits.trim.mm, offcuts)


def panels_of(forms: Forms, sheet: Sheet, stock: SheetStock) -> tuple[list[Panel], dict[str, str], list[str]]:
    """Panels of one kind of sheet, their names by key, and the names of boards that are spliced."""
    panels: list[Panel] = []
    names: dict[str, str] = {}
    spliced: list[str] = []
    for panel, name in _panels(forms, sheet):
        parts = _spliced(panel, stock)
        if len(parts) > 1:
            spliced.append(name)
        for number, part in enumerate(parts, 1):
            panels.append(part)
            names[part.key] = name if len(parts) == 1 else f"{name}, part {number} of {len(parts)}"
    return panels, names, spliced


def _of_kind(forms: Forms, sheet: Sheet, habits: FormHabits, inputs: FormInputs) -> KindCut:
    stock = stock_of(sheet, habits, inputs)
    panels, names, spliced = panels_of(forms, sheet, stock)
    fitting, too_large = divided(panels, stock)
    accepted = inputs.layouts.get(sheet.id)
    layout = regrown([_laid(one) for one in accepted], fitting, stock) if accepted and fitting else None
    if layout is not None:
        plans = sawn(layout, fitting, stock)
    else:
        plans, _ = cut_sheets(fitting, stock, habits.prefer)
    least = least_sheets(fitting, stock) if fitting else 0
    bought = [plan for plan in plans if plan.offcut is None]
    return KindCut(
        sheet=sheet.id,
        sheet_name=sheet.name,
        sheet_length_mm=sheet.length_mm,
        sheet_width_mm=sheet.width_mm,
        sheets=tuple(plans),
        least=least,
        proven=len(bought) == least,
        settings=len({round(saw.setting_mm, 1) for plan in plans for saw in plan.saws if saw.kind == "rip"}),
        accepted=layout is not None,
        names=names,
        findings=(
            *too_large_for_sheet(_once(names[key] for key in too_large), stock),
            *board_is_spliced(_once(spliced), stock),
            *layout_lost(sheet.id, sheet.name, lost=bool(accepted) and layout is None),
        ),
    )


def as_kept(sheet: Laid) -> SheetLaid:
    """A sheet of a plan as a job keeps it: its pieces in a row, each after the one that it is cut from."""
    pieces: list[CutPiece] = []
    ahead = [(0, part) for part in sheet.whole.parts]
    while ahead:
        of, cut = ahead.pop(0)
        pieces.append(CutPiece(of=of, size_mm=round(cut.size_mm, 4), panel=cut.panel))
        ahead.extend((len(pieces), part) for part in cut.parts)
    first: Literal["rip", "cross"] = "rip" if sheet.first == RIP else "cross"
    return SheetLaid(offcut=sheet.offcut, first=first, panel=sheet.whole.panel, pieces=tuple(pieces))


def _laid(sheet: SheetLaid) -> Laid:
    parts: dict[int, list[Cut]] = {}
    for number in range(len(sheet.pieces), 0, -1):  # what a piece is cut into stands after it
        piece = sheet.pieces[number - 1]
        own = tuple(reversed(parts.get(number, ())))
        parts.setdefault(piece.of, []).append(Cut(piece.size_mm, piece.panel, own))
    whole = Cut(0.0, sheet.panel, tuple(reversed(parts.get(0, ()))))
    return Laid(sheet.offcut, RIP if sheet.first == "rip" else CROSS, whole)


def _once(names: Iterable[str]) -> list[str]:
    """Names without the numbers of copies, each once."""
    return list(dict.fromkeys(name.rstrip("0123456789 ") for name in names))


def _panels(forms: Forms, sheet: Sheet) -> Iterator[tuple[Panel, str]]:
    for name, form, copies in forms:
        for copy in range(1, copies + 1):
            for board in form.boards:
                if board.sheet != sheet.id:
                    continue
                key = f"{form.piece}.{board.key}" + (f".{copy}" if copies > 1 else "")
                told = board.name if len(forms) == 1 else f"{name}: {board.name[0].lower()}{board.name[1:]}"
                yield Panel(key, *_size(board)), told + (f" {copy}" if copies > 1 else "")


def _size(board: Board) -> tuple[float, float]:
    return board.length.value, board.height.value


def _spliced(panel: Panel, stock: SheetStock) -> list[Panel]:
    """A panel that is longer than a sheet, in equal parts that are butted over a splice plate; else itself."""
    length, width = stock.usable
    long, short = max(panel.length_mm, panel.width_mm), min(panel.length_mm, panel.width_mm)
    if long <= length and short <= width:
        return [panel]
    along, across = ceil(long / length - 1e-9), ceil(short / width - 1e-9)
    if along * across > _MOST_PARTS:
        return [panel]
    return [Panel(f"{panel.key}/{number + 1}", long / along, short / across) for number in range(along * across)]


_MOST_PARTS = 12
