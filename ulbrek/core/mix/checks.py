"""What would go wrong on the mixing day."""

from collections.abc import Iterator

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.materials.containers import Container
from ulbrek.core.materials.mixes import BagSize
from ulbrek.core.mix.inputs import MixInputs

_TRIFLE_L = 1e-6


@check("short-of-bags", "stop")
def short_of_bags(inputs: MixInputs, size: BagSize, needed: Figure) -> list[Finding]:
    """Short of bags

    A late bag from another lot has another colour, and a cold joint shows for ever.

    Source: common practice
    """
    if inputs.bags_in_hand is None or inputs.bags_in_hand >= needed.value:
        return []
    missing = needed.value - inputs.bags_in_hand
    return [
        finding(
            short_of_bags,
            title="Short by {missing} of {bag}",
            reason="Running out is the worst that can happen; a late bag from another lot has another colour.",
            remedy="Have {needed} in hand before the first water goes in; return what stays closed.",
            field="/bags_in_hand",
            values={
                "missing": Quantity(missing, "bags"),
                "bag": size.name,
                "needed": Quantity(needed.value, "bags"),
            },
        )
    ]


@check("water-over-most", "stop")
def water_over_most(inputs: MixInputs, size: BagSize) -> list[Finding]:
    """Water over the bag's most

    More water is weaker concrete that shrinks more: about 5 % more costs 5 to 8 % of the strength.

    Source: the bag's own print; common practice
    """
    if inputs.water_per_bag_l is None or inputs.water_per_bag_l <= size.water_most_l + _TRIFLE_L:
        return []
    return [
        finding(
            water_over_most,
            title="{planned} of water is more than the bag allows",
            reason="The bag's most is {most}. More is weaker and shrinks more: 5 % costs 5 to 8 % of the strength.",
            remedy="Keep to {most}; for a looser feel use a plasticiser.",
            field="/water_per_bag_l",
            values={
                "planned": Quantity(inputs.water_per_bag_l, "l"),
                "most": Quantity(size.water_most_l, "l"),
            },
            change=Change("Keep to the bag's most", {"/water_per_bag_l": size.water_most_l}),
        )
    ]


@check("batch-over-container", "stop")
def batch_over_container(container: Container, volume: Figure, fill: Figure, fits: Figure) -> list[Finding]:
    """Batch too big for its container

    Over 80 % full it cannot be stirred from the bottom, and dry pockets stay there.

    Source: common practice
    """
    if volume.value <= fill.value + _TRIFLE_L:
        return []
    fitting = fits.value * volume.inputs["bag_yield_l"].value <= fill.value + _TRIFLE_L
    return [
        finding(
            batch_over_container,
            title="A batch of {batch} does not fit the {container}",
            reason="It takes {fill} and can still be stirred from the bottom; over that, dry pockets stay.",
            remedy="Mix less at a time, or take a larger container.",
            field="/bags_per_batch",
            values={
                "batch": Quantity(volume.value, "l"),
                "container": container.name,
                "fill": Quantity(fill.value, "l"),
            },
            change=Change(f"Mix {fits.value:g} at a time", {"/bags_per_batch": fits.value}) if fitting else None,
        )
    ]


def all_findings(
    inputs: MixInputs,
    size: BagSize,
    container: Container,
    needed: Figure,
    batch: tuple[Figure, Figure, Figure],
) -> Iterator[Finding]:
    """Everything that Mix finds; ``batch`` is its volume, the container's fill and the bags that fit."""
    yield from short_of_bags(inputs, size, needed)
    yield from water_over_most(inputs, size)
    yield from batch_over_container(container, *batch)
