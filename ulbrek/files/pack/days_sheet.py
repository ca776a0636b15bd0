"""The sheet of some days for the wall: what is to be done when, on which job, by how many, with boxes to tick."""

from collections.abc import Iterator, Sequence
from datetime import datetime
from itertools import pairwise

from ulbrek.core.base.sentence import fill
from ulbrek.core.base.units import Units
from ulbrek.core.cure.calendar import write_time
from ulbrek.core.cure.inputs import Hours
from ulbrek.core.days.booked import Booked
from ulbrek.core.days.days import Days
from ulbrek.files.pack.setting import PAPERS, Paper, set_pages
from ulbrek.files.pack.words import Block, table

_BOX = "\u2610"


def days_sheet(
    days: Days, begins: Sequence[datetime], hours: Hours, *, shop_name: str, units: Units, paper: Paper
) -> bytes:
    """Some days of the shop as a PDF.

    Args:
        days: the pours, and where they clash
        begins: the midnights of the place, the last one the end
        hours: the shop's
        shop_name: for the foot of the pages
        units: what quantities are written in
        paper: A4 or US Letter
    """
    first, last = (moment.astimezone(hours.place) for moment in (begins[0], begins[-2]))
    title = f"{_date(first)} to {_date(last)}"
    pages = [{"title": title, "blocks": list(_blocks(days, begins, hours, units))}]
    return set_pages("pack.typ", {"paper": PAPERS[paper], "job": "Calendar", "shop": shop_name, "pages": pages})


def _blocks(days: Days, begins: Sequence[datetime], hours: Hours, units: Units) -> Iterator[Block]:
    clashes = [fill(one.finding.title, one.finding.values, units) for one in days.clashes if one.begin < begins[-1]]
    if clashes:
        yield {"kind": "findings", "lines": clashes}
    lines = sorted((line for pour in days.pours for line in _lines(pour, units)), key=lambda line: line[0])
    for begin, end in pairwise(begins):
        rows = [[_BOX, _clock(at, hours), *told] for at, *told in lines if begin <= at < end]
        if rows:
            yield {"kind": "heading", "text": _date(begin.astimezone(hours.place))}
            yield table(["", "From", "Task", "Job", "People", "Ready when"], rows) | {
                "columns": ["auto", "auto", "auto", "1fr", "auto", "1fr"]
            }
    if not any(begins[0] <= line[0] < begins[-1] for line in lines):
        yield {"kind": "text", "text": "Nothing is planned for these days."}


def _lines(pour: Booked, units: Units) -> Iterator[tuple[datetime, str, str, str, str]]:
    if not pour.poured:
        yield pour.at, "Pour", pour.name, str(pour.bound.people), "Form level, sealed and oiled; bags at hand."
    for act in pour.acts:
        if not act.is_state:
            name = f"{pour.name}, {act.piece_name}" if act.piece_name else pour.name
            yield act.at, act.name, name, str(act.people), fill(act.test, {}, units)


def _clock(moment: datetime, hours: Hours) -> str:
    return write_time(moment.astimezone(hours.place), hours.clock)


def _date(local: datetime) -> str:
    return f"{local:%a} {local.day} {local:%b %Y}"
