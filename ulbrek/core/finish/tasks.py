"""The steps of a finish in the order they are done, in words."""

from collections.abc import Iterator, Sequence

from ulbrek.core.finish import care
from ulbrek.core.finish.brief import FinishShop
from ulbrek.core.finish.inputs import Rags
from ulbrek.core.finish.result import CoatStep, FinishResult, FinishTask, GritStep
from ulbrek.core.finish.young import YOUNG
from ulbrek.core.materials.sealers import SealerCoat

_OPENS_TO = 120  # grits up to it lay voids open, and go before the slurry


def before_slurry(grits: Sequence[int]) -> int:
    """How many grits go before voids are filled: the coarse ones that open them, one at least.

    Args:
        grits: coarse to fine
    """
    return max(1, sum(1 for one in grits if one <= _OPENS_TO)) if grits else 0


def tasks_of(found: FinishResult, shop: FinishShop) -> Iterator[FinishTask]:
    """All that is done to one casting, in order.

    Args:
        found: what is worked out for it
        shop: what there is to do it with
    """
    ladder, rounds = found.ladder, found.rounds
    count = before_slurry([one.grit for one in ladder]) if rounds else len(ladder)
    young = YOUNG.get(found.look)
    if young is not None and found.opened is not None:
        how = f"{young.test} {young.how}"
        yield FinishTask("open", young.act, how, found.opened, care.FRESH)
    yield from (_grind(one, shop, first=not index) for index, one in enumerate(ladder[:count]))
    for edge in found.edges:
        how = f"{edge.passes} passes, a little deeper each, wet and slowly. Faces first: the bit runs on them."
        name = f"Rout: {edge.profile}, {', '.join(edge.edges)}"
        yield FinishTask("rout", name, how, edge.minutes, f"{care.ROUTER} {care.RCD}", edge.edges)
    for one in rounds:
        how = "Work it into wet voids, strike it off clean, plastic over it until tomorrow."
        if one.round > 1:
            how = f"Sand off the last round first. {how}"
        yield FinishTask("slurry", f"Slurry, round {one.round} of {len(rounds)}", how, one.minutes, care.EYES_EARS)
    if found.slurry_off is not None:
        how = "220, wet or under extraction, until only the voids hold slurry."
        yield FinishTask("grind", "Sand the slurry off", how, found.slurry_off, care.SILICA)
    yield from (_grind(one, shop, first=False) for one in ladder[count:])
    if found.profiles is not None:
        yield FinishTask(
            "edges", "Polish the routed edges", "The same grits as the face, with hand pads.", found.profiles
        )
    if found.arrises is not None:
        how = "Hand pads, wet: 120, then 220, until no edge cuts."
        yield FinishTask("edges", "Sand the edges", how, found.arrises)
    if shop.sealer is not None:
        yield from _sealed(found, shop.sealer, shop.rags)


def _sealed(found: FinishResult, sealer: SealerCoat, rags: Rags | None) -> Iterator[FinishTask]:
    how = "Clear plastic {450 limit} square, or as large as the face, edges taped, for 16 h or more: "
    how += "no drops under it, no dark patch."
    yield FinishTask("test", "Sheet test", how, None)
    for coat in found.coats:
        name = f"Coat {coat.number} of {len(found.coats)}" if len(found.coats) > 1 else "Seal"
        yield FinishTask("coat", name, _how(coat, sealer), coat.minutes, care_of(sealer, rags))
    if found.burnished is not None:
        how = "Once it hazes over: a soft cloth or a white pad, until it drags no more and shines alike."
        yield FinishTask("burnish", "Burnish", how, found.burnished)


def care_of(sealer: SealerCoat, rags: Rags | None) -> str:
    """The caution that belongs to a sealer.

    Args:
        sealer: what is put on
        rags: where oily rags go; None where that is not settled
    """
    if sealer.usual.oily_rags:
        return f"{care.SOLVENT} {care.RAGS[rags]}"
    return f"{care.SOLVENT} {care.RESIN}" if sealer.part_a is not None else care.SOLVENT


def _grind(step: GritStep, shop: FinishShop, *, first: bool) -> FinishTask:
    how = "Crossed passes, each half over the last"
    how += ", highs first." if first else ", until every scratch of the last grit is gone: dry it and look along it."
    machine = shop.machine
    told = care.EYES_EARS if machine is None else f"{care.RCD} {care.EYES_EARS}" if machine.wet else care.SILICA
    return FinishTask("grind", f"Grit {step.grit}", how, step.minutes, told)


def _how(coat: CoatStep, sealer: SealerCoat) -> str:
    if coat.number == 1:
        coldest, warmest = sealer.usual.air_c
        even = "Thin and even, a wet edge all the way, no puddles. On concrete that is cooling: towards evening, "
        even += f"in air of {{{coldest:g} to {warmest:g} C}}."
        if not sealer.is_film:
            even += " Wipe off what stands after a quarter of an hour."
        if sealer.part_a is not None and sealer.usual.pot_life_h is not None:
            even += f" Mix what goes on within {{{sealer.usual.pot_life_h:g} h}}: after that the pot sets."
        return even
    if coat.until_h is None:
        return "When the last coat is dry to the touch."
    if sealer.is_film:
        return "Inside the recoat window; later than that, sand it with 220 to 320 and wipe it clean first."
    if coat.late == "drops":
        return "While the last coat is still damp; later it beads off."
    return "Once the last coat has soaked in and dried; after its window scuff it first, or it does not soak in."
