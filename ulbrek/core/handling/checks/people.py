"""What would hurt somebody while the piece is moved, or where it stands."""

from collections.abc import Sequence
from typing import NamedTuple

from ulbrek.core.base.finding import Change, Finding, Quantity, Severity, check, finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.handling.inputs import Standing
from ulbrek.core.handling.result import InWind, Subject, Tipping
from ulbrek.core.handling.tipping import ASKED_KMH, TAKEN_IN
from ulbrek.core.kit.lifting import LARGEST_TEAM, MOST_COUNTED_KG

BESIDE_MM = 450.0  # a person beside the load. Source: common practice.
MOST_AT_THE_ENDS = 2
LEAST_LEAN_DEG = 10.0
MOST_JUDGED_KG = 300.0  # more than some four people on a bench. Source: this shop's own limit.


@dataclass(frozen=True, slots=True)
class TightPlace:
    """A doorway, stairs or a gate that it must pass, and how wide that is [mm]."""

    name: str
    kind: str
    width_mm: float


class Team(NamedTuple):
    """The people there, and by team from one to four what the guideline says and what they carry at most [kg]."""

    people: int
    guideline: Sequence[float]
    at_most: Sequence[float]

    @property
    def there(self) -> int:
        """How many of them get at it."""
        return min(self.people, LARGEST_TEAM)


@check("too-heavy-for-people", "hint")
def too_heavy_for_people(piece: Subject, mass_kg: float, team: Team, dolly_kg: float | None = None) -> list[Finding]:
    """More than the people there carry lightly

    How it is moved is planned: by the people there, by more of them, on a cart that they tip it onto, by a hoist. Above
    the guideline for a team it is said; what nobody has said they have is said too.

    Source: UK HSE manual handling guidance for teams, from memory; half as much again for one lift is common practice
    """
    if mass_kg <= team.guideline[team.there - 1]:
        return []
    needed = 1 + sum(mass_kg > most for most in team.at_most)
    if needed > LARGEST_TEAM:
        return _by_cart(piece, mass_kg, team, dolly_kg)
    carried_by = max(needed, team.there)
    more = min(carried_by + 1, LARGEST_TEAM) if needed <= team.there else needed
    values = {
        "piece": piece.name,
        "mass": Quantity(mass_kg, "kg"),
        "people": Quantity(carried_by, "people"),
        "each": Quantity(mass_kg / carried_by, "kg"),
        "guideline": Quantity(team.guideline[carried_by - 1], "kg"),
        "more": Quantity(more, "people"),
    }
    here = needed <= team.there
    return [
        finding(
            too_heavy_for_people,
            title="{people} carry {piece}: {each} each" if here else "{piece} is for {people}: {each} each",
            reason="It weighs {mass}; the guideline for {people} together is {guideline}."
            if here
            else "It weighs {mass}, more than the people who are there carry.",
            remedy="Take straps, agree who calls, and set it down halfway."
            + (" Or have {more} there." if here and more > carried_by else "" if here else " Or take a cart."),
            field="/people",
            values=values,
            change=None
            if more <= team.people
            else Change("Plan for {more}", {"/people": more}, {"more": Quantity(more, "people")}),
        )
    ]


def _by_cart(piece: Subject, mass_kg: float, team: Team, dolly_kg: float | None) -> list[Finding]:
    """On a cart, or by a hoist where even its half is too much to be tipped."""
    tipped = mass_kg / 2 <= team.at_most[-1]
    rolls = dolly_kg is not None and mass_kg <= dolly_kg
    tip = "Tip it on edge onto it: about half of it, {half}, is in their hands, and nobody lifts it clear."
    return [
        finding(
            too_heavy_for_people,
            severity="hint" if tipped else "caution",
            title="{piece}, {mass}, goes on a cart" if tipped else "{piece}, {mass}, goes by a hoist",
            reason="Four people carry no more than {most} together; more of them get in each other’s way.",
            remedy=(tip if rolls else "Fetch a dolly or a cart that carries {mass}. " + tip)
            if tipped
            else "Fetch a hoist or a crane that holds {mass}, or cast it in two parts. Nobody stands under it.",
            field="/people" if rolls else "/dolly_kg",
            values={
                "piece": piece.name,
                "mass": Quantity(mass_kg, "kg"),
                "half": Quantity(mass_kg / 2, "kg"),
                "most": Quantity(team.at_most[-1], "kg"),
            },
        )
    ]


@check("shop-figure-high", "caution")
def shop_figure_high(one_kg: float) -> list[Finding]:
    """The shop's figure for one person is high

    Over 25 kg is for the strong and the trained; dangers are told by 25 kg all the same.

    Source: UK HSE manual handling guidance, 25 kg at best, from memory
    """
    if one_kg <= MOST_COUNTED_KG:
        return []
    return [
        finding(
            shop_figure_high,
            title="The shop lets one person lift {figure}",
            reason="The guideline at its best, close to the body and at waist height, is {most}.",
            remedy="Set it lower, on Move; whoever is not used to it takes a second person.",
            field="/people",
            values={"figure": Quantity(one_kg, "allowed"), "most": Quantity(MOST_COUNTED_KG, "allowed")},
        )
    ]


@check("over-the-dolly", "stop")
def over_the_dolly(mass_kg: float, dolly_kg: float | None) -> list[Finding]:
    """Heavier than the dolly carries

    Source: what is printed on the dolly
    """
    if dolly_kg is None or mass_kg <= dolly_kg:
        return []
    return [
        finding(
            over_the_dolly,
            title="Dolly overloaded: {mass}, capacity {dolly}",
            reason="A wheel that folds throws the load.",
            remedy="Use a stronger cart, or two dollies under bearers; or cast it in two parts.",
            field="/dolly_kg",
            values={"mass": Quantity(mass_kg, "kg"), "dolly": Quantity(dolly_kg, "allowed")},
        )
    ]


@check("over-the-bench", "stop")
def over_the_bench(in_form_kg: float, bench_kg: float | None) -> list[Finding]:
    """Heavier than the bench under the form carries

    Source: what the bench is known to carry
    """
    if bench_kg is None or in_form_kg <= bench_kg:
        return []
    return [
        finding(
            over_the_bench,
            title="Bench overloaded: {mass} with form and fresh mix, capacity {bench}",
            reason="A bench that sags makes thick and thin edges; one that gives way hurts somebody.",
            remedy="Put legs under the middle, or cast it on the floor.",
            field="/bench_kg",
            values={"mass": Quantity(in_form_kg, "kg"), "bench": Quantity(bench_kg, "allowed")},
        )
    ]


@check("people-do-not-fit", "caution")
def people_do_not_fit(
    piece: Subject, needed: int, thickness_mm: float, ways: Sequence[TightPlace], dolly_kg: float | None
) -> list[Finding]:
    """The people do not fit through with it

    Two walk at its ends; three and four beside it as well, and they are wider than it is.

    Source: common practice: 450 mm for a person beside the load
    """
    beside = BESIDE_MM * (2 if needed > 3 else 1)
    tight = [way for way in ways if way.kind != "stairs" and way.width_mm < thickness_mm + beside]
    if not MOST_AT_THE_ENDS < needed <= LARGEST_TEAM or not tight or dolly_kg is not None:
        return []
    way = min(tight, key=lambda one: one.width_mm)
    return [
        finding(
            people_do_not_fit,
            title="{needed} carrying {piece} do not fit through {way}",
            reason="With people beside it, on edge, they need {wanted}; it is {width} wide. Two at its ends are not "
            "enough.",
            remedy="Roll it through on a dolly, or change hands at the opening.",
            field="/dolly_kg",
            values={
                "piece": piece.name,
                "needed": Quantity(needed, "people"),
                "way": way.name,
                "wanted": Quantity(thickness_mm + beside, "mm"),
                "width": Quantity(way.width_mm, "mm"),
            },
        )
    ]


@check("too-heavy-for-stairs", "danger")
def too_heavy_for_stairs(piece: Subject, mass_kg: float, team: Team, ways: Sequence[TightPlace]) -> list[Finding]:
    """Heavy for the stairs

    On stairs two get at it, one above and one below; the one below carries most of it.

    Source: what two carry together; common practice
    """
    stairs = [way for way in ways if way.kind == "stairs"]
    guideline, most = team.guideline[1], min(team.at_most[1], 2 * MOST_COUNTED_KG)
    if not stairs or mass_kg <= guideline:
        return []
    severity: Severity = "hint" if mass_kg <= most else "caution" if mass_kg <= 1.5 * most else "danger"
    return [
        finding(
            too_heavy_for_stairs,
            severity=severity,
            title="{piece}, {mass}, is too heavy for {way}",
            reason="Only two people reach it on stairs: their guideline is {guideline}; the lower one takes most.",
            remedy="Find a way without stairs, use a stair-climbing cart or a hoist, or cast it in two parts.",
            field="/people",
            values={
                "piece": piece.name,
                "mass": Quantity(mass_kg, "kg"),
                "way": stairs[0].name,
                "guideline": Quantity(guideline, "kg"),
            },
        )
    ]


@check("tips-easily", "caution")
def tips_easily(piece: Subject, tipping: Tipping | None) -> list[Finding]:
    """Tips easily while it stands alone

    Source: common practice: furniture stands to a lean of 10 degrees
    """
    if tipping is None or tipping.angle.value >= LEAST_LEAN_DEG:
        return []
    return [
        finding(
            tips_easily,
            title="{piece} tips over at a lean of {angle}",
            reason="A push of {push} at its top is enough. It falls on feet and fingers.",
            remedy="Lay it down or brace it until it is joined; give it a wider foot.",
            field=f"/standing/{piece.id}",
            values={
                "piece": piece.name,
                "angle": Quantity(tipping.angle.value, "lean"),
                "push": Quantity(tipping.push.value, "kg"),
            },
        )
    ]


@check("blown-over", "caution")
def blown_over(piece: Subject, stood: InWind | None, standing: Standing) -> list[Finding]:
    """Blown over

    What stands in a base catches the wind high up. A parasol is taken in at Beaufort 6; a sign that is never taken in
    has to stand in a storm, and how strong that is where it stands the local code says.

    Source: common practice; EN 1991-1-4 for what stays out, from memory
    """
    if stood is None or stood.stands_kmh >= stood.asked_kmh:
        return []
    tips = stood.tips.value <= stood.slides.value
    heavy = stood.needed is not None and tips
    values: dict[str, Quantity | str] = {
        "piece": piece.name,
        "wind": Quantity(stood.stands_kmh, "km/h"),
        "asked": Quantity(stood.asked_kmh, "km/h"),
    }
    if stood.needed is not None:
        values["needed"] = Quantity(stood.needed.value, "kg")
    return [
        finding(
            blown_over,
            title="{piece} tips in a wind of {wind}" if tips else "{piece} slides in a wind of {wind}",
            reason="It stands in {wind} and should in {asked}. What falls from a pole hits heads.",
            remedy=(
                "Give it {needed}, a wider foot, or less to catch the wind."
                if heavy
                else "Give it a wider foot, more weight, or less to catch the wind."
            )
            + " Or screw it to the ground.",
            field=f"/standing/{piece.id}/sail_m2",
            values=values,
            change=Change(
                "Take it in when it blows",
                {f"/standing/{piece.id}": standing.model_copy(update={"blown": TAKEN_IN}).model_dump()},
            )
            if standing.blown != TAKEN_IN and stood.stands_kmh >= ASKED_KMH[TAKEN_IN]
            else None,
        )
    ]


@check("held-over-a-body", "danger")
def held_over_a_body(piece: Subject, standing: Standing, reinforced: bool) -> list[Finding]:
    """A weight that is held over a body

    Concrete breaks without warning, and a bar that is only cast in comes loose: wood swells and shrinks, steel rusts.

    Source: common practice
    """
    if standing.use != "weight over a body" or (standing.anchored and reinforced):
        return []
    return [
        finding(
            held_over_a_body,
            title="{piece} must not be held over anybody",
            reason="Its bar is held by bond alone and will work loose."
            if not standing.anchored
            else "It has neither steel nor fibre: when it cracks it falls apart.",
            remedy="Anchor the bar by a nut, a pin or a flange inside, and lay steel or add fibre; even then only with "
            "catches that hold it. Never overhead without them.",
            field=f"/standing/{piece.id}/anchored",
            values={"piece": piece.name},
            change=Change(
                "Use it as a floor weight",
                {f"/standing/{piece.id}": standing.model_copy(update={"use": "block or weight"}).model_dump()},
            ),
        )
    ]


@check("needs-an-engineer", "danger")
def needs_an_engineer(piece: Subject, standing: Standing) -> list[Finding]:
    """A licensed engineer must decide

    What hangs over heads, holds earth back or carries more than people on a bench is not judged here.

    Source: local building codes come first
    """
    over = standing.load_kg > MOST_JUDGED_KG
    if standing.use not in ("hung or overhead", "holds earth back") and not over:
        return []
    return [
        finding(
            needs_an_engineer,
            title="{piece} needs a licensed engineer",
            reason="A load of {load} is above what is judged here, {most}."
            if over
            else "What hangs overhead or retains earth kills when it fails. This plan cannot judge it.",
            remedy="Ask a licensed engineer, and keep to the local code.",
            field=f"/standing/{piece.id}/load_kg" if over else f"/standing/{piece.id}/use",
            values={
                "piece": piece.name,
                "load": Quantity(standing.load_kg, "kg"),
                "most": Quantity(MOST_JUDGED_KG, "kg"),
            },
        )
    ]
