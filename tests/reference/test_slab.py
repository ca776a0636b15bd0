"""Slabs lifted under their own weight, with and without an opening, against closed forms and a frame program.

2400 kg/m³; no factors; the openings are square-cornered and centred along the slab.
"""

import pytest

from ulbrek.core.handling.rules import stress_flat, stress_on_edge
from ulbrek.core.kit.beams.row import Row
from ulbrek.core.kit.beams.sections import slices_along
from ulbrek.core.kit.beams.slab import Bending, Supports, bending
from ulbrek.core.kit.beams.slice import Slice
from ulbrek.core.kit.geometry.shapes import circle, rectangle
from ulbrek.core.kit.geometry.solid import Cut, Solid

RHO, G = 2400.0, 9.80665


def slab(length: float, width: float, thickness: float, cut: float = 0, front: float = 0, back: float = 0) -> Solid:
    outline = rectangle(length, width)
    if not cut:
        return Solid(outline, thickness)
    opening = rectangle(cut, width - front - back).moved((length - cut) / 2, front)
    return Solid(outline, thickness, (Cut(opening, 0.0, thickness),))


def bent(solid: Solid, length: float, from_end: float = 0.0, on_edge: bool = False) -> Bending:
    supports = Supports(from_end, length - from_end)
    plain = [Slice(one.at_mm, one.strips) for one in slices_along(solid, "x", supports)]  # corners left out
    return bending(Row(plain, solid.depth_mm, on_edge), supports, RHO)


def flat(solid: Solid, found: Bending) -> float:
    return stress_flat(found.moment_nm, found.slice.width_mm, solid.depth_mm)


def edge(solid: Solid, found: Bending) -> float:
    return stress_on_edge(found.moment_nm, *found.slice.on_edge(solid.depth_mm))


@pytest.mark.parametrize(
    ("size", "ends", "quarters", "best", "on_edge"),
    [
        ((2400, 650, 40), 2.5419, 0.6355, 0.4361, 0.1564),
        ((2400, 650, 50), 2.0335, 0.5084, 0.3489, 0.1564),
        ((1800, 600, 40), 1.4298, 0.3575, 0.2453, 0.0953),
        ((3000, 650, 50), 3.1774, 0.7943, 0.5451, 0.2444),
    ],
)
def test_a_plain_slab(
    size: tuple[float, float, float], ends: float, quarters: float, best: float, on_edge: float
) -> None:
    """0.75 rho g L²/t at the ends, 3/16 of it at quarter points, wL²/46.6 at 0.207 L. Closed forms."""
    solid, length = slab(*size), size[0]
    assert flat(solid, bent(solid, length)) == pytest.approx(ends, rel=1e-4)
    assert flat(solid, bent(solid, length, length / 4)) == pytest.approx(quarters, rel=1e-3)
    assert flat(solid, bent(solid, length, 0.207 * length)) == pytest.approx(best, rel=3e-3)
    assert edge(solid, bent(solid, length, on_edge=True)) == pytest.approx(on_edge, rel=4e-4)


@pytest.mark.parametrize(
    ("cut", "webs", "moment_nm", "middle", "on_edge"),
    [
        (800, (60, 90), 252.31, 6.308, 0.1974),
        (550, (60, 90), 303.05, 7.576, 0.2371),
        (800, (75, 75), 252.31, 6.308, 0.1644),
        (800, (90, 90), 263.60, 5.492, 0.1505),
    ],
)
def test_a_sink_opening_in_a_slab_of_2400_by_650_by_40(
    cut: float, webs: tuple[float, float], moment_nm: float, middle: float, on_edge: float
) -> None:
    solid = slab(2400, 650, 40, cut, *webs)
    found = bent(solid, 2400)
    assert (found.at_mm, found.moment_nm) == (pytest.approx(1200, abs=1), pytest.approx(moment_nm, rel=1e-4))
    assert flat(solid, found) == pytest.approx(middle, rel=1e-3)
    assert edge(solid, bent(solid, 2400, on_edge=True)) == pytest.approx(on_edge, rel=2e-3)


def test_the_weakest_place_need_not_be_the_middle() -> None:
    """A narrow opening near an end beside a wide middle breaks at the opening."""
    cut = rectangle(200, 560).moved(500, 45)
    solid = Solid(rectangle(2400, 650), 40, (Cut(cut, 0.0, 40.0),))
    found = bent(solid, 2400)
    assert 500 <= found.at_mm <= 700
    assert found.slice.width_mm == pytest.approx(90)


def test_a_round_hole_takes_its_chord_out_of_the_section() -> None:
    solid = Solid(rectangle(1000, 500), 40, (Cut(circle(200).moved(500, 250), 0.0, 40.0),))
    widths = {round(one.at_mm): one.width_mm for one in slices_along(solid, "x", (440.0,))}
    assert widths[500] == pytest.approx(300)
    assert widths[440] == pytest.approx(500 - 160)  # 3, 4, 5
    assert sum(to - start for start, to in slices_along(solid, "y", (250.0,))[0].strips) == pytest.approx(1000)
