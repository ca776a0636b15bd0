"""What closes a drop edge of a top over cabinets: behind it board and rail stand back, under it lies a strip."""

from collections.abc import Iterator, Sequence
from math import hypot

from shapely import LineString

from ulbrek.core.base.figure import work
from ulbrek.core.form import rules
from ulbrek.core.form.boards import is_box, placed
from ulbrek.core.form.brief import FormBrief
from ulbrek.core.form.result import Board, Joint, Screw
from ulbrek.core.form.sides import Side
from ulbrek.core.kit.geometry.edge import Point
from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.kit.moulding import MouldShape

_LEVEL_MM = 0.01


def drops(brief: FormBrief) -> Sequence[MouldShape]:
    """What of a top over cabinets hangs down in front of its board."""
    if brief.beneath is None:
        return ()
    return tuple(
        one for one in brief.moulded if one.stands_out and one.kind == "drop edge" and one.prism.bottom_mm < -_LEVEL_MM
    )


def under_drops(brief: FormBrief) -> Iterator[Board]:
    """The strips under drop edges, between side and rail; mitred where two meet.

    Args:
        brief: what the form is for
    """
    board = brief.sheet.thickness_mm
    for one in drops(brief):
        foot, (start, end) = one.prism.outline, _front(one)
        run, of = hypot(end.x - start.x, end.y - start.y), f"{brief.piece}/under-{one.feature}"
        along = Point((end.x - start.x) / run, (end.y - start.y) / run)
        across = [Point(v.x - start.x, v.y - start.y) for v in foot.vertices]
        reach = [v.x * along.x + v.y * along.y for v in across]
        deep = [v.y * along.x - v.x * along.y for v in across]
        flat = Outline(
            tuple(
                Vertex(x - min(reach), y - min(deep), v.bulge)
                for x, y, v in zip(reach, deep, foot.vertices, strict=True)
            )
        )
        low = one.prism.bottom_mm - board
        yield placed(
            f"under-{one.feature}", f"Strip under {one.name.lower()}", "drop strip",
            (
                work(rules.strip, of, inside_mm=round(max(reach) - min(reach), 3), at_start_mm=0.0, at_end_mm=0.0),
                work(rules.strip_height, of, thickness_mm=round(max(deep) - min(deep), 3), lap_mm=0.0),
            ),
            foot, (low, low + board, low + board), board, brief.sheet.id,
            shape=() if is_box(flat) else flat.path,
        )  # fmt: skip


def through_the_strip(brief: FormBrief, side: Side, made: Joint, screws: Sequence[Screw]) -> list[Screw]:
    """The screws of a side, longer where they go through the strip under its drop edge into the rail.

    Args:
        brief: what the form is for
        side: the side
        made: how sides are screwed
        screws: of that side
    """
    thick = max((_thick_mm(one) for one in drops(brief) if _along(one, side)), default=0.0)
    if not thick:
        return list(screws)
    sold = sorted(brief.supplies.screw.lengths_mm)
    long = next((one for one in sold if one >= made.screw_mm + thick), sold[-1])
    return [Screw(one.x_mm, one.y_mm, one.way, one.dx, one.dy, long) for one in screws]


def _thick_mm(one: MouldShape) -> float:
    foot, (start, end) = one.prism.outline, _front(one)
    back = foot.vertices[2]
    run = hypot(end.x - start.x, end.y - start.y)
    return abs((back.x - start.x) * (end.y - start.y) - (back.y - start.y) * (end.x - start.x)) / run


def _along(one: MouldShape, side: Side) -> bool:
    middle = LineString([side.edge.start, side.edge.end]).interpolate(0.5, normalized=True)
    return bool(LineString([(v.x, v.y) for v in _front(one)]).distance(middle) < 1e-3)


def _front(one: MouldShape) -> tuple[Vertex, Vertex]:
    """Where the edge that hangs down begins and ends."""
    start, end, *_ = one.prism.outline.vertices
    return start, end
