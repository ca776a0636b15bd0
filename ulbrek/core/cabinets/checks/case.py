"""What the checks look at."""

from collections.abc import Sequence
from typing import NamedTuple

from ulbrek.core.base.figure import Figure
from ulbrek.core.cabinets.brief import CabinetBrief, TopBrief
from ulbrek.core.cabinets.inputs import Leg, LegName
from ulbrek.core.cabinets.result import LegFit, TopOver, Wall
from ulbrek.core.cabinets.run import Laid


class RunCase(NamedTuple):
    """A run as it was worked out."""

    brief: CabinetBrief
    laid: Laid
    tops: Sequence[TopOver]
    fits: Sequence[LegFit]
    walls: Sequence[Wall]
    thick_mm: float
    brace_bow: Figure | None

    @property
    def drawn(self) -> list[TopBrief]:
        """The tops that have a piece."""
        return [one for one in self.brief.tops if one is not None]

    def leg(self, name: LegName) -> Leg:
        """A leg that there is."""
        found = self.brief.run.leg(name)
        assert found is not None  # noqa: S101 - it is asked for of legs that were worked out
        return found
