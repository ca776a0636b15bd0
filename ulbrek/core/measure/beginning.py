"""What is put into a piece, and what other outline it gets, as they are begun: at usual sizes, in the middle."""

from collections.abc import Callable, Mapping
from typing import Any, get_args

import shapely
from pydantic import TypeAdapter
from shapely import Point

from ulbrek.core.base.units import Units
from ulbrek.core.measure.features import AnyFeature, Feature
from ulbrek.core.measure.features.drop_edge import DropEdge
from ulbrek.core.measure.features.start import PieceBegun, Values
from ulbrek.core.measure.inputs.outlines import AnyOutline, Disc, PieceOutline
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.outlines import outline_of

_FEATURE: TypeAdapter[AnyFeature] = TypeAdapter(Feature)
_OUTLINE: TypeAdapter[AnyOutline] = TypeAdapter(PieceOutline)
_BEGUN: Mapping[str, type[AnyFeature]] = {
    kind.model_fields["kind"].default: kind for kind in get_args(AnyFeature) if not kind.read_from_a_file
}
_LEAST_MM = 10.0
_NEAR = 0.3  # of the smaller side: nearer than that the middle of the box is no place to begin


class CannotBeginError(ValueError):
    """There is no such kind, or it is not begun but read from a file."""


def begin_feature(kind: str, piece: Piece, units: Units) -> AnyFeature:
    """A feature as it is begun in a piece.

    Args:
        kind: what kind of feature
        piece: the piece
        units: those of who begins it

    Raises:
        CannotBeginError: when there is no such kind, or it is read from a file
    """
    chosen = _BEGUN.get(kind)
    if chosen is None:
        raise CannotBeginError(f"Nothing is begun as a “{kind}”. Give one of {', '.join(sorted(_BEGUN))}.")
    begun = _of(piece, units)
    named = {"kind": kind, "id": _fresh_id(piece, chosen.stem), "name": str(chosen.model_config["title"])}
    return _FEATURE.validate_python({**named, **_place(chosen, piece, begun), **chosen.begun(begun)})


def _of(piece: Piece, units: Units) -> PieceBegun:
    """The room in a piece: all of it, or where its middle is near an edge or outside, the largest circle in it."""
    outline = outline_of(piece.outline)
    left, front, right, back = outline.box
    length, width, middle = right - left, back - front, Point((left + right) / 2, (front + back) / 2)
    body = outline.polygon
    if body.contains(middle) and middle.distance(body.exterior) >= _NEAR * min(length, width):
        is_round = isinstance(piece.outline, Disc)
        return PieceBegun(length, width, middle.x, middle.y, is_round, piece.thickness.mm, units)
    spoke = shapely.maximum_inscribed_circle(body, tolerance=1.0)
    x, y = spoke.coords[0]
    return PieceBegun(2 * spoke.length, 2 * spoke.length, x, y, True, piece.thickness.mm, units)


def _place(kind: type[AnyFeature], piece: Piece, begun: PieceBegun) -> Values:
    """The middle of the room in it; of a drop edge its front, or the first edge that it has."""
    if issubclass(kind, DropEdge):
        names = [name for name in outline_of(piece.outline).edge_names if name]
        return {"edge": "front" if "front" in names or not names else names[0]}
    return {
        axis: {"side": side, "to": "centre", "offset": begun.whole(at)}
        for axis, side, at in (("x", "left", begun.x_mm), ("y", "front", begun.y_mm))
    }


def _fresh_id(piece: Piece, stem: str) -> str:
    """An id that the piece does not have yet."""
    taken = {feature.id for feature in piece.features}
    number = next(n for n in range(1, len(taken) + 2) if (stem if n == 1 else f"{stem}-{n}") not in taken)
    return stem if number == 1 else f"{stem}-{number}"


def begin_outline(kind: str, piece: Piece, units: Units) -> AnyOutline:
    """Another outline for a piece, as large as it is now.

    Args:
        kind: what kind of outline
        piece: the piece
        units: those of who begins it

    Raises:
        CannotBeginError: when there is no such kind, or it is read from a file
    """
    make = _OUTLINES.get(kind)
    if make is None:
        raise CannotBeginError(f"Nothing is begun as a “{kind}”. Give one of {', '.join(sorted(_OUTLINES))}.")
    begun = _of(piece, units)
    left, front, right, back = outline_of(piece.outline).box

    def whole(mm: float) -> Values:
        return begun.whole(max(_LEAST_MM, mm))

    return _OUTLINE.validate_python({"kind": kind, **make(right - left, back - front, whole)})


_Made = Callable[[float, float, Callable[[float], Values]], dict[str, Any]]
_OUTLINES: Mapping[str, _Made] = {
    "rectangle": lambda long, wide, mm: {"length": mm(long), "width": mm(wide)},
    "l": lambda long, wide, mm: {
        "length": mm(long), "width": mm(wide), "along": mm(wide * 0.45), "across": mm(long * 0.4),
    },
    "u": lambda long, wide, mm: {
        "length": mm(long), "width": mm(wide), "along": mm(wide * 0.4),
        "left": mm(long * 0.25), "right": mm(long * 0.25),
    },
    "trapezoid": lambda long, wide, mm: {"front": mm(long), "back": mm(long * 0.7), "width": mm(wide)},
    "polygon": lambda long, wide, mm: {"size": mm(min(long, wide))},
    "disc": lambda long, wide, mm: {"diameter": mm(min(long, wide))},
    "half disc": lambda long, _, mm: {"diameter": mm(long)},
    "arch block": lambda _long, _wide, mm: {"span": mm(2400), "rise": mm(800), "depth": mm(150), "blocks": 11},
    "steps": lambda _long, _wide, mm: {"number": 3, "rise": mm(150), "going": mm(300)},
    "offsets": lambda long, wide, mm: {
        "readings": [
            {"along": mm(long * along) if along else 0, "off": mm(wide * off)}
            for along, off in ((0, 0.8), (0.25, 0.95), (0.5, 1), (0.75, 0.95), (1, 0.8))
        ]
    },
    "free": lambda long, wide, mm: {
        "corners": [
            {"x": 0, "y": 0}, {"x": mm(long), "y": 0}, {"x": mm(long), "y": mm(wide)}, {"x": 0, "y": mm(wide)},
        ]
    },
}  # fmt: skip

# What may be begun, in the order in which it is met with.
FEATURES_BEGUN = tuple(_BEGUN)
OUTLINES_BEGUN = tuple(_OUTLINES)
