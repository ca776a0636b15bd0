"""What is wrong with a sealer: for the grits, the concrete, the food, the heat and the sun."""

from collections.abc import Sequence

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.finish.brief import FinishBrief
from ulbrek.core.finish.inputs import FinishInputs
from ulbrek.core.finish.ladder import ENDS
from ulbrek.core.materials.sealers import SealerCoat

HOT_PAN_C = 100.0  # what a hot pan brings to a face at the least. Source: common practice.


@check("past-the-sealers-grip", "caution")
def past_the_sealers_grip(inputs: FinishInputs, sealer: SealerCoat) -> list[Finding]:
    """Finer than the sealer grips

    A face that is too smooth gives a film nothing to hold, and lets little soak in.

    Source: common practice: 200 to 400; the product's own sheet rules
    """
    grips = sealer.grips_to
    if grips is None or not inputs.grits or max(inputs.grits) <= grips:
        return []
    left = [one for one in inputs.grits if one <= grips]
    return [
        finding(
            past_the_sealers_grip,
            title="Grit {last} is finer than {sealer} grips",
            reason="Up to {grips} it holds; finer than that it peels or beads off.",
            remedy="Stop sooner, or seal with what soaks into a polished face.",
            field="/grits",
            values={"last": str(max(inputs.grits)), "sealer": sealer.name, "grips": str(grips)},
            change=Change("Stop at {last}", {"/grits": left}, {"last": str(left[-1])}) if left else None,
        )
    ]


@check("sheen-not-reached", "caution")
def sheen_not_reached(inputs: FinishInputs, sealer: SealerCoat, others: Sequence[SealerCoat]) -> list[Finding]:
    """The sealer stops the ladder short of the sheen

    Source: common practice
    """
    wanted, grips = ENDS[inputs.sheen], sealer.grips_to
    if inputs.grits or grips is None or wanted <= grips:
        return []
    fit = [one for one in others if one.grips_to is None or one.grips_to >= wanted]
    other = min(fit, key=lambda one: (one.usual.oily_rags, others.index(one)), default=None)
    duller = next((sheen for sheen, last in sorted(ENDS.items(), key=lambda one: -one[1]) if last <= grips), None)
    settle = Change("Settle for {sheen}", {"/sheen": duller}, {"sheen": duller}) if duller else None
    swap = Change("Seal with {other}", {"/sealer": other.id}, {"other": other.name}) if other else None
    return [
        finding(
            sheen_not_reached,
            title="A {sheen} face takes grit {wanted}; {sealer} grips up to {grips}",
            reason="The grits stop there, and the face stays duller.",
            remedy="Seal with what soaks into a polished face, or settle for less sheen.",
            field="/sheen",
            values={"sheen": inputs.sheen, "wanted": str(wanted), "sealer": sealer.name, "grips": str(grips)},
            change=swap or settle,
            also=(settle,) if swap and settle else (),
        )
    ]


@check("dilution-not-allowed", "stop")
def dilution_not_allowed(inputs: FinishInputs, sealer: SealerCoat) -> list[Finding]:
    """Thinned more than the product allows

    Source: the product's own sheet, else what is usual of its family
    """
    most = sealer.thinned_at_most_pct
    if inputs.thin_pct <= most:
        return []
    return [
        finding(
            dilution_not_allowed,
            title="{sealer} is thinned by {wanted}; it takes {most} at most"
            if most
            else "{sealer} is not thinned",
            reason="Thinned too far its binder is spread too thin: it powders, or does not cure.",
            remedy="Thin it less. Read the can: it rules.",
            field="/thin_pct",
            values={
                "sealer": sealer.name, "wanted": Quantity(inputs.thin_pct, "%"), "most": Quantity(most, "%"),
            },
            change=Change("Thin it by {most}", {"/thin_pct": most}, {"most": Quantity(most, "%")})
            if most
            else Change("Do not thin it", {"/thin_pct": 0.0}),
        )
    ]  # fmt: skip


@check("sealed-all-round", "caution")
def sealed_all_round(inputs: FinishInputs, sealer: SealerCoat) -> list[Finding]:
    """A film on every face

    What moisture is left inside can then go nowhere but through the film.

    Rubber is the exception: a weight is dried through before, and is coated to be coated all round.

    Source: common practice: the underside is left open
    """
    if inputs.sealed_faces != "all round" or not sealer.is_film or sealer.family == "liquid rubber":
        return []
    return [
        finding(
            sealed_all_round,
            title="A film on every face shuts moisture in",
            reason="It whitens or lifts the film, mostly at the edges.",
            remedy="Leave the underside open.",
            field="/sealed_faces",
            change=Change("Leave the underside open", {"/sealed_faces": "show faces"}),
        )
    ]


@check("sealed-too-soon", "caution")
def sealed_too_soon(inputs: FinishInputs, sealer: SealerCoat) -> list[Finding]:
    """A film on damp concrete

    A film on concrete that still gives off water blisters or whitens. How long it takes hangs on thickness and air;
    the sheet test says.

    Source: common practice: 28 days for films, 7 to 14 where a sheet test says so
    """
    own, least = inputs.seal_after_d, sealer.usual.age_days if sealer.age_days is None else sealer.age_days
    if own is None or own >= least or not sealer.is_film:
        return []
    return [
        finding(
            sealed_too_soon,
            title="{sealer} goes on after {own}; it needs concrete of {least}",
            reason="Moisture under a film blisters it, or turns it white.",
            remedy="Wait, or go by a sheet test that shows no moisture.",
            field="/seal_after_d",
            values={"sealer": sealer.name, "own": Quantity(own, "d"), "least": Quantity(least, "d")},
            change=Change("As soon as it is ready", {"/seal_after_d": None}),
        )
    ]


@check("film-on-the-ground", "caution")
def film_on_the_ground(brief: FinishBrief, others: Sequence[SealerCoat]) -> list[Finding]:
    """A film on a slab that lies on the ground

    Source: common practice
    """
    other = next((one for one in others if not one.is_film), None)
    return [
        finding(
            film_on_the_ground,
            title="{name} lies on the ground: moisture comes up under the film",
            reason="It never dries from below, so a film blisters or peels.",
            remedy="Seal it with what soaks in.",
            field="/sealer",
            values={"name": brief.name},
            change=Change("Seal with {other}", {"/sealer": other.id}, {"other": other.name}) if other else None,
        )
    ]


@check("not-for-food", "caution")
def not_for_food(inputs: FinishInputs, sealer: SealerCoat, others: Sequence[SealerCoat]) -> list[Finding]:
    """A sealer that nobody calls safe for food

    Only the product's own sheet says whether it may touch food, and after how long a cure.

    Source: the product's own sheet; local food law
    """
    if not inputs.food or sealer.food_safe:
        return []
    other = next((one for one in others if one.food_safe), None)
    return [
        finding(
            not_for_food,
            title="{sealer} is not marked as safe for food",
            reason="Most are, if at all, after a full cure only; its own sheet must say so.",
            remedy="Read its sheet and mark it in Materials, or use one that is marked.",
            field="/sealer",
            values={"sealer": sealer.name},
            change=Change("Seal with {other}", {"/sealer": other.id}, {"other": other.name}) if other else None,
        )
    ]


@check("not-for-heat", "hint")
def not_for_heat(inputs: FinishInputs, sealer: SealerCoat, others: Sequence[SealerCoat]) -> list[Finding]:
    """A sealer that a hot pan marks

    Source: common practice; makers differ
    """
    bears = sealer.usual.heat_c
    if not inputs.hot or bears is None or bears > HOT_PAN_C:
        return []
    other = next((one for one in others if one.usual.heat_c is None or one.usual.heat_c > HOT_PAN_C), None)
    return [
        finding(
            not_for_heat,
            title="{sealer} bears about {bears}, a hot pan is hotter",
            reason="It softens, whitens or sticks.",
            remedy="Trivets always, or seal with what soaks in.",
            field="/sealer",
            values={"sealer": sealer.name, "bears": Quantity(bears, "C")},
            change=Change("Seal with {other}", {"/sealer": other.id}, {"other": other.name}) if other else None,
        )
    ]


@check("yellows-outdoors", "caution")
def yellows_outdoors(sealer: SealerCoat, others: Sequence[SealerCoat], *, outdoors: bool) -> list[Finding]:
    """A resin that the sun yellows

    Source: common practice
    """
    if not outdoors or sealer.family != "epoxy":
        return []
    other = next((one for one in others if not one.is_film), None)
    return [
        finding(
            yellows_outdoors,
            title="{sealer} yellows and chalks in the sun",
            reason="Epoxy does not stand daylight without a topcoat.",
            remedy="Seal with what soaks in, or coat it with what stands the sun.",
            field="/sealer",
            values={"sealer": sealer.name},
            change=Change("Seal with {other}", {"/sealer": other.id}, {"other": other.name}) if other else None,
        )
    ]


@check("oily-rags", "hint")
def oily_rags(inputs: FinishInputs, sealer: SealerCoat) -> list[Finding]:
    """Rags of a drying oil, and no place for them

    A drying oil hardens by taking up oxygen, and warms while it does so; in a heap that warmth stays.

    Source: common practice
    """
    if inputs.rags is not None or not sealer.usual.oily_rags:
        return []
    return [
        finding(
            oily_rags,
            title="{sealer}: its rags have no safe place yet",
            reason="They heat themselves as the oil hardens. In a heap or a bin they catch fire hours later.",
            remedy="Hang each one out singly in the open, or keep a lidded metal tin of water beside the work.",
            field="/rags",
            values={"sealer": sealer.name},
            change=Change("Hang them out singly", {"/rags": "hung out singly"}),
            also=(Change("Keep a lidded tin", {"/rags": "in a lidded tin"}),),
        )
    ]
