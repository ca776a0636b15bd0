"""How large a piece is: areas, volume, edges and diagonals."""

from math import hypot

from ulbrek.core.base.figure import rule


@rule(unit="mm2")
def outline_area(length_mm: float, width_mm: float, left_out_mm2: float) -> float:
    """Area of the outline

    The box round it, less what the outline leaves out of that box.

    Args:
        length_mm: length over all, left to right
        width_mm: width over all, front to back
        left_out_mm2: what the outline leaves out of its box

    Formula: length_mm * width_mm - left_out_mm2

    Source: geometry
    """
    return length_mm * width_mm - left_out_mm2


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
def volume(outline_area_mm2: float, depth_mm: float, added_l: float, taken_l: float) -> float:
    """Volume of one piece

    As it is cast: with what grinding will take off, without what a router will. Where features overlap they count
    once.

    Args:
        outline_area_mm2: area of the outline
        depth_mm: thickness as it is cast
        added_l: what stands out from it: drop edges, ribs, raised letters
        taken_l: what openings, recesses, cores, inserts, slopes and shaped edges take out of it

    Formula: outline_area_mm2 * depth_mm / 1e6 + added_l - taken_l

    Source: geometry; sections of the solid, relative error under 1e-6
    """
    return outline_area_mm2 * depth_mm / 1e6 + added_l - taken_l


@rule(unit="m2")
def show_area(net_area_mm2: float, edges_shown_mm: float, opening_edges_mm: float, thickness_mm: float) -> float:
    """Exposed area

    The face, the edges that show, and the inside of the openings: what is ground, sealed and looked at.

    Args:
        net_area_mm2: area of the face, less its openings
        edges_shown_mm: length of the edges that show
        opening_edges_mm: length round the openings and recesses, round holes left out
        thickness_mm: thickness

    Formula: (net_area_mm2 + (edges_shown_mm + opening_edges_mm) * thickness_mm) / 1e6

    Source: geometry
    """
    return (net_area_mm2 + (edges_shown_mm + opening_edges_mm) * thickness_mm) / 1e6


@rule(unit="m2")
def form_contact(net_area_mm2: float, around_mm: float, openings_mm: float, depth_mm: float) -> float:
    """Form contact area

    The face that lies on the base, the sides all round, and the insides of openings: what release agent covers.

    Args:
        net_area_mm2: area of the face, less its openings
        around_mm: length all round
        openings_mm: length round all openings and holes
        depth_mm: thickness as it is cast

    Formula: (net_area_mm2 + (around_mm + openings_mm) * depth_mm) / 1e6

    Source: geometry
    """
    return (net_area_mm2 + (around_mm + openings_mm) * depth_mm) / 1e6


@rule(unit="mm", kind="tape")
def diagonal(length_mm: float, width_mm: float) -> float:
    """Diagonal

    What a tape from corner to corner must read; a rectangle is square when both of its diagonals do.

    Args:
        length_mm: from one corner to the other, left to right
        width_mm: from one corner to the other, front to back

    Formula: sqrt(length_mm**2 + width_mm**2)

    Source: geometry
    """
    return hypot(length_mm, width_mm)


@rule(unit="mm", kind="tape")
def edge_length(straight_mm: float, curved_mm: float) -> float:
    """Length of edges of one kind

    Args:
        straight_mm: of the straight ones
        curved_mm: of the curved ones, along the arc

    Formula: straight_mm + curved_mm

    Source: geometry
    """
    return straight_mm + curved_mm
