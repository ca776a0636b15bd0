"""Slabs in their place and scanned for their weakest section, against a frame program and finer scans."""

import random
from itertools import pairwise

import pytest
from anastruct import SystemElements

from tests.jobs import opening, top
from ulbrek.core.handling import rules
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.beams.placed import Bearer, Ultimate, in_place
from ulbrek.core.kit.beams.row import Row
from ulbrek.core.kit.beams.sections import sections_of
from ulbrek.core.kit.beams.slab import Supports, bending, refined, sliding, weakest
from ulbrek.core.kit.geometry.shapes import circle, rectangle
from ulbrek.core.kit.geometry.solid import Cut, Solid
from ulbrek.core.plan.plan import plan

RHO, G = 2400.0, 9.80665


def slab(length: float = 2400, width: float = 650, thickness: float = 40) -> Solid:
    return Solid(rectangle(length, width), thickness)


@pytest.mark.parametrize(
    ("supports", "load", "newtons"),
    [
        ((0.0, 2400.0), 1200.0, 981.0),
        ((100.0, 1500.0, 2300.0), 600.0, 981.0),
        ((100.0, 900.0, 1600.0, 2300.0), 2000.0, 500.0),
        ((300.0, 2100.0), 0.0, 100.0),
    ],
)
def test_a_continuous_slab(supports: tuple[float, ...], load: float, newtons: float) -> None:
    """anastruct 1.7 (GPL, for tests alone): the greatest moment and the reactions, its load at one place."""
    per_m = RHO * G * 0.65 * 0.04

    def framed(push: float) -> tuple[float, list[float]]:
        frame = SystemElements(EA=1e9, EI=1e6)
        places = sorted({0.0, 2400.0, load, *supports})
        for one, other in pairwise(places):
            frame.add_element([[one / 1000, 0], [other / 1000, 0]])
        nodes = {place: number for number, place in enumerate(places, 1)}
        for number, place in enumerate(supports):
            (frame.add_support_roll if number else frame.add_support_hinged)(nodes[place])
        for element in range(1, len(places)):
            frame.q_load(-per_m, element)
        if push:
            frame.point_load(nodes[load], Fy=-push)
        frame.solve()
        moment = max(max(abs(one["Mmin"]), abs(one["Mmax"])) for one in frame.get_element_results())
        return moment, [-float(frame.get_node_results_system(nodes[place])["Fy"]) for place in supports]

    slices = sections_of(slab(), "x").slices((*supports, load))
    moment, carried = framed(0.0)
    alone = in_place(slices, supports, 40.0, RHO, 0.0)
    assert alone.reactions_n == pytest.approx(carried, rel=1e-3, abs=0.5)
    assert alone.bent.moment_nm == pytest.approx(moment, rel=0.02)
    moment, carried = framed(newtons)
    with_load = in_place(slices, supports, 40.0, RHO, newtons)
    assert with_load.bent.moment_nm >= moment * 0.98  # the worst place of the load is at least as bad as this one
    assert all(most >= one * 0.999 for most, one in zip(with_load.reactions_n, carried, strict=True))


def test_two_spans_by_the_handbook() -> None:
    """Two equal spans under their own weight: w L²/8 over the middle support, 10/8 and 3/8 of a span's load."""
    found = in_place(sections_of(slab(), "x").slices((1200.0,)), (0.0, 1200.0, 2400.0), 40.0, RHO, 0.0)
    per_m = RHO * G * 0.65 * 0.04
    assert found.bent.moment_nm == pytest.approx(per_m * 1.2**2 / 8, rel=2e-3)
    assert found.reactions_n == pytest.approx(
        [per_m * 1.2 * 3 / 8, per_m * 1.2 * 10 / 8, per_m * 1.2 * 3 / 8], rel=2e-3
    )


def test_a_load_on_an_overhang_tips_it() -> None:
    """149.8 kg behind a support 300 mm from the end: a load on the tip tips it at M (L/2 - a) / a. Statics."""
    slices = sections_of(slab(), "x").slices((300.0, 2100.0))
    limit = 0.65 * 0.04 * 2.4 * RHO * 900 / 300
    assert in_place(slices, (300.0, 2100.0), 40.0, RHO, limit * G * 0.999).tips_at_mm is None
    assert in_place(slices, (300.0, 2100.0), 40.0, RHO, limit * G * 1.001).tips_at_mm is not None


def test_a_slab_slid_over_an_edge_bends_as_one_held_at_its_ends() -> None:
    """Half of it over the edge: w (L/2)²/2 = w L²/8. Closed form."""
    sections = sections_of(slab(), "x")
    found = refined(sections, sections.row(40.0, on_edge=False), lambda row: sliding(row, RHO))
    assert rules.stress_flat(found.moment_nm, found.slice.width_mm, 40.0) == pytest.approx(2.5419, rel=1e-3)
    assert found.at_mm == pytest.approx(1200, abs=1)


@pytest.mark.parametrize("seed", range(20))
def test_the_weakest_section_is_where_a_fine_scan_finds_it(seed: int) -> None:
    """Twenty tops with random openings, square and round, against slices every millimetre."""
    by = random.Random(seed)  # noqa: S311 - tops, no secrets
    length, width, thickness = by.uniform(900, 2600), by.uniform(450, 700), by.uniform(35, 60)
    cuts = []
    for number in range(by.randint(1, 3)):
        x = length * (number + by.uniform(0.3, 0.7)) / 3
        y = by.uniform(0.35, 0.65) * width
        if by.random() < 0.5:
            outline = circle(by.uniform(60, min(340, width * 0.55))).moved(x, y)
        else:
            long, deep = by.uniform(120, length / 4), by.uniform(120, width * 0.55)
            outline = rectangle(long, deep).moved(x - long / 2, y - deep / 2)
        cuts.append(Cut(outline, 0.0, thickness))
    solid = Solid(rectangle(length, width), thickness, tuple(cuts))
    sections = sections_of(solid, "x")
    supports = Supports(0.0, length)
    found = weakest(sections, supports, thickness, RHO, on_edge=False)
    every = [*(sections.at(float(at)) for at in range(int(length) + 1)), *sections.slices()]
    fine = bending(Row(sorted(every, key=lambda one: one.at_mm), thickness, on_edge=False), supports, RHO)
    stress, wanted = (
        rules.stress_flat(one.moment_nm, one.slice.width_mm, thickness) * one.slice.concentration
        for one in (found, fine)
    )
    assert stress == pytest.approx(wanted, rel=0.01)


@pytest.mark.parametrize(
    ("diameter", "width", "thickness", "depth", "strength", "moment"),
    [
        (10, 100, 40, 20.0, 28, 0.3785), (10, 100, 40, 26.7, 28, 0.6394), (10, 150, 40, 20.0, 28, 0.5272),
        (10, 300, 40, 20.0, 28, 0.6774), (10, 300, 40, 26.7, 40, 0.9716), (6, 100, 40, 26.7, 28, 0.3350),
        (8, 60, 40, 20.0, 28, 0.2295),
    ],
)  # fmt: skip
def test_a_cracked_strip(
    diameter: float, width: float, thickness: float, depth: float, strength: float, moment: float
) -> None:
    """concreteproperties 0.7.0, computed once [kN m]: fy 500, rectangular block of ACI 318, strain compatible."""
    area = 3.141592653589793 * diameter**2 / 4
    block = rules.block_share(strength)
    axis = rules.neutral_axis(area, depth, width, strength, block, 500.0)
    assert rules.cracked_moment(area, depth, axis, block, 500.0) / 1000 == pytest.approx(moment, rel=6e-3)
    assert axis < thickness


def test_modulus_of_rupture() -> None:
    """0.62 √f of ACI 318-19 19.2.3, and its limit in precast handling, a factor of 1.5: 2.187 and 1.547 MPa."""
    assert rules.stress_allowed(28.0, 1.5, 1.0, 1.0, 1.0) == pytest.approx(2.187, rel=1e-3)
    assert rules.stress_allowed(14.0, 1.5, 1.0, 1.0, 1.0) == pytest.approx(1.547, rel=1e-3)


def test_a_seat_of_plain_concrete_with_a_person_on_it() -> None:
    """1500 x 400 x 70 mm, 100 kg: 1.2 D + 1.6 L are 811 N m, phi 0.6 x 0.42 sqrt(28) S is 436. ACI 318, from memory."""
    seat = slab(1500, 400, 70)
    found = in_place(sections_of(seat, "x").slices(), (0.0, 1500.0), 70.0, RHO, 100 * G, Ultimate(1.2, 1.6))
    dead, live = RHO * G * 0.4 * 0.07 * 1.5**2 / 8, 100 * G * 1.5 / 4
    assert (found.dead_nm, found.live_nm) == (pytest.approx(dead, rel=1e-3), pytest.approx(live, rel=1e-3))
    bearing = rules.bearing_width(400, found.span_mm)
    asked = rules.moment_in_place(found.dead_nm, found.live_nm, 0.0, rules.share_of_width(bearing, 400), 1.0)
    assert (bearing, asked) == (400, pytest.approx(811, abs=1))
    modulus = found.bent.slice.flat(70.0).modulus_mm3
    assert rules.allowed_in_place(28.0, 1.0) * modulus / 1000 == pytest.approx(436, abs=1)
    stress = rules.stress_in_place(asked, modulus, 1.0)
    assert rules.strength_in_place(stress, 1.0) == pytest.approx(28 * (asked / 435.6) ** 2, rel=0.01)


@pytest.mark.parametrize("seed", range(20))
def test_where_1_2_and_1_6_are_worst_is_where_a_scan_of_closed_forms_finds_it(seed: int) -> None:
    """Held at two places, ends hanging over: the worst of all places of the load and all sections. Statics."""
    dice = random.Random(seed)  # noqa: S311 - seats, no secrets
    length, width, thick = dice.uniform(900, 2400), dice.uniform(300, 700), dice.uniform(40, 90)
    left, right = dice.uniform(0, length * 0.2), length - dice.uniform(0, length * 0.2)
    load, per_mm = 60 * G, RHO * 1e-9 * G * width * thick

    def moment(x: float, at: float | None) -> float:
        """Its own weight (at None) or the load alone: forces to the left of a section, about it [N mm]."""
        over = right - left
        if at is None:
            second = per_mm * length * (length / 2 - left) / over
            first = per_mm * length - second
            return first * max(0.0, x - left) + second * max(0.0, x - right) - per_mm * x * x / 2
        second = load * (at - left) / over
        first = load - second
        return first * max(0.0, x - left) + second * max(0.0, x - right) - load * max(0.0, x - at)

    def asked(x: float, at: float) -> float:
        span = 2 * left if x < left else 2 * (length - right) if x > right else right - left
        share = max(1.0, width / min(width, (300 + 0.6 * span) / 2))
        return abs(1.2 * moment(x, None) + 1.6 * share * moment(x, at))

    def stands(at: float) -> bool:
        weight = per_mm * length
        second = (weight * (length / 2 - left) + load * (at - left)) / (right - left)
        return 0 <= second <= weight + load

    steps = [length * step / 200 for step in range(201)]
    wanted = max(asked(x, at) for at in steps if stands(at) for x in steps)
    sections = sections_of(slab(length, width, thick), "x")
    ultimate = Ultimate(1.2, 1.6, lambda one, span: Bearer(rules.bearing_width(one.width_mm, span)))
    found = in_place(sections.slices((left, right)), (left, right), thick, RHO, load, ultimate)
    bearing = rules.bearing_width(width, found.span_mm)
    share = rules.share_of_width(bearing, width)
    told = rules.moment_in_place(found.dead_nm, found.live_nm, 0.0, share, 1.0) * 1000 / share
    assert told == pytest.approx(wanted, rel=0.03)


def test_a_load_on_a_strip_beside_an_opening() -> None:
    """It has its share of what bends the slab, and carries the load by itself from end to end: P c / 8, clamped."""
    sink = opening(
        x={"side": "left", "to": "centre", "offset": "600 mm"}, y={"side": "front", "to": "edge", "offset": "70 mm"},
        length="400 mm", width="300 mm", corner_radius="60 mm",
    )  # fmt: skip
    standing = {"top": {"rests": "at both ends", "load_kg": 50}}
    job = top(sink, piece={"outline": {"length": "1200 mm", "width": "600 mm"}}, handling={"standing": standing})
    piece = plan(job, Shop()).pieces[0]
    placed = piece.handling.placed
    assert placed is not None
    load, width, bearing = 50 * G, 300, (300 + 0.6 * 1200) / 2
    given = {name: put_in.value for name, put_in in placed.asked.inputs.items()}
    assert given["local_nm"] == pytest.approx(load * 0.4 / 8)
    assert (given["dead_share"], given["load_share"]) == (pytest.approx(70 / width), pytest.approx(70 / width))
    assert min(width, bearing) == width  # all that is left there bears the load
    assert given["live_nm"] == pytest.approx(load * 1.2 / 4, rel=0.01)
    own = 1.2 * given["dead_nm"] * 70 / width + 1.6 * (given["live_nm"] * 70 / width + given["local_nm"])
    assert placed.asked.value == pytest.approx(own)
    assert placed.lift.stress.value == pytest.approx(placed.asked.value * 1000 / (70 * 40**2 / 6), rel=1e-6)


def test_what_steel_may_carry_in_place() -> None:
    """0.9 of what a strip carries whose steel yields, 0.65 where it does not: the limit is 600 / (600 + fy) of d."""
    limit = 600 / 1020 * 26.7
    assert rules.steel_in_place(1000.0, 1.0, limit * 0.99, 26.7, 420.0) == pytest.approx(900)
    assert rules.steel_in_place(1000.0, 0.5, limit * 1.01, 26.7, 420.0) == pytest.approx(325)


def test_a_leg_tips() -> None:
    """A leg of 80 x 400 mm leans by atan(40/200) before it tips; 20 kg tip by 2 kg at the top. Statics."""
    assert rules.tipping_angle(40, 200, 0) == pytest.approx(11.31, abs=0.005)
    assert rules.push_that_tips(20, 40, 400) == pytest.approx(2.0)
