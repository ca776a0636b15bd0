"""All boards of a job out of whole sheets, and what the forms take together."""

from collections.abc import Iterable, Iterator, Sequence

from ulbrek.core.base.figure import work
from ulbrek.core.form import rules
from ulbrek.core.form.care import CARE
from ulbrek.core.form.checks import too_large_for_sheet
from ulbrek.core.form.result import CuttingResult, FormResult
from ulbrek.core.kit.nesting import Panel, SheetStock, cut_sheets, least_sheets
from ulbrek.core.materials import fixings
from ulbrek.core.materials.boards import SAW_KERF_MM, Sheet


def cutting(forms: Sequence[tuple[str, FormResult, int]], sheet: Sheet) -> CuttingResult:
    """The cut plan of a job and what to have for its forms.

    Args:
        forms: the form of each piece, with the piece's name before it and how many are built behind it
        sheet: what they are cut from
    """
    named = list(_panels(forms))
    panels = [panel for panel, _ in named]
    names = {panel.key: name for panel, name in named}
    stock = SheetStock(sheet.length_mm, sheet.width_mm, SAW_KERF_MM)
    sheets, too_large = cut_sheets(panels, stock)
    cut = [panel for panel in panels if panel.key not in too_large]
    screws = work(rules.all_screws, screws_of_forms=sum(form.screw_count.value * copies for _, form, copies in forms))
    return CuttingResult(
        sheet_name=sheet.name,
        sheet_length_mm=sheet.length_mm,
        sheet_width_mm=sheet.width_mm,
        sheets=tuple(sheets),
        sheet_count=work(rules.sheets, sheets_cut=float(len(sheets))),
        proven=len(sheets) == least_sheets(cut, stock),
        names=names,
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
        findings=tuple(too_large_for_sheet(_once(names[key] for key in too_large), stock)),
        care=CARE,
    )


def _once(names: Iterable[str]) -> list[str]:
    """Names without the numbers of copies, each once."""
    return list(dict.fromkeys(name.rstrip("0123456789 ") for name in names))


def _panels(forms: Sequence[tuple[str, FormResult, int]]) -> Iterator[tuple[Panel, str]]:
    for name, form, copies in forms:
        for copy in range(1, copies + 1):
            for board in form.boards:
                key = f"{form.piece}.{board.key}" + (f".{copy}" if copies > 1 else "")
                told = board.name if len(forms) == 1 else f"{name}: {board.name.lower()}"
                yield Panel(key, board.length.value, board.height.value), told + (f" {copy}" if copies > 1 else "")
