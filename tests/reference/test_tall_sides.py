"""Sides of tall forms: held by braces, by figures worked out from statics and from beam theory alone."""

from math import ceil
from typing import Any

import pytest

from tests.jobs import top
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan

SHOP = Shop()
INCH = 25.4


def form_of(length: float, width: float, high: float, **form: Any) -> Any:
    piece = {"outline": {"length": f"{length} mm", "width": f"{width} mm"}, "thickness": f"{high} mm"}
    return plan(top(piece=piece, form=form), SHOP).pieces[0].form


def span_mm(high: float, modulus_mpa: float, thick_mm: float, density: float) -> float:
    """The widest span of a strip of board under the full head: 0.5 mm, or a 360th of itself.

    An end span of several under an even load bows 0.00688 q l⁴ / E I: closed form of any handbook of beams.
    """
    load, inertia = density * 9.80665 * high / 1e9, thick_mm**3 / 12
    bow = lambda span: 0.00688 * load * span**4 / (modulus_mpa * inertia)  # noqa: E731
    low, most = 1.0, 5000.0
    for _ in range(60):
        middle = (low + most) / 2
        low, most = (middle, most) if bow(middle) <= min(0.5, middle / 360) else (low, middle)
    return low


@pytest.mark.parametrize("screws", ["100 mm", "250 mm", "600 mm"])
@pytest.mark.parametrize(
    ("size", "sheet"),
    [
        ((60 * INCH, 12 * INCH, 40 * INCH), ("film-ply-18", 4000, 18)),  # it had no brace, and a bow of 0.32 mm
        ((48 * INCH, 24 * INCH, 30 * INCH), ("melamine-19", 1600, 19.05)),  # its braces went with nearer foot screws
        ((1200, 500, 700), ("melamine-16", 1600, 16)),
    ],
)
def test_a_tall_side_has_braces_whatever_its_foot_screws(
    size: tuple[float, float, float], sheet: tuple[str, float, float], screws: str
) -> None:
    (length, width, high), (board, modulus, thick) = size, sheet
    form = form_of(length, width, high, sheet=board, screw_spacing=screws)
    density = form.stiffness.pressure.inputs["density_kg_m3"].value
    span = span_mm(high, modulus, thick, density)
    wanted = 2 * sum(ceil(side / span - 1e-9) - 1 for side in (length, width))
    assert len(form.stiffness.braces) == wanted > 0
    assert form.stiffness.side_bow.value <= 0.5


@pytest.mark.parametrize(("high", "braced"), [(40, False), (90, False), (149, True), (151, True)])
def test_a_low_side_stands_by_its_foot_as_long_as_its_screws_right_it(high: float, braced: bool) -> None:
    """It tips with rho g h³ / 6 for each length; a screw rights with its pull times half the board: statics."""
    stiff = form_of(1500, 400, high, screw_spacing="250 mm").stiffness
    density = stiff.pressure.inputs["density_kg_m3"].value
    assert stiff.tips.value == pytest.approx(density * 9.80665 * (high / 1000) ** 3 / 6 * 0.25)
    assert (stiff.tips.value > stiff.rights.value or high > 150 or stiff.brace_spacing.value < 250) == braced
    assert bool(stiff.braces) == braced
