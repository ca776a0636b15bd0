"""Works out who can move a piece."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import NamedTuple

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.finding import Finding
from ulbrek.core.handling import rules
from ulbrek.core.handling.care import CARE
from ulbrek.core.handling.checks.people import (
    Team,
    TightPlace,
    blown_over,
    held_over_a_body,
    needs_an_engineer,
    over_the_bench,
    over_the_dolly,
    people_do_not_fit,
    tips_easily,
    too_heavy_for_people,
    too_heavy_for_stairs,
)
from ulbrek.core.handling.checks.strength import (
    breaks_in_its_place,
    breaks_when_lifted,
    breaks_when_lowered,
    breaks_when_slid,
    place_not_known,
    place_overloaded,
    support_beyond,
    tips_under_its_load,
)
from ulbrek.core.handling.inputs import HandlingInputs, Posture, Standing
from ulbrek.core.handling.lifts import LiftBrief, lifts, lowered, needs, slid
from ulbrek.core.handling.placing import (
    bears_its_load,
    cracked,
    edge_down,
    helped_by,
    placed,
    straps,
    thick_enough_mm,
)
from ulbrek.core.handling.result import CrackedSection, EdgeDown, HandlingResult, Lift, Strap, Subject
from ulbrek.core.handling.tipping import in_wind, tipping
from ulbrek.core.kit.lifting import LARGEST_TEAM, at_most, teams


class Masses(NamedTuple):
    """What a piece weighs fresh, and what its boards and its steel weigh [kg]."""

    fresh: Figure
    boards: Figure | None
    steel: Figure | None


def handle(
    inputs: HandlingInputs,
    shop_figure_kg: float,
    masses: Masses,
    what: LiftBrief,
    ways: Sequence[TightPlace] = (),
) -> HandlingResult:
    """Mass, people and stress for one piece.

    Args:
        inputs: who is there and how the lift is judged
        shop_figure_kg: what the shop lets one person lift [kg]
        masses: of the piece, its boards and its steel
        what: the body that is lifted
        ways: what it must pass
    """
    of = what.piece
    mass = masses.fresh
    if masses.steel is not None:
        mass = work(
            rules.mass_with_steel, of, mass_fresh_kg=mass, steel_kg=masses.steel, density_kg_m3=what.density_kg_m3
        )
    standing = inputs.standing_of(of)
    stays = what.stays or standing.put == "cast where it stays"
    handled = _Handled() if stays else _handled(what, inputs, standing)
    one = None if inputs.posture is None else one_person_by_posture(inputs.posture, shop_figure_kg)
    most = at_most(one or shop_figure_kg)
    names = ("one_kg", "two_kg", "three_kg", "four_kg")
    on_bar = work(rules.mass_on_bar, of, mass_kg=mass, heads=float(what.on_bar)) if what.on_bar > 1 else None
    needed = work(rules.people_needed, of, mass_kg=(on_bar or mass).value, **dict(zip(names, most, strict=True)))
    found = HandlingResult(
        mass=mass,
        in_form=None if masses.boards is None else work(rules.mass_in_form, of, mass_kg=mass, boards_kg=masses.boards),
        on_bar=on_bar,
        lifts=handled.lifts,
        needs=()
        if stays
        else tuple(needs(what, handled.lifts, handled.slide, handled.lowered, alone=needed.value <= 1)),
        stays=stays,
        slide=handled.slide,
        lowered=handled.lowered,
        placed=placed(what, standing, mass),
        cracked=handled.cracked,
        edge_down=handled.edge_down,
        strap=handled.strap,
        straps=handled.straps,
        tipping=tipping(what, mass, standing.slope_deg),
        in_wind=in_wind(what, mass, standing),
        one_person=one,
        one_person_kg=shop_figure_kg if one is None else one.value,
        teams=teams(one or shop_figure_kg),
        at_most=most,
        people_needed=needed,
        by_hand=needed.value <= LARGEST_TEAM,
        people_there=inputs.people,
        bench_kg=inputs.bench_kg,
        dolly_kg=inputs.dolly_kg,
        findings=(),
        care=() if stays else CARE,
    )
    return replace(found, findings=tuple(_findings(inputs, what, found, ways)))


class _Handled(NamedTuple):
    """How a piece is taken hold of on the way to its place; nothing of one that stays where it is cast."""

    lifts: tuple[Lift, ...] = ()
    slide: Lift | None = None
    lowered: Lift | None = None
    cracked: CrackedSection | None = None
    edge_down: EdgeDown | None = None
    strap: Figure | None = None
    straps: tuple[Strap, ...] = ()


def _handled(what: LiftBrief, inputs: HandlingInputs, standing: Standing) -> _Handled:
    planned = lifts(what, inputs.carry)
    strap, held = straps(what)
    chosen = next(lift for lift in planned[1:] if lift.chosen)
    return _Handled(
        planned, slid(what, standing.put == "slid onto it") if what.flat else None, _let_down(what, held, standing),
        cracked(what, chosen if chosen.id != "on edge" else planned[-1]), edge_down(what), strap, held,
    )  # fmt: skip


def _let_down(what: LiftBrief, held: Sequence[Strap], standing: Standing) -> Lift | None:
    if not what.flat or len({one.at_mm for one in held}) < 2:
        return None
    low = what.lengthwise.low_mm
    return lowered(what, [low + one.at_mm for one in held], standing.put == "lowered by straps")


def _findings(
    inputs: HandlingInputs, what: LiftBrief, found: HandlingResult, ways: Sequence[TightPlace]
) -> Iterator[Finding]:
    subject, standing, mass = Subject(what.piece, what.name), inputs.standing_of(what.piece), found.mass
    heaviest = mass.value if mass.high is None else mass.high
    yield from held_over_a_body(subject, standing, what.reinforced)
    yield from needs_an_engineer(subject, standing)
    if not found.stays:
        yield from _on_the_way(inputs, what, found, ways)
    yield from tips_under_its_load(subject, found.placed, standing)
    yield from support_beyond(subject, standing, what.lengthwise.high_mm - what.lengthwise.low_mm)
    if found.placed is not None and not bears_its_load(what, found.placed):
        helped, thick = helped_by(what, standing, mass), thick_enough_mm(what, found.placed)
        yield from breaks_in_its_place(subject, found.placed, standing, helped, thick)
    yield from place_overloaded(subject, heaviest + standing.load_kg, standing)
    yield from tips_easily(subject, found.tipping)
    yield from blown_over(subject, found.in_wind, standing)
    yield from place_not_known(subject, heaviest, standing, what.flat)


def _on_the_way(
    inputs: HandlingInputs, what: LiftBrief, found: HandlingResult, ways: Sequence[TightPlace]
) -> Iterator[Finding]:
    """What would go wrong with a piece that is moved to its place."""
    subject, standing, strength = Subject(what.piece, what.name), inputs.standing_of(what.piece), what.strength_28_mpa
    team = Team(inputs.people, [one.value for one in found.teams], [one.value for one in found.at_most])
    mass, in_form = found.on_bar or found.mass, found.in_form or found.mass
    whole = subject if found.on_bar is None else Subject(what.piece, f"{what.name}, on its bar")
    yield from too_heavy_for_people(whole, mass.value, team, inputs.dolly_kg)
    yield from too_heavy_for_stairs(whole, mass.value, team, ways)
    yield from over_the_dolly(mass.value if mass.high is None else mass.high, inputs.dolly_kg)
    turn, *carried = found.lifts
    for lift in found.lifts:
        if lift.chosen:
            yield from breaks_when_lifted(subject, lift, () if lift is turn else carried, strength)
    yield from breaks_when_slid(subject, found.slide, standing, strength)
    yield from breaks_when_lowered(subject, found.lowered, standing, strength)
    yield from over_the_bench(in_form.value if in_form.high is None else in_form.high, inputs.bench_kg)
    yield from people_do_not_fit(subject, int(found.people_needed.value), what.solid.depth_mm, ways, inputs.dolly_kg)


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
