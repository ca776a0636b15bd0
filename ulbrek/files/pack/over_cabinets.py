"""The page of the cabinets: boards and braces in plan, what is carried, and the steps in order."""

from collections.abc import Iterator

from ulbrek.core.base.units import Units
from ulbrek.core.base.units.quantity import write_quantity
from ulbrek.core.base.values import value_words
from ulbrek.core.cabinets.result import Path, RunResult
from ulbrek.files.pack.drawings import WIDTH_MM
from ulbrek.files.pack.svg import CONCRETE, Box, Drawing
from ulbrek.files.pack.words import Block, Words, drawing, table

_BRACE_DASH = "1 1"


class CabinetPages(Words):
    """The page of the cabinets."""

    def _cabinets(self, run: RunResult) -> Iterator[Block]:
        yield drawing(run_plan(run, self.units))
        yield {
            "kind": "text",
            "text": "Grey: tops. Heavy lines: walls, and seams of the boards; dotted: what they lie on.",
        }
        rows = [
            [
                f"{one.leg} {one.number + 1}",
                value_words(one.kind, "kind"),
                write_quantity(one.width_mm, "cut", self.units),
                "",
            ]
            for one in run.units
        ]
        yield {**table(["Place", "Kind", "Width", "Measured"], rows), "to_fill_in": True}
        yield table(["Needed", ""], [*self._over_needed(run)])
        for top in run.tops:
            if top.boards:
                cuts = [[one.name, f"{self._tape(one.length_mm)} × {self._tape(one.width_mm)}"] for one in top.boards]
                cuts += [[f"{one.count} × {one.name}", self._tape(one.length_mm)] for one in top.lumber]
                yield table([top.name, "Cut"], cuts)
        steps = [[str(at), one.name, self._said(one.how), ""] for at, one in enumerate(run.tasks, 1)]
        yield {**table(["", "Step", "How", "Done"], steps), "to_fill_in": True}
        yield {"kind": "care", "lines": [self._said(line) for line in self.plan.cabinets.care]}

    def _over_needed(self, run: RunResult) -> Iterator[list[str]]:
        yield ["Board", run.board_name]
        yield ["Braces, at most apart", self._of(run.spacing)]
        for top in run.tops:
            if top.load:
                yield [f"Load on cabinets, {top.name}", self._range(top.load)]
            if top.screws:
                yield [f"Screws, {top.name}", self._of(top.screws)]
            if top.tape:
                yield [f"Tape, {top.name}", self._of(top.tape)]
            if top.clips:
                yield [f"Clips for mesh, {top.name}", self._of(top.clips)]
        if run.brackets:
            yield ["Brackets", self._of(run.brackets)]
        yield ["Floor cover", self._of(run.cover)]
        if run.more:
            yield ["More concrete at the wall", self._of(run.more)]
        found = self.plan.cabinets
        if found.buckets and found.carrying:
            yield ["Buckets to carry", self._of(found.buckets)]
            yield ["Carrying takes", self._of(found.carrying)]

    def _tape(self, mm: float) -> str:
        return write_quantity(mm, "cut", self.units)


def run_plan(run: RunResult, units: Units) -> str:
    """The run from above: cabinets, tops over them, seams, and what the boards lie on.

    Args:
        run: the run
        units: of the reader
    """
    paths: list[Path] = [*(one.path for one in run.units), *(top.path for top in run.tops)]
    xs = [x for path in paths for x in path[::3]]
    ys = [y for path in paths for y in path[1::3]]
    made = Drawing(
        Box(min(xs), min(ys), max(xs) - min(xs), max(ys) - min(ys)), WIDTH_MM, 96, mirrored=False, margin_mm=18
    )
    for top in run.tops:
        made.path(top.path, CONCRETE, 0.6)
        for opening in top.openings:
            made.path(opening, "white", 0.4)
        for board in top.boards:
            made.path(board.path, "none", 0.8)
        for one in top.bearings:
            made.line(one.x1, one.y1, one.x2, one.y2, 0.5, _BRACE_DASH)
    for unit in run.units:
        made.path(unit.path, "none", 0.2)
        across, deep = unit.path[::3], unit.path[1::3]
        middle = (made.x((min(across) + max(across)) / 2), made.y((min(deep) + max(deep)) / 2))
        made.words(*middle, write_quantity(unit.width_mm, "cut", units), 3.2)
    for wall in run.walls:
        made.line(wall.x1, wall.y1, wall.x2, wall.y2, 1.4)
    return made.svg()
