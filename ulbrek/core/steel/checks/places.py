"""What would go wrong with where bars lie."""

from collections.abc import Callable, Iterator, Sequence
from math import inf

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units import Length
from ulbrek.core.steel.inputs import BarByHand, SteelInputs
from ulbrek.core.steel.result import PlacedBar
from ulbrek.core.steel.rules import INDOOR_COVER_MM, edge_cover_needed
from ulbrek.core.steel.words import bar_words

_TRIFLE_MM = 1e-6
LEAST_CLEAR_MM = 25.0  # Source: ACI 318-19 25.2.1, from memory.
_STONES = 4 / 3


@dataclass(frozen=True, slots=True)
class Near:
    """A bar and what is beside it.

    Attributes:
        bar: the bar
        cover_mm: concrete between it and the nearest edge or opening
        shaped: of the shaped edge that it is nearest to: how far the shape reaches in, how far off the bar's middle
            is, and how much must stay between [mm]
        strip_mm: width of the strip that it lies in
        moved: its cover when it is moved square to itself by so much [mm]
    """

    bar: PlacedBar
    cover_mm: float
    shaped: tuple[float, float, float]
    strip_mm: float
    moved: Callable[[float], float]


@check("bar-near-edge", "caution")
def bar_near_edge(inputs: SteelInputs, near: Sequence[Near], diameter_mm: float) -> list[Finding]:
    """A bar too near an edge

    Where an edge is shaped, the concrete is counted from the shape. In a strip that is too narrow for it a bar lies in
    the middle, and that is as good as it gets.

    Source: common practice: 12 to 25 mm, 20 mm beyond a routed profile
    """
    laid: dict[bool, list[_Short]] = {}
    found: list[_Short] = []
    for spot in near:
        short = _short(spot, diameter_mm)
        if short is not None and spot.bar.by_hand is not None:
            found.append(short)
        elif short is not None:
            laid.setdefault(short.at_shape, []).append(short)
    told = [_near_edge(inputs, spot, 1, diameter_mm) for spot in found]
    for alike in laid.values():
        worst = min(alike, key=lambda short: short.cover_mm - short.needed_mm)
        told.append(_near_edge(inputs, worst, len(alike), diameter_mm))
    return told


@dataclass(frozen=True, slots=True)
class _Short:
    """A bar with less concrete beside it than it needs [mm], at a shaped edge or at another."""

    near: Near
    cover_mm: float
    needed_mm: float
    at_shape: bool


def _short(one: Near, diameter_mm: float) -> _Short | None:
    reach, distance, beyond = one.shaped
    room = max(0.0, (one.strip_mm - diameter_mm) / 2)
    least = min(INDOOR_COVER_MM, room)
    by_shape = distance - diameter_mm / 2
    needed_shape = min(edge_cover_needed(reach, least, beyond), max(room, (one.strip_mm + reach) / 2 - diameter_mm / 2))
    if distance < inf and by_shape < needed_shape - _TRIFLE_MM:
        return _Short(one, by_shape, needed_shape, at_shape=True)
    return _Short(one, one.cover_mm, least, at_shape=False) if one.cover_mm < least - _TRIFLE_MM else None


def _near_edge(inputs: SteelInputs, short: _Short, bars: int, diameter_mm: float) -> Finding:
    bar, needed = short.near.bar, short.needed_mm
    return finding(
        bar_near_edge,
        title="Edge cover of the bar {bar} is only {cover}; it needs {needed}"
        if bars == 1
        else "{bars} bars have too little edge cover, one only {cover}; it needs {needed}",
        reason="That edge is shaped or ground afterwards."
        if short.at_shape
        else "Nearer to an edge steel shows, rusts or breaks the edge off.",
        remedy="Move it in." if bar.by_hand is not None else "Keep the steel farther from the edges.",
        field="/by_hand" if bar.by_hand is not None else "/edge_distance",
        values={
            "bar": bar.why,
            "bars": str(bars),
            "cover": Quantity(max(0.0, short.cover_mm), "there"),
            "needed": Quantity(needed, "limit"),
        },
        change=_farther(inputs, short.near, needed - short.cover_mm, needed + diameter_mm / 2),
    )


def _farther(inputs: SteelInputs, near: Near, by_mm: float, edge_mm: float) -> Change | None:
    """The change that moves a bar in: one by hand to where it is clear, all others by the edge distance."""
    index = near.bar.by_hand
    if index is None:
        return (
            Change("Keep the steel farther in", {"/edge_distance": Length(mm=edge_mm).model_dump()})
            if edge_mm <= 200
            else None
        )
    hand = inputs.by_hand[index]
    if hand.offset is None:
        return None
    best = max((by_mm, -by_mm), key=near.moved)
    if near.moved(best) < min(INDOOR_COVER_MM, near.cover_mm + by_mm) - 1e-3:
        return _without(inputs, (index,), "Undo my change")
    away = best if hand.side in ("front", "left") else -best
    offset = max(0.0, hand.offset.mm + away)
    return Change(
        "Move it in to {offset}",
        {f"/by_hand/{index}/offset": Length(mm=round(offset, 3)).model_dump()},
        {"offset": Quantity(offset, "mm")},
    )


def clear_between(diameter_mm: float, stone_mm: float) -> float:
    """What must be left between two bars, so that the mix gets through [mm]."""
    return max(LEAST_CLEAR_MM, diameter_mm, _STONES * stone_mm)


@check("bars-too-close", "caution")
def bars_too_close(
    inputs: SteelInputs, placed: Sequence[PlacedBar], diameter_mm: float, stone_mm: float
) -> list[Finding]:
    """Bars too close together

    The mix must get between them.

    Source: ACI 318-19 25.2.1: 25 mm, the bar, or four thirds of the stone, from memory
    """
    needed = clear_between(diameter_mm, stone_mm)
    closest = min(_side_by_side(placed, diameter_mm, needed - _TRIFLE_MM), key=lambda found: found[0], default=None)
    if closest is None:
        return []
    gap, one, other = closest
    hand = one if one.by_hand is not None else other
    return [
        finding(
            bars_too_close,
            title="Two bars you added are {gap} apart; the mix needs {needed} to pass"
            if one.why == other.why == "you added"
            else "Bar {one} and bar {other} are {gap} apart; the mix needs {needed} to pass",
            reason="Aggregate jams between bars that are closer.",
            remedy="Move or remove one of them.",
            field="/by_hand",
            values={
                "one": one.why,
                "other": other.why,
                "gap": Quantity(max(0.0, gap), "there"),
                "needed": Quantity(needed, "limit"),
            },
            change=_without(inputs, (hand.by_hand,), "Undo my change") if hand.by_hand is not None else None,
        )
    ]


def _side_by_side(
    placed: Sequence[PlacedBar], diameter_mm: float, under_mm: float
) -> Iterator[tuple[float, PlacedBar, PlacedBar]]:
    """Pairs of bars that run the same way side by side with less than this between them: the gap [mm] and both."""
    for level in (True, False):
        own = [one for one in placed if one.moves and (one.line.y1 == one.line.y2) == level]
        own.sort(key=lambda one: one.line.y1 if level else one.line.x1)
        for number, one in enumerate(own):
            for other in own[number + 1 :]:
                apart = (other.line.y1 - one.line.y1) if level else (other.line.x1 - one.line.x1)
                if apart - diameter_mm >= under_mm:
                    break
                if _overlap(one, other, level):
                    yield apart - diameter_mm, one, other


@check("bar-by-hand-lost", "hint")
def by_hand_lost(inputs: SteelInputs, lost: Sequence[int]) -> list[Finding]:
    """A bar by hand has nothing to act on

    The bar that was moved, or the place it was put in, is no longer there.

    Source: what was done by hand is kept, or told
    """
    if not lost:
        return []
    return [
        finding(
            by_hand_lost,
            title="Your change to the bar {bars} no longer applies",
            reason="The bar is gone, or has no room at that place.",
            remedy="Undo brings the piece back as it was; or discard the change.",
            field="/by_hand",
            values={"bars": ", ".join(dict.fromkeys(bar_words(inputs.by_hand[index].bar) for index in lost))},
            change=_without(inputs, lost, "Discard my change"),
        )
    ]


def _without(inputs: SteelInputs, gone: Sequence[int], words: str) -> Change:
    kept: list[BarByHand] = [one for index, one in enumerate(inputs.by_hand) if index not in gone]
    return Change(words, {"/by_hand": [one.model_dump() for one in kept]})


def _overlap(one: PlacedBar, other: PlacedBar, level: bool) -> bool:
    """Whether two bars that run the same way lie beside one another for some of their length."""
    a, b = one.line, other.line
    (low, high), (low_b, high_b) = ((a.x1, a.x2), (b.x1, b.x2)) if level else ((a.y1, a.y2), (b.y1, b.y2))
    return min(high, high_b) > max(low, low_b)
