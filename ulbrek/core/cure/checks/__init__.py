"""What would go wrong while it hardens."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.finding import Finding
from ulbrek.core.cure.checks import kept, tested, weather
from ulbrek.core.cure.checks.pour_day import PourDay
from ulbrek.core.cure.result import Act
from ulbrek.core.cure.strengths import Aged

__all__ = ["PourDay", "all_findings"]


def all_findings(day: PourDay, acts: Sequence[Act], results: Sequence[Aged], foretold_mpa: float) -> Iterator[Finding]:
    """Everything that Cure finds.

    Args:
        day: the pour
        acts: its acts
        results: what was tested of its strength
        foretold_mpa: the 28-day strength before any of that
    """
    if day.inputs.is_in_weather:
        yield from weather.all_findings(day, acts)
    else:
        yield from kept.too_cold_to_pour(day.inputs)
        yield from kept.too_hot_to_pour(day.inputs)
    yield from weather.warms_itself(day)
    yield from weather.thermometer_doubted(day)
    yield from kept.nobody_there(day.inputs, acts, day.hours)
    yield from kept.done_too_soon(day.inputs, acts)
    yield from tested.weaker_than_foretold(results, foretold_mpa)
    yield from tested.strength_not_believed(results, foretold_mpa)
