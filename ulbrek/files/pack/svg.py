"""Drawings for print: black on white, big figures, in millimetres of the paper."""

from collections.abc import Iterable, Sequence
from html import escape
from math import hypot
from typing import NamedTuple

INK, GREY, BOARD, CONCRETE, FOAM = "#000000", "#666666", "#e9e2d3", "#e4e4e1", "#ffffff"


class Box(NamedTuple):
    """A rectangle [mm of the piece]: near corner and sides."""

    x: float
    y: float
    dx: float
    dy: float


class Drawing:
    """A true-scale drawing of part of a plan: y to the back, mirrored left to right where wanted."""

    def __init__(self, extent: Box, width_mm: float, height_mm: float, mirrored: bool, margin_mm: float = 12) -> None:
        """A drawing of ``extent`` [mm of the piece] on paper of this size [mm]."""
        self.extent, self.mirrored, self.margin = extent, mirrored, margin_mm
        self.scale = min((width_mm - 2 * margin_mm) / extent.dx, (height_mm - 2 * margin_mm) / extent.dy)
        self.width, self.height = width_mm, extent.dy * self.scale + 2 * margin_mm
        self.left = (width_mm - extent.dx * self.scale) / 2
        self._parts: list[str] = []

    def x(self, mm: float) -> float:
        """Where a place along x is on the paper [mm]."""
        along = mm - self.extent.x
        return self.left + (self.extent.dx - along if self.mirrored else along) * self.scale

    def y(self, mm: float) -> float:
        """Where a place along y is on the paper [mm]."""
        return self.margin + (self.extent.y + self.extent.dy - mm) * self.scale

    def box(self, box: Box, fill: str = "none", stroke: float = 0.35, dash: str = "", radius_mm: float = 0) -> None:
        """A rectangle of the piece."""
        x, y = min(self.x(box.x), self.x(box.x + box.dx)), self.y(box.y + box.dy)
        self._parts.append(
            f'<rect x="{x:.2f}" y="{y:.2f}" width="{box.dx * self.scale:.2f}" height="{box.dy * self.scale:.2f}" '
            f'rx="{radius_mm * self.scale:.2f}" fill="{fill}" stroke="{INK}" stroke-width="{stroke}"{_dash(dash)}/>'
        )

    def path(self, path: Sequence[float], fill: str = "none", stroke: float = 0.35) -> None:
        """An outline of the piece: x, y and the bulge of the edge that leaves each corner, its arcs as arcs."""
        corners = [tuple(path[at : at + 3]) for at in range(0, len(path), 3)]
        d = f"M{self.x(corners[0][0]):.2f} {self.y(corners[0][1]):.2f}"
        for (x, y, bulge), (to_x, to_y, _) in zip(corners, (*corners[1:], corners[0]), strict=True):
            end = f"{self.x(to_x):.2f} {self.y(to_y):.2f}"
            if not bulge:
                d += f"L{end}"
                continue
            radius = hypot(to_x - x, to_y - y) * (1 + bulge**2) / (4 * abs(bulge)) * self.scale
            # Counter-clockwise in the plan, whose y runs up the paper; mirrored it is the other way round.
            sweep = int((bulge < 0) != self.mirrored)
            d += f"A{radius:.3f} {radius:.3f} 0 {int(abs(bulge) > 1)} {sweep} {end}"
        self._parts.append(f'<path d="{d}Z" fill="{fill}" stroke="{INK}" stroke-width="{stroke}"/>')

    def line(self, x1: float, y1: float, x2: float, y2: float, stroke: float = 0.35, dash: str = "") -> None:
        """A line of the piece."""
        self.paper_line(self.x(x1), self.y(y1), self.x(x2), self.y(y2), stroke, dash)

    def paper_line(self, x1: float, y1: float, x2: float, y2: float, stroke: float = 0.25, dash: str = "") -> None:
        """A line on the paper [mm]."""
        self._parts.append(
            f'<line x1="{x1:.2f}" y1="{y1:.2f}" x2="{x2:.2f}" y2="{y2:.2f}" stroke="{INK}" stroke-width="{stroke}"'
            f"{_dash(dash)}/>"
        )

    def dot(self, x: float, y: float, radius: float = 0.8, filled: bool = False) -> None:
        """A screw head or a cut wire, at a place of the piece, its radius on the paper [mm]."""
        fill = INK if filled else "#ffffff"
        self._parts.append(
            f'<circle cx="{self.x(x):.2f}" cy="{self.y(y):.2f}" r="{radius}" fill="{fill}" stroke="{INK}" '
            f'stroke-width="0.3"/>'
        )

    def words(self, x: float, y: float, text: str, size: float = 3.9, anchor: str = "middle") -> None:
        """Words on the paper [mm], on a white plate; what would run over its edge is moved in."""
        width = len(text) * size * 0.54
        begins = x - {"middle": width / 2, "start": 0.0, "end": width}[anchor]
        x += max(0.0, 1.0 - begins) - max(0.0, begins + width + 1.0 - self.width)
        left = x - (width / 2 if anchor == "middle" else 0 if anchor == "start" else width) - 0.7
        self._parts.append(
            f'<rect x="{left:.2f}" y="{y - size * 0.86:.2f}" width="{width + 1.4:.2f}" height="{size * 1.16:.2f}" '
            f'fill="#ffffff"/><text x="{x:.2f}" y="{y:.2f}" font-family="Archivo" font-size="{size}" '
            f'text-anchor="{anchor}">{escape(text)}</text>'
        )

    def across(self, start: float, end: float, y: float, text: str) -> None:
        """A dimension along x, between two places of the piece, at a height on the paper [mm]."""
        left, right = sorted((self.x(start), self.x(end)))
        self.paper_line(left, y, right, y)
        for at in (left, right):
            self.paper_line(at, y - 1.6, at, y + 1.6, 0.4)
        self.words((left + right) / 2, y + 1.3, text)

    def upright(self, start: float, end: float, x: float, text: str) -> None:
        """A dimension along y, between two places of the piece, at a place across the paper [mm]."""
        low, high = self.y(start), self.y(end)
        self.paper_line(x, low, x, high)
        for at in (low, high):
            self.paper_line(x - 1.6, at, x + 1.6, at, 0.4)
        beside = x if x < self.width / 2 else x + 1.5
        self.words(beside, (low + high) / 2 + 1.3, text, 3.9, "start")

    def svg(self) -> str:
        """The drawing as SVG."""
        return wrap(self._parts, self.width, self.height)


def wrap(parts: Iterable[str], width: float, height: float) -> str:
    """Parts as an SVG of this size [mm]."""
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width:.2f}mm" height="{height:.2f}mm" '
        f'viewBox="0 0 {width:.2f} {height:.2f}">{"".join(parts)}</svg>'
    )


def _dash(dash: str) -> str:
    return f' stroke-dasharray="{dash}"' if dash else ""
