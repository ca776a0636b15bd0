"""The pages of the steel: laid flat, or bent to a cage, with what is cut and where it is bent."""

from collections import Counter
from collections.abc import Iterator

from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.plan.result import PiecePlan
from ulbrek.core.steel.result import BentBar, Cage, PlacedBar
from ulbrek.files.pack import steel_drawings
from ulbrek.files.pack.words import Block, Words, table


class SteelPages(Words):
    """The pages of the steel."""

    def _steel(self, piece: Piece, planned: PiecePlan) -> Iterator[Block]:
        steel = planned.steel
        if steel.cage:
            yield from self._caged(steel.cage, steel.bar_name)
        else:
            yield from self._flat(piece, planned)
        rows = [["Placed", steel.placing], *self._covers(planned)]
        if steel.fill:
            rows.insert(0, ["Fill first to", self._of(steel.fill)])
        if steel.held_at:
            rows.append(["Held at", self._of(steel.held_at)])
        if steel.edge:
            rows.append(["Concrete beside the nearest bar", self._of(steel.edge)])
        if steel.ties:
            rows.append(["Ties", self._of(steel.ties)])
        if steel.mass:
            rows.append(["Mass", self._of(steel.mass)])
        yield table(["", ""], rows)
        yield {"kind": "care", "lines": list(self.plan.steel_cutting.care)}

    def _flat(self, piece: Piece, planned: PiecePlan) -> Iterator[Block]:
        steel, stack = planned.steel, planned.steel.stack
        assert stack is not None  # noqa: S101 - a page is made only where steel is laid
        yield {"kind": "drawing", "svg": steel_drawings.steel_plan(piece, planned, self.units)}
        yield {"kind": "drawing", "svg": steel_drawings.steel_section(piece, planned, self.units)}
        yield {"kind": "text", "text": "The section runs from front to back as it lies; its height is drawn larger."}
        mesh = (
            [[steel.mesh_name, f"{self._of(steel.mesh.length)} × {self._of(steel.mesh.width)}"]] if steel.mesh else []
        )
        yield table(["To cut", ""], [*mesh, *self._alike(steel.bar_name, steel.bars)])

    def _covers(self, planned: PiecePlan) -> Iterator[list[str]]:
        stack, cage = planned.steel.stack, planned.steel.cage
        if stack:
            yield ["Height of the steel", self._of(stack.height)]
            yield ["Concrete under it", self._of(stack.under)]
            yield ["Cover to the show face", f"{self._of(stack.cover_show)} of {self._of(stack.cover_needed)} needed"]
            yield ["Cover to the back", f"{self._of(stack.cover_back)} of {self._of(stack.back_needed)} needed"]
        elif cage:
            yield ["Cover", f"{self._of(cage.cover)} of {self._of(cage.cover_needed)} needed"]

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
            "text": "Legs are measured along the middle of the bar, from sharp corner to sharp corner. A mark is where "
            f"a bend begins, from the end of the bar; it is bent round {self._of(cage.bent[0].mandrel)}.",
        }

    def _bent(self, bar: BentBar) -> str:
        marks = ", ".join(f"{bend.angle_deg:.0f}° {bend.way} at {self._mm(bend.at_mm)}" for bend in bar.bends)
        return f"{marks or 'rolled to a ring'}{f'; {bar.closing}' if bar.closing else ''}"
