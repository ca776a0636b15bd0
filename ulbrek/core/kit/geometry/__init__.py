"""Outlines with true arcs, the distances between them, and the solid they bound."""

from ulbrek.core.kit.geometry.clip import CutLine, split
from ulbrek.core.kit.geometry.columns import SolidMoments
from ulbrek.core.kit.geometry.distance import Box, Web, gap_between, web_between
from ulbrek.core.kit.geometry.edge import Edge, Point
from ulbrek.core.kit.geometry.moments import Moments
from ulbrek.core.kit.geometry.offset import inset
from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.kit.geometry.prism import EdgeCut, Fall, Mouth, Prism
from ulbrek.core.kit.geometry.shapes import (
    Corner,
    arch_angle,
    circle,
    corners_in_box,
    counter_clockwise,
    cut_back,
    disc,
    free_outline,
    half_disc,
    hull_of,
    l_shape,
    rectangle,
    regular,
    ring_sector,
    rounded_rectangle,
    slot,
    trapezoid,
    u_shape,
)
from ulbrek.core.kit.geometry.solid import Cut, Solid

__all__ = [
    "Box",
    "Corner",
    "Cut",
    "CutLine",
    "Edge",
    "EdgeCut",
    "Fall",
    "Moments",
    "Mouth",
    "Outline",
    "Point",
    "Prism",
    "Solid",
    "SolidMoments",
    "Vertex",
    "Web",
    "arch_angle",
    "circle",
    "corners_in_box",
    "counter_clockwise",
    "cut_back",
    "disc",
    "free_outline",
    "gap_between",
    "half_disc",
    "hull_of",
    "inset",
    "l_shape",
    "rectangle",
    "regular",
    "ring_sector",
    "rounded_rectangle",
    "slot",
    "split",
    "trapezoid",
    "u_shape",
    "web_between",
]
