"""What would go wrong on the mixing day."""

from collections.abc import Sequence

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.materials.containers import Container
from ulbrek.core.materials.mixes import BagSize, Feel
from ulbrek.core.mix.inputs import MixedBatch, MixInputs

_TRIFLE_L = 1e-6
BATCHES_ALIKE = 0.05
LIGHTEST_KG_M3, HEAVIEST_KG_M3 = 700.0, 3600.0
PACKED_LEAST = 0.85  # of the bag's least. Source: common practice.


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
            reason="Running out leaves a cold joint, and a later lot may differ in colour.",
            remedy="Have {needed} on hand before mixing starts; return unopened bags.",
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
            title="Planned water is over the bag limit: {planned} a bag, limit {most}",
            reason="More water is weaker and shrinks more: 5 % costs 5 to 8 % of the strength.",
            remedy="Keep to {most}; for a looser mix use a plasticiser.",
            field="/water_per_bag_l",
            values={
                "planned": Quantity(inputs.water_per_bag_l, "water"),
                "most": Quantity(size.water_most_l, "water"),
            },
            change=Change("Keep to the bag limit", {"/water_per_bag_l": size.water_most_l}),
        )
    ]


@check("density-not-believed", "stop")
def density_not_believed(size: BagSize, density_kg_m3: float) -> list[Finding]:
    """A density that no concrete has

    Dry mass, water and yield of a bag make a density: foamed concrete has some 800 kg/m³, the heaviest some 3500.

    Source: common practice: plain concrete is 2300 to 2400 kg/m³, mortar about 2100
    """
    if LIGHTEST_KG_M3 <= density_kg_m3 <= HEAVIEST_KG_M3:
        return []
    return [
        finding(
            density_not_believed,
            title="A bag of {bag} makes concrete of {density}",
            reason="Its dry weight, water and yield do not go together; plain concrete is about {usual}.",
            remedy="Read weight, water and yield off the bag again, and correct them in Materials.",
            field="/bag",
            values={
                "bag": size.name,
                "density": Quantity(density_kg_m3, "kg/m3"),
                "usual": Quantity(2350.0, "kg/m3"),
            },
        )
    ]


@check("too-dry-to-place", "stop")
def too_dry_to_place(inputs: MixInputs, size: BagSize, feel: Feel) -> list[Finding]:
    """Too dry to place

    Under the bag's least it does not wet all its cement and cannot be closed; it is no stronger for it. What is packed
    by hand gets by with a little less.

    Source: the bag's own print; common practice
    """
    least = size.water_least_l * (PACKED_LEAST if feel == "packed" else 1.0)
    if inputs.water_per_bag_l is None or inputs.water_per_bag_l >= least - _TRIFLE_L:
        return []
    return [
        finding(
            too_dry_to_place,
            title="{planned} of water a bag is too dry to place: at least {least}",
            reason="Drier, some of the cement stays dry and voids stay open.",
            remedy="Plan {least} or more.",
            field="/water_per_bag_l",
            values={
                "planned": Quantity(inputs.water_per_bag_l, "water"),
                "least": Quantity(size.water_least_l, "water"),
            },
            change=Change("Use the bag’s usual water", {"/water_per_bag_l": None}),
        )
    ]


@check("batch-over-container", "caution")
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
            title="A {batch} batch is too much for the {container}",
            reason="It mixes {fill} properly; more leaves dry pockets at the bottom.",
            remedy="Mix less at a time, or use a larger container.",
            field="/bags_per_batch",
            values={
                "batch": Quantity(volume.value, "vessel"),
                "container": container.name,
                "fill": Quantity(fill.value, "vessel"),
            },
            change=Change(
                "Mix {fits} at a time", {"/bags_per_batch": fits.value}, {"fits": Quantity(fits.value, "bags")}
            )
            if fitting
            else None,
        )
    ]


@check("batch-too-wet", "caution")
def batch_too_wet(size: BagSize, mixed: Sequence[MixedBatch]) -> list[Finding]:
    """Batch mixed too wet

    Source: the bag's own print; common practice: 5 % more water costs 5 to 8 % of the strength
    """
    wet = [n for n, one in enumerate(mixed, 1) if one.water_l > one.bags * size.water_most_l + _TRIFLE_L]
    if not wet:
        return []
    worst = max(wet, key=lambda n: mixed[n - 1].water_l / mixed[n - 1].bags)
    batch = mixed[worst - 1]
    return [
        finding(
            batch_too_wet,
            title="Batch {number} was too wet: {water} a bag, limit {most}",
            reason="It will be weaker than the others, shrink more and dry paler.",
            remedy="Wait longer before lifting, and log where it went.",
            field="/water_per_bag_l",
            values={
                "number": str(worst),
                "water": Quantity(batch.water_l / batch.bags, "water"),
                "most": Quantity(size.water_most_l, "water"),
            },
        )
    ]


@check("batches-differ", "caution")
def batches_differ(mixed: Sequence[MixedBatch]) -> list[Finding]:
    """Batches got different water

    What one batch took, every later one gets: colour and shrinkage follow the water.

    Source: common practice, a cup on a bag: 5 %
    """
    if len(mixed) < 2:
        return []
    first = mixed[0].water_l / mixed[0].bags
    off = [(abs(one.water_l / one.bags / first - 1), n, one.water_l / one.bags) for n, one in enumerate(mixed, 1)]
    share, number, water = max(off)
    if share <= BATCHES_ALIKE:
        return []
    return [
        finding(
            batches_differ,
            title="Batch {number} got {water} a bag, the first {first}",
            reason="Batches with different water differ in colour and in shrinkage.",
            remedy="Measure the water of every batch; split each batch over all forms.",
            field="/water_per_bag_l",
            values={"number": str(number), "water": Quantity(water, "water"), "first": Quantity(first, "water")},
        )
    ]
