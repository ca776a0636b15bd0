"""All boards of a job out of whole sheets, and what the forms take together."""

from collections.abc import Iterable, Iterator, Sequence
from math import ceil
from typing import Literal, NamedTuple

from ulbrek.core.base.figure import work
from ulbrek.core.base.finding import Finding
from ulbrek.core.form import rules
from ulbrek.core.form.care import CARE
from ulbrek.core.form.checks import cuts as checks
from ulbrek.core.form.inputs import CutPiece, FormHabits, FormInputs, Grain, LaidSheet
from ulbrek.core.form.lumber import lumber_cut
from ulbrek.core.form.result import Board, BuiltForm, CuttingResult, KindCut
from ulbrek.core.form.saw import depth_of, settings_of
from ulbrek.core.kit.nesting.bounds import least_sheets
from ulbrek.core.kit.nesting.panels import Panel, SheetPlan, SheetStock
from ulbrek.core.kit.nesting.regrown import Cut, Laid, regrown
from ulbrek.core.kit.nesting.sawing import sawn
from ulbrek.core.kit.nesting.sheets import cut_sheets, divided
from ulbrek.core.kit.nesting.tree import CROSS, RIP
from ulbrek.core.materials.boards import Lumber, SawnLengths, Sheet, SheetSize
from ulbrek.core.materials.supplies import Supplies

Forms = Sequence[BuiltForm]


class CutFrom(NamedTuple):
    """What boards are cut from, those of it that are lumber, by id, and what stiffens them."""

    sheets: Sequence[Sheet]
    lengths: frozenset[str]
    lumber: Lumber
    supplies: Supplies


def cutting(forms: Forms, materials: CutFrom, habits: FormHabits, inputs: FormInputs) -> CuttingResult:
    """The cut plan of a job and what to have for its forms.

    Args:
        forms: the forms of the job
        materials: what boards are cut from
        habits: what is trimmed off a sheet, and which of two plans is the better one
        inputs: offcuts that are used first, and plans that were accepted
    """
    screws = work(rules.all_screws, screws_of_forms=sum(form.screw_count.value * copies for _, form, copies in forms))
    kinds = [_of_kind(forms, sheet, habits, inputs, sheet.id in materials.lengths) for sheet in materials.sheets]
    cut = [kind for kind in kinds if kind.names]
    lumber = lumber_cut(forms, materials.lumber, habits.kerf.mm)
    panels = {key: size for kind in cut for key, size in _sizes(kind)}
    sheets_cut, lengths_cut = (
        float(sum(len(kind.bought) for kind in cut if kind.lumber is lumbered)) for lumbered in (False, True)
    )
    return CuttingResult(
        kinds=tuple(cut),
        sheet_count=work(rules.sheets, sheets_cut=sheets_cut),
        side_lengths=work(rules.side_lengths, lengths_cut=lengths_cut) if lengths_cut else None,
        proven=all(kind.proven for kind in cut),
        saw=habits.saw,
        kerf_mm=habits.kerf.mm,
        lumber=lumber,
        screws=screws,
        boxes=work(rules.boxes_of_screws, screws=screws, box=float(materials.supplies.screw.box)),
        cartridges=work(
            rules.cartridges,
            sealant_l=sum(form.consumed.bead.value * copies for _, form, copies in forms),
            cartridge_l=materials.supplies.sealant(habits.sealing).pack_l,
        ),
        rolls=work(
            rules.rolls_of_tape,
            tape_m=sum(form.consumed.tape.value * copies for _, form, copies in forms),
            roll_m=materials.supplies.tape.roll_m,
        ),
        findings=(
            *(finding for kind in kinds for finding in kind.findings),
            *checks.sawn_otherwise(inputs.sawn, panels),
            *checks.lumber_too_short(materials.lumber, lumber.too_long if lumber else ()),
        ),
        care=CARE,
    )


def stock_of(sheet: Sheet, size: SheetSize, habits: FormHabits, inputs: FormInputs) -> SheetStock:
    """A sheet as stock: with the saw's kerf, what is trimmed off its edges, and the offcuts that come first."""
    offcuts = tuple((one.length.mm, one.width.mm) for one in inputs.offcuts if one.sheet == sheet.id)
    return SheetStock(size.length_mm, size.width_mm, habits.kerf.mm, habits.trim.mm, offcuts)


def panels_of(
    forms: Forms, sheet: Sheet, stock: SheetStock, grain: Grain
) -> tuple[list[Panel], dict[str, str], list[str]]:
    """Panels of one kind of sheet, their names by key, and the names of boards that are spliced."""
    panels: list[Panel] = []
    names: dict[str, str] = {}
    spliced: list[str] = []
    lumber = isinstance(sheet, SawnLengths)
    for panel, name in _panels(forms, sheet, along=grain == "along the sheet"):
        parts = _spliced(panel, stock, whole_first=lumber)
        if len(parts) > 1 and not (lumber and _stacked(panel, parts)):
            spliced.append(name)
        for number, part in enumerate(parts, 1):
            panels.append(part)
            names[part.key] = name if len(parts) == 1 else f"{name}, part {number} of {len(parts)}"
    return panels, names, spliced


class Bought(NamedTuple):
    """A plan out of one size of a sheet: what is cut, the sheets, whether the plan was accepted, and what is said.

    ``least`` is a number of sheets of that size below which no plan can go.
    """

    size: SheetSize
    stock: SheetStock
    panels: list[Panel]
    least: int
    names: dict[str, str]
    plans: tuple[SheetPlan, ...]
    accepted: bool
    findings: tuple[Finding, ...]

    @property
    def whole(self) -> list[SheetPlan]:
        """Those that are no offcuts."""
        return [plan for plan in self.plans if plan.offcut is None]


def bought(forms: Forms, sheet: Sheet, habits: FormHabits, inputs: FormInputs) -> Bought:
    """The boards of one kind out of the size that costs least; a plan that was accepted keeps the size it is of.

    Args:
        forms: the forms of the job
        sheet: the kind
        habits: what is trimmed off a sheet, and which of two plans is the better one
        inputs: offcuts that are used first, and plans that were accepted
    """
    wanted = [_wanted(forms, sheet, size, habits, inputs) for size in sheet.sizes]
    if accepted := inputs.layouts.get(sheet.id):
        for stock in wanted:
            layout = regrown([_laid(laid) for laid in accepted], stock.panels, stock.stock) if stock.panels else None
            if layout is not None:
                return stock._replace(plans=tuple(sawn(layout, stock.panels, stock.stock)), accepted=True)
    lost = checks.layout_lost(sheet.id, sheet.name, lost=bool(accepted))
    best = _laid_out(sheet, wanted, habits)
    return best._replace(findings=(*best.findings, *lost))


def _laid_out(sheet: Sheet, wanted: Sequence[Bought], habits: FormHabits) -> Bought:
    """The best of the sizes: each laid out, and its emptier sheets taken from a cheaper size where they go onto it."""
    first, *others = sorted(wanted, key=lambda stock: _rank(sheet, stock, len(wanted) > 1))
    best = _cheapest(sheet, first, habits, mixed=bool(others))
    for stock in others:
        if _rank(sheet, stock, True) < _rank(sheet, best):
            best = min(best, _cheapest(sheet, stock, habits, mixed=True), key=lambda found: _rank(sheet, found))
    return best


def _cheapest(sheet: Sheet, one: Bought, habits: FormHabits, *, mixed: bool) -> Bought:
    sawn_once = one._replace(plans=tuple(cut_sheets(one.panels, one.stock, habits.prefer)[0]))
    if not mixed or len(sawn_once.whole) < 2:
        return sawn_once
    emptied = one._replace(plans=tuple(cut_sheets(one.panels, one.stock, "largest rest")[0]))
    smaller = [each._replace(plans=tuple(_smaller(sheet, each, habits))) for each in (sawn_once, emptied)]
    return min(smaller, key=lambda found: _rank(sheet, found))


def _wanted(forms: Forms, sheet: Sheet, size: SheetSize, habits: FormHabits, inputs: FormInputs) -> Bought:
    """What is cut out of one size, before it is laid out."""
    stock = stock_of(sheet, size, habits, inputs)
    panels, names, spliced = panels_of(forms, sheet, stock, habits.grain)
    of_parts = checks.board_of_parts if isinstance(sheet, SawnLengths) else checks.board_is_spliced
    fitting, too_large = divided(panels, stock)
    findings = (
        *checks.too_large_for_sheet(_once(names[key] for key in too_large), stock),
        *of_parts(_once(spliced), stock),
    )
    least = least_sheets(fitting, stock) if fitting else 0
    return Bought(size, stock, fitting, least, names, (), accepted=False, findings=findings)


def _rank(sheet: Sheet, one: Bought, mixed: bool = False) -> tuple[int, float, int]:
    """What one size is better than another by: nothing spliced, then cost, then fewer.

    One that is not laid out yet is taken at its best: with as few sheets as there can be, the last of them the
    cheapest that is sold where sizes are ``mixed``.
    """
    if one.plans or not one.panels:
        return len(one.findings), _cost(sheet, one.whole), len(one.whole)
    least = one.least
    each = [
        _cost(sheet, [SheetPlan(size.length_mm, size.width_mm, None, (), (), ())]) for size in (one.size, *sheet.sizes)
    ]
    last = min(each) if mixed and least > 1 else each[0]
    return len(one.findings), (least - 1) * each[0] + last, least


def _cost(sheet: Sheet, plans: Iterable[SheetPlan]) -> float:
    """What sheets cost together; by their area where a price is missing."""
    priced = all(size.price is not None for size in sheet.sizes)
    return sum(_price(sheet, plan) or 0.0 if priced else plan.length_mm * plan.width_mm for plan in plans)


def _price(sheet: Sheet, plan: SheetPlan) -> float | None:
    sizes = ((plan.length_mm, plan.width_mm), (plan.width_mm, plan.length_mm))
    prices = [size.price for size in sheet.sizes if (size.length_mm, size.width_mm) in sizes]
    return min((price for price in prices if price is not None), default=None)


def _smaller(sheet: Sheet, best: Bought, habits: FormHabits) -> Iterator[SheetPlan]:
    """Each sheet, or a cheaper one that what is cut from it goes onto as well."""
    panels = {panel.key: panel for panel in best.panels}
    for plan in best.plans:
        own, kept = [panels[one.key] for one in plan.panels], plan
        filled = sum(one.length_mm * one.width_mm for one in own)
        for size in sheet.sizes if plan.offcut is None else ():
            if size.length_mm * size.width_mm < filled:
                continue
            whole = SheetPlan(size.length_mm, size.width_mm, None, (), (), ())
            if _cost(sheet, [whole]) >= _cost(sheet, [kept]):
                continue
            stock = SheetStock(size.length_mm, size.width_mm, habits.kerf.mm, habits.trim.mm)
            fitting, too_large = divided(own, stock)
            other = [] if too_large else cut_sheets(fitting, stock, habits.prefer)[0]
            if len(other) == 1:
                kept = other[0]
        yield kept


def _of_kind(forms: Forms, sheet: Sheet, habits: FormHabits, inputs: FormInputs, lumber: bool) -> KindCut:
    made = bought(forms, sheet, habits, inputs)
    largest = max(sheet.sizes, key=lambda size: size.length_mm * size.width_mm)
    least = least_sheets(made.panels, stock_of(sheet, largest, habits, inputs)) if made.panels else 0
    prices = [_price(sheet, plan) for plan in made.whole]
    known = [price for price in prices if price is not None]
    return KindCut(
        sheet=sheet.id,
        sheet_name=sheet.name,
        sheet_length_mm=made.size.length_mm,
        sheet_width_mm=made.size.width_mm,
        sheets=made.plans,
        least=least,
        proven=len(made.whole) == least,
        settings=len({round(saw.setting_mm, 1) for plan in made.plans for saw in plan.saws if saw.kind == "rip"}),
        accepted=made.accepted,
        names=made.names,
        depth=depth_of(sheet, habits),
        saw_settings=tuple(settings_of(sheet, made.plans, habits)),
        sawn=tuple(key for key in made.names if key in inputs.sawn),
        cost=work(rules.sheets_cost, sheet.id, prices_of_sheets=sum(known))
        if known and len(known) == len(prices)
        else None,
        lumber=lumber,
        findings=made.findings,
    )


def _sizes(kind: KindCut) -> Iterator[tuple[str, tuple[float, float]]]:
    for plan in kind.sheets:
        for panel in plan.panels:
            yield panel.key, (max(panel.length_mm, panel.width_mm), min(panel.length_mm, panel.width_mm))


def as_kept(sheet: Laid) -> LaidSheet:
    """A sheet of a plan as a job keeps it: its pieces in a row, each after the one that it is cut from."""
    pieces: list[CutPiece] = []
    ahead = [(0, part) for part in sheet.whole.parts]
    while ahead:
        of, cut = ahead.pop(0)
        pieces.append(CutPiece(of=of, size_mm=round(cut.size_mm, 4), panel=cut.panel))
        ahead.extend((len(pieces), part) for part in cut.parts)
    first: Literal["rip", "cross"] = "rip" if sheet.first == RIP else "cross"
    return LaidSheet(offcut=sheet.offcut, first=first, panel=sheet.whole.panel, pieces=tuple(pieces))


def _laid(sheet: LaidSheet) -> Laid:
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


def _panels(forms: Forms, sheet: Sheet, *, along: bool) -> Iterator[tuple[Panel, str]]:
    for name, form, copies in forms:
        for copy in range(1, copies + 1):
            for board in form.boards:
                if board.sheet != sheet.id:
                    continue
                key = f"{form.piece}.{board.key}" + (f".{copy}" if copies > 1 else "")
                told = board.name if len(forms) == 1 else f"{name}: {board.name[0].lower()}{board.name[1:]}"
                yield Panel(key, *_size(board), along), told + (f" {copy}" if copies > 1 else "")


def _size(board: Board) -> tuple[float, float]:
    return board.length.value, board.height.value


def _spliced(panel: Panel, stock: SheetStock, *, whole_first: bool) -> list[Panel]:
    """A panel that is longer than a sheet, in equal parts that are butted over a splice plate; else itself.

    Of lumber it is whole lengths and a rest: two boards back to back, one turned end for end, have no joint in common.
    """
    length, width = stock.usable
    long, short = panel.length_mm, panel.width_mm
    if not panel.along:
        long, short = max(long, short), min(long, short)
    if long <= length and short <= width:
        return [panel]
    along, across = ceil(long / length - 1e-9), ceil(short / width - 1e-9)
    if along * across > _MOST_PARTS:
        return [panel]
    rest = long - (along - 1) * length
    if whole_first and across == 1 and rest >= LEAST_PART_MM and rest <= length - LEAST_STAGGER_MM:
        sizes = [*([length] * (along - 1)), rest]
        return [Panel(f"{panel.key}/{number}", size, short, panel.along) for number, size in enumerate(sizes, 1)]
    return [
        Panel(f"{panel.key}/{number + 1}", long / along, short / across, panel.along)
        for number in range(along * across)
    ]


def _stacked(panel: Panel, parts: Sequence[Panel]) -> bool:
    """Whether its parts are as long as it is, one over another: so high sides are made of lumber."""
    long = max(panel.length_mm, panel.width_mm)
    return all(max(part.length_mm, part.width_mm) >= long - _SAME_MM for part in parts)


_SAME_MM = 1e-6
_MOST_PARTS = 12
LEAST_PART_MM, LEAST_STAGGER_MM = 600.0, 300.0  # Source: common practice.
