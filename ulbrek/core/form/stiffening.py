"""What the push of the wet concrete asks for: braces, straps, bearers, and the lumber for all of it."""

from collections.abc import Iterator, Sequence
from math import ceil
from typing import NamedTuple

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.form import flight, rules, stakes
from ulbrek.core.form.brief import FormBrief
from ulbrek.core.form.result import Batten, Board, Brace, Joint, Knockout, Stake, Stiffness, Strap
from ulbrek.core.form.sides import Side
from ulbrek.core.kit.beams.boards import BOTTOM_STRIP, SEVERAL_SPANS, WHOLE_BOARD, bow, span_within_limit

LOW_BOARD_MM = 150.0  # higher sides are taken as strips under the full head, and strapped
STRAP_EVERY_MM, STRAP_WORKING_N = 450.0, 2000.0  # Source: common practice, a ratchet strap 25 mm wide.
_MARK_MM = 25.4 / 8  # straps are set to a mark


def stiffness(
    brief: FormBrief,
    made: Joint,
    density: Figure,
    base: Board | None,
    sides: Sequence[Side],
    knockouts: Sequence[Knockout],
) -> Stiffness:
    """Braces along the sides, straps round them, bearers under the base; on the ground stakes in place of all those.

    Over cabinets their boards lie on braces of their own.

    Args:
        brief: what the form is for
        made: how its sides are fixed at their foot
        density: of the fresh concrete
        base: its base; None where the ground is it, or cabinets carry it
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
    tips, rights = _held_at_foot(brief, density, made)
    if brief.climbs:
        across = flight.braced(brief, between)
        held, span = _Held((), (), None), brief.depth_mm / (across.rows + 1)
        lumber = [*flight.battens(brief, across)]
    elif brief.on_ground:
        liner = {"modulus_mpa": brief.liner.modulus_mpa, "thickness_mm": brief.liner.thickness_mm}
        apart = stakes.spacing(brief, sides, between, work(span_within_limit, f"{of}/curve", **{**side, **liner}))
        staked = tuple(stakes.stakes_of(brief, sides, apart))
        held = _Held((), (), None, staked, apart.straight, apart.curved)
        span = apart.straight.value if apart.straight else between.value
        boxes = sum(one.build == "a box of boards" for one in knockouts)
        lumber = [*stakes.battens(brief, len(staked), boxes)]
    elif brief.beneath is not None:
        held = _Held((), (), None)
        span = min(screwed, between.value)
        lumber = [*_over_cabinets(brief)]
    else:
        assert base is not None  # noqa: S101 - all others have one
        bearers, bearer = _bearers(brief, pressure, base)
        braced = brief.head_mm > LOW_BOARD_MM or tips.value > rights.value or between.value < screwed
        held = _Held(tuple(_braces(brief, sides, between.value)) if braced else (), bearers, bearer)
        straight = [side.edge.chord for side in sides if not side.edge.is_arc and side.key not in brief.unboarded]
        most = max((run / max(1, ceil(run / between.value)) for run in straight), default=between.value)
        span = most if braced else min(screwed, between.value)
        lumber = [*_battens(brief, (len(bearers), len(held.braces)), base)]
    return Stiffness(
        pressure=pressure,
        side_bow=work(bow, f"{of}/side", **side, span_mm=span),
        tips=tips,
        rights=rights,
        brace_spacing=between,
        straps=tuple(_straps(brief, density)),
        battens=tuple(lumber),
        riser_push=work(rules.riser_push, of, density_kg_m3=density, height_mm=brief.riser_mm, width_mm=brief.depth_mm)
        if brief.climbs and brief.has_risers
        else None,
        **held._asdict(),
    )


class _Held(NamedTuple):
    """What stands round a form and under it."""

    braces: tuple[Brace, ...]
    bearers_mm: tuple[float, ...]
    bearer_spacing: Figure | None
    stakes: tuple[Stake, ...] = ()
    stake_spacing: Figure | None = None
    curve_stake_spacing: Figure | None = None


def _bearers(brief: FormBrief, pressure: Figure, base: Board) -> tuple[tuple[float, ...], Figure]:
    """Where bearers lie under the longer side of the base, and how far apart they may."""
    between = work(
        span_within_limit, f"{brief.piece}/base", coefficient=SEVERAL_SPANS, head_share=BOTTOM_STRIP,
        pressure_mpa=pressure, modulus_mpa=brief.base.modulus_mpa, thickness_mm=brief.base.thickness_mm,
    )  # fmt: skip
    run = max(base.length_cut_mm, base.height_cut_mm)
    spans = max(1, ceil(run / between.value))
    return tuple(run * index / spans for index in range(spans + 1)), between


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
        if side.edge.is_arc or side.key in brief.unboarded:
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
    if high <= LOW_BOARD_MM or brief.stands or brief.on_ground:
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


def _battens(brief: FormBrief, counts: tuple[int, int], base: Board) -> Iterator[Batten]:
    """The lumber: bearers under the base, braces, battens under a sloping floor."""
    of, (bearers, braces) = brief.piece, counts
    across = min(base.length_cut_mm, base.height_cut_mm)
    yield Batten("bearer", "Bearer", work(rules.bearer, f"{of}/bearer", across_mm=across), bearers)
    if braces:
        yield Batten("brace", "Brace, upright and strut", work(rules.brace, of, height_mm=brief.head_mm), braces)
    if brief.floor is not None:
        length = work(rules.bearer, f"{of}/bed", across_mm=min(brief.length_mm, brief.width_mm))
        yield Batten("bed", "Batten under the sloping floor, ripped to it", length, max(2, bearers))


def _over_cabinets(brief: FormBrief) -> Iterator[Batten]:
    """The lumber under a top that is cast over cabinets, and what its edges are screwed to."""
    for one in brief.beneath.lumber if brief.beneath else ():
        length = work(rules.bearer, f"{brief.piece}/{one.key}", across_mm=one.length_mm)
        yield Batten(one.key, one.name, length, one.many)
