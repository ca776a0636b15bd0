"""Lines out of an SVG file."""

import re
from collections.abc import Iterator, Sequence
from itertools import pairwise
from math import hypot, isfinite, tan
from typing import Any
from xml.etree.ElementTree import Element, ParseError

import svgelements as svg
from defusedxml import DefusedXmlException
from defusedxml.ElementTree import fromstring

from ulbrek.files.drawn_lines import MOST_ENTITIES, TOLERANCE_MM, Pline, Unit, chords, refuse
from ulbrek.files.problems import InvalidDocumentError

DEEPEST = 40
MOST_POINTS = 50_000
MOST_SEGMENTS = 10_000  # of all paths together
MOST_NUMBERS = 100_000
LONGEST_TRANSFORM = 400
MOST_CURVES = 5_000
CURVE_SAMPLES = 16
_COMMAND = re.compile(r"[A-DF-Za-df-z]")  # an e is an exponent
_NUMBER = re.compile(r"\d+")
_TRANSFORM = re.compile(r"\s*(?:(?:matrix|translate|scale|rotate|skewX|skewY)\s*\([^()]*\)[\s,]*)*")
_LENGTH = re.compile(r"^\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d{1,3})?)\s*(mm|cm|in|px|pt)?\s*$")
_TO_MM = {"mm": 1.0, "cm": 10.0, "in": 25.4, "pt": 25.4 / 72}
_SHAPES = {
    "path": lambda a: svg.Path(a.get("d", "")),
    "rect": lambda a: svg.Path(svg.Rect(*(_number(a.get(k)) for k in ("x", "y", "width", "height", "rx", "ry")))),
    "circle": lambda a: svg.Path(svg.Circle(*(_number(a.get(k)) for k in ("cx", "cy", "r")))),
    "ellipse": lambda a: svg.Path(svg.Ellipse(*(_number(a.get(k)) for k in ("cx", "cy", "rx", "ry")))),
    "line": lambda a: svg.Path(svg.SimpleLine(*(_number(a.get(k)) for k in ("x1", "y1", "x2", "y2")))),
    "polyline": lambda a: svg.Path(svg.Polyline(a.get("points", ""))),
    "polygon": lambda a: svg.Path(svg.Polygon(a.get("points", ""))),
}


def read(content: bytes) -> tuple[list[Pline], Unit | None]:
    """The lines of an SVG drawing, y turned up, in millimetres where it says its size in a unit of length.

    Raises:
        InvalidDocumentError: when it is broken, nested too deeply, or holds too much
    """
    try:
        root = fromstring(content)
    except (ParseError, DefusedXmlException, ValueError, LookupError) as error:
        raise refuse("It is not an SVG drawing that can be read.", "Save it anew as plain SVG.") from error
    if _plain(root) != "svg":
        raise refuse("It is not an SVG drawing.", "Save it anew as plain SVG.")
    scale = _scale(root)
    found: list[tuple[Element, Any]] = []
    for element, matrix in _elements(root, svg.Matrix(), 0):
        if len(found) >= MOST_ENTITIES:
            raise refuse(f"It holds over {MOST_ENTITIES:,} elements.", "Keep only the outline and its openings in it.")
        found.append((element, matrix))
    _refuse_too_much([element for element, _ in found])
    walk = _Walk(scale or 1.0)
    lines = [line for element, matrix in found for line in walk.lines(element, matrix)]
    return lines, "mm" if scale else None


def _refuse_too_much(elements: Sequence[Element]) -> None:
    """Refuses what would take long to read, before it is read: by the length of what is written."""
    written = [element.get("d", "") + element.get("points", "") for element in elements]
    commands = sum(len(_COMMAND.findall(one)) for one in written)
    numbers = sum(len(_NUMBER.findall(one)) for one in written)
    if commands > MOST_SEGMENTS or numbers > MOST_NUMBERS:
        raise refuse("Its paths are too long.", "Draw it with arcs, or more coarsely.")


def _plain(element: Element) -> str:
    tag = element.tag
    return tag.rpartition("}")[2] if isinstance(tag, str) else ""


def _number(text: str | None) -> float:
    found = _LENGTH.match(text or "0")
    return float(found[1]) if found else 0.0


def _scale(root: Element) -> float | None:
    """How many millimetres a unit of the drawing is; None where it does not say."""
    found = _LENGTH.match(root.get("width", ""))
    if not found or found[2] not in _TO_MM:
        return None
    wide = float(found[1]) * _TO_MM[found[2]]
    box = re.split(r"[\s,]+", root.get("viewBox", "").strip())
    try:
        across = float(box[2]) if len(box) == 4 else None
    except ValueError:
        across = None
    # Without a viewBox a user unit is a pixel, of which 96 are an inch.
    scale = wide / across if across else 25.4 / 96
    return scale if isfinite(scale) and 0 < scale < 1e6 else None


def _elements(element: Element, matrix: Any, depth: int) -> Iterator[tuple[Element, Any]]:  # noqa: ANN401
    if depth > DEEPEST:
        raise refuse("Its groups are nested too deeply.", "Take its groups apart, and save it anew.")
    for child in element:
        name = _plain(child)
        if name in ("defs", "clipPath", "mask", "symbol", "marker", "pattern", "metadata", "style", "script"):
            continue
        transform = child.get("transform", "")
        if len(transform) > LONGEST_TRANSFORM or not _TRANSFORM.fullmatch(transform):
            raise refuse("One of its transforms cannot be read.", "Save it anew as plain SVG.")
        try:
            own = svg.Matrix(transform) * matrix
        except Exception as error:
            raise refuse("One of its transforms cannot be read.", "Save it anew as plain SVG.") from error
        if name in _SHAPES:
            yield child, own
        elif name in ("g", "a", "svg", "switch"):
            yield from _elements(child, own, depth + 1)


class _Walk:
    """Goes along paths, and counts the points and curves that it comes by: both are bounded."""

    def __init__(self, scale: float) -> None:
        self.scale, self.points, self.curves = scale, 0, 0

    def lines(self, element: Element, matrix: Any) -> Iterator[Pline]:  # noqa: ANN401
        """The lines of one element."""
        try:
            path = _SHAPES[_plain(element)](element) * matrix
            path.reify()
            if len(path) > MOST_SEGMENTS:
                raise refuse("One of its paths is too long.", "Draw it with arcs, or more coarsely.")
            yield from self._along(path)
        except InvalidDocumentError:
            raise
        except Exception as error:  # a broken path may bring out anything in who reads it
            raise refuse("One of its lines cannot be read.", "Save it anew as plain SVG.") from error

    def _along(self, path: Any) -> Iterator[Pline]:  # noqa: ANN401
        """The path's lines: each begins where the pen is set down anew."""
        corners: list[tuple[float, float, float]] = []
        closed = False
        for segment in path:
            if isinstance(segment, svg.Move):
                if len(corners) > 1:
                    yield Pline(corners, closed)
                corners, closed = [], False
            closed = closed or isinstance(segment, svg.Close)
            if isinstance(segment, svg.Move | svg.Line | svg.Close):
                self._go_to(corners, segment.end)
            else:
                self._curve(corners, segment)
        if len(corners) > 1:
            yield Pline(corners, closed)

    def _curve(self, corners: list[tuple[float, float, float]], segment: Any) -> None:  # noqa: ANN401
        """A circular arc keeps its bulge; any other curve becomes chords within the tolerance."""
        if isinstance(segment, svg.Arc) and abs(segment.rx - segment.ry) < 1e-6 * max(segment.rx, 1e-9):
            parts = 2 if abs(segment.sweep) > 3.1 else 1
            for part in range(1, parts + 1):
                if corners:
                    x, y, _ = corners[-1]
                    # Turned up side down, clockwise becomes counter-clockwise.
                    corners[-1] = (x, y, tan(-segment.sweep / parts / 4))
                self._go_to(corners, segment.point(part / parts))
            return
        self.curves += 1
        if self.curves > MOST_CURVES:
            raise refuse("It holds too many curves.", "Draw it with arcs, or more coarsely.")
        length = _length(segment) * self.scale
        count = chords(length, max(length / 6, 1.0), TOLERANCE_MM)
        for step in range(1, count + 1):
            self._go_to(corners, segment.point(step / count))

    def _go_to(self, corners: list[tuple[float, float, float]], at: Any) -> None:  # noqa: ANN401
        if at is None or not (isfinite(at.x) and isfinite(at.y)):
            raise ValueError("a place that is no number")
        self.points += 1
        if self.points > MOST_POINTS:
            raise refuse("Its curves hold too many points.", "Draw it with arcs, or more coarsely.")
        corners.append((float(at.x) * self.scale, -float(at.y) * self.scale, 0.0))


def _length(segment: Any) -> float:  # noqa: ANN401
    """How long a curve is, near enough to divide it by: through a few of its points, whatever its size."""
    places = [segment.point(step / CURVE_SAMPLES) for step in range(CURVE_SAMPLES + 1)]
    return sum(hypot(b.x - a.x, b.y - a.y) for a, b in pairwise(places))
