"""What Mix gives to the stations after it."""

from dataclasses import dataclass

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding


@dataclass(frozen=True, slots=True)
class BagChoice:
    """How many bags it takes in one of the sizes that the mix comes in."""

    bag: str
    name: str
    bags: Figure


@dataclass(frozen=True, slots=True)
class MixedSoFar:
    """The batches that have been mixed: the first one's water, the bags used, the bags to go."""

    batches: int
    dose_found: Figure
    bags_used: Figure
    bags_to_go: Figure


@dataclass(frozen=True, slots=True)
class MixResult:
    """The figures of a mixing day and its findings.

    ``mixed`` is what has been mixed so far; None before the first batch.
    """

    mix_name: str
    bag: str
    bag_name: str
    container_name: str
    poured_volume: Figure
    volume_with_spare: Figure
    bag_yield: Figure
    density: Figure
    bags: Figure
    left_over: Figure
    choices: tuple[BagChoice, ...]
    water_start: Figure
    water_planned_l: float
    water_least_l: float
    water_most_l: float
    working_fill: Figure
    bags_that_fit: Figure
    bags_per_batch: float
    batches: Figure
    batch_volume: Figure
    batch_water_start: Figure
    batch_water_most: Figure
    mixed: MixedSoFar | None
    findings: tuple[Finding, ...]
    care: tuple[str, ...]
