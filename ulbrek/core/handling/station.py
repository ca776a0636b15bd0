"""Works out who can move a piece."""

from typing import NamedTuple

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.handling import rules
from ulbrek.core.handling.care import CARE
from ulbrek.core.handling.checks import breaks_when_lifted, too_heavy_for_people
from ulbrek.core.handling.inputs import HandlingInputs, Posture
from ulbrek.core.handling.lifts import Lifted, lifts, needs
from ulbrek.core.handling.result import HandlingResult
from ulbrek.core.kit.lifting import LARGEST_TEAM, teams


class Masses(NamedTuple):
    """What a piece weighs fresh, and what its boards and its steel weigh [kg]."""

    fresh: Figure
    boards: Figure | None
    steel: Figure | None


def handle(inputs: HandlingInputs, shop_figure_kg: float, masses: Masses, what: Lifted) -> HandlingResult:
    """Mass, people and stress for one piece.

    Args:
        inputs: who is there and how the lift is judged
        shop_figure_kg: what the shop lets one person lift [kg]
        masses: of the piece, its boards and its steel
        what: the body that is lifted
    """
    of = what.piece
    mass = masses.fresh
    if masses.steel is not None:
        mass = work(
            rules.mass_with_steel, of, mass_fresh_kg=mass, steel_kg=masses.steel, density_kg_m3=what.density_kg_m3
        )
    planned = lifts(what, inputs.carry)
    one = None if inputs.posture is None else one_person_by_posture(inputs.posture, shop_figure_kg)
    one_kg = shop_figure_kg if one is None else one.value
    lifted = teams(one or shop_figure_kg)
    heavier_end = mass.value if mass.high is None else mass.high
    names = ("one_kg", "two_kg", "three_kg", "four_kg")
    needed = work(rules.people_needed, of, mass_kg=heavier_end, **dict(zip(names, lifted, strict=True)))
    team = lifted[min(inputs.people, LARGEST_TEAM) - 1]
    by_hand = needed.value <= LARGEST_TEAM
    return HandlingResult(
        mass=mass,
        in_form=None if masses.boards is None else work(rules.mass_in_form, of, mass_kg=mass, boards_kg=masses.boards),
        lifts=planned,
        needs=tuple(needs(of, planned)),
        one_person=one,
        one_person_kg=one_kg,
        teams=lifted,
        people_needed=needed,
        by_hand=by_hand,
        people_there=inputs.people,
        findings=(
            *too_heavy_for_people(
                heavier_end, int(needed.value), min(inputs.people, LARGEST_TEAM),
                (team if by_hand else lifted[-1]).value,
            ),
            *(
                found
                for lift in planned
                if lift.chosen
                for found in breaks_when_lifted(lift, planned[1:] if lift.id != "turn" else (), what.strength_28_mpa)
            ),
        ),
        care=CARE,
    )  # fmt: skip


def one_person_by_posture(posture: Posture, shop_figure_kg: float) -> Figure:
    """What one person lifts in this posture [kg], at most the shop's figure [kg]."""
    start, end = posture.height_at_start.mm, posture.height_at_end.mm
    low, high = rules.GRIP_MULTIPLIER[posture.grip]
    limit = work(
        rules.recommended_limit,
        load_constant_kg=rules.LOAD_CONSTANT_KG,
        reach=work(rules.reach_multiplier, hands_out_mm=posture.hands_out.mm),
        height=work(rules.height_multiplier, height_at_start_mm=start),
        travel=work(rules.travel_multiplier, height_at_start_mm=start, height_at_end_mm=end),
        twist=work(rules.twist_multiplier, twist_deg=posture.twist_deg),
        grip=low if start < rules.GRIP_HEIGHT_MM else high,
    )
    return work(rules.one_person, shop_figure_kg=shop_figure_kg, recommended_limit_kg=limit)
