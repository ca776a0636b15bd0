"""How long it is kept moist."""

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.cure import rules
from ulbrek.core.cure.inputs import CureInputs
from ulbrek.core.kit.clock.course import Course
from ulbrek.core.kit.clock.strength import Gain

# Days by class, then by the surface's least temperature; rapid and medium gain of strength.
# EN 13670 Annex F, from memory.
EN_13670_DAYS: dict[str, tuple[tuple[float, float, float], ...]] = {
    "EN 13670 class 2": ((25, 1, 1.5), (15, 1, 2.5), (10, 1.5, 4), (-50, 2, 5)),
    "EN 13670 class 3": ((25, 1.5, 2.5), (15, 2, 4), (10, 2.5, 7), (-50, 3.5, 9)),
}
# Above 10 °C. ACI 308R, from memory.
ACI_308_DAYS: dict[Gain, float] = {"ordinary": 7.0, "rapid": 3.0, "sulfo-aluminate": 3.0}
COOL_C = 10.0


FIRST_WEEK_H = 168.0
NOT_COUNTED_C = 5.0


def moist_until(inputs: CureInputs, gain: Gain, hour_of_70: Figure, course: Course) -> Figure:
    """The hour until which it is kept moist, by the standard chosen.

    Args:
        inputs: the standard
        gain: how fast the cement is
        hour_of_70: when 70 % of the 28-day strength is reached, which ACI 308 asks for in the cool [h]
        course: how warm it is
    """
    celsius = course.mean_c(0.0, FIRST_WEEK_H)
    if inputs.moist == "ACI 308":
        days = work(rules.moist_for, days=ACI_308_DAYS[gain], cold_h=0.0)
        return days if celsius >= COOL_C else work(rules.later, "moist", one_h=days, other_h=hour_of_70)
    row = next(row for row in EN_13670_DAYS[inputs.moist] if celsius >= row[0])
    asked = row[2] if gain == "ordinary" else row[1]
    cold_h = 0.0 if course.is_even else round(course.hours_below(NOT_COUNTED_C, 24 * asked), 1)
    return work(rules.moist_for, days=asked, cold_h=cold_h)
