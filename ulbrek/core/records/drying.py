"""How a casting dries on the scale: a curve through its weighings, and what it will weigh in the end."""

from collections.abc import Sequence
from math import log
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ulbrek.core.base.figure import Spread, rule
from ulbrek.core.base.frozen import dataclass

# Days until half of what dries out has gone from a slab of 40 mm with both faces open, at 20 °C and half humidity; low
# and high are one in ten. Source: common practice, an estimate.
HALF_DAYS = Spread(6.0, 12.0, 25.0)
HALF_MM = 40.0
SLOWER = 0.8  # drying goes by the root of time at first and slower later: between the two
SCALE_KG = 0.05
SCALE_SHARE = 0.001
_ONE_IN_TEN = 1.2816
_STEPS = 41


@rule(unit="d", kind="days")
def days_to_half_dry(half_days: float, thick_mm: float, faces_open: float) -> float:
    """Days until half of what dries out of a casting has gone

    Drying goes by the square of the way that water has to the open air.

    Args:
        half_days: of a slab of 40 mm with both faces open, at 20 °C, 68 °F, and 50 % humidity
        thick_mm: how thick the casting is
        faces_open: 2 where both of its faces are, 1 where it lies on one

    Formula: half_days * (thick_mm * 2 / faces_open / 40) ** 2

    Source: common practice; the square is that of diffusion
    """
    return half_days * (thick_mm * 2 / faces_open / 40) ** 2


@rule(unit="1", kind="ratio")
def share_dried(days: float, half_days: float) -> float:
    """How much of what will dry out has gone

    Args:
        days: since it was stripped
        half_days: until half of it has gone

    Formula: days ** 0.8 / (days ** 0.8 + half_days ** 0.8)

    Source: common practice, an estimate
    """
    return float(days**0.8 / (days**0.8 + half_days**0.8))


@dataclass(frozen=True, slots=True)
class Weighed:
    """A casting on the scale: days since it was stripped, and what it weighed [kg]."""

    days: float
    mass_kg: float


@dataclass(frozen=True, slots=True)
class DriedTo:
    """What a casting weighs so many days after it was stripped [kg]."""

    days: float
    mass_kg: Spread


@dataclass(frozen=True, slots=True)
class Drying:
    """How a casting dries.

    Attributes:
        start: what it weighed when it was stripped [kg]
        final: what it will weigh in the end [kg]
        loss: what it loses by then, as a share of what it weighed when stripped
        half_days: until half of that has gone
        curve: what it weighs by and by
        weighings: that it goes through, by their days
        is_dry: whether two weighings a week apart were alike
    """

    start: Spread
    final: Spread
    loss: Spread
    half_days: Spread
    curve: tuple[DriedTo, ...]
    weighings: tuple[Weighed, ...]
    is_dry: bool


def drying(
    weighings: Sequence[Weighed], thick_mm: float, loss: Spread, forecast_kg: Spread, faces_open: int = 2
) -> Drying:
    """A curve through the weighings of one casting, weighed against what such castings do.

    Every pace and every loss that is believed possible is tried; each counts by how well it goes through the weighings.

    Args:
        weighings: in any order; none is enough
        thick_mm: its thickness
        loss: what such castings lose, as a share of what they weigh when stripped
        forecast_kg: what it should weigh when stripped, by its plan [kg]
        faces_open: 2 where both faces dry, 1 where it lies on one

    Raises:
        ValueError: when a weighing is before it was stripped, or weighs nothing
    """
    lost, pace, start, spread, share = _tried(weighings, thick_mm, loss, forecast_kg, faces_open)
    days = sorted({0.0, 1.0, 3.0, 7.0, 14.0, 28.0, 60.0, 90.0, 180.0, 365.0, *(one.days for one in weighings)})
    return Drying(
        _band(start, spread, share), _band(start * (1 - lost), spread, share), _band(lost, None, share),
        _band(pace, None, share),
        tuple(DriedTo(day, _band(start * (1 - lost * _dried(day, pace)), spread, share)) for day in days),
        tuple(sorted(weighings, key=lambda one: one.days)), is_dry(weighings),
    )  # fmt: skip


def final_mass(weighings: Sequence[Weighed], thick_mm: float, loss: Spread, forecast_kg: Spread) -> float:
    """What a casting will weigh once it is dry, in the mean [kg]; as for ``drying``, and quicker than all of that."""
    tried = _tried(weighings, thick_mm, loss, forecast_kg, 2)
    return float((tried.share * tried.start * (1 - tried.lost)).sum())


class _Tried(NamedTuple):
    """Every loss and pace that is believed possible, what a casting then weighed at first [kg] and how sure that is,
    and how likely each is."""

    lost: NDArray[np.float64]
    pace: NDArray[np.float64]
    start: NDArray[np.float64]
    spread: NDArray[np.float64]
    share: NDArray[np.float64]


def _tried(weighings: Sequence[Weighed], thick_mm: float, loss: Spread, forecast_kg: Spread, faces_open: int) -> _Tried:
    for one in weighings:
        if one.days < 0 or one.mass_kg <= 0:
            raise ValueError(f"A weighing of {one.mass_kg:g} kg after {one.days:g} days cannot be. Check both.")
    half = Spread(*(days_to_half_dry(days, thick_mm, faces_open) for days in (
        HALF_DAYS.low, HALF_DAYS.likely, HALF_DAYS.high,
    )))  # fmt: skip
    losses, loss_logs = _grid(loss)
    halves, half_logs = _grid(half)
    lost, pace = np.meshgrid(losses, halves, indexing="ij")
    weight = loss_logs[:, None] + half_logs[None, :]
    # What it weighed at first goes into every weighing alike: for each pace and loss it is found straight away.
    sure = max(SCALE_KG, log(forecast_kg.high / forecast_kg.low) / (2 * _ONE_IN_TEN) * forecast_kg.likely)
    top = np.full(lost.shape, forecast_kg.likely / sure**2)
    bottom = np.full(lost.shape, 1 / sure**2)
    rest = np.full(lost.shape, (forecast_kg.likely / sure) ** 2)
    for one in weighings:
        left, off = 1 - lost * _dried(one.days, pace), SCALE_KG / 2 + SCALE_SHARE * one.mass_kg
        top += left * one.mass_kg / off**2
        bottom += left**2 / off**2
        rest += (one.mass_kg / off) ** 2
    start = top / bottom
    weight = weight - (rest - top**2 / bottom) / 2 - np.log(bottom) / 2
    share = np.exp(weight - weight.max())
    share /= share.sum()
    return _Tried(lost, pace, start, bottom**-0.5, share)


def _grid(of: Spread) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Values that are believed possible, evenly in logarithms, and the logarithm of how likely each is."""
    wide = log(of.high / of.low) / (2 * _ONE_IN_TEN)
    steps = np.linspace(-3.0, 3.0, _STEPS)
    middle = (log(of.low) + log(of.high)) / 2
    return np.exp(middle + wide * steps), -(steps**2) / 2


def _dried(days: float, half_days: NDArray[np.float64]) -> NDArray[np.float64]:
    gone = days**SLOWER
    return np.asarray(gone / (gone + half_days**SLOWER))


def _band(values: NDArray[np.float64], spread: NDArray[np.float64] | None, share: NDArray[np.float64]) -> Spread:
    """One in ten lies below, half below, one in ten above."""
    flat, shares = values.ravel(), share.ravel()
    if spread is not None:
        flat = np.concatenate([flat + spread.ravel() * step for step in _NORMAL])
        shares = np.tile(shares / len(_NORMAL), len(_NORMAL))
    order = np.argsort(flat)
    found = np.interp([0.1, 0.5, 0.9], np.cumsum(shares[order]) - shares[order] / 2, flat[order])
    low, middle, high = (float(one) for one in found)
    return Spread(low, middle, high)


# A normal in ten parts that are equally likely, each by its middle.
_NORMAL = (-1.645, -1.036, -0.674, -0.385, -0.126, 0.126, 0.385, 0.674, 1.036, 1.645)


def is_dry(weighings: Sequence[Weighed]) -> bool:
    """Whether two weighings at least a week apart, the newest among them, differ by under a thousandth."""
    if len(weighings) < 2:
        return False
    newest = max(weighings, key=lambda one: one.days)
    before = [one for one in weighings if newest.days - one.days >= 7.0]
    last = max(before, key=lambda one: one.days, default=None)
    return last is not None and abs(newest.mass_kg / last.mass_kg - 1) < SCALE_SHARE
