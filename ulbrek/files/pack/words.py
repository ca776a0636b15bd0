"""How the pages of a pack write lengths, masses and other figures in a reader's units."""

from datetime import datetime
from typing import Any
from zoneinfo import ZoneInfo

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.sentence import fill, write_figure, write_likely
from ulbrek.core.base.units import Units
from ulbrek.core.base.units.quantity import NBSP, write_quantity
from ulbrek.core.base.units.writing import write_length
from ulbrek.core.cure.calendar import write_time
from ulbrek.core.cure.result import CureResult
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

    def _held(self, mm: float) -> str:
        """Where hands, straps and supports go."""
        return write_length(mm, self.units, "hold")

    def _sold(self, mm: float) -> str:
        """A length as it is sold."""
        return write_length(mm, self.units, "sold")

    def _cut(self, mm: float) -> str:
        """What the saw, the fence or a rule is set to."""
        return write_length(mm, self.units, "cut")

    def _screw(self, mm: float) -> str:
        """A screw by the length it is sold as."""
        if self.units == "mm":
            return f"{mm:g}{NBSP}mm"
        return write_quantity(mm, "screw", self.units)

    def _said(self, text: str) -> str:
        """A sentence of the core, its fixed numbers in the reader's units."""
        return fill(text, {}, self.units)

    def _of(self, figure: Figure) -> str:
        return write_likely(figure, self.units)

    def _range(self, figure: Figure) -> str:
        return write_figure(figure, self.units)

    def _litres(self, litres: float) -> str:
        return write_quantity(litres, "water", self.units)


def letter(text: str) -> str:
    """A text with a capital letter in front."""
    return text[:1].upper() + text[1:]


def table(head: list[str], rows: list[list[str]]) -> Block:
    """A table: its head, and its rows."""
    return {"kind": "table", "head": head, "rows": rows}


def drawing(svg: str) -> Block:
    """A drawing across the page."""
    return {"kind": "drawing", "svg": svg}


def clock(moment: datetime, cure: CureResult) -> str:
    """A moment by the clock of the place, such as “Wed 25 Nov, 16:30”."""
    at = moment.astimezone(ZoneInfo(cure.zone))
    return f"{at:%a %-d %b}, {write_time(at, cure.clock)}"
