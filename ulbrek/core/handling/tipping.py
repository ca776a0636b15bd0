"""How a piece tips: alone, on a slope, and with a pole in it in the wind."""

from collections.abc import Mapping

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.handling import rules
from ulbrek.core.handling.inputs import Blown, Standing
from ulbrek.core.handling.lifts import LiftBrief
from ulbrek.core.handling.result import InWind, Tipping

LIES_FLAT_DEG = 60.0
TAKEN_IN: Blown = "taken in when it blows"
# Source: common practice. Parasols come in at Beaufort 6; what is never taken in meets a storm every few years.
ASKED_KMH: Mapping[Blown, float] = {TAKEN_IN: 39.0, "left out in any weather": 100.0}


def tipping(what: LiftBrief, mass: Figure, slope_deg: float) -> Tipping | None:
    """How easily it tips while it stands alone; None where it lies as flat as it stands."""
    if what.centroid_mm <= 0 or what.height_mm <= 0 or what.stands_in_mm < 0:
        return None
    angle = work(
        rules.tipping_angle, what.piece, from_edge_mm=what.stands_in_mm, centroid_mm=what.centroid_mm,
        slope_deg=slope_deg,
    )  # fmt: skip
    if angle.value > LIES_FLAT_DEG:
        return None
    stands = _stands_in(what, slope_deg)
    push = work(rules.push_that_tips, what.piece, mass_kg=mass, from_edge_mm=stands, height_mm=what.height_mm)
    return Tipping(angle, push)


def _stands_in(what: LiftBrief, slope_deg: float) -> Figure | float:
    """How far in it stands from the edge that it would tip over."""
    if not slope_deg:
        return what.stands_in_mm
    return work(
        rules.stands_in, what.piece, from_edge_mm=what.stands_in_mm, centroid_mm=what.centroid_mm, slope_deg=slope_deg
    )


def in_wind(what: LiftBrief, mass: Figure, standing: Standing) -> InWind | None:
    """How a base stands that has a pole in it; None where it has none, or does not stand at all."""
    if standing.sail_height is None or what.stands_in_mm <= 0:
        return None
    of, slope, sail = what.piece, standing.slope_deg, standing.sail_height.mm
    own = _stands_in(what, slope)
    pole = work(rules.stands_in, f"{of}/pole", from_edge_mm=what.stands_in_mm, centroid_mm=sail / 2, slope_deg=slope)
    holds = work(
        rules.moment_that_holds, of, mass_kg=mass, from_edge_mm=own, pole_kg=standing.pole_kg, pole_edge_mm=pole
    )
    tips = work(rules.wind_that_tips, of, holds_nm=holds, sail_m2=standing.sail_m2, sail_mm=sail)
    slides = work(
        rules.wind_that_slides, of, mass_kg=mass.value + standing.pole_kg, slope_deg=slope, sail_m2=standing.sail_m2
    )
    asked = ASKED_KMH[standing.blown]
    edge = own.value if isinstance(own, Figure) else own
    needed = None
    if edge > 0:
        helps = work(
            rules.moment_that_holds, f"{of}/pole", mass_kg=0.0, from_edge_mm=0.0, pole_kg=standing.pole_kg,
            pole_edge_mm=pole,
        )  # fmt: skip
        needed = work(
            rules.base_mass, of, wind_kmh=asked, sail_m2=standing.sail_m2, sail_mm=sail, pole_nm=helps,
            from_edge_mm=edge,
        )  # fmt: skip
    return InWind(tips, slides, asked, needed)
