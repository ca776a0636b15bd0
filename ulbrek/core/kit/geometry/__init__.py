"""Outlines with true arcs, the distances between them, and the solid they bound."""

from ulbrek.core.kit.geometry.distance import Web, gap_between, web_between
from ulbrek.core.kit.geometry.edge import Edge, Point
from ulbrek.core.kit.geometry.outline import Outline, Vertex, circle, rectangle, rounded_rectangle
from ulbrek.core.kit.geometry.solid import Cut, Solid

__all__ = [
    "Cut",
    "Edge",
    "Outline",
    "Point",
    "Solid",
    "Vertex",
    "Web",
    "circle",
    "gap_between",
    "rectangle",
    "rounded_rectangle",
    "web_between",
]
