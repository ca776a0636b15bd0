"""What has happened since the pour, as far as its hours go."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from itertools import pairwise
from typing import Annotated

from pydantic import AwareDatetime, Field

from ulbrek.core.base.document import Document
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.kit.clock.maturity import Maturity, equivalent_hours

_HOUR = timedelta(hours=1)


Key = Annotated[str, Field(max_length=80), ONE_LINE]  # names an act or a piece


class Done(Document):
    """An act that was done; to all pieces alike when ``piece`` is None."""

    act: Key
    piece: Key | None = None
    at: AwareDatetime


class ActTest(Document):
    """A test at the slab: whether it was ready for the act."""

    act: Key
    at: AwareDatetime
    ready: bool


class Temperature(Document):
    """A reading of the concrete's temperature [°C]."""

    at: AwareDatetime
    celsius: Annotated[float, Field(ge=-40, le=120, allow_inf_nan=False)]


@dataclass(frozen=True, slots=True)
class History:
    """What was done, tested and measured; with nothing in it the hours are as planned."""

    done: tuple[Done, ...] = ()
    tests: tuple[ActTest, ...] = ()
    temperatures: tuple[Temperature, ...] = ()

    def done_at(self, act: str, piece: str | None) -> datetime | None:
        """When an act was done to a piece."""
        return min((one.at for one in self.done if one.act == act and one.piece in (None, piece)), default=None)

    def not_ready_at(self, act: str) -> datetime | None:
        """When a test last said “not yet” of an act."""
        return max((one.at for one in self.tests if one.act == act and not one.ready), default=None)


NOTHING = History()


@dataclass(frozen=True, slots=True)
class MeasuredAge:
    """How far the readings go after water in, and the equivalent age that they give [h at 20 °C]."""

    hours: float
    age_h: float


def measured(poured_at: datetime | None, temperatures: Sequence[Temperature], by: Maturity) -> MeasuredAge | None:
    """The equivalent age that readings give; None without one after the pour.

    Between two readings their mean holds; before the first one the first.

    Args:
        poured_at: first water in
        temperatures: readings, in any order
        by: Arrhenius or Nurse-Saul
    """
    if poured_at is None:
        return None
    read = sorted(((one.at - poured_at) / _HOUR, one.celsius) for one in temperatures if one.at > poured_at)
    if not read:
        return None
    points = [(0.0, read[0][1]), *read]
    steps = [(b[0] - a[0], (a[1] + b[1]) / 2) for a, b in pairwise(points)]
    return MeasuredAge(read[-1][0], equivalent_hours(steps, by))
