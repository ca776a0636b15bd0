"""The concrete that is left beside and behind what is formed in a piece."""

from math import hypot

from ulbrek.core.base.figure import rule
from ulbrek.core.base.units.kinds import least

LEAST_WEB_MM = 60.0
LEAST_FLOOR_MM = least(20)
WEB_PER_THICKNESS = 1.5
LEAST_NECK_MM, MOST_NECK_MM = 25.0, 40.0
THIN_PIECE_MM = 60.0  # up to here what is beside an opening is a strip


@rule(unit="mm")
def web_width(start_x_mm: float, start_y_mm: float, end_x_mm: float, end_y_mm: float) -> float:
    """Width of a web

    Where an opening comes nearest to an edge or to another opening: the distance between the two points,
    measured from the left front corner as it stands.

    Args:
        start_x_mm: one end, from the left
        start_y_mm: one end, from the front
        end_x_mm: other end, from the left
        end_y_mm: other end, from the front

    Formula: sqrt((end_x_mm - start_x_mm)**2 + (end_y_mm - start_y_mm)**2)

    Source: geometry
    """
    return hypot(end_x_mm - start_x_mm, end_y_mm - start_y_mm)


@rule(unit="mm", kind="limit")
def web_needed(thickness_mm: float) -> float:
    """Least width of a web

    A thinner strip beside an opening cracks when the piece is turned. A strip is straight and longer than twice its
    width, in a piece of up to 60 mm.

    Args:
        thickness_mm: thickness

    Formula: max(60, 1.5 * thickness_mm)

    Source: common practice
    """
    return max(LEAST_WEB_MM, WEB_PER_THICKNESS * thickness_mm)


@rule(unit="mm", kind="limit")
def neck_needed(stone_mm: float, across_mm: float) -> float:
    """Least concrete beside a hole

    Beside a round hole, beside what is short, and in a thick piece it is no strip: the mix must get in, and the hole
    must not break out.

    Args:
        stone_mm: the largest stone in the mix
        across_mm: how wide the hole is across

    Formula: min(40, max(25, 2 * stone_mm, across_mm / 2))

    Source: common practice
    """
    return min(MOST_NECK_MM, max(LEAST_NECK_MM, 2 * stone_mm, across_mm / 2))


@rule(unit="mm", kind="there")
def thickness_left(thickness_mm: float, depth_mm: float) -> float:
    """Concrete under a recess

    Args:
        thickness_mm: thickness of the piece
        depth_mm: how deep the recess goes

    Formula: thickness_mm - depth_mm

    Source: geometry
    """
    return thickness_mm - depth_mm
