"""Labels for boards: what each is, its size, and a code that opens its piece."""

from collections.abc import Iterator

from ulbrek.core.base.sentence import fill
from ulbrek.core.base.units import Units
from ulbrek.core.base.units.writing import write_length
from ulbrek.core.job.job import Job
from ulbrek.core.plan.result import Plan
from ulbrek.files.pack.code import code_of
from ulbrek.files.pack.drawings import letters_of
from ulbrek.files.pack.setting import PAPERS, Paper, set_pages

_ROWS: dict[Paper, int] = {"a4": 8, "letter": 7}


def label_pages(job: Job, plan: Plan, *, address: str, units: Units, paper: Paper) -> bytes:
    """A label for each board of a job's forms as a PDF, three in a row, to be cut apart.

    Args:
        job: the job
        plan: its plan
        address: of the job in the application; a piece's id is added for its code
        units: what sizes are written in
        paper: ``a4`` or ``letter``

    Returns:
        the PDF; a job without boards gives one page that says so
    """
    labels = list(_labels(plan, address, units))
    return set_pages("labels.typ", {"paper": PAPERS[paper], "job": job.name, "rows": _ROWS[paper], "labels": labels})


def _labels(plan: Plan, address: str, units: Units) -> Iterator[dict[str, str]]:
    letters = letters_of(plan)
    pieces = {piece.id: piece.name for piece in plan.pieces}
    codes = {piece: code_of(f"{address}?piece={piece}") for piece in pieces}
    for kind in plan.cutting.kinds:
        panels = {panel.key: panel for sheet in kind.sheets for panel in sheet.panels}
        for key, name in kind.names.items():
            if key not in panels:
                continue
            piece, one = key.split(".")[0], panels[key]
            long, short = max(one.length_mm, one.width_mm), min(one.length_mm, one.width_mm)
            yield {
                "letter": letters[key],
                "board": fill(name, {}, units),
                "size": f"{write_length(long, units, 'cut')} × {write_length(short, units, 'cut')}",
                "sheet": kind.sheet_name,
                "piece": pieces.get(piece, ""),
                "code": codes.get(piece, ""),
            }
