"""Whether the mix is the right one: its stones, its feel, its lots, its clock."""

from collections import Counter
from math import ceil, floor
from typing import Any

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Change, Finding, Quantity, Severity, check, finding
from ulbrek.core.kit.lifting import LARGEST_TEAM, MOST_COUNTED_KG, at_most, team
from ulbrek.core.materials.admixtures import Admixture
from ulbrek.core.materials.containers import Container
from ulbrek.core.materials.mixes import BagSize, Feel, Mix
from ulbrek.core.mix.inputs import MixInputs, Settled
from ulbrek.core.mix.pour import Pour
from ulbrek.core.mix.result import Clock

MOST_RATIO = 0.50
NEARLY = 1.25  # times the limit: it may jam here and there, over that it will. Source: common practice.
CARRIED_TO_L = 25.0  # a larger container stands where it is
LIFTED: tuple[Settled, ...] = ("shaken or dropped", "turned over wet")
_TRIFLE = 1e-6


@check("stones-too-large", "stop")
def stones_too_large(mix: Mix, pour: Pour) -> list[Finding]:
    """Stones too large for the section

    Over a third of the thinnest section they jam, and leave holes under them.

    Source: ACI 318, 26.4.2.1: a third of the depth of a slab, from memory
    """
    if mix.stone_mm <= pour.thinnest_mm / 3 + _TRIFLE:
        return []
    return [
        finding(
            stones_too_large,
            severity="caution" if mix.stone_mm <= NEARLY * pour.thinnest_mm / 3 else "stop",
            title="{stone} aggregate is too large for a {thinnest} section",
            reason="Over a third of the thinnest section it jams and leaves voids in the face.",
            remedy="Use a mix with aggregate to {most}, or a mortar, or make the piece thicker.",
            field="/mix",
            values={
                "stone": Quantity(mix.stone_mm, "limit"),
                "thinnest": Quantity(pour.thinnest_mm, "there"),
                "most": Quantity(pour.thinnest_mm / 3, "mm"),
            },
        )
    ]


@check("stones-jam-at-steel", "caution")
def stones_jam_at_steel(mix: Mix, pour: Pour) -> list[Finding]:
    """Stones jam at the steel

    They pass a mesh, or get between steel and form, only where they are smaller than three quarters of the gap.

    Source: ACI 318, 26.4.2.1: three quarters of the clear space, from memory
    """
    if pour.clear_mm is None or mix.stone_mm <= 0.75 * pour.clear_mm + _TRIFLE:
        return []
    return [
        finding(
            stones_jam_at_steel,
            title="{stone} aggregate jams at the steel: {clear} clear, needs {needed}",
            reason="It stays in the mesh or under it, and the face below is left with voids.",
            remedy="Use a finer mix or a wider mesh, or leave more room under the steel.",
            field="/mix",
            values={
                "stone": Quantity(mix.stone_mm, "limit"),
                "clear": Quantity(pour.clear_mm, "there"),
                "needed": Quantity(mix.stone_mm / 0.75, "needed"),
            },
        )
    ]


@check("mixed-lots", "caution")
def mixed_lots(inputs: MixInputs, to_mix: float) -> list[Finding]:
    """Not enough of one lot in one colour

    Bags of two lots differ in shade; side by side it shows.

    Source: common practice
    """
    lots = Counter[str]()
    for one in inputs.in_hand:
        if one.bag == inputs.bag and one.lot:
            lots[one.lot] += one.count
    needed = float(ceil(to_mix - _TRIFLE))
    if not inputs.one_colour or not lots or max(lots.values()) >= needed:
        return []
    lot, most = lots.most_common(1)[0]
    return [
        finding(
            mixed_lots,
            title="No single lot has {needed}; {lot} has {most}",
            reason="Bags of two lots differ in shade, and castings side by side show it.",
            remedy="Get enough of one lot, or split each batch over all forms, half of each lot in it.",
            field="/in_hand",
            values={"needed": Quantity(needed, "bags"), "most": Quantity(float(most), "bags"), "lot": lot},
        )
    ]


@check("ratio-too-high", "caution")
def ratio_too_high(inputs: MixInputs) -> list[Finding]:
    """Too much water for the cement

    Over 0.50 concrete is weak at the face, lets water in and shrinks.

    Source: ACI 318, table 19.3.2.1 for exposed concrete, from memory; common practice for tops
    """
    wanted = inputs.scratch
    if wanted is None or wanted.water_cement <= MOST_RATIO + _TRIFLE:
        return []
    return [
        finding(
            ratio_too_high,
            title="Water-cement ratio {ratio} is too high; keep it to {most}",
            reason="Over {most} the face is weak and stains, and the piece shrinks and cracks.",
            remedy="Keep to {most} at most; for a looser mix use a plasticiser.",
            field="/scratch/water_cement",
            values={"ratio": Quantity(wanted.water_cement, "ratio"), "most": Quantity(MOST_RATIO, "ratio")},
            change=Change(
                "Set w/c to {most}", {"/scratch/water_cement": MOST_RATIO}, {"most": Quantity(MOST_RATIO, "1")}
            ),
        )
    ]


@check("working-time-too-short", "stop")
def working_time_too_short(inputs: MixInputs, pour: Pour, clock: Clock, helped: Clock) -> list[Finding]:
    """The first batch stiffens before the last is in

    Where they meet, a joint is left that shows and leaks. A slab on the ground, or a top over cabinets, is placed from
    one end: there each batch meets the one before it alone.

    Source: common practice
    """
    if clock.meeting.value <= clock.working.value + _TRIFLE:
        return []
    between = clock.mixing.value + clock.placing.value  # from one batch to the next, at most
    if all(one.fixed for one in pour.casts.values()) and between <= clock.working.value:
        return [
            finding(
                working_time_too_short,
                severity="hint",
                title="Mixing and placing take {whole}; the first end stiffens after {working}",
                reason="Each batch meets only the one before it, {between} old at most.",
                remedy="Place from one end to the other, each batch against the last while it is soft; strike off and "
                "float behind you.",
                field="/people",
                values={
                    "whole": Quantity(clock.meeting.value, "min"),
                    "working": Quantity(clock.working.value, "min"),
                    "between": Quantity(between, "min"),
                },
            )
        ]
    helps = inputs.people < 2 and helped.meeting.value <= helped.working.value
    return [
        finding(
            working_time_too_short,
            title="Mixing and placing take {whole}, but the first batch stiffens after {working}",
            reason="The first batch sets before the last one meets it: a cold joint.",
            remedy="Have more people, larger batches, cooler water or a retarder, or pour in two days at a seam.",
            field="/people",
            values={
                "whole": Quantity(clock.meeting.value, "min"),
                "working": Quantity(clock.working.value, "min"),
            },
            change=Change("Two people, one mixes", {"/people": 2}) if helps else None,
        )
    ]


@check("too-heavy-at-the-mixer", "caution")
def too_heavy_at_the_mixer(
    inputs: MixInputs, size: BagSize, container: Container, masses: tuple[float, float], bags: float
) -> list[Finding]:
    """Too heavy at the mixer

    What holds for a casting holds for a bag and for a bucket of mix. Two people get at a bag, or at a bucket, no more.

    Source: the shop's figure for one person, and what two lift together; a bag for two people is common practice
    """
    one_kg, batch = masses
    lifts = team(one_kg, min(inputs.people, 2)).value
    bag = size.dry_mass_kg if inputs.scratch is None and inputs.people == 1 else 0.0
    bucket = batch if container.volume_l <= CARRIED_TO_L else 0.0
    heaviest = max(bag, bucket)
    if heaviest <= lifts + _TRIFLE:
        return []
    alone = inputs.people == 1
    together = team(one_kg, 2).value
    less = floor(4 * together * bags / bucket) / 4 if bucket > together else 0.0
    change = Change("Have two people", {"/people": 2}) if alone else None
    if less > 0:
        fields: dict[str, Any] = {"/bags_per_batch": less, **({"/people": 2} if alone else {})}
        change = Change(f"{'Two people, ' if alone else 'Mix '}{_part_bags(less)} at a time", fields)
    return [
        finding(
            too_heavy_at_the_mixer,
            severity="caution" if alone else "hint",
            title="{what} weighs {mass}; {who} may carry {lifts}",
            reason="Backs are hurt at the mixer more often than at the casting.",
            remedy="Take smaller bags, mix beside the form and less at a time, use a barrow, or fetch a second person."
            if alone
            else "Mix it beside the form and tip it, carry it in two goes, or mix less at a time.",
            field="/people",
            values={
                "what": f"A bag of {size.name}" if bag >= bucket else f"A batch in the {container.name.lower()}",
                "mass": Quantity(heaviest, "kg"),
                "who": "one person" if alone else "two people together",
                "lifts": Quantity(lifts, "kg"),
            },
            change=change,
        )
    ]


@check("form-too-heavy-to-shake", "danger")
def form_too_heavy_to_shake(inputs: MixInputs, form: Figure, one_kg: float) -> list[Finding]:
    """The form is heavy to be lifted with the mix in it

    To shake, drop or turn a form is to lift it, boards and wet mix and all; tapping it where it stands is not.

    Source: the shop's figure for one person, and what a team lifts together
    """
    lifts = team(one_kg, inputs.people).value
    if inputs.settled not in LIFTED or form.value <= lifts + _TRIFLE:
        return []
    most = at_most(min(one_kg, MOST_COUNTED_KG))[min(inputs.people, LARGEST_TEAM) - 1].value
    severity: Severity = "hint" if form.value <= most else "caution" if form.value <= 1.5 * most else "danger"
    return [
        finding(
            form_too_heavy_to_shake,
            severity=severity,
            title="Do not lift the filled form: {mass}, the guideline for {people} is {lifts}",
            reason="A form dropped on a foot, or torn in the turn, is worse than a few bubbles.",
            remedy="Leave it on the bench and vibrate its sides with a sander, or tap it all round.",
            field="/settled",
            values={
                "mass": Quantity(form.value, "kg"),
                "people": Quantity(inputs.people, "people"),
                "lifts": Quantity(lifts, "kg"),
            },
            change=Change("Use a sander on the form", {"/settled": "sander on the form"}),
        )
    ]


@check("not-on-a-bench", "hint")
def not_on_a_bench(inputs: MixInputs, pour: Pour) -> list[Finding]:
    """It stays in its place, not on a bench

    A form that is staked to the ground, or screwed to cabinets, is neither shaken nor vibrated as a whole: what is in
    it is rodded, its boards are tapped.

    Source: common practice
    """
    staked = any(one.fixed for one in pour.casts.values())
    if inputs.settled not in (*LIFTED, "vibrated on the bench") or not staked:
        return []
    return [
        finding(
            not_on_a_bench,
            title="A form that stays in its place is not vibrated on a bench"
            if inputs.settled == "vibrated on the bench"
            else "A form that stays in its place is not lifted",
            reason="Stakes or screws hold it where it stands.",
            remedy="Work a rod or a spade along the boards and tap them until no more bubbles come up.",
            field="/settled",
            change=Change("Rod it", {"/settled": "rodded"}),
        )
    ]


READY_MIXED_L = 1000.0  # a small lorry brings that much. Source: common practice.


@check("ask-for-ready-mixed", "hint")
def ask_for_ready_mixed(needed: Figure, poured_l: float) -> list[Finding]:
    """So much that a lorry may be cheaper than bags

    Source: common practice: from about a cubic metre (1 1/3 cubic yards)
    """
    if poured_l < READY_MIXED_L:
        return []
    return [
        finding(
            ask_for_ready_mixed,
            title="{bags} make {volume}: ask what ready-mixed costs",
            reason="From about a cubic metre a lorry is often cheaper than bags, and all of it is one batch.",
            remedy="Compare the price with a small load, and plan how it gets from the lorry to the forms.",
            field="/bag",
            values={"bags": Quantity(needed.value, "bags"), "volume": Quantity(poured_l, "l")},
        )
    ]


@check("wrong-feel", "caution")
def wrong_feel(inputs: MixInputs, mix: Mix, known: dict[str, Admixture]) -> list[Finding]:
    """The mix is not made to feel so

    A plain mix flows only with too much water; a flowing one cannot be packed.

    Source: common practice
    """
    wanted: Feel = inputs.feel or mix.feel
    plasticised = any(known[one.admixture].kind == "plasticiser" for one in inputs.doses if one.admixture in known)
    if wanted == mix.feel or (wanted == "flowing" and plasticised) or {wanted, mix.feel} == {"plastic", "packed"}:
        return []
    helper = next((one for one in known.values() if one.kind == "plasticiser"), None)
    adding = wanted == "flowing" and helper is not None
    return [
        finding(
            wrong_feel,
            title="{mix} is {made}, you plan {wanted}",
            reason="More water would only weaken it." if wanted == "flowing" else "It will not hold its shape.",
            remedy="Add a plasticiser within its range." if wanted == "flowing" else "Use a mix that is made for it.",
            field="/feel",
            values={"mix": mix.name, "made": mix.feel, "wanted": wanted},
            change=Change(
                "Add {helper}",
                {"/doses": [*(one.model_dump() for one in inputs.doses), {"admixture": helper.id}]},
                {"helper": helper.name},
            )
            if adding and helper is not None and len(inputs.doses) < 12
            else Change("Keep it {made}", {"/feel": None}, {"made": mix.feel}),
        )
    ]


def _part_bags(bags: float) -> str:
    """Parts of a bag as people say them."""
    return {0.25: "1/4 bag", 0.5: "1/2 bag", 0.75: "3/4 bag", 1.0: "1 bag"}.get(bags, f"{bags:g} bags")
