"""A slab in its place: what must hold wherever it rests and whatever is cut out of it."""

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from tests.jobs import top
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.beams.placed import InPlace, in_place
from ulbrek.core.kit.beams.sections import sections_of
from ulbrek.core.kit.geometry.shapes import rectangle
from ulbrek.core.kit.geometry.solid import Cut, Solid
from ulbrek.core.plan.plan import plan

RHO, G, LENGTH, THICKNESS = 2400.0, 9.80665, 2000.0, 40.0


def slab(cut: tuple[int, int, int] | None) -> Solid:
    outline = rectangle(LENGTH, 600)
    if cut is None:
        return Solid(outline, THICKNESS)
    start, long, deep = cut
    opening = rectangle(long, deep).moved(start, (600 - deep) / 2)
    return Solid(outline, THICKNESS, (Cut(opening, 0.0, THICKNESS),))


def rested(solid: Solid, supports: list[int], load_kg: float = 0.0) -> InPlace:
    places = sorted(float(one) for one in supports)
    return in_place(sections_of(solid, "x").slices(places), places, THICKNESS, RHO, load_kg * G)


def turned(solid: Solid) -> Solid:
    cuts = tuple(
        Cut(
            rectangle(box[2] - box[0], box[3] - box[1]).moved(LENGTH - box[2], box[1]), 0.0, THICKNESS
        )
        for box in (cut.outline.box for cut in solid.cuts)
    )  # fmt: skip
    return Solid(solid.outline, THICKNESS, cuts)


SUPPORTS = st.lists(st.integers(0, 20), min_size=2, max_size=5, unique=True).map(
    lambda some: [100 * one for one in some]
)
CUTS = st.one_of(st.none(), st.tuples(st.integers(100, 1300), st.integers(100, 600), st.integers(100, 450)))


@given(supports=SUPPORTS, cut=CUTS)
@settings(max_examples=80)
def test_supports_push_and_together_carry_it(supports: list[int], cut: tuple[int, int, int] | None) -> None:
    solid = slab(cut)
    weight = solid.volume_mm3 * RHO * 1e-9 * G
    found = rested(solid, supports)
    if found.tips_at_mm is not None or not any(found.reactions_n):
        assert max(supports) < LENGTH * 0.62 or min(supports) > LENGTH * 0.38, "it tips only off supports at one end"
        return
    assert all(push >= -1e-3 for push in found.reactions_n)
    assert sum(found.reactions_n) == pytest.approx(weight, rel=1e-5)


@given(supports=SUPPORTS, cut=CUTS, load=st.floats(1, 200))
@settings(max_examples=60)
def test_turned_end_for_end_it_is_the_same(supports: list[int], cut: tuple[int, int, int] | None, load: float) -> None:
    solid = slab(cut)
    one, other = rested(solid, supports, load), rested(turned(solid), [int(LENGTH) - at for at in supports], load)
    assume(one.bent.moment_nm > 0.01)
    assert other.bent.moment_nm / other.bent.slice.width_mm == pytest.approx(
        one.bent.moment_nm / one.bent.slice.width_mm, rel=0.02
    )
    assert other.reactions_n == pytest.approx(one.reactions_n[::-1], rel=0.02, abs=0.5)
    assert (one.tips_at_mm is None) == (other.tips_at_mm is None)


@given(supports=SUPPORTS, load=st.floats(1, 150), more=st.floats(1.05, 2))
@settings(max_examples=40)
def test_more_load_is_never_less_stress(supports: list[int], load: float, more: float) -> None:
    solid = slab(None)
    one, other = rested(solid, supports, load), rested(solid, supports, load * more)
    assume(one.tips_at_mm is None and other.tips_at_mm is None)
    # A support that comes down under more load takes a trifle off the bending elsewhere.
    assert other.bent.moment_nm >= one.bent.moment_nm * 0.999
    assert sum(other.reactions_n) >= sum(one.reactions_n) - 1e-6


@given(overhang=st.integers(1, 9), load=st.floats(0.5, 400))
@settings(max_examples=40)
def test_it_tips_as_a_lever_does(overhang: int, load: float) -> None:
    a = 100.0 * overhang
    mass = LENGTH * 600 * THICKNESS * RHO * 1e-9
    limit = mass * (LENGTH / 2 - a) / a
    assume(abs(load - limit) > 0.01 * limit)
    found = rested(slab(None), [int(a), int(LENGTH - a)], load)
    assert (found.tips_at_mm is not None) == (load > limit)
    if load < limit:
        at_support = max(found.reactions_n)
        assert at_support == pytest.approx(G * (mass / 2 + load * (LENGTH - a) / (LENGTH - 2 * a)), rel=1e-6)


def test_fewer_than_two_supports_are_refused() -> None:
    with pytest.raises(ValueError, match="two supports at least"):
        rested(slab(None), [100])


def test_more_supports_than_a_piece_may_have_are_not_offered() -> None:
    """Twenty near one end, and a piece that breaks over the rest of its length: one more would be the 21st."""
    supports = [f"{number * 40} mm" for number in range(19)]
    job = top(
        piece={"outline": {"length": "2700 mm", "width": "600 mm"}},
        handling={"people": 4, "standing": {"top": {"rests": "on supports", "supports": [*supports, "2700 mm"]}}},
    )
    breaks = next(one.finding for one in plan(job, Shop()).findings if one.finding.code == "breaks-in-its-place")
    assert breaks.change is None
