"""Arches of blocks against published least thicknesses, a worked example, and limit analysis block by block."""

from math import asin, cos, pi, sin
from random import Random

import numpy as np
import pytest
from scipy.optimize import linprog
from shapely.geometry import Polygon

from ulbrek.core.kit.arch.ring import Ring, block_joints, ring_of
from ulbrek.core.kit.arch.thrust import middle_line, thrust_range

CONTINUOUS = 1_500  # joints that stand for a joint everywhere
HALF = asin(1.2 / 1.3)  # of the segmental example: a triangle of 5, 12, 13


def everywhere(half: float) -> list[float]:
    return [half * at / CONTINUOUS for at in range(CONTINUOUS + 1)]


def least_depth_share(angles: list[float]) -> float:
    """The least depth of a ring over the radius of its middle line, its weight with it."""
    least, most = 0.0, 0.3
    for _ in range(22):
        share = (least + most) / 2
        _, needed = middle_line(ring_of(1 - share / 2, share, angles, 1.0, 2400))
        least, most = (least, share) if needed <= 1 else (share, most)
    return most


@pytest.mark.parametrize(
    ("blocks", "share"), [(7, 0.09624), (9, 0.10213), (11, 0.10491), (15, 0.10627), (21, 0.10679), (None, 0.1075)]
)
def test_least_thickness_of_a_semicircle(blocks: int | None, share: float) -> None:
    """A joint everywhere: Milankovitch 1907, t/R 0.1075 (from memory); of so many blocks: computed apart."""
    angles = everywhere(pi / 2) if blocks is None else block_joints(pi / 2, blocks)
    assert least_depth_share(angles) == pytest.approx(share, abs=0.00005)


@pytest.mark.parametrize(("joints", "least", "most"), [("everywhere", 900.1, 1426.3), ("eleven blocks", 892.6, 1426.9)])
def test_thrust_of_the_segmental_example(joints: str, least: float, most: float) -> None:
    """Span 2.4 m, rise 0.8 m, ring 150 mm, 300 mm wide, 11 blocks, 2400 kg/m³; computed apart by a linear programme."""
    angles = everywhere(HALF) if joints == "everywhere" else block_joints(HALF, 11)
    ring = ring_of(1.3, 0.15, angles, 0.3, 2400)
    found = thrust_range(ring)
    assert found is not None
    assert ring.joints[-1].weight == pytest.approx(1712.6, abs=0.1)
    assert (found.least.thrust, found.most.thrust) == (pytest.approx(least, abs=0.3), pytest.approx(most, abs=0.3))


def test_a_ring_as_thin_as_the_example_allows_has_one_line_of_thrust() -> None:
    """The least ring of the same arch, 47.20 mm with a joint everywhere; computed apart."""
    angles = everywhere(HALF)
    assert thrust_range(ring_of(1.3, 0.0475, angles, 0.3, 2400)) is not None
    assert thrust_range(ring_of(1.3, 0.0469, angles, 0.3, 2400)) is None
    _, share = middle_line(ring_of(1.3, 0.0472, angles, 0.3, 2400))
    assert share == pytest.approx(1.0, abs=0.002)


def block_by_block(
    radius: float, depth: float, half: float, blocks: int, load: float, friction: float | None
) -> tuple[float, float] | None:
    """Least and most thrust of the whole arch: each block in balance under forces at the two ends of its joints.

    Livesley’s formulation: at each joint two presses across it and one along it; three equations a block.
    """
    outer, cuts = radius + depth, np.linspace(-half, half, blocks + 1)
    unknowns = 3 * (blocks + 1)
    rows, right = np.zeros((3 * blocks, unknowns)), np.zeros(3 * blocks)
    for block in range(blocks):
        arc = np.linspace(cuts[block], cuts[block + 1], 400)
        outline = Polygon([
            *((radius * sin(one), radius * cos(one)) for one in arc),
            *((outer * sin(one), outer * cos(one)) for one in arc[::-1]),
        ])  # fmt: skip
        own = outline.area * 0.3 * 2400 * 9.80665
        left, end = outer * sin(cuts[block]), outer * sin(cuts[block + 1])
        on_top = load * (end - left)
        right[3 * block + 1] = own + on_top
        right[3 * block + 2] = own * outline.centroid.x + on_top * (left + end) / 2
        for joint, sign in ((block, 1.0), (block + 1, -1.0)):
            angle = cuts[joint]
            across, along = (cos(angle), -sin(angle)), (sin(angle), cos(angle))
            for at, (reach, (x, y)) in enumerate(((radius, across), (outer, across), (radius, along))):
                px, py = reach * sin(angle), reach * cos(angle)
                column = 3 * joint + at
                rows[3 * block, column] += sign * x
                rows[3 * block + 1, column] += sign * y
                rows[3 * block + 2, column] += sign * (px * y - py * x)
    bounds = [(0, None), (0, None), (None, None)] * (blocks + 1)
    slides, limits = [], []
    if friction is not None:
        for joint in range(blocks + 1):
            for sign in (1.0, -1.0):
                row = np.zeros(unknowns)
                row[3 * joint : 3 * joint + 3] = (-friction, -friction, sign)
                slides.append(row)
                limits.append(0.0)
    level = np.zeros(unknowns)
    level[0], level[1], level[2] = cos(cuts[0]), cos(cuts[0]), sin(cuts[0])
    found = []
    for sign in (1.0, -1.0):
        made = linprog(
            sign * level, np.array(slides) if slides else None, limits or None, rows, right, bounds=bounds,
            method="highs",
        )  # fmt: skip
        if made.status != 0:
            return None
        found.append(sign * made.fun)
    return found[0], found[1]


@pytest.mark.parametrize("seed", range(12))
def test_thrust_as_limit_analysis_has_it_block_by_block(seed: int) -> None:
    """Over arches of any shape, with a load and without, with joints that slide and without."""
    dice = Random(seed)  # noqa: S311 - the same arches every time
    radius, half = dice.uniform(0.4, 2.0), dice.uniform(0.5, pi / 2)
    depth, blocks = radius * dice.uniform(0.06, 0.3), dice.randint(4, 24)
    load = dice.choice([0.0, dice.uniform(200, 2000)])
    friction = dice.choice([None, dice.uniform(0.35, 0.7)])
    ring = ring_of(radius, depth, block_joints(half, blocks), 0.3, 2400, load)
    found = thrust_range(ring, **({} if friction is None else {"friction": friction}))
    expected = block_by_block(radius, depth, half, blocks, load, friction)
    assert (found is None) == (expected is None)
    if found is not None and expected is not None:
        assert (found.least.thrust, found.most.thrust) == pytest.approx(expected, rel=2e-3)
        inside = max(abs(one) for line in (found.least, found.most) for one in line.offsets)
        assert inside <= depth / 2 * 1.0001


@pytest.mark.parametrize("seed", range(6))
def test_the_middle_line_needs_least_of_the_depth(seed: int) -> None:
    """Thinned about its middle a little less than to that line the ring still stands, a little more and it falls."""
    dice = Random(seed)  # noqa: S311 - the same arches every time
    radius, half = dice.uniform(0.4, 2.0), dice.uniform(0.6, pi / 2)
    ring = ring_of(radius, radius * dice.uniform(0.12, 0.3), block_joints(half, dice.randint(5, 30)), 0.3, 2400)
    line, share = middle_line(ring)
    assert max(abs(one) for one in line.offsets) == pytest.approx(share * ring.depth / 2, rel=1e-6)

    def thinned(to: float) -> Ring:
        """A ring of the same weights about the same middle, whatever it would weigh itself."""
        depth = to * ring.depth
        return Ring(ring.middle - depth / 2, depth, ring.joints)

    assert thrust_range(thinned(share * 1.001)) is not None
    assert thrust_range(thinned(share * 0.999)) is None
