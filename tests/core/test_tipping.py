"""A base with a pole in it: winds and masses against the forces themselves, turned to the slope and summed."""

from itertools import product
from math import cos, radians, sin
from random import Random

import numpy as np
import pytest

from tests.jobs import shaped
from ulbrek.core.handling.result import InWind
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan


def base(side: float, thick: float, **stands: float | str) -> Job:
    """A square base, used as one."""
    job = shaped({"kind": "rectangle", "length": side, "width": side}, thickness=thick)
    document = job.model_dump(mode="json")
    document["handling"]["standing"] = {"top": {"use": "base or leg", **stands}}
    return Job.model_validate(document)


def turning(job: Job, mass_kg: float, wind_kmh: float) -> tuple[float, float]:
    """Moment about the lower edge [N m], and force along the ground beyond its friction [N]: over 0 it goes."""
    stands = job.handling.standing["top"]
    assert stands.sail_height is not None
    side, thick = job.pieces[0].outline.length.mm, job.pieces[0].thickness.mm  # type: ignore[union-attr]
    slope = radians(stands.slope_deg)
    weigh = np.array([sin(slope), -cos(slope)]) * 9.80665  # along the ground downhill, and up from it
    blow = 0.5 * 1.25 * 1.2 * stands.sail_m2 * (wind_kmh / 3.6) ** 2 * np.array([1.0, 0.0])
    loads = [
        (np.array([-side / 2, thick / 2]), mass_kg * weigh),
        (np.array([-side / 2, stands.sail_height.mm / 2]), stands.pole_kg * weigh),
        (np.array([-side / 2, stands.sail_height.mm]), blow),
    ]
    about = sum(float(force[0] * at[1] - force[1] * at[0]) for at, force in loads) / 1000
    along, up = sum(force for _, force in loads)
    return about, float(along) - 0.5 * -float(up)


@pytest.mark.parametrize("seed", range(15))
def test_it_tips_slides_and_is_heavy_enough_just_where_forces_balance(seed: int) -> None:
    by = Random(seed)  # noqa: S311 - bases, no secrets
    job = base(
        by.uniform(300, 900), by.uniform(50, 150), sail_height=by.uniform(900, 2500), sail_m2=by.uniform(0.1, 2),
        pole_kg=by.uniform(2, 20), slope_deg=by.choice([0, by.uniform(0, 6)]),
        blown=by.choice(["taken in when it blows", "left out in any weather"]),
    )  # fmt: skip
    handled = plan(job, Shop()).pieces[0].handling
    stood, mass = handled.in_wind, handled.mass.value
    assert isinstance(stood, InWind)
    scale = mass * 9.81 * 0.3
    assert turning(job, mass, stood.tips.value)[0] == pytest.approx(0, abs=1e-3 * scale)
    assert turning(job, mass, stood.slides.value)[1] == pytest.approx(0, abs=1e-3 * scale)
    assert turning(job, mass, stood.tips.value * 1.02)[0] > 0 > turning(job, mass, stood.tips.value * 0.98)[0]
    assert stood.needed is not None
    short = turning(job, stood.needed.value, stood.asked_kmh)[0]
    assert short == pytest.approx(0, abs=1e-3 * scale) if stood.needed.value else short < 0


def test_a_slope_takes_of_what_it_leans_and_nothing_is_said_of_what_has_no_pole() -> None:
    level = plan(base(500, 80), Shop()).pieces[0].handling
    assert level.in_wind is None
    leg = {"kind": "rectangle", "length": 380, "width": 400}
    stands = shaped(leg, thickness=80, drawn="from the side")
    document = stands.model_dump(mode="json")
    angles = []
    for slope in (0, 4):
        document["handling"]["standing"] = {"top": {"use": "base or leg", "slope_deg": slope}}
        tipping = plan(Job.model_validate(document), Shop()).pieces[0].handling.tipping
        assert tipping is not None
        angles.append(tipping.angle.value)
    assert angles[0] - angles[1] == pytest.approx(4)


def test_a_pole_without_a_height_is_refused_and_the_worst_that_is_let_through_has_figures() -> None:
    with pytest.raises(ValueError, match="sail_height"):
        base(500, 80, sail_height=0)
    for height, area, slope in product((10, 12_000), (0.001, 20), (0, 20)):
        stood = plan(base(30, 80, sail_height=height, sail_m2=area, slope_deg=slope), Shop()).pieces[0].handling.in_wind
        assert stood is not None
        assert np.isfinite([stood.tips.value, stood.slides.value]).all()
