"""The page of moving: a handling card for each piece, what its place must carry, and what is joined on."""

from collections.abc import Iterator

from ulbrek.core.base.units.quantity import NBSP, write_quantity
from ulbrek.core.handling.result import HandlingResult, Lift
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.plan.result import PiecePlan
from ulbrek.files.pack.drawings import WIDTH_MM, draw_feature
from ulbrek.files.pack.svg import CONCRETE, Box, Drawing
from ulbrek.files.pack.words import Block, Words, clock, letter, table


class MovePages(Words):
    """The page of moving."""

    def _move(self) -> Iterator[Block]:
        for piece, planned in zip(self.job.pieces, self.plan.pieces, strict=True):
            handled = planned.handling
            people = self._of(handled.people_needed) if handled.by_hand else "on a cart, by a hoist, or in parts"
            yield {"kind": "heading", "text": planned.name}
            if handled.edge_down:
                chosen = next(way for way in handled.lifts[1:] if way.chosen)
                yield {"kind": "drawing", "svg": handling_card(piece, planned, chosen)}
            yield table(
                ["", ""],
                [
                    ["Weight with steel, fresh" if planned.steel.mass else "Weight, fresh", self._range(handled.mass)],
                    *([["Both heads and bar", self._range(handled.on_bar)]] if handled.on_bar else []),
                    *(
                        [["Weight in its form", self._range(handled.in_form)]]
                        if handled.in_form and not handled.stays
                        else []
                    ),
                    *self._on_the_way(planned, people),
                    *self._placed(handled),
                ],
            )
        yield from self._joined()
        care = dict.fromkeys(line for planned in self.plan.pieces for line in planned.handling.care)
        if care:
            yield {"kind": "care", "lines": [self._said(line) for line in care]}
        yield {
            "kind": "text",
            "text": "Anything that holds people up, retains earth or hangs over heads is for a licensed engineer "
            "and the local code.",
        }

    def _on_the_way(self, planned: PiecePlan, people: str) -> Iterator[list[str]]:
        handled = planned.handling
        if handled.stays:
            yield ["On the way", "it stays where it is cast; nobody lifts it"]
            return
        turn, *ways = handled.lifts
        chosen = next(way for way in ways if way.chosen)
        yield ["People to carry", people]
        yield from self._edge(handled)
        if turn.chosen:
            name = next(need.name for need in handled.needs if need.id == "turn")
            round_ = next(one for one in self.job.pieces if one.id == planned.id).outline.kind == "disc"
            on = "its rim" if round_ else "its long edge"
            edge = f"on {on}, " if handled.edge_down else ""
            yield [name, f"{edge}{self._not_before(planned, 'turn')}"]
        way = f"{chosen.id}, " if handled.slide else ""  # what is no slab is carried as it stands
        yield ["Carry", f"{way}{self._not_before(planned, 'carry')}"]
        yield from self._set_down(planned)
        if turn.chosen:
            yield ["Bending stress, turning", self._stress(turn)]
        yield ["Bending stress, carrying", self._stress(chosen)]

    def _set_down(self, planned: PiecePlan) -> Iterator[list[str]]:
        for name, lift in (("Slide it", planned.handling.slide), ("Let it down by straps", planned.handling.lowered)):
            if lift and lift.chosen:
                yield [name, self._not_before(planned, "set")]
                yield ["Bending stress", self._stress(lift)]

    def _edge(self, handled: HandlingResult) -> Iterator[list[str]]:
        if handled.edge_down:
            yield ["Edge down", f"{handled.edge_down.side}: {handled.edge_down.why}"]
            yield [
                "Hold or strap at",
                f"{' and '.join(self._held(strap.at_mm) for strap in handled.straps)} from the left end",
            ]
        if handled.tipping:
            told = (
                f"tips at a lean of {self._of(handled.tipping.angle)}, or with a push of "
                f"{self._of(handled.tipping.push)} at the top"
            )
            yield ["Standing alone", told]
        if handled.in_wind:
            stood = handled.in_wind
            yield ["In the wind", f"tips at {self._of(stood.tips)}, slides at {self._of(stood.slides)}"]

    def _placed(self, handled: HandlingResult) -> Iterator[list[str]]:
        placed = handled.placed
        if placed:
            supports = zip(placed.supports_mm, placed.carried, strict=True)
            yield [
                "Supports at",
                ", ".join(f"{self._held(at)} ({self._of(carried)})" for at, carried in supports),
            ]
            yield ["Bending stress in use", self._stress(placed.lift)]
            if placed.steel:
                yield ["Moment on the steel alone", f"{self._of(placed.asked)} of {self._of(placed.steel)}"]
            yield ["Total on supports", self._of(placed.in_all)]

    def _stress(self, lift: Lift) -> str:
        stress, _, unit = self._of(lift.stress).rpartition(NBSP)
        limit = self._of(lift.limit)
        return (
            f"{stress} of {limit} at 28 days" if limit.endswith(unit) else f"{stress}{NBSP}{unit} of {limit} at 28 days"
        )

    def _joined(self) -> Iterator[Block]:
        joined = self.plan.joined
        if not joined.parts:
            return
        yield {"kind": "heading", "text": "Attached parts"}
        rows = []
        for part in joined.parts:
            sides = (part.length_mm, part.width_mm, part.thickness_mm)
            size = " × ".join(self._mm(side) for side in sides if side)
            rows.append([part.name, letter(part.kind), str(part.count), size])
        yield table(["", "", "Count", "Size"], rows)
        for wood in joined.wood:
            cuts = "; ".join(" + ".join(self._cut(part.length_mm) for part in length.parts) for length in wood.lengths)
            yield {"kind": "text", "text": f"{self._of(wood.count)} of {self._sold(wood.length_mm)}: {cuts}."}

    def _not_before(self, planned: PiecePlan, act: str) -> str:
        """The strength that an act needs, and when it is there."""
        need = next(one for one in planned.handling.needs if one.id == act)
        assert need.strength is not None  # noqa: S101 - all acts of moving need one
        cure = self.plan.cure
        when = next((one for one in cure.acts if one.id == act and one.piece == planned.id), None)
        hour = ""
        if when is not None and when.never:
            return f"not possible with this mix: it needs {self._of(need.strength)}"
        if when is not None:
            hour = (
                f", {clock(when.at, cure)}"
                if when.at
                else f", {write_quantity(when.due_h, 'h', self.units)} after mixing"
            )
        return f"from {self._of(need.strength)}{hour}"


def handling_card(piece: Piece, planned: PiecePlan, chosen: Lift) -> str:
    """The piece from above: the edge that goes down, where it is held, and the section that would break first."""
    measured, handled = planned.measure, planned.handling
    length, width = measured.length_mm, measured.width_mm
    drawing = Drawing(Box(0, 0, length, width), WIDTH_MM * 0.8, 70, mirrored=False, margin_mm=9)
    drawing.path(measured.path, CONCRETE, 0.5)
    for feature in measured.features:
        draw_feature(drawing, feature)
    if handled.edge_down:
        edge = handled.edge_down.line
        drawing.line(edge.x1, edge.y1, edge.x2, edge.y2, 2.2)
        for strap in handled.straps:
            x1, y1 = drawing.x(strap.line.x1), drawing.y(strap.line.y1)
            x2, y2 = drawing.x(strap.line.x2), drawing.y(strap.line.y2)
            over_x, over_y = (0.0, 4.0) if x1 == x2 else (4.0, 0.0)
            drawing.paper_line(x1 - over_x, y1 + over_y, x2 + over_x, y2 - over_y, 0.7)
    for strip in chosen.strips:
        if chosen.along == "x":
            drawing.line(chosen.at_mm, strip.start_mm, chosen.at_mm, strip.end_mm, 0.9, "2 1.4")
        else:
            drawing.line(strip.start_mm, chosen.at_mm, strip.end_mm, chosen.at_mm, 0.9, "2 1.4")
    drawing.words(
        drawing.x(length / 2), drawing.y(0) + 8, f"{piece.name}: thick line: edge down, thin lines: hold here"
    )
    return drawing.svg()
