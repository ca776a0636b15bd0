"""An arch: set out on its circle, weights by area, what its crown does by trigonometry, what holds it by moments."""

from math import acos, asin, cos, hypot, inf, isfinite, pi, sin
from random import Random
from typing import Any

import pytest
from scipy.optimize import brentq
from shapely.geometry import Point as Spot
from shapely.geometry import Polygon

from tests.core.arch_cases import PIERS, arch, niche
from ulbrek.core.arch.result import ArchResult
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan


def of(job: Job) -> ArchResult:
    found = plan(job, Shop()).pieces[0].arch
    assert found is not None
    return found


def any_arch(seed: int, **more: Any) -> tuple[Job, float, float, float, int]:
    dice = Random(seed)  # noqa: S311 - the same arches every time
    span = dice.uniform(400, 3000)
    rise, depth = span * dice.uniform(0.2, 0.5), span * dice.uniform(0.06, 0.15)
    blocks = dice.randint(5, 25)
    job = arch(f"{span:.1f} mm", f"{rise:.1f} mm", f"{depth:.1f} mm", blocks, **more)
    return job, round(span, 1), round(rise, 1), round(depth, 1), blocks


def ring(span: float, rise: float, depth: float) -> tuple[Polygon, float, float]:
    """The ring as a polygon of many corners, from the middle of the span; its radius and half its angle."""
    radius = (span**2 / 4 + rise**2) / (2 * rise)
    half = asin(span / 2 / radius)
    leans = [-half + 2 * half * at / 4000 for at in range(4001)]
    below = radius - rise
    inner = [(radius * sin(one), radius * cos(one) - below) for one in leans]
    outer = [((radius + depth) * sin(one), (radius + depth) * cos(one) - below) for one in reversed(leans)]
    return Polygon([*inner, *outer]), radius, half


@pytest.mark.parametrize("seed", range(8))
def test_its_weights_are_those_of_its_area(seed: int) -> None:
    load = 250.0 * (seed % 2)
    job, span, rise, depth, blocks = any_arch(seed, load_kg_m=load)
    found = of(job)
    outline, radius, half = ring(span, rise, depth)
    density = found.weight.inputs["density_kg_m3"].value
    reach = (radius + depth) * sin(half)
    expected = (outline.area / 2 * 300 * density / 1e9 + load * reach / 1000) * 9.80665
    assert found.weight.value == pytest.approx(expected, rel=1e-4)
    each = 2 * half / blocks
    middles = [-half + (number + 0.5) * each for number in range(blocks)]
    bears = [max(0.0, cos(one) - 0.4 * sin(abs(one))) for one in middles]
    mass = outline.area * 300 * density / 1e9
    assert found.on_centring.value == pytest.approx(mass / blocks * sum(bears), rel=1e-4)


@pytest.mark.parametrize("seed", range(8))
def test_its_joints_lie_on_the_circle_and_its_lines_in_the_ring(seed: int) -> None:
    job, span, rise, depth, blocks = any_arch(seed)
    found = of(job)
    outline, radius, _ = ring(span, rise, depth)
    assert len(found.joints) == blocks + 1
    first, last = found.joints[0], found.joints[-1]
    assert (first.inner.x, first.inner.y) == (pytest.approx(-span / 2, abs=0.02), pytest.approx(0, abs=0.02))
    assert (last.inner.x, last.inner.y) == (pytest.approx(span / 2, abs=0.02), pytest.approx(0, abs=0.02))
    for joint in found.joints:
        assert hypot(joint.inner.x, joint.inner.y + radius - rise) == pytest.approx(radius, abs=0.02)
        assert hypot(joint.outer.x, joint.outer.y + radius - rise) == pytest.approx(radius + depth, abs=0.02)
    assert found.diagonal_mm == pytest.approx(hypot(span / 2, rise), abs=0.1)
    room = outline.buffer(0.1)
    for line in (found.least, found.middle, found.most):
        assert all(room.covers(Spot(one.x, one.y)) for one in line)
        assert [one.x for one in line] == sorted(one.x for one in line)
    assert found.thrust_least is not None
    assert found.thrust_most is not None
    assert found.thrust_least.value <= found.thrust.value <= found.thrust_most.value
    assert found.push.value == pytest.approx(hypot(found.thrust_most.value, found.weight.value))


@pytest.mark.parametrize("seed", range(5))
def test_its_crown_comes_down_as_three_hinges_do(seed: int) -> None:
    """Two straight struts from hinge to hinge: shortened, or set further apart, their ridge is lower."""
    job, span, rise, depth, blocks = any_arch(seed)
    found = of(job)
    _, radius, half = ring(span, rise, depth)
    middle = radius + depth / 2
    reach, high = middle * sin(half), middle * (1 - cos(half))
    strut = hypot(reach, high)
    shorter = strut - 0.2 * (blocks / 2 + 1)
    assert found.drop.value == pytest.approx(high - (shorter**2 - reach**2) ** 0.5, rel=0.05)
    apart = 1.0
    assert found.spread.value * apart == pytest.approx(high - (strut**2 - (reach + apart / 2) ** 2) ** 0.5, rel=0.02)


def test_a_pier_holds_by_its_moments() -> None:
    found = of(niche(**PIERS, pier_width="420 mm"))
    assert found.pier is not None
    assert found.thrust_most is not None
    density = found.weight.inputs["density_kg_m3"].value
    own = 0.42 * 1.0 * 0.2 * density * 9.80665
    holds = own * 0.21 + found.weight.value * (0.42 - 0.05)
    assert found.pier.value == pytest.approx(holds / (found.thrust_most.value * 1.0), rel=1e-3)
    assert of(niche()).pier is None


def test_a_ring_with_twice_what_it_needs_is_offered_and_the_next_thinner_one_has_not() -> None:
    thin = plan(niche(depth="70 mm"), Shop())
    change = next(one.finding.change for one in thin.findings if one.finding.code == "arch-thin")
    assert change is not None
    offered = change.fields["/pieces/0/outline/depth"]["mm"]  # type: ignore[index]
    assert of(niche(depth=f"{offered} mm")).factor.value >= 2
    assert of(niche(depth=f"{offered - 5} mm")).factor.value < 2


def test_a_half_circle_is_as_thick_as_milankovitch_found() -> None:
    """Where its factor is one, t/R is 0.1075 for a joint everywhere: for many blocks nearly so (from memory)."""

    def spare(depth: float) -> float:
        return of(arch("2000 mm", "1000 mm", f"{depth:.3f} mm", 60)).factor.value - 1

    depth = brentq(spare, 90, 140, xtol=0.01)
    assert depth / (1000 + depth / 2) == pytest.approx(0.1075, abs=0.0006)


def test_the_push_is_told_with_its_slope() -> None:
    found = of(arch())
    assert found.thrust_most is not None
    assert found.push_deg == pytest.approx(acos(found.thrust_most.value / found.push.value) * 180 / pi)


def test_what_is_no_arch_has_none() -> None:
    job = arch().model_dump(mode="json")
    job["pieces"][0]["outline"] = {"kind": "rectangle", "length": "300 mm", "width": "200 mm"}
    assert plan(Job.model_validate(job), Shop()).pieces[0].arch is None


@pytest.mark.parametrize("depth", ["10 mm", "900 mm", "2000 mm"])
@pytest.mark.parametrize(
    ("span", "rise"), [("10 mm", "10 mm"), ("12 m", "10 mm"), ("12 m", "6 m"), ("300 mm", "150 mm")]
)
@pytest.mark.parametrize("blocks", [3, 4, 60])
def test_whatever_is_let_through_has_its_statics(span: str, rise: str, depth: str, blocks: int) -> None:
    """A ring so thick that it needs no thrust, one like a plate, one like a sheet of paper: figures, and no failure."""
    found = of(arch(span, rise, depth, blocks, **PIERS))
    shown = [found.factor, found.thrust, found.push, found.weight, found.friction, found.on_centring, found.drop]
    assert all(0 <= one.value < inf for one in shown)
    lines = (found.least, found.middle, found.most)
    assert all(isfinite(one.x) and isfinite(one.y) for line in lines for one in line)
