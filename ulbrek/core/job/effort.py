"""What a job costs to plan, told from its description alone, and how much one plan may cost.

Whatever is planned is bounded here, before any of it is drawn: places of features, corners, castings, forms and bars
are weighed by what each was measured to cost (``python -m bench.costly``), so that the dearest job that is let through
plans within a few seconds. The weights are milliseconds on an ordinary desk machine; they need only be near.
"""

from collections import defaultdict
from collections.abc import Iterator, Sequence
from math import ceil, cos, floor, log10, pi, sin
from typing import NamedTuple

from ulbrek.core.form.inputs import MOST_MOULDED, MOST_SECTIONS, FormHabits, FormInputs
from ulbrek.core.handling.inputs import HandlingInputs
from ulbrek.core.kit.geometry.edge import Edge
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.outlines import outline_of
from ulbrek.core.steel.inputs import SteelInputs

MOST_MS = 2_500.0  # of all that a job holds together
_PIECE_MS = 30.0
_PLACE_MS = 0.5
_CORNER_MS = 0.1
_SEAM_MS = 15.0
_CASTING_MS = 0.12
_BOARD_MS = 0.22
_SCREW_MS = 0.05
_BAR_MS = 0.1
_CUT_BAR_MS = 0.04
_BAR_MM = 5_000.0  # a longer bar is made of several
_PLANK_MS = 0.04
_LENGTHS_TRIED = 4  # that pipe or lumber of the shop is sold in, near enough
_SHEET_MM = (2_440.0, 1_220.0)  # what does not fit it is spliced of several
_MOST_SPLICED = 12
_RIBS_MM = 50.0  # ribs behind a curved side stand no closer over one another
_OF_A_BOX = 5  # boards of a core, and of what hangs from above
_UNDER_A_TOP, _UNDER_MM = 4, 300.0  # boards, braces and rails over cabinets, for so much of it
_OFTEN_MM = 50.0  # wires and screws come no more often than that
_STAKE_MS = 0.12
_STAKED_MM, _STAKED_CURVE_MM = 400.0, 150.0  # stakes stand no closer, near enough
_SUPPORT_MS = 40.0  # beyond the second
_EACH_PART = 0.15  # of a feature's cost, once more for each part that seams make and each casting beside it


class StationInputs(NamedTuple):
    """How the pieces of a job are made: how many forms, what steel, and what they stand on."""

    form: FormInputs
    steel: SteelInputs
    handling: HandlingInputs


class Share(NamedTuple):
    """A share of what a plan costs [ms]: so many things of a kind, and of what they are."""

    ms: float
    number: int
    things: str
    of: str


def effort_ms(pieces: Sequence[Piece], ways: StationInputs) -> float:
    """What a job costs to plan, near enough [ms].

    Args:
        pieces: what is wanted
        ways: how they are made
    """
    return sum(share.ms for share in shares(pieces, ways))


def too_much(pieces: Sequence[Piece], ways: StationInputs) -> str | None:
    """What is too much for one plan, and what would do, in words; None where it is not.

    Args:
        pieces: what is wanted
        ways: how they are made
    """
    by_things = defaultdict[str, list[Share]](list)
    for share in shares(pieces, ways):
        by_things[share.things].append(share)
    costs = {things: sum(share.ms for share in alike) for things, alike in by_things.items()}
    total = sum(costs.values())
    if total <= MOST_MS:
        return None
    most = max(costs, key=costs.__getitem__)
    alike = by_things[most]
    count, largest = sum(share.number for share in alike), max(alike, key=lambda share: share.ms)
    whose = f"of {largest.of}" if len(alike) == 1 else f"the most of them of {largest.of}"
    said = f"This is too much for one plan: it has {count:,} {most}, {whose}."
    left = MOST_MS - (total - costs[most])
    enough = _about(count * left / costs[most])
    if enough < 1:
        return f"{said} Make several jobs of it"
    return f"{said} Have at most about {enough:,}, or make several jobs of it"


def _about(number: float) -> int:
    """A number rounded down to two figures."""
    step = int(10 ** max(0, floor(log10(max(1.0, number))) - 1))
    return max(0, floor(number / step) * step)


def shares(pieces: Sequence[Piece], ways: StationInputs) -> Iterator[Share]:
    """Everything in a job that costs something to plan.

    Args:
        pieces: what is wanted
        ways: how they are made
    """
    for piece in pieces:
        yield Share(_PIECE_MS, 1, "pieces", f"“{piece.name}”")
        yield from _of_features(piece, _beside(piece, ways.form))
        yield from _of_forms(piece, ways.form)
        if _is_staked(piece, ways):
            yield from _of_stakes(piece, ways.form)
        yield from _of_steel(piece, ways.steel)
        supports = len(ways.handling.standing_of(piece.id).supports)
        if supports > 2:
            yield Share((supports - 2) * _SUPPORT_MS, supports, "supports", f"“{piece.name}”")
    for part in ways.handling.parts:
        yield Share(
            part.count * _PLANK_MS * (_LENGTHS_TRIED if part.cut_from else 1),
            part.count,
            "joined parts",
            f"“{part.name}”",
        )


def _beside(piece: Piece, form: FormInputs) -> int:
    """How many castings may lie side by side in one form."""
    if piece.run is not None and piece.stays == "on the ground" and form.field == "one form":
        moulded = sum(feature.places for feature in piece.features)
        return min(piece.count, MOST_SECTIONS, max(form.side_by_side, MOST_MOULDED // max(1, moulded)))
    return min(form.side_by_side, piece.count)


def _of_features(piece: Piece, beside: int) -> Iterator[Share]:
    named, seams = f"“{piece.name}”", len(piece.seams)
    castings = piece.count * (seams + 1)
    yield Share(castings * _CASTING_MS, castings, "castings", named)
    if seams:
        yield Share(seams * _SEAM_MS, seams, "seams", named)
    times = 1 + _EACH_PART * (seams + beside - 1)
    for feature in piece.features:
        places, named = feature.places, f"“{feature.name}” in “{piece.name}”"
        each = _PLACE_MS + feature.corners * _CORNER_MS
        yield Share(places * each * times, places, "holes, inserts and other features", named)


def _of_forms(piece: Piece, form: FormInputs) -> Iterator[Share]:
    if form.in_moulds:
        return
    outline, high = outline_of(piece.outline), piece.thickness.mm
    left, front, right, back = outline.box
    copies, beside = min(form.forms, piece.count), _beside(piece, form)
    boards = _spliced((right - left) * beside, back - front)
    boards += sum(_of_side(edge, high) * (1 if edge.is_arc else beside) for edge in outline.edges)
    boards += (len(piece.seams) + beside) * _spliced(max(right - left, back - front), high)
    boards += sum(_OF_A_BOX * beside * one.places for one in piece.features if one.formed_in_a_box)
    if piece.stays == "over cabinets":  # their boards, braces and rails
        boards += _UNDER_A_TOP * ceil((right - left + back - front) / _UNDER_MM)
    yield Share(copies * boards * _BOARD_MS, copies * boards, "boards", f"the forms for “{piece.name}”")
    screws = ceil(outline.length_mm * beside / _OFTEN_MM)
    yield Share(screws * _SCREW_MS, screws, "places for screws", f"the form for “{piece.name}”")


def _is_staked(piece: Piece, ways: StationInputs) -> bool:
    """Whether the sides of its form are staked to the ground: because that was asked for, or because it stays there."""
    if ways.form.says("sides"):
        return ways.form.over(FormHabits()).sides == "staked to the ground"
    return piece.stays == "on the ground"


def _of_stakes(piece: Piece, form: FormInputs) -> Iterator[Share]:
    if form.in_moulds:
        return
    edges = outline_of(piece.outline).edges
    each = sum(ceil(one.length / (_STAKED_CURVE_MM if one.is_arc else _STAKED_MM)) for one in edges)
    stakes = each * min(form.forms, piece.count)
    yield Share(stakes * _STAKE_MS, stakes, "stakes", f"the forms for “{piece.name}”")


def _of_side(edge: Edge, high_mm: float) -> int:
    """How many boards a side of a form takes: a strip; behind a curve a liner, and ribs over one another."""
    strips = _spliced(edge.length, high_mm)
    if not edge.is_arc:
        return strips
    pieces = ceil(abs(edge.angle) / (pi / 2) - 1e-9)
    half = abs(edge.angle) / pieces / 2
    rib = _spliced(2 * edge.radius * sin(half), edge.radius * (1 - cos(half)))
    return strips + pieces * rib * (1 + ceil(high_mm / _RIBS_MM))


def _spliced(long_mm: float, wide_mm: float) -> int:
    """Of how many parts a board is made that may be larger than a sheet."""
    long, wide = max(long_mm, wide_mm), min(long_mm, wide_mm)
    return min(_MOST_SPLICED, ceil(long / _SHEET_MM[0]) * max(1, ceil(wide / _SHEET_MM[1])))


def _of_steel(piece: Piece, steel: SteelInputs) -> Iterator[Share]:
    school = steel.school_of(piece.id)
    if school not in ("grid of bars", "mesh", "mesh and bars"):
        return
    left, front, right, back = outline_of(piece.outline).box
    every = steel.spacing.mm if school == "grid of bars" else _OFTEN_MM
    lines = ceil((right - left + back - front) / every) + 2
    lines += sum(
        one.places * ceil(one.clear_of_steel_mm / every + 2) for one in piece.features if one.clear_of_steel_mm
    )
    yield Share(lines * _BAR_MS, lines, "bars and wires", f"“{piece.name}”")
    if school == "grid of bars":
        cut = lines * piece.count * ceil(max(right - left, back - front) / _BAR_MM)
        yield Share(cut * _CUT_BAR_MS, cut, "bars to cut", f"“{piece.name}”")
