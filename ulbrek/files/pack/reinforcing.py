"""The pages of the steel: laid flat, or bent to a cage, with what is cut and where it is bent."""

from collections import Counter
from collections.abc import Iterator

from ulbrek.core.base.units.writing import write_length
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.plan.result import PiecePlan
from ulbrek.core.steel.result import BentBar, Cage, PlacedBar
from ulbrek.files.pack import steel_drawings
from ulbrek.files.pack.words import Block, Words, letter, table


class SteelPages(Words):
    """The pages of the steel."""

    def _steel(self, piece: Piece, planned: PiecePlan) -> Iterator[Block]:
        steel = planned.steel
        if steel.cage:
            yield from self._caged(steel.cage, steel.bar_name)
        else:
            yield from self._flat(piece, planned)
        rows = [["Placing", letter(self._said(steel.placing))], *self._covers(planned)]
        if steel.fill:
            rows.insert(0, ["Place steel at a fill of", self._of(steel.fill)])
        if steel.held_at:
            rows.append(["Support points", f"{steel.held_at.value:g}"])
        if steel.edge:
            rows.append(["Least edge cover", self._of(steel.edge)])
        if steel.ties:
            rows.append(["Ties", f"{steel.ties.value:g}"])
        if steel.mass:
            rows.append(["Weight", self._of(steel.mass)])
        yield table(["", ""], rows)
        yield {"kind": "care", "lines": [self._said(line) for line in self.plan.steel_cutting.care]}

    def _flat(self, piece: Piece, planned: PiecePlan) -> Iterator[Block]:
        steel, stack = planned.steel, planned.steel.stack
        assert stack is not None  # noqa: S101 - a page is made only where steel is laid
        yield {"kind": "drawing", "svg": steel_drawings.steel_plan(piece, planned, self.units)}
        yield {"kind": "drawing", "svg": steel_drawings.steel_section(piece, planned, self.units)}
        yield {"kind": "text", "text": "Section front to back, in the form; heights exaggerated."}
        mesh = (
            [[steel.mesh_name, f"{self._of(steel.mesh.length)} × {self._of(steel.mesh.width)}"]] if steel.mesh else []
        )
        yield table(["Cut list", ""], [*mesh, *self._alike(steel.bar_name, steel.bars)])

    def _covers(self, planned: PiecePlan) -> Iterator[list[str]]:
        stack, cage = planned.steel.stack, planned.steel.cage
        if stack:
            yield ["Thickness of the steel layer", self._of(stack.height)]
            yield ["Height above the base", self._of(stack.under)]
            yield ["Cover to the show face", f"{self._of(stack.cover_show)} (at least {self._of(stack.cover_needed)})"]
            yield ["Cover to the back", f"{self._of(stack.cover_back)} (at least {self._of(stack.back_needed)})"]
        elif cage:
            yield ["Cover", f"{self._of(cage.cover)} (at least {self._of(cage.cover_needed)})"]

    def _alike(self, name: str, bars: tuple[PlacedBar, ...]) -> Iterator[list[str]]:
        """Bars of one length and reason on one line."""
        for (why, length), many in Counter((bar.why, self._of(bar.length)) for bar in bars).items():
            yield [f"{name}, {why}", f"{many} × {length}" if many > 1 else length]

    def _caged(self, cage: Cage, bar_name: str) -> Iterator[Block]:
        yield {"kind": "pair", "svgs": [steel_drawings.cage_view(view) for view in cage.views]}
        yield {"kind": "text", "text": f"Left: {cage.views[0].name}. Right: {cage.views[1].name}."}
        listed = [
            *([one.mark, one.why, f"{one.count} × {self._of(one.length)}", self._bent(one)] for one in cage.bent),
            *([one.mark, one.why, f"{one.count} × {self._of(one.length)}", "straight"] for one in cage.long),
        ]
        yield table([bar_name, "", "", ""], listed) | {"columns": ["auto", "1fr", "auto", "1fr"]}
        yield {"kind": "pair", "svgs": [steel_drawings.bent_bar(one, self.units) for one in cage.bent]}
        yield {
            "kind": "text",
            "text": "Leg lengths are to the centre line, corner to corner. Bend marks are measured from the bar end to "
            f"the start of the bend; bend pin {self._of(cage.bent[0].mandrel)}.",
        }

    def _bent(self, bar: BentBar) -> str:
        marks = ", ".join(
            f"{bend.angle_deg:.0f}° {bend.way} at {write_length(bend.at_mm, self.units, 'tape')}" for bend in bar.bends
        )
        return f"{marks or 'rolled to a ring'}{f'; {bar.closing}' if bar.closing else ''}"
