"""What the push of the wet concrete asks for: braces, straps, bearers, and the lumber for all of it."""

from collections.abc import Iterator, Sequence
from math import ceil

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.form import rules
from ulbrek.core.form.brief import FormBrief
from ulbrek.core.form.result import Batten, Board, Brace, Joint, Knockout, Stiffness, Strap
from ulbrek.core.form.sides import Side
from ulbrek.core.kit.beams.boards import BOTTOM_STRIP, SEVERAL_SPANS, WHOLE_BOARD, bow, span_within_limit

LOW_BOARD_MM = 150.0  # higher sides are taken as strips under the full head, and strapped
STRAP_EVERY_MM, STRAP_WORKING_N = 450.0, 2000.0  # Source: common practice, a ratchet strap 25 mm wide.
_MARK_MM = 25.4 / 8  # straps are set to a mark
_BESIDE_MM = 50.0  # what is screwed to the rail under a bridge


def stiffness(
    brief: FormBrief, made: Joint, density: Figure, base: Board, sides: Sequence[Side], knockouts: Sequence[Knockout]
) -> Stiffness:
    """Braces along the sides, straps round them, bearers under the base.

    Args:
        brief: what the form is for
        made: how its sides are fixed at their foot
        density: of the fresh concrete
        base: its base
        sides: its sides
        knockouts: what stands in it
    """
    of, sheet = brief.piece, brief.sheet
    pressure = work(rules.fluid_pressure, of, height_mm=brief.head_mm, density_kg_m3=density)
    side: dict[str, Figure | float] = {
        "coefficient": SEVERAL_SPANS,
        "head_share": WHOLE_BOARD if brief.head_mm <= LOW_BOARD_MM else BOTTOM_STRIP,
        "pressure_mpa": pressure,
        "modulus_mpa": sheet.modulus_mpa,
        "thickness_mm": sheet.thickness_mm,
    }
    between = work(span_within_limit, f"{of}/side", **side)
    screwed = brief.habits.screw_spacing.mm
    under = {"modulus_mpa": brief.base.modulus_mpa, "thickness_mm": brief.base.thickness_mm}
    bearer = work(span_within_limit, f"{of}/base", **{**side, **under, "head_share": BOTTOM_STRIP})
    run = max(base.length_cut_mm, base.height_cut_mm)
    spans = max(1, ceil(run / bearer.value))
    tips, rights = _held_at_foot(brief, density, made)
    tall = brief.head_mm > LOW_BOARD_MM
    braced = tall or tips.value > rights.value or between.value < screwed
    braces = tuple(_braces(brief, sides, between.value)) if braced else ()
    straight = [side.edge.chord for side in sides if not side.edge.is_arc and side.key not in brief.open_edges]
    spans_of = max((run / max(1, ceil(run / between.value)) for run in straight), default=between.value)
    return Stiffness(
        pressure=pressure,
        side_bow=work(bow, f"{of}/side", **side, span_mm=spans_of if braced else min(screwed, between.value)),
        tips=tips,
        rights=rights,
        brace_spacing=between,
        braces=braces,
        bearer_spacing=bearer,
        bearers_mm=tuple(run * index / spans for index in range(spans + 1)),
        straps=tuple(_straps(brief, density)),
        battens=tuple(_battens(brief, (spans + 1, len(braces)), base, knockouts)),
    )


def _held_at_foot(brief: FormBrief, density: Figure, made: Joint) -> tuple[Figure, Figure]:
    """What tips a side that is held at its foot outwards between two screws, and what one screw rights [N·m]."""
    every = brief.habits.screw_spacing.mm
    tips = work(rules.overturning, brief.piece, density_kg_m3=density, height_mm=brief.head_mm, spacing_mm=every)
    lever = brief.sheet.thickness_mm / 2
    if made.fixing == "screws":
        return tips, work(rules.screw_rights, brief.piece, screw_n=made.holds, lever_mm=lever)
    return tips, work(rules.fixing_rights, brief.piece, tips_nm=tips)


def _braces(brief: FormBrief, sides: Sequence[Side], spacing: float) -> Iterator[Brace]:
    """Where braces stand outside the straight sides, in plan [mm]."""
    board = brief.sheet.thickness_mm
    for side in sides:
        if side.edge.is_arc or side.key in brief.open_edges:
            continue
        count = ceil(side.edge.chord / spacing)
        for step in range(1, count):
            at = side.edge.chord * step / count
            yield Brace(
                side.edge.start.x + side.along.x * at + side.outward.x * board,
                side.edge.start.y + side.along.y * at + side.outward.y * board,
            )


def _straps(brief: FormBrief, density: Figure) -> Iterator[Strap]:
    """Straps round a tall form, each in the middle of an equal share of the push."""
    high = brief.head_mm
    if high <= LOW_BOARD_MM or brief.stands:
        return
    side = max(brief.length_mm, brief.width_mm)

    def shared(by: int) -> Figure:
        return work(
            rules.strap_pull, brief.piece, density_kg_m3=density, height_mm=high, side_mm=side, straps=float(by)
        )

    count = max(ceil(high / STRAP_EVERY_MM), ceil(shared(1).value / STRAP_WORKING_N))
    pull = shared(count)
    for index in range(count):
        upper, lower = high * (index / count) ** 0.5, high * ((index + 1) / count) ** 0.5
        deep = 2 / 3 * (lower**3 - upper**3) / (lower**2 - upper**2)
        yield Strap(round((high - deep) / _MARK_MM) * _MARK_MM, pull)


def _battens(brief: FormBrief, counts: tuple[int, int], base: Board, knockouts: Sequence[Knockout]) -> Iterator[Batten]:
    """The lumber: bearers under the base, braces, battens under a sloping floor, bridges over what hangs."""
    of, (bearers, braces) = brief.piece, counts
    across = min(base.length_cut_mm, base.height_cut_mm)
    yield Batten("bearer", "Bearer", work(rules.bearer, f"{of}/bearer", across_mm=across), bearers)
    if braces:
        yield Batten("brace", "Brace, upright and strut", work(rules.brace, of, height_mm=brief.head_mm), braces)
    if brief.floor is not None:
        length = work(rules.bearer, f"{of}/bed", across_mm=min(brief.length_mm, brief.width_mm))
        yield Batten("bed", "Batten under the sloping floor, ripped to it", length, max(2, bearers))
    hung = [one for one in knockouts if one.where == "hung from above"]
    if hung:
        length = work(
            rules.bridge, of, across_mm=min(brief.length_mm, brief.width_mm),
            beyond_mm=brief.sheet.thickness_mm + _BESIDE_MM,
        )  # fmt: skip
        yield Batten("bridge", "Bridge over the form", length, 2 * len(hung))
