"""Works out who can move a piece."""

from collections.abc import Sequence
from typing import NamedTuple

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.finding import Finding
from ulbrek.core.handling import checks, rules
from ulbrek.core.handling.care import CARE
from ulbrek.core.handling.inputs import HandlingInputs, Posture, Standing
from ulbrek.core.handling.lifts import Lifted, lifts, lowered, needs, slid
from ulbrek.core.handling.placing import (
    bears_its_load,
    cracked,
    edge_down,
    helped_by,
    placed,
    straps,
    thick_enough_mm,
    tipping,
)
from ulbrek.core.handling.result import HandlingResult, Named, Placed
from ulbrek.core.kit.lifting import LARGEST_TEAM, at_most, teams


class Masses(NamedTuple):
    """What a piece weighs fresh, and what its boards and its steel weigh [kg]."""

    fresh: Figure
    boards: Figure | None
    steel: Figure | None


def handle(
    inputs: HandlingInputs, shop_figure_kg: float, masses: Masses, what: Lifted, ways: Sequence[checks.Way] = ()
) -> HandlingResult:
    """Mass, people and stress for one piece.

    Args:
        inputs: who is there and how the lift is judged
        shop_figure_kg: what the shop lets one person lift [kg]
        masses: of the piece, its boards and its steel
        what: the body that is lifted
        ways: what it must pass
    """
    of, named = what.piece, Named(what.piece, what.name)
    mass = masses.fresh
    if masses.steel is not None:
        mass = work(
            rules.mass_with_steel, of, mass_fresh_kg=mass, steel_kg=masses.steel, density_kg_m3=what.density_kg_m3
        )
    planned = lifts(what, inputs.carry)
    standing = inputs.standing_of(of)
    slide = slid(what, standing.put == "slid onto it") if what.flat else None
    strap, held = straps(what)
    low = what.lengthwise.low_mm
    let_down = None
    if what.flat and len({one.at_mm for one in held}) > 1:
        let_down = lowered(what, [low + one.at_mm for one in held], standing.put == "lowered by straps")
    in_place = placed(what, standing, mass)
    tips = tipping(what, mass)
    chosen = next(lift for lift in planned[1:] if lift.chosen)
    one = None if inputs.posture is None else one_person_by_posture(inputs.posture, shop_figure_kg)
    one_kg = shop_figure_kg if one is None else one.value
    lifted, most = teams(one or shop_figure_kg), at_most(one or shop_figure_kg)
    heavier_end = mass.value if mass.high is None else mass.high
    names = ("one_kg", "two_kg", "three_kg", "four_kg")
    needed = work(rules.people_needed, of, mass_kg=mass.value, **dict(zip(names, most, strict=True)))
    team = checks.Team(inputs.people, [one.value for one in lifted], [one.value for one in most])
    by_hand = needed.value <= LARGEST_TEAM
    in_form = None if masses.boards is None else work(rules.mass_in_form, of, mass_kg=mass, boards_kg=masses.boards)
    strength = what.strength_28_mpa
    return HandlingResult(
        mass=mass,
        in_form=in_form,
        lifts=planned,
        needs=tuple(needs(of, planned, slide, let_down)),
        slide=slide,
        lowered=let_down,
        placed=in_place,
        cracked=cracked(what, chosen if chosen.id != "on edge" else planned[-1]),
        edge_down=edge_down(what),
        strap=strap,
        straps=held,
        tipping=tips,
        one_person=one,
        one_person_kg=one_kg,
        teams=lifted,
        at_most=most,
        people_needed=needed,
        by_hand=by_hand,
        people_there=inputs.people,
        findings=(
            *checks.held_over_a_body(named, standing, what.reinforced),
            *checks.needs_an_engineer(named, standing),
            *checks.too_heavy_for_people(named, mass.value, team, inputs.dolly_kg),
            *checks.too_heavy_for_stairs(named, mass.value, team, ways),
            *checks.over_the_dolly(heavier_end, inputs.dolly_kg),
            *checks.tips_under_its_load(named, in_place, standing),
            *(
                found
                for lift in planned
                if lift.chosen
                for found in checks.breaks_when_lifted(named, lift, planned[1:] if lift.id != "turn" else (), strength)
            ),
            *checks.breaks_when_slid(named, slide, standing, strength),
            *checks.breaks_when_lowered(named, let_down, standing, strength),
            *_in_place(what, in_place, standing, mass),
            *checks.over_the_bench((in_form or mass).high or (in_form or mass).value, inputs.bench_kg),
            *checks.place_overloaded(named, heavier_end + standing.load_kg, standing),
            *checks.people_do_not_fit(int(needed.value), what.solid.depth_mm, ways, inputs.dolly_kg),
            *checks.tips_easily(named, tips),
            *checks.place_not_known(named, heavier_end, standing, what.flat),
        ),
        care=CARE,
    )  # fmt: skip


def _in_place(what: Lifted, in_place: Placed | None, standing: Standing, mass: Figure) -> list[Finding]:
    if in_place is None or bears_its_load(what, in_place):
        return []
    return checks.breaks_in_its_place(
        Named(what.piece, what.name),
        in_place,
        standing,
        helped_by(what, standing, mass),
        thick_enough_mm(what, in_place),
    )


def one_person_by_posture(posture: Posture, shop_figure_kg: float) -> Figure:
    """What one person lifts in this posture [kg], at most the shop's figure [kg]: the worse end of the lift counts."""
    start, end = posture.height_at_start.mm, posture.height_at_end.mm
    low, high = rules.GRIP_MULTIPLIER[posture.grip]

    def limit(of: str, height_mm: float) -> Figure:
        return work(
            rules.recommended_limit,
            of,
            load_constant_kg=rules.LOAD_CONSTANT_KG,
            reach=work(rules.reach_multiplier, hands_out_mm=posture.hands_out.mm),
            height=work(rules.height_multiplier, of, height_mm=height_mm),
            travel=work(rules.travel_multiplier, height_at_start_mm=start, height_at_end_mm=end),
            twist=work(rules.twist_multiplier, twist_deg=posture.twist_deg),
            grip=low if height_mm < rules.GRIP_HEIGHT_MM else high,
        )

    return work(
        rules.one_person,
        shop_figure_kg=shop_figure_kg,
        start_limit_kg=limit("at the start", start),
        end_limit_kg=limit("at the end", end),
    )
