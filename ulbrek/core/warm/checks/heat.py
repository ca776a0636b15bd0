"""How warm a piece gets, where its heat goes, and what that does to it."""

from math import ceil, sqrt

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.warm.checks.case import WarmCase

WARM_C, BURNS_C = 35.0, 43.0  # of a face that skin rests on. Source: from memory, EN ISO 13732-1 for long contact.
COOL_C, PLEASANT_C = 24.0, 28.0  # of bare concrete. Source: common practice.
MOST_W_M2 = 400.0  # of mats that are sold. Source: common practice.
SLOW_H = 5.0  # Source: common practice.
MOSTLY_UP = 0.6  # of the heat. Source: common practice.
NEARER_MM = 25.0
_UNDER_ENOUGH = 0.5  # of the mat that lies on foam


@check("seat-burns", "danger")
def burns(seen: WarmCase) -> list[Finding]:
    """A face that is too hot to sit on

    Source: EN ISO 13732-1, from memory: 43 °C for long contact
    """
    if seen.face.value <= WARM_C:
        return []
    return [
        finding(
            burns,
            title="{name}: its face gets {face} warm",
            reason="Over {43 C} skin that rests on it is burned; {35 C} is warm enough for a seat.",
            remedy="A thermostat on the mat, or a weaker mat.",
            field=_held(seen),
            severity="danger" if seen.face.value > BURNS_C else "caution",
            values={"name": seen.brief.name, "face": Quantity(seen.face.value, "C")},
            change=_hold(seen),
        )
    ]


@check("seat-burns-covered", "danger")
def burns_covered(seen: WarmCase) -> list[Finding]:
    """A face that gets too hot under what lies on it

    Source: EN ISO 13732-1, from memory: 43 °C for long contact
    """
    if seen.covered.value <= BURNS_C or seen.face.value > WARM_C:
        return []
    return [
        finding(
            burns_covered,
            title="{name}: under a cushion its face gets {covered} warm",
            reason="What lies on it keeps the heat in. Over {43 C} skin is burned, and foam ages.",
            remedy="A thermostat with its sensor at the mat, not in the air.",
            field=_held(seen),
            values={"name": seen.brief.name, "covered": Quantity(seen.covered.value, "C")},
            change=_hold(seen),
        )
    ]


@check("mat-crossed", "danger")
def crossed(seen: WarmCase) -> list[Finding]:
    """What goes through an electric mat

    Source: common practice
    """
    brief = seen.brief
    if not brief.crossed:
        return []
    return [
        finding(
            crossed,
            title="{crossing} goes through {mat}",
            reason="What is cut or pressed there makes the concrete live, or burns it.",
            remedy="Move it or the mat: {50 limit} apart at the least.",
            field=f"/features/{brief.mat_at}",
            values={"mat": brief.mat, "crossing": ", ".join(brief.crossed)},
        )
    ]


@check("foam-over-the-mat", "caution")
def pad_over(seen: WarmCase) -> list[Finding]:
    """Foam between a mat and the face that it is to warm

    Source: common practice
    """
    pad = seen.brief.pad
    if pad is None or pad.under_mm >= 0:
        return []
    return [
        finding(
            pad_over,
            title="{pad} lies over {mat}, and keeps the heat from the face",
            reason="The mat warms what is under it.",
            remedy="Foam under the mat, as the piece stands.",
            field=f"/features/{seen.brief.mat_at}/below_top",
            values={"pad": pad.name, "mat": seen.brief.mat},
        )
    ]


@check("warms-the-ground", "hint")
def lost_below(seen: WarmCase) -> list[Finding]:
    """Much of the heat goes down

    Source: common practice
    """
    pad = seen.brief.pad
    if seen.up.value >= MOSTLY_UP or (pad is not None and pad.under_mm < 0):
        return []
    return [
        finding(
            lost_below,
            title="{name}: {down} of the heat goes down",
            reason="Nothing under the mat holds it back.",
            remedy="Foam of {20 limit} under the mat: add “Void” under Measure, as large as the mat.",
            field="/features",
            values={"name": seen.brief.name, "down": Quantity(1 - seen.up.value, "share")},
        )
    ]


@check("feels-cool", "hint")
def barely_warm(seen: WarmCase) -> list[Finding]:
    """A seat that does not feel warm

    Concrete takes heat from skin: what is under 24 °C feels cool.

    Source: common practice
    """
    if seen.face.value >= COOL_C:
        return []
    seat = seen.brief.inputs
    return [
        finding(
            barely_warm,
            title="{name}: its face gets {face} warm, and that feels cool",
            reason="Concrete takes heat from skin: under {24 C} it feels cool.",
            remedy="A stronger mat, foam under it, or a thermostat that is set higher.",
            field=f"/warm/seats/{seen.brief.piece}/watts",
            values={"name": seen.brief.name, "face": Quantity(seen.face.value, "C")},
            change=_stronger(seen, seat.air_c),
        )
    ]


def _stronger(seen: WarmCase, air_c: float) -> Change | None:
    """A mat that gets it pleasant, where there are such mats and the thermostat lets it."""
    brief, rise = seen.brief, seen.face.value - air_c
    chosen = brief.inputs.ohms_before is not None or brief.inputs.ohms_label is not None  # the mat is there already
    if rise <= 0 or seen.held or chosen:
        return None
    watts = ceil(seen.watts.value * (PLEASANT_C - air_c) / rise)
    if watts > MOST_W_M2 * brief.mat_m2:
        return None
    seat = brief.inputs.model_copy(update={"watts": float(watts)}).model_dump(mode="json")
    return Change("Plan with a mat of {watts}", {f"/warm/seats/{brief.piece}": seat}, {"watts": Quantity(watts, "W")})


@check("slow-to-warm", "hint")
def too_slow(seen: WarmCase) -> list[Finding]:
    """A seat that takes most of a day to warm

    Source: common practice
    """
    found = seen.warm_in
    if found is not None and found.value <= SLOW_H:
        return []
    deep = seen.nearer_helps
    at = f"/features/{seen.brief.mat_at}/below_top"
    return [
        finding(
            too_slow,
            title="{name}: it takes {hours} to get warm" if found else "{name}: it is not warm in a day",
            reason="The mat heats all the concrete around it first.",
            remedy="The mat nearer to the face, foam under it, or switched on early by a clock.",
            field=at if deep else f"/warm/seats/{seen.brief.piece}/hours",
            values={"name": seen.brief.name} | ({"hours": Quantity(found.value, "h")} if found else {}),
            change=Change("Put {near} of concrete over it", {at: {"mm": NEARER_MM, "typed": None}},
                          {"near": Quantity(NEARER_MM, "tape")}) if deep else None,
        )
    ]  # fmt: skip


@check("warm-middle-cold-rim", "hint")
def cracks(seen: WarmCase) -> list[Finding]:
    """A rim that may crack, drawn along by a warm middle

    Source: ACI 318 for the modulus of rupture; half of it is an estimate
    """
    cracks_at = 0.62 * sqrt(seen.brief.strength_mpa)
    if seen.tension.value <= cracks_at / 2:
        return []
    return [
        finding(
            cracks,
            title="{name}: its cold rim is drawn with {tension}; about {cracks} cracks it",
            reason="The middle grows as it warms and the rim does not.",
            remedy="A mat that reaches nearer to the sides, a bar round the rim, or less heat.",
            field=f"/features/{seen.brief.mat_at}",
            values={
                "name": seen.brief.name, "tension": Quantity(seen.tension.value, "stress"),
                "cracks": Quantity(cracks_at, "stress"),
            },
        )
    ]  # fmt: skip


def _held(seen: WarmCase) -> str:
    return f"/warm/seats/{seen.brief.piece}/held_c"


def _hold(seen: WarmCase) -> Change:
    """The whole seat is set: what has not said a thing yet is not in the job."""
    brief = seen.brief
    return Change(
        "Hold the mat at {held}",
        {f"/warm/seats/{brief.piece}": brief.inputs.model_copy(update={"held_c": WARM_C}).model_dump(mode="json")},
        {"held": Quantity(WARM_C, "C")},
    )
