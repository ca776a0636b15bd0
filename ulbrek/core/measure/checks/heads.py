"""What would go wrong with two heads on one bar."""

from collections.abc import Iterator

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.measure.features.sleeve import Sleeve
from ulbrek.core.measure.shape import Shape

HAND_MM = 100.0
USUAL_GRIP_MM = 130.0


@check("bar-without-length", "stop")
def bar_without_length(shape: Shape) -> list[Finding]:
    """A bar of two heads without a length

    How far apart two heads stand follows from the length of their bar.

    Source: geometry
    """
    return [
        finding(
            bar_without_length,
            title="The length of {feature} is not said",
            reason="How far apart its two heads stand follows from it.",
            remedy="Enter the length of the whole bar.",
            field=f"/features/{index}/length",
            values={"feature": feature.name},
            change=Change("Make it {length} long", {f"/features/{index}/length": _usual_mm(feature, shape)},
                          {"length": Quantity(_usual_mm(feature, shape), "mm")}),
        )
        for index, feature in _bars(shape)
        if feature.length is None
    ]  # fmt: skip


@check("heads-longer-than-their-bar", "stop")
def heads_longer_than_bar(shape: Shape) -> list[Finding]:
    """Two heads longer than their bar

    The bar goes into both, and something of it must be left between them.

    Source: geometry
    """
    return [
        finding(
            heads_longer_than_bar,
            title="{feature} is {length} long, its two heads take {taken} of it",
            reason="Nothing of the bar is left between them.",
            remedy="Take a longer bar, or let it go less deep into each head.",
            field=f"/features/{index}/length",
            values={
                "feature": feature.name, "length": Quantity(feature.length.mm, "mm"), "taken": Quantity(taken, "mm"),
            },
            change=Change("Make it {length} long", {f"/features/{index}/length": _usual_mm(feature, shape)},
                          {"length": Quantity(_usual_mm(feature, shape), "mm")}),
        )
        for index, feature in _bars(shape)
        if feature.length is not None
        for taken in [2 * feature.in_head_mm(shape.cast_depth)]
        if taken >= feature.length.mm
    ]  # fmt: skip


@check("no-room-for-a-hand", "caution")
def no_room_for_hand(shape: Shape) -> list[Finding]:
    """No room for a hand between two heads

    A hand is 100 mm broad with its thumb beside it.

    Source: common practice
    """
    return [
        finding(
            no_room_for_hand,
            title="The grip of {feature} is {grip}: no hand fits in",
            reason="A hand takes {100 limit} between the heads.",
            remedy="Take a longer bar, or thinner heads.",
            field=f"/features/{index}/length",
            values={"feature": feature.name, "grip": Quantity(grip, "mm")},
            change=Change("Make it {length} long", {f"/features/{index}/length": _usual_mm(feature, shape)},
                          {"length": Quantity(_usual_mm(feature, shape), "mm")}),
        )
        for index, feature in _bars(shape)
        if feature.length is not None
        for grip in [feature.length.mm - 2 * feature.in_head_mm(shape.cast_depth)]
        if 0 < grip < HAND_MM
    ]  # fmt: skip


@check("head-without-another", "caution")
def head_without_other(shape: Shape) -> list[Finding]:
    """A head without another

    Two heads are on each bar.

    Source: counting
    """
    piece = shape.piece
    if not piece.count % 2:
        return []
    return [
        finding(
            head_without_other,
            title="{piece}: one head too few for {feature}",
            reason="Two heads are on each bar.",
            remedy="Plan an even number of heads.",
            field="/count",
            values={"piece": piece.name, "feature": feature.name},
            change=Change(
                "Plan {count}", {"/count": piece.count + 1}, {"count": Quantity(piece.count + 1, "castings")}
            ),
        )
        for _, feature in list(_bars(shape))[:1]
    ]


@check("bar-not-pinned", "hint")
def bar_not_pinned(shape: Shape) -> list[Finding]:
    """A smooth bar without a cross bolt

    Concrete shrinks from a smooth bar: first the head turns on it, then it slides. A bolt or pin through the bar,
    inside the head, holds it.

    Source: common practice
    """
    return [
        finding(
            bar_not_pinned,
            title="{feature} holds its heads by bond alone",
            reason="Concrete lets go of a smooth bar: the head turns on it, then slides.",
            remedy="Drill the bar, and put a bolt across it inside each head.",
            field=f"/features/{index}/pinned",
            values={"feature": feature.name},
            change=Change("Put a cross bolt in", {f"/features/{index}/pinned": True}),
        )
        for index, feature in _bars(shape)
        if not feature.pinned and feature.material != "wood"
    ]


def _bars(shape: Shape) -> Iterator[tuple[int, Sleeve]]:
    for index, feature in enumerate(shape.piece.features):
        if isinstance(feature, Sleeve) and feature.joins_castings:
            yield index, feature


def _usual_mm(feature: Sleeve, shape: Shape) -> float:
    """The length that leaves a usual grip [mm]."""
    return 2 * feature.in_head_mm(shape.cast_depth) + USUAL_GRIP_MM
