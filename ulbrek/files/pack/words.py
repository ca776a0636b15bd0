"""How the pages of a pack write lengths, masses and other figures in a reader's units."""

from datetime import datetime
from typing import Any
from zoneinfo import ZoneInfo

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.units import Units
from ulbrek.core.base.units.constants import MM_PER_INCH
from ulbrek.core.base.units.quantity import write_quantity
from ulbrek.core.base.units.writing import write_length
from ulbrek.core.job.job import Job
from ulbrek.core.plan.result import Plan

Block = dict[str, Any]


class Words:
    """A job and its plan in a reader's units."""

    def __init__(self, job: Job, plan: Plan, units: Units) -> None:
        """The pages of a job and its plan, in a reader's units."""
        self.job, self.plan, self.units = job, plan, units

    def _mm(self, mm: float) -> str:
        return write_length(mm, self.units)

    def _screw(self, mm: float) -> str:
        """A screw by the length it is sold as."""
        if self.units == "mm":
            return f"{mm:g} mm"
        nearest = round(mm / MM_PER_INCH * 8) / 8 * MM_PER_INCH
        return f"{write_length(nearest, 'in')} ({mm:g} mm)"

    def _of(self, figure: Figure) -> str:
        return write_quantity(figure.value, figure.unit, self.units)

    def _range(self, figure: Figure) -> str:
        low, high = figure.low or figure.value, figure.high or figure.value
        return f"{write_quantity(low, figure.unit, self.units)} to {write_quantity(high, figure.unit, self.units)}"

    def _litres(self, litres: float) -> str:
        return write_quantity(litres, "l", self.units)


def table(head: list[str], rows: list[list[str]]) -> Block:
    """A table: its head, and its rows."""
    return {"kind": "table", "head": head, "rows": rows}


def clock(moment: datetime, zone: str) -> str:
    """A moment by the clock of the place."""
    return moment.astimezone(ZoneInfo(zone)).strftime("%a %-d %b, %H:%M")
