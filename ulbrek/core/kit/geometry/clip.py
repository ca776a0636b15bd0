"""An outline cut in two by a straight line, its arcs kept as arcs: what a seam does."""

from math import cos, hypot, sin, sqrt, tan
from typing import NamedTuple

from ulbrek.core.kit.geometry.edge import Edge, Point
from ulbrek.core.kit.geometry.outline import Outline, Vertex

_ON_LINE_MM = 1e-7
_SLIVER_MM2 = 1e-3  # what a line along an edge shaves off


class CutLine(NamedTuple):
    """A straight line: a point of it, and the direction it runs in, of length one."""

    at: Point
    along: Point

    def side(self, point: Point) -> float:
        """How far a point is to the left of it [mm]; negative to its right."""
        return self.along.x * (point.y - self.at.y) - self.along.y * (point.x - self.at.x)

    def run(self, point: Point) -> float:
        """How far along it a point is [mm]."""
        return self.along.x * (point.x - self.at.x) + self.along.y * (point.y - self.at.y)


class _Piece(NamedTuple):
    """A part of an edge on one side of the line, and whether it begins and ends on it."""

    start: Point
    end: Point
    bulge: float
    name: str


def split(outline: Outline, line: CutLine) -> tuple[list[Outline], list[Outline]]:
    """The parts of an outline left and right of a line.

    A corner that lies on the line is taken to lie a ten-millionth of a millimetre beside it.

    Args:
        outline: any
        line: where it is cut; the new edges are called ``seam``

    Returns:
        the parts to the left of the line, and those to its right
    """
    while any(abs(line.side(Point(v.x, v.y))) < _ON_LINE_MM / 2 for v in outline.vertices):
        line = CutLine(
            Point(line.at.x - line.along.y * _ON_LINE_MM, line.at.y + line.along.x * _ON_LINE_MM), line.along
        )
    pieces = [
        part for edge, name in zip(outline.edges, outline.edge_names, strict=True) for part in _parted(edge, name, line)
    ]
    backwards = CutLine(line.at, Point(-line.along.x, -line.along.y))
    return _assembled(pieces, line), _assembled(pieces, backwards)


def _parted(edge: Edge, name: str, line: CutLine) -> list[_Piece]:
    """An edge cut where it crosses the line."""
    shares = _crossings(edge, line)
    found, begun = [], 0.0
    for share in (*shares, 1.0):
        found.append(_Piece(_point_at(edge, begun), _point_at(edge, share), _part_bulge(edge, share - begun), name))
        begun = share
    return found


def _crossings(edge: Edge, line: CutLine) -> list[float]:
    """Where an edge crosses the line, as shares of it from 0 to 1."""
    if not edge.is_arc:
        start, end = line.side(edge.start), line.side(edge.end)
        return [start / (start - end)] if (start < 0) != (end < 0) else []
    off = line.side(edge.centre)
    if abs(off) >= edge.radius:
        return []
    reach = sqrt(edge.radius**2 - off**2)
    foot = Point(edge.centre.x + line.along.y * off, edge.centre.y - line.along.x * off)
    shares = []
    for sign in (-1, 1):
        x, y = foot.x + sign * reach * line.along.x, foot.y + sign * reach * line.along.y
        shares.append(edge.share_of(Point(x, y)))
    return sorted(share for share in shares if share is not None and 0 < share < 1)


def _point_at(edge: Edge, share: float) -> Point:
    if share in (0.0, 1.0):
        return edge.start if share == 0.0 else edge.end
    if not edge.is_arc:
        return Point(
            edge.start.x + share * (edge.end.x - edge.start.x), edge.start.y + share * (edge.end.y - edge.start.y)
        )
    way = edge.begin + share * edge.angle
    return Point(edge.centre.x + edge.radius * cos(way), edge.centre.y + edge.radius * sin(way))


def _part_bulge(edge: Edge, share: float) -> float:
    return tan(edge.angle * share / 4) if edge.is_arc else 0.0


def _assembled(pieces: list[_Piece], line: CutLine) -> list[Outline]:
    """The parts to the left of the line, closed along it.

    Sorted along the line, its crossings bound what is inside two by two: whoever comes to one leaves from the next.
    """
    kept = [piece for piece in pieces if line.side(_middle(piece)) > 0]
    if len(kept) == len(pieces):
        return [_outline(pieces)]
    chains = _chains(kept)
    starts = sorted(chains, key=lambda chain: line.run(chain[0].start))
    parts: list[Outline] = []
    open_chains = list(chains)
    while open_chains:
        first = chain = open_chains.pop(0)
        loop = list(chain)
        while True:
            reached = line.run(chain[-1].end)
            ahead = [one for one in starts if line.run(one[0].start) > reached - _ON_LINE_MM]
            chain = min(ahead, key=lambda one: line.run(one[0].start), default=first)
            loop.append(_Piece(loop[-1].end, chain[0].start, 0.0, "seam"))
            if chain is first:
                break
            if chain not in open_chains:  # a line that only grazes an arc
                break
            open_chains.remove(chain)
            loop += chain
        parts.append(_outline(loop))
    return [part for part in parts if part.edges and part.area_mm2 > _SLIVER_MM2]


def _chains(kept: list[_Piece]) -> list[list[_Piece]]:
    """Pieces that follow one another, put together."""
    chains: list[list[_Piece]] = []
    for piece in kept:
        if chains and chains[-1][-1].end == piece.start:
            chains[-1].append(piece)
        else:
            chains.append([piece])
    if len(chains) > 1 and chains[-1][-1].end == chains[0][0].start:
        chains[0] = chains.pop() + chains[0]
    return chains


def _middle(piece: _Piece) -> Point:
    """The middle of a piece: of an arc, the point of it farthest from its chord."""
    dx, dy = piece.end.x - piece.start.x, piece.end.y - piece.start.y
    return Point(
        (piece.start.x + piece.end.x) / 2 + dy * piece.bulge / 2,
        (piece.start.y + piece.end.y) / 2 - dx * piece.bulge / 2,
    )


def _outline(pieces: list[_Piece]) -> Outline:
    long = [piece for piece in pieces if hypot(piece.end.x - piece.start.x, piece.end.y - piece.start.y) > 0]
    return Outline(
        tuple(Vertex(piece.start.x, piece.start.y, piece.bulge) for piece in long), tuple(piece.name for piece in long)
    )
