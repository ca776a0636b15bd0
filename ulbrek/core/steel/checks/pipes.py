"""What would go wrong where a pipe lies in the steel's way."""

from collections.abc import Sequence

from shapely import LineString

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.base.units import Length
from ulbrek.core.steel.piece import SteelBrief
from ulbrek.core.steel.result import PlacedBar, Stack

_TOUCH_MM = 0.5
_CLEAR_MM = 1.0


@check("pipe-in-steel", "caution")
def pipe_in_steel(what: SteelBrief, stack: Stack, bars: Sequence[PlacedBar] | None) -> list[Finding]:
    """A pipe at the height of the steel

    Steel and pipe cannot be in one place: one goes over the other, or the steel ends beside it.

    Source: geometry
    """
    low = stack.under.value
    high = low + stack.height.value
    crossing = [
        pipe
        for pipe in what.pipes
        if min(high, pipe.high_mm) - max(low, pipe.low_mm) > _TOUCH_MM
        and (bars is None or any(_line(one).intersects(pipe.plan) for one in bars))
    ]
    if not crossing:
        return []
    lowest, highest = min(one.low_mm for one in crossing), max(one.high_mm for one in crossing)
    pipe = crossing[0]
    change = _apart(what, stack, lowest, highest)
    return [
        finding(
            pipe_in_steel,
            title="{pipe} and the steel are at one height",
            reason="The steel lies {low} to {high} above the form’s floor, the pipe {bottom} to {top}.",
            remedy="Lay the steel under the pipe or over it, or end the steel beside the pipe and add a bar each side.",
            field="/height",
            values={
                "pipe": pipe.name, "low": Quantity(low, "mm"), "high": Quantity(high, "mm"),
                "bottom": Quantity(pipe.low_mm, "mm"), "top": Quantity(pipe.high_mm, "mm"),
            },
            change=change,
        )
    ]  # fmt: skip


def _line(bar: PlacedBar) -> LineString:
    return LineString([(bar.line.x1, bar.line.y1), (bar.line.x2, bar.line.y2)])


def _apart(what: SteelBrief, stack: Stack, lowest_mm: float, highest_mm: float) -> Change | None:
    """Steel laid under the pipes, or over them, where that leaves it the concrete that it needs."""
    least, tall = max(stack.cover_needed.value, stack.back_needed.value), stack.height.value
    sunk = [*what.sunk_mm, *what.slope_mm]
    for at in (lowest_mm - tall - _CLEAR_MM, highest_mm + _CLEAR_MM):
        over = what.thickness_mm - at - tall - what.ground_mm
        if min(at, over) - max(sunk) >= least:
            height = Length(mm=round(at, 1))
            return Change("Lay the steel at {at}", {"/height": height.model_dump()}, {"at": Quantity(height.mm, "mm")})
    return None
