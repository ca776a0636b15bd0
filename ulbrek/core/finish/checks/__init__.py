"""What is wrong with a finish before anybody has ground a millimetre."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.finding import Finding
from ulbrek.core.finish.brief import FinishBrief, FinishShop
from ulbrek.core.finish.checks.grinding import (
    dry_grinding,
    finished_apart,
    green_and_patchy,
    grit_skipped,
    ladder_goes_back,
    no_such_pad,
    no_void_filler,
)
from ulbrek.core.finish.checks.sealing import (
    dilution_not_allowed,
    film_on_the_ground,
    not_for_food,
    not_for_heat,
    oily_rags,
    past_the_sealers_grip,
    sealed_all_round,
    sealed_too_soon,
    sheen_not_reached,
    yellows_outdoors,
)
from ulbrek.core.finish.inputs import FinishInputs
from ulbrek.core.finish.result import FinishResult


def of_piece(brief: FinishBrief, shop: FinishShop) -> Iterator[Finding]:
    """What is found of one piece."""
    if brief.on_ground and shop.sealer is not None and shop.sealer.is_film:
        yield from film_on_the_ground(brief, shop.others)


def of_job(
    inputs: FinishInputs, shop: FinishShop, made: Sequence[tuple[FinishBrief, FinishResult]]
) -> Iterator[Finding]:
    """What is found of all pieces together."""
    sealer = shop.sealer
    yield from finished_apart(inputs, made)
    ground = any(result.ladder for _, result in made)
    if ground:
        yield from ladder_goes_back(inputs)
        yield from grit_skipped(inputs)
        yield from no_such_pad(inputs, made)
        yield from green_and_patchy(inputs, made)
        yield from dry_grinding(shop)
    if any(result.rounds for _, result in made) and shop.filler is None:
        yield from no_void_filler()
    if sealer is None:
        return
    if ground:
        yield from past_the_sealers_grip(inputs, sealer)
        yield from sheen_not_reached(inputs, sealer, shop.others)
    yield from dilution_not_allowed(inputs, sealer)
    yield from sealed_all_round(inputs, sealer)
    yield from sealed_too_soon(inputs, sealer)
    yield from not_for_food(inputs, sealer, shop.others)
    yield from not_for_heat(inputs, sealer, shop.others)
    yield from oily_rags(inputs, sealer)
    yield from yellows_outdoors(sealer, shop.others, outdoors=any(brief.outdoors for brief, _ in made))
