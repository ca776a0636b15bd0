"""The figures of a piece."""

from math import hypot

from ulbrek.core.base.figure import rule

LEAST_WEB_MM = 60.0
WEB_PER_THICKNESS = 1.5


@rule(unit="mm2")
def outline_area(length_mm: float, width_mm: float) -> float:
    """Area of the outline

    Args:
        length_mm: length, left to right
        width_mm: width, front to back

    Formula: length_mm * width_mm

    Source: geometry
    """
    return length_mm * width_mm


@rule(unit="mm2")
def net_area(outline_area_mm2: float, openings_area_mm2: float) -> float:
    """Area of the face, less its openings

    Openings that overlap are taken off once; what lies outside the piece is not taken off.

    Args:
        outline_area_mm2: area of the outline
        openings_area_mm2: area of all openings and holes within it

    Formula: outline_area_mm2 - openings_area_mm2

    Source: geometry
    """
    return outline_area_mm2 - openings_area_mm2


@rule(unit="l")
def volume(net_area_mm2: float, thickness_mm: float) -> float:
    """Volume of one piece

    Args:
        net_area_mm2: area of the face, less its openings
        thickness_mm: thickness

    Formula: net_area_mm2 * thickness_mm / 1e6

    Source: geometry
    """
    return net_area_mm2 * thickness_mm / 1e6


@rule(unit="kg")
def mass_fresh(volume_l: float, density_kg_m3: float) -> float:
    """Mass of one piece, fresh

    What it weighs on the day it is poured, without its form.

    Args:
        volume_l: volume of the piece
        density_kg_m3: density of the fresh concrete

    Formula: volume_l * density_kg_m3 / 1000

    Source: common practice
    """
    return volume_l * density_kg_m3 / 1000


@rule(unit="kg")
def mass_dry(mass_fresh_kg: float, drying_loss: float) -> float:
    """Mass of one piece, air dry

    Weeks later, indoors, part of its water has gone.

    Args:
        mass_fresh_kg: mass of the piece, fresh
        drying_loss: share of the fresh mass that dries out

    Formula: mass_fresh_kg * (1 - drying_loss)

    Source: common practice, 1.5 to 3.5 %
    """
    return mass_fresh_kg * (1 - drying_loss)


@rule(unit="m2")
def show_area(net_area_mm2: float, edges_shown_mm: float, opening_edges_mm: float, thickness_mm: float) -> float:
    """Area that shows

    The face, the edges that show, and the inside of the openings: what is ground, sealed and looked at.

    Args:
        net_area_mm2: area of the face, less its openings
        edges_shown_mm: length of the edges that show
        opening_edges_mm: length round the openings, round holes left out
        thickness_mm: thickness

    Formula: (net_area_mm2 + (edges_shown_mm + opening_edges_mm) * thickness_mm) / 1e6

    Source: geometry
    """
    return (net_area_mm2 + (edges_shown_mm + opening_edges_mm) * thickness_mm) / 1e6


@rule(unit="mm")
def diagonal(length_mm: float, width_mm: float) -> float:
    """Diagonal

    Square when both diagonals of the form measure this.

    Args:
        length_mm: length, left to right
        width_mm: width, front to back

    Formula: sqrt(length_mm**2 + width_mm**2)

    Source: geometry
    """
    return hypot(length_mm, width_mm)


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


@rule(unit="mm")
def web_needed(thickness_mm: float) -> float:
    """Least width of a web

    A thinner strip beside an opening cracks when the piece is turned.

    Args:
        thickness_mm: thickness

    Formula: max(60, 1.5 * thickness_mm)

    Source: common practice
    """
    return max(LEAST_WEB_MM, WEB_PER_THICKNESS * thickness_mm)
