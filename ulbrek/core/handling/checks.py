"""What would hurt somebody while the piece is moved."""

from collections.abc import Sequence

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.handling.result import Lift
from ulbrek.core.kit.lifting import LARGEST_TEAM


@check("too-heavy-for-people", "danger")
def too_heavy_for_people(mass_kg: float, needed: int, people_there: int, lifted_kg: float) -> list[Finding]:
    """Heavier than the people available may lift

    Source: UK HSE manual handling guidance for teams, from memory; past four people, not by hand
    """
    if needed <= people_there:
        return []
    values = {
        "mass": Quantity(mass_kg, "kg"),
        "people": Quantity(people_there, "people"),
        "lifted": Quantity(lifted_kg, "kg"),
        "needed": Quantity(needed, "people"),
    }
    if needed > LARGEST_TEAM:
        return [
            finding(
                too_heavy_for_people,
                title="{mass}: not by hand",
                reason="Even four people should lift no more than {lifted} together; bodies get in each other's way.",
                remedy="Take a dolly, a hoist or an A-frame cart, or cast it in two parts.",
                field="/people",
                values=values,
            )
        ]
    return [
        finding(
            too_heavy_for_people,
            title="{mass} is too heavy for {people}",
            reason="Together they may lift {lifted}. Backs and fingers pay for the rest.",
            remedy="Have {needed} there, or take a dolly.",
            field="/people",
            values=values,
            change=Change(f"Plan for {needed} people", {"/people": needed}),
        )
    ]


@check("breaks-when-lifted", "stop")
def breaks_when_lifted(lift: Lift, others: Sequence[Lift], strength_mpa: float) -> list[Finding]:
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
            title="It breaks when {way}",
            reason="The lift needs {needed}; the mix reaches {strength} at 28 days.",
            remedy="Carry it on edge, or on a stiff board; make it thicker; or move the opening.",
            field="/carry",
            values={
                "way": lift.name,
                "needed": Quantity(lift.needed.value, "MPa"),
                "strength": Quantity(strength_mpa, "MPa"),
            },
            change=Change("Plan it {way}", {"/carry": best.id}, {"way": best.name}) if best else None,
        )
    ]
