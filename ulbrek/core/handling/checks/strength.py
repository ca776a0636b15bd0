"""What would break, on its way or in its place."""

from collections.abc import Sequence

from ulbrek.core.base.finding import Change, Check, Finding, Quantity, check, finding
from ulbrek.core.handling.inputs import Standing
from ulbrek.core.handling.result import Lift, StandingResult, Subject

# By the way that breaks it, what would do.
AT_ITS_END_MM = 10.0

OTHERWISE = {
    "on edge": "Carry it on a stiff board, or with a strongback clamped along it past the opening.",
    "turn": "Turn it with hands all along the edge, or on a stiff board.",
}
HEAVY_KG = 150.0  # from here on people ask what carries it. Source: common practice.


@check("breaks-when-lifted", "stop")
def breaks_when_lifted(piece: Subject, lift: Lift, others: Sequence[Lift], strength_mpa: float) -> list[Finding]:
    """Breaks when it is lifted

    The lift asks for more strength than the mix reaches in 28 days.

    Source: beam theory; factors of precast practice
    """
    if lift.needed.value <= strength_mpa:
        return []
    safer = [one for one in others if one.needed.value <= strength_mpa]
    best = min(safer, key=lambda one: one.needed.value) if safer else None
    return [
        finding(
            breaks_when_lifted,
            title="{piece} would crack when {way}",
            reason="That needs {needed}; this mix reaches {strength} at 28 days.",
            remedy=OTHERWISE.get(lift.id, "Carry it on edge, or on a stiff board; or make it thicker."),
            field="/carry",
            values={
                "piece": piece.name,
                "way": lift.name,
                "needed": Quantity(lift.needed.value, "MPa"),
                "strength": Quantity(strength_mpa, "MPa"),
            },
            change=Change("Plan it {way}", {"/carry": best.id}, {"way": best.name}) if best else None,
        )
    ]


@check("breaks-when-slid", "stop")
def breaks_when_slid(piece: Subject, slide: Lift | None, standing: Standing, strength_mpa: float) -> list[Finding]:
    """Breaks when it is slid onto its supports

    Half of it hangs over the edge of the bench before it tips.

    Source: beam theory; factors of precast practice
    """
    return _set_down(
        breaks_when_slid, piece, slide, standing, strength_mpa,
        "{piece} would crack when it is slid over the edge of a bench",
    )  # fmt: skip


@check("breaks-when-lowered", "stop")
def breaks_when_lowered(piece: Subject, straps: Lift | None, standing: Standing, strength_mpa: float) -> list[Finding]:
    """Breaks when it is let down by straps

    Held where the straps are; they stand further out where an opening is in the way.

    Source: beam theory; factors of precast practice
    """
    return _set_down(breaks_when_lowered, piece, straps, standing, strength_mpa, "{piece} would crack in the straps")


def _set_down(
    found_by: Check, piece: Subject, lift: Lift | None, standing: Standing, strength_mpa: float, title: str
) -> list[Finding]:
    """What is found of a way of setting it in place that asks for more than the mix reaches."""
    if lift is None or not lift.chosen or lift.needed.value <= strength_mpa:
        return []
    turned = standing.model_copy(update={"put": "turned down onto it"})
    return [
        finding(
            found_by,
            title=title,
            reason="That needs {needed}; this mix reaches {strength} at 28 days.",
            remedy="Carry it to its place on edge and turn it down onto all of it at once, or on a stiff board.",
            field=f"/standing/{piece.id}/put",
            values={
                "piece": piece.name,
                "needed": Quantity(lift.needed.value, "MPa"),
                "strength": Quantity(strength_mpa, "MPa"),
            },
            change=Change("Turn it down in place", {f"/standing/{piece.id}": turned.model_dump()}),
        )
    ]


@check("breaks-in-its-place", "stop")
def breaks_in_its_place(
    piece: Subject, placed: StandingResult, standing: Standing, helped: Standing | None, thick_mm: float | None
) -> list[Finding]:
    """Breaks in its place

    Its own weight and the load, over the span of what carries it: neither plain concrete nor its steel alone carries
    1.2 of the one and 1.6 of the other. Concrete and steel never count together.

    Source: ACI 318-19 5.3.1, 14.5.2 and 22.2, from memory
    """
    change = (
        Change("Add a support where it bends most", {f"/standing/{piece.id}": helped.model_dump()}) if helped else None
    )
    steel = placed.steel
    return [
        finding(
            breaks_in_its_place,
            title="{piece} would crack in use with {load} on it",
            reason="With load factors the bending moment is {asked}. Plain concrete may carry {plain}"
            + (", its steel {steel}." if steel else "; no steel crosses that section."),
            remedy=("Lay more steel, or nearer to the face in tension" if steel else "Lay steel across that section")
            + ("; put its supports closer; or make it {thick} thick." if thick_mm else "; or put its supports closer.")
            + " Where people may be hurt, ask a licensed person.",
            field=f"/standing/{piece.id}/supports",
            values={
                "piece": piece.name,
                "load": Quantity(standing.load_kg, "kg"),
                "asked": Quantity(placed.asked.value, "N.m"),
                "plain": Quantity(placed.asked.value * placed.lift.limit.value / placed.lift.stress.value, "N.m"),
                **({"thick": Quantity(thick_mm, "mm")} if thick_mm else {}),
                **({"steel": Quantity(steel.value, "N.m")} if steel else {}),
            },
            change=change,
        )
    ]


@check("support-beyond", "stop")
def support_beyond(piece: Subject, standing: Standing, length_mm: float) -> list[Finding]:
    """A support that is not under its piece

    Supports are measured along its longer side, from left or front.

    Source: geometry
    """
    beyond = [one for one in standing.supports if one.mm > length_mm + 1e-6]
    if standing.rests != "on supports" or not beyond:
        return []
    kept = tuple(one for one in standing.supports if one not in beyond)
    return [
        finding(
            support_beyond,
            title="A support at {at} is not under {piece}",
            reason="Its longer side is {length}; that support is left out of the figures.",
            remedy="Move it under the piece, or remove it.",
            field=f"/standing/{piece.id}/supports",
            values={
                "piece": piece.name,
                "at": Quantity(beyond[0].mm, "hold"),
                "length": Quantity(length_mm, "mm"),
            },
            change=Change(
                "Remove it",
                {f"/standing/{piece.id}": standing.model_copy(update={"supports": kept}).model_dump()},
            ),
        )
    ]


@check("tips-under-its-load", "danger")
def tips_under_its_load(piece: Subject, placed: StandingResult | None, standing: Standing) -> list[Finding]:
    """Tips under its load

    What is put on the overhang lifts the other end off its support.

    Source: statics
    """
    if placed is None or placed.tips_at_mm is None:
        return []
    return [
        finding(
            tips_under_its_load,
            title="{piece} tips off its supports with {load} "
            + ("at its end" if placed.tips_at_mm < AT_ITS_END_MM else "put down {at} along it"),
            reason="The overhang is too long for the weight behind it.",
            remedy="Move a support out, or fix the other end down.",
            field=f"/standing/{piece.id}/supports",
            values={
                "piece": piece.name,
                "load": Quantity(standing.load_kg, "kg"),
                "at": Quantity(placed.tips_at_mm, "hold"),
            },
            change=Change(
                "Support both ends",
                {f"/standing/{piece.id}": standing.model_copy(update={"rests": "at both ends"}).model_dump()},
            ),
        )
    ]


@check("place-overloaded", "stop")
def place_overloaded(piece: Subject, in_all_kg: float, standing: Standing) -> list[Finding]:
    """Heavier than what carries it

    Source: what the cabinets, the legs or the floor are known to carry
    """
    if standing.carries_kg is None or in_all_kg <= standing.carries_kg:
        return []
    return [
        finding(
            place_overloaded,
            title="Support overloaded: {in_all} with the load, capacity {carries}",
            reason="Its own weight and the load together.",
            remedy="Strengthen the support, or make the piece lighter.",
            field=f"/standing/{piece.id}/carries_kg",
            values={"in_all": Quantity(in_all_kg, "kg"), "carries": Quantity(standing.carries_kg, "allowed")},
        )
    ]


@check("place-not-known", "hint")
def place_not_known(piece: Subject, mass_kg: float, standing: Standing, flat: bool) -> list[Finding]:
    """It is not known what carries it

    Source: common practice: from 150 kg on people ask
    """
    if standing.carries_kg is not None or mass_kg <= HEAVY_KG or standing.rests == "all over" or not flat:
        return []
    return [
        finding(
            place_not_known,
            title="Check that cabinets, legs or floor carry {mass}",
            reason="Many are made for less.",
            remedy="Enter the capacity here, and ask a licensed person if in doubt.",
            field=f"/standing/{piece.id}/carries_kg",
            values={"mass": Quantity(mass_kg, "kg")},
        )
    ]
