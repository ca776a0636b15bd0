"""Fluid pressure, boards that bow, uplift and beads, against closed forms and tables worked out elsewhere.

Tables: beam theory with EN 312 and ANSI A208.1 moduli, from memory; a three-dimensional frame program gave the
coefficients for one to four spans.
"""

from math import pi

import pytest

from ulbrek.core.form import rules
from ulbrek.core.kit.beams import bow, span_within_limit
from ulbrek.core.kit.beams.boards import BOTTOM_STRIP, ONE_SPAN, SEVERAL_SPANS, WHOLE_BOARD

P2, M2, PLY = 1600.0, 2000.0, 8000.0


@pytest.mark.parametrize(
    ("height_mm", "pascal"), [(40, 941.4), (50, 1176.8), (100, 2353.6), (200, 4707.2), (400, 9414.4), (600, 14121.6)]
)
def test_the_full_head_at_2400_kg_m3(height_mm: float, pascal: float) -> None:
    assert rules.fluid_pressure(height_mm, 2400) * 1e6 == pytest.approx(pascal, rel=1e-4)


@pytest.mark.parametrize(
    ("share", "board", "height", "span", "bows"),
    [
        (WHOLE_BOARD, (P2, 16), 40, 300, (0.0909, 0.0480)),
        (WHOLE_BOARD, (P2, 16), 50, 300, (0.1136, 0.0600)),
        (WHOLE_BOARD, (P2, 16), 100, 300, (0.2273, 0.1201)),
        (WHOLE_BOARD, (P2, 18), 100, 300, (0.1596, 0.0843)),
        (WHOLE_BOARD, (M2, 19), 50, 300, (0.0543, 0.0287)),
        (WHOLE_BOARD, (PLY, 18), 40, 300, (0.0128, 0.0067)),
        (BOTTOM_STRIP, (P2, 16), 300, 200, (0.2693, 0.1423)),
        (BOTTOM_STRIP, (P2, 16), 600, 300, (2.7271, 1.4410)),
        (BOTTOM_STRIP, (P2, 18), 600, 200, (0.3783, 0.1999)),
        (BOTTOM_STRIP, (M2, 19), 300, 300, (0.6514, 0.3442)),
        (BOTTOM_STRIP, (PLY, 18), 600, 150, (0.0239, 0.0127)),
    ],
)
def test_a_side_bows(
    share: float, board: tuple[float, float], height: float, span: float, bows: tuple[float, float]
) -> None:
    """A low board bends as a whole under half the head; of a tall one the lowest strip bears all of it.

    ``board`` is its modulus and thickness, ``bows`` over one span and over several.
    """
    pressure = rules.fluid_pressure(height, 2400)
    assert bow(ONE_SPAN, share, pressure, span, *board) == pytest.approx(bows[0], abs=6e-5)
    assert bow(SEVERAL_SPANS, share, pressure, span, *board) == pytest.approx(bows[1], abs=6e-5)


@pytest.mark.parametrize("height", [40, 300, 900])
def test_at_its_widest_span_a_board_bows_by_just_the_limit(height: float) -> None:
    pressure = rules.fluid_pressure(height, 2400)
    span = span_within_limit(SEVERAL_SPANS, BOTTOM_STRIP, pressure, P2, 16)
    assert bow(SEVERAL_SPANS, BOTTOM_STRIP, pressure, span, P2, 16) == pytest.approx(min(0.5, span / 360))


@pytest.mark.parametrize(
    ("wetted", "newton"),
    [(1.0, 203.4), (0.25, 48.9), (0.0, -2.57)],  # a knockout of 500 x 350 x 50 mm in foam of 30 kg/m³
)
def test_uplift_of_foam(wetted: float, newton: float) -> None:
    area, height = 500.0 * 350.0, 50.0
    litres = area * height / 1e6
    assert rules.uplift(litres, area, height, 2400, wetted, litres * 0.03) == pytest.approx(newton, rel=2e-3)


def test_a_bead_is_the_corner_less_its_quarter_circle() -> None:
    """(1 - pi/4) r² a metre, and 15 % over. Common practice."""
    assert rules.bead(4.0, 10.0) == pytest.approx(1.15 * (100 - 100 * pi / 4) * 4000 / 1e6)
