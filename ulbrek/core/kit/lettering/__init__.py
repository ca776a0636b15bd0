"""Letters and numbers as outlines, so that they can be cast, cut and weighed."""

from collections.abc import Iterator
from functools import cache
from typing import NamedTuple

from shapely import Point as At
from shapely import Polygon

from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.kit.lettering.glyphs import CAPITAL, GLYPHS
from ulbrek.core.kit.remembering import remembered


class Letter(NamedTuple):
    """One closed part of a letter and the holes in it."""

    outline: Outline
    holes: tuple[Outline, ...]


def missing(text: str) -> str:
    """The letters of a text that cannot be cast, each once."""
    return "".join(dict.fromkeys(letter for letter in text if letter not in GLYPHS))


def _held(_: tuple[Letter, ...], text: str, _height_mm: float) -> int:
    return 1_000 + 200 * sum(map(corners_of, text))


@remembered(4_000_000, _held)
def set_text(text: str, height_mm: float) -> tuple[Letter, ...]:
    """A line of text about the origin, to be read as it stands; letters that are missing leave a space.

    Args:
        text: what is written
        height_mm: of a capital
    """
    scale = height_mm / CAPITAL
    from_left = -width_of(text, height_mm) / 2
    found: list[Letter] = []
    for letter in text:
        for part in _parts(letter if letter in GLYPHS else " "):
            found.append(
                Letter(
                    _placed(part.outline, scale, from_left, -height_mm / 2),
                    tuple(_placed(hole, scale, from_left, -height_mm / 2) for hole in part.holes),
                )
            )
        from_left += _advance(letter) * scale
    return tuple(found)


def width_of(text: str, height_mm: float) -> float:
    """How long a line of text is [mm], its capitals being ``height_mm`` high."""
    return sum(_advance(letter) for letter in text) * height_mm / CAPITAL


def _advance(letter: str) -> int:
    return GLYPHS.get(letter, GLYPHS[" "])[0]


@cache
def _parts(letter: str) -> tuple[Letter, ...]:
    """A letter's parts in font units. Its contours run clockwise, their holes the other way."""
    contours = list(_contours(GLYPHS.get(letter, GLYPHS[" "])[1]))
    bodies = [Outline(tuple(Vertex(x, y) for x, y in points[::-1])) for points in contours if _area(points) < 0]
    holes = [Outline(tuple(Vertex(x, y) for x, y in points)) for points in contours if _area(points) > 0]
    return tuple(
        Letter(body, tuple(hole for hole in holes if body.polygon.contains(At(hole.vertices[0].x, hole.vertices[0].y))))
        for body in bodies
    )


def _contours(written: str) -> Iterator[list[tuple[float, float]]]:
    for contour in written.split(";"):
        if contour:
            pairs = (point.split(",") for point in contour.split(" "))
            yield [(float(x), float(y)) for x, y in pairs]


def _area(points: list[tuple[float, float]]) -> float:
    ring = Polygon(points).exterior
    return 1.0 if ring.is_ccw else -1.0


def _placed(outline: Outline, scale: float, x: float, y: float) -> Outline:
    return Outline(tuple(Vertex(v.x * scale + x, v.y * scale + y) for v in outline.vertices))


def corners_of(letter: str) -> int:
    """How many corners a letter is drawn with."""
    return GLYPHS.get(letter, GLYPHS[" "])[1].count(",")
