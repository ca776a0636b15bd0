"""What all pieces of a job take together, and the acts that Cure turns into hours."""

from collections.abc import Iterator, Mapping, Sequence
from typing import NamedTuple

from ulbrek.core.base.act import ActNeed, SealNeed
from ulbrek.core.base.figure import Figure, Spread, work, work_together
from ulbrek.core.finish import care, checks, rules
from ulbrek.core.finish.brief import FinishBrief, FinishShop, MixPigment
from ulbrek.core.finish.inputs import LAYS_OPEN, FinishInputs
from ulbrek.core.finish.result import FinishJob, FinishResult, PadsOfGrit, SchoolChoice, SlurryPigment
from ulbrek.core.finish.schools import SCHOOLS_OF_FINISH, school_of
from ulbrek.core.finish.tasks import before_slurry, care_of
from ulbrek.core.finish.young import YOUNG
from ulbrek.core.materials.sealers import Late, SealerCoat

# What grinding wants of the concrete: green, for a cream face, and where stone is laid open [MPa].
# Source: common practice.
GREEN_MPA, CREAM_MPA, HARD_MPA = 10.0, 15.0, 20.0
SLURRY_NIGHT_H = 16.0  # between rounds, under plastic. Source: common practice.
# Respirable quartz while grinding [µg/m³]: wet, under a shroud, and dry without either. Source: estimates, from memory.
DUST_WET, DUST_SHROUDED, DUST_DRY = Spread(10, 30, 80), Spread(20, 60, 200), Spread(300, 1500, 6000)
DRIES_H = 24.0  # a face that was ground wet, before anything is put on it. Source: common practice.
SETUP_MIN, MIXING_MIN = Spread(30.0, 45.0, 60.0), 15.0  # Source: common practice.
ANOTHER_DAY_H = 8.0  # coats that are so far apart are put on on days of their own


class Made(NamedTuple):
    """How many castings there are of a piece, what it is, and its finish."""

    castings: int
    brief: FinishBrief
    result: FinishResult


def finish_together(
    inputs: FinishInputs, shop: FinishShop, made: Sequence[Made], pigments: Sequence[MixPigment] = ()
) -> FinishJob:
    """What all pieces of a job take together, and the acts that Cure turns into hours.

    Args:
        inputs: what the job says
        shop: what there is to do it with
        made: of each piece how many castings, what it is, and its finish
        pigments: what colours the mix
    """
    sealer, filler = shop.sealer, _filler(shop, made)
    return FinishJob(
        school=school_of(inputs, sealer.family if sealer else None),
        schools=tuple(_schools(shop)),
        pads=tuple(_pads(shop, made)),
        sealer=sealer.id if sealer else None,
        sealer_name=sealer.name if sealer else "",
        sealer_l=_sealer_l(made) if sealer else None,
        filler=filler,
        pigments=tuple(_pigments(pigments, filler)) if filler else (),
        hours=_all_hours(made),
        full_days=sealer.usual.full_days if sealer else None,
        needs=tuple(_needs(inputs, shop, made)),
        dust=_dust(shop, made),
        seal=_seal_need(inputs, sealer) if sealer else None,
        findings=tuple(checks.of_job(inputs, shop, [(brief, result) for _, brief, result in made])),
        care=_jobcare_of(shop, made),
    )


def _schools(shop: FinishShop) -> Iterator[SchoolChoice]:
    """What each way of finishing sets, sealed with what the shop has for it, else as it is."""
    sealers = (*((shop.sealer,) if shop.sealer else ()), *shop.others)
    for one in SCHOOLS_OF_FINISH:
        fit = [sealer for family in one.families for sealer in sealers if sealer.family == family]
        sealed = {"sealer": fit[0].id} if fit else {"sealer": None} if one.bare else {}
        yield SchoolChoice(one.way.value, {"void_kind": None, **one.sets, **sealed})


def _pads(shop: FinishShop, made: Sequence[Made]) -> Iterator[PadsOfGrit]:
    worn: dict[tuple[int, str], float] = {}
    have: dict[tuple[int, str], str | None] = {}
    for count, _, one in made:
        for step in one.ladder:
            key = step.grit, step.bond
            worn[key] = worn.get(key, 0.0) + count * step.pads.value
            have[key] = step.have
    names = {one.id: one.name for one in shop.pads}
    for (grit, bond), share in sorted(worn.items()):
        had = have[grit, bond]
        name = names[had] if had else f"{'Metal-bond disc' if bond == 'metal' else 'Diamond pad'} {grit}"
        yield PadsOfGrit(grit, bond, had, name, round(share, 3), rules.whole_pads(share))


def _sealer_l(made: Sequence[Made]) -> Figure:
    coats = [one for _, _, result in made[:1] for one in result.coats]
    first = [(count, result.coats[0].sealer) for count, _, result in made]
    other = [(count, result.coats[1].sealer) for count, _, result in made if len(coats) > 1]
    return work_together(
        rules.sealer_in_all, "job", first_l=_summed(first), other_coats=float(len(coats) - 1), other_l=_summed(other)
    )


def _summed(figures: Sequence[tuple[int, Figure]]) -> Spread:
    return Spread(
        sum(count * (one.value if one.low is None else one.low) for count, one in figures),
        sum(count * one.value for count, one in figures),
        sum(count * (one.value if one.high is None else one.high) for count, one in figures),
    )


def _filler(shop: FinishShop, made: Sequence[Made]) -> Figure | None:
    rounds = [(count, one.litres) for count, _, result in made for one in result.rounds]
    if not rounds or shop.filler is None:
        return None
    paste = work(rules.cement_in_paste, "job", water_share=shop.filler.water_share)
    return work(rules.cement_for_slurry, "job", slurry_l=_summed(rounds), cement_kg_l=paste)


def _pigments(pigments: Sequence[MixPigment], filler: Figure) -> Iterator[SlurryPigment]:
    for one in pigments:
        grams = work(
            rules.pigment_in_slurry, one.admixture, filler_kg=filler, pigment_g=one.a_bag, cement_kg=one.cement
        )
        yield SlurryPigment(one.admixture, one.name, grams)


def _dust(shop: FinishShop, made: Sequence[Made]) -> Figure | None:
    """Quartz dust of the longest day: all grits of one casting after one another."""
    minutes = [sum(step.minutes.value for step in one.result.ladder) for one in made if one.result.ladder]
    if not minutes:
        return None
    machine = shop.machine
    dust = DUST_WET if machine is None or machine.wet else DUST_SHROUDED if machine.extraction else DUST_DRY
    return work(rules.dust_average, "job", dust_ug_m3=dust, hours_h=round(min(8.0, max(minutes) / 60), 3))


def _all_hours(made: Sequence[Made]) -> Figure | None:
    """Hours of work for all castings; what is set up and mixed is so once for all of them."""
    steps = [(one.castings, task) for one in made for task in one.result.tasks]
    timed = [(count, task.minutes) for count, task in steps if task.minutes is not None]
    if not timed:
        return None
    wet = any(task.kind in ("grind", "rout") for _, task in steps)
    rounds = max(len(one.result.rounds) for one in made)
    return work_together(
        rules.hours_of_work, "job", minutes_min=_summed(timed), sessions=float(1 + rounds) if wet else 0.0,
        setup_min=SETUP_MIN, coats=float(max(len(one.result.coats) for one in made)), mixing_min=MIXING_MIN,
    )  # fmt: skip


def _needs(inputs: FinishInputs, shop: FinishShop, made: Sequence[Made]) -> Iterator[ActNeed]:
    """The acts in order: each after the one before, voids with a night between rounds."""
    results = [one.result for one in made]
    hard = inputs.grind_when == "hard"
    grits = sorted({step.grit for one in results for step in one.ladder})
    rounds = max((len(one.rounds) for one in results), default=0)
    routed = any(one.edges for one in results)
    last: tuple[str, ...] = ("strip", "turn")
    wait = 0.0
    young = tuple(_young(made))
    yield from young
    if young:
        last, wait = (*last, *(one.id for one in young)), DRIES_H
    coarse = grits[: before_slurry(grits)] if rounds else grits
    if grits or routed:
        holds = "No stone is plucked out." if hard else "A scratch leaves a clean line, no stone comes out."
        told = f"Grits {', '.join(map(str, coarse))}. {holds}" if coarse else "In several passes, wet."
        reaches = min(one.brief.strength.low for one in made)
        opened = any(one.look in LAYS_OPEN for one in results)
        wanted = GREEN_MPA if not hard else HARD_MPA if opened else CREAM_MPA
        need = work(rules.strength_to_grind, "job", wanted_mpa=wanted, reaches_mpa=reaches)
        name = "Grind" if coarse else "Rout the edges"
        yield ActNeed("grind", name, told, strength=need, care=f"{care.SILICA} {care.RCD}", after=last)
        # Slurry goes into wet voids the same day, a sealer on a dry face.
        last, wait = ("grind",), 1.0 if rounds else DRIES_H
    for number in range(1, rounds + 1):
        key = f"slurry-{number}"
        test = "Plastic over it until the next day." if number == 1 else "The round before is hard and sanded."
        yield ActNeed(key, f"Slurry, round {number}", test, after=last, after_h=wait)
        last, wait = (key,), SLURRY_NIGHT_H
    if rounds:
        fine = grits[len(coarse) :]
        name = "Hone on" if fine else "Sand the slurry off"
        test = f"Grits {', '.join(map(str, fine))}." if fine else "Only the voids hold slurry."
        yield ActNeed("hone", name, test, care=f"{care.SILICA} {care.RCD}", after=last, after_h=wait)
        last, wait = ("hone",), DRIES_H
    sealer = shop.sealer
    if sealer is None:
        return
    test = "A taped plastic sheet shows no moisture after 16 h."
    coats = inputs.coats or sealer.coats
    window = _window(sealer)
    together = coats == 1 or sealer.recoat_likely < ANOTHER_DAY_H
    if together and coats > 1:
        test += f" Coats {_hours(sealer.recoat_likely)} apart.{window}"
    name = f"Seal, {coats} coats" if together and coats > 1 else "Seal"
    yield ActNeed("seal", name, test, care=care_of(sealer, shop.rags), after=last, after_h=wait)
    last, wait = ("seal",), coats * sealer.recoat_likely if together else 0.0
    for number in range(2, 1 if together else coats + 1):
        key = f"coat-{number}"
        told = f"From {_hours(sealer.recoat_from)} after the last coat.{window}"
        yield ActNeed(
            key, f"Coat {number}", told, care=care_of(sealer, shop.rags), after=last, after_h=sealer.recoat_likely
        )
        last = (key,)
    light = f"Light use {_days(sealer.usual.light_days)} after the last coat."
    yield ActNeed(
        "cured", "Sealer hard", f"{light} Hard through and through: wet things, weight, cleaning.", after=last,
        after_h=wait + sealer.usual.full_days * 24, is_state=True,
    )  # fmt: skip


def _young(made: Sequence[Made]) -> Iterator[ActNeed]:
    """Faces that are opened while they are young; those that lay in a form, once that is off."""
    for look, young in YOUNG.items():
        those = [one for one in made if one.result.look == look]
        if not those:
            continue
        need = None
        if young.mpa is not None:
            reaches = min(one.brief.strength.low for one in those)
            need = work(rules.strength_to_grind, look, wanted_mpa=young.mpa, reaches_mpa=reaches)
        formed = any(not one.brief.face_up for one in those)
        after = ("strip",) if formed else ()
        yield ActNeed(young.id, young.act, young.test, strength=need, care=care.FRESH, after=after)


def _window(sealer: SealerCoat) -> str:
    """What is done with a coat that comes too late."""
    until = sealer.recoat_until
    if until is None:
        return ""
    return f" Later than {_hours(until)}: {_IF_LATE[sealer.late]}."


_IF_LATE: Mapping[Late, str] = {"sand": "sand it first", "scuff": "scuff it first", "drops": "it beads off"}


def _days(days: float) -> str:
    return f"{days * 24:.0f} h" if days < 1 else f"{days:g} day" + "s" * (days > 1)


def _hours(hours: float) -> str:
    return f"{hours * 60:.0f} min" if hours < 1 else f"{hours:g} h"


def _seal_need(inputs: FinishInputs, sealer: SealerCoat) -> SealNeed:
    usual_of = sealer.usual
    age = usual_of.age_days if sealer.age_days is None else sealer.age_days
    sulfo = usual_of.age_sulfo_days if sealer.age_days is None else min(sealer.age_days, usual_of.age_sulfo_days)
    return SealNeed(age, sulfo, sealer.is_film, inputs.seal_after_d)


def _jobcare_of(shop: FinishShop, made: Sequence[Made]) -> tuple[str, ...]:
    told: list[str] = []
    if any(result.opened for _, _, result in made):
        told.append(care.FRESH)
    if any(result.ladder or result.edges for _, _, result in made):
        told += care.CARE
    elif any(result.rounds for _, _, result in made):
        told += [care.SILICA, care.EYES_EARS]
    if shop.sealer is not None:
        told.append(care_of(shop.sealer, shop.rags))
    return tuple(told)
