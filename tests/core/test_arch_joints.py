"""Blocks of an arch that are laid in mortar, and blocks with straight faces."""

from math import cos, pi, sin
from random import Random
from typing import Any

import pytest
from pydantic import ValidationError
from shapely import Point, Polygon
from shapely.affinity import rotate
from shapely.geometry import box

from tests.jobs import shaped
from ulbrek.core.arch.result import ArchResult
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.geometry.shapes import arch_angle
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.plan.plan import plan


def blocks(span: float, rise: float, depth: float, number: int, **outline: Any) -> Job:
    given = {"span": f"{span} mm", "rise": f"{rise} mm", "depth": f"{depth} mm", "blocks": number, **outline}
    return shaped({"kind": "arch block", **given}, thickness="200 mm", count=number)


def arch(job: Job) -> ArchResult:
    found = plan(job, Shop()).pieces[0].arch
    assert found is not None
    return found


def drawn(dice: Random) -> tuple[float, float, float, int]:
    span = dice.uniform(600, 3000)
    return span, span * dice.uniform(0.15, 0.5), dice.uniform(80, 200), dice.randint(5, 21)


@pytest.mark.parametrize("seed", range(12))
def test_what_joints_take_of_a_ring_is_what_blocks_leave(seed: int) -> None:
    dice = Random(seed)  # noqa: S311 - arches, no secrets
    span, rise, depth, number = drawn(dice)
    joint = dice.uniform(3, 15)
    radius, angle = arch_angle(span, rise)
    each = angle / number
    ring = Point(0, 0).buffer(radius + depth, 4000).difference(Point(0, 0).buffer(radius, 4000))
    far = 3 * (radius + depth)
    wedge = Polygon([(0, 0), (far * sin(-each / 2), far * cos(each / 2)), (far * sin(each / 2), far * cos(each / 2))])
    strip = box(-joint / 2, 0, joint / 2, far)
    left = ring.intersection(wedge)
    for way in (-each / 2, each / 2):
        left = left.difference(rotate(strip, -way * 180 / pi, origin=(0, 0)))
    block = shape_of(blocks(span, rise, depth, number, joint=f"{joint} mm").pieces[0]).outline
    assert block.area_mm2 == pytest.approx(left.area, rel=2e-5)
    low_x, low_y, high_x, high_y = left.bounds
    assert block.box[2:] == pytest.approx((high_x - low_x, high_y - low_y), rel=1e-4)


@pytest.mark.parametrize("seed", range(12))
def test_straight_faces_run_from_corner_to_corner(seed: int) -> None:
    dice = Random(seed)  # noqa: S311 - arches, no secrets
    span, rise, depth, number = drawn(dice)
    radius, angle = arch_angle(span, rise)
    each, outer = angle / number, radius + depth
    job = blocks(span, rise, depth, number, faces="straight")
    block = shape_of(job.pieces[0]).outline
    assert block.area_mm2 == pytest.approx((outer**2 - radius**2) / 2 * sin(each), rel=1e-9)
    assert not any(edge.is_arc for edge in block.edges)
    assert arch(job).inside_mm == pytest.approx(radius - radius * cos(each / 2))
    curved = arch(blocks(span, rise, depth, number))
    assert curved.inside_mm == 0
    assert arch(job).weight.value == pytest.approx(curved.weight.value * sin(each) / each)
    assert arch(job).factor.value == pytest.approx(curved.factor.value, rel=1e-6)


def test_mortar_is_measured_and_the_centring_waits_for_it() -> None:
    found = arch(blocks(1200, 400, 120, 11, joint="10 mm"))
    assert found.mortar is not None
    assert found.mortar.value == pytest.approx(11 * 10 * 120 * 200 / 1e6)
    told = {one.kind: one.how for one in found.tasks}
    assert "butter it full" in told["lay"]
    assert told["down"].startswith("Not before the mortar has had a week")
    dry = arch(blocks(1200, 400, 120, 11))
    assert dry.mortar is None
    assert "mortar" not in " ".join(one.how for one in dry.tasks)


def test_mortar_takes_up_what_blocks_are_off() -> None:
    codes = [
        {one.finding.code for one in plan(blocks(1200, 400, 120, 11, joint=joint), Shop()).findings}
        for joint in ("0 mm", "10 mm")
    ]
    assert "closing-piece" in codes[0]
    assert "closing-piece" not in codes[1]


def test_joints_that_leave_no_block_are_refused() -> None:
    with pytest.raises(ValidationError, match="leave no block at the underside"):
        blocks(300, 150, 60, 40, joint="5 mm")
    assert blocks(300, 150, 60, 30, joint="5 mm").pieces[0].count == 30
