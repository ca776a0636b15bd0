"""Boards: what they are cut to, and the inside that they make."""

from math import ceil, pi, radians, sqrt, tan

from ulbrek.core.base.figure import rule


@rule(unit="mm", kind="cut")
def strip(inside_mm: float, at_start_mm: float, at_end_mm: float) -> float:
    """Length of a side

    A cast dimension is the inside of the form: a board is longer wherever it runs past another.

    Args:
        inside_mm: inside of the form along it
        at_start_mm: how far it reaches beyond at its beginning; negative where it begins behind another
        at_end_mm: the same at its end

    Formula: inside_mm + at_start_mm + at_end_mm

    Source: common practice: run past both neighbours it is two board thicknesses longer than the inside
    """
    return inside_mm + at_start_mm + at_end_mm


@rule(unit="mm", kind="cut")
def mitre_reach(board_mm: float, turn_deg: float) -> float:
    """Mitre allowance

    The blade is tilted by half the turn; at an inner corner the outer face is the shorter one.

    Args:
        board_mm: thickness of the board
        turn_deg: the angle between the two sides' directions, negative at an inner corner

    Formula: board_mm * tan(pi * turn_deg / 360)

    Source: geometry
    """
    return board_mm * tan(pi * turn_deg / 360)


@rule(unit="mm", kind="cut")
def strip_height(thickness_mm: float, lap_mm: float) -> float:
    """Height of the sides

    The strips are the rail that the screed runs on: all of one height, within half a millimetre.

    Args:
        thickness_mm: thickness of the piece
        lap_mm: how far they lap the base's edge, its thickness or nothing

    Formula: thickness_mm + lap_mm

    Source: common practice
    """
    return thickness_mm + lap_mm


@rule(unit="mm", kind="cut")
def base_side(inside_mm: float, ledge_mm: float) -> float:
    """Side of the base

    Args:
        inside_mm: inside of the form along it
        ledge_mm: how far the base stands out on each side; nothing where the strips lap it

    Formula: inside_mm + 2 * ledge_mm

    Source: common practice: a ledge of 50 to 80 mm
    """
    return inside_mm + 2 * ledge_mm


@rule(unit="mm", kind="cut")
def inside_of_strip(strip_mm: float, at_start_mm: float, at_end_mm: float) -> float:
    """Inside length from a side

    What the boards really make: the strip as it is cut, less what it reaches beyond at either end.

    Args:
        strip_mm: length of the strip as it is cut
        at_start_mm: how far it reaches beyond the inside at its beginning
        at_end_mm: the same at its end

    Formula: strip_mm - at_start_mm - at_end_mm

    Source: common practice
    """
    return strip_mm - at_start_mm - at_end_mm


@rule(unit="mm", kind="cut")
def inside_of_board(board_length_mm: float) -> float:
    """Inside length from a board between

    A strip between two others sets them as far apart as it is long; so does a base whose edges the strips lap.

    Args:
        board_length_mm: length of the board as it is cut

    Formula: board_length_mm

    Source: common practice
    """
    return board_length_mm


@rule(unit="mm", kind="cut")
def inside_by_marks(inside_mm: float) -> float:
    """Inside length from the pencil line

    Pinwheel strips are set to a line; their ends do not matter.

    Args:
        inside_mm: inside as it is marked out

    Formula: inside_mm

    Source: common practice
    """
    return inside_mm


@rule(unit="mm", kind="cut")
def liner_length(turn_deg: float, radius_mm: float, liner_mm: float) -> float:
    """Length of the liner of a curved side

    A bent sheet keeps its length in the middle of its thickness.

    Args:
        turn_deg: the angle that the curve turns through
        radius_mm: of the piece
        liner_mm: thickness of the liner, negative where it stands inside the curve

    Formula: pi * turn_deg / 180 * (radius_mm + liner_mm / 2)

    Source: geometry
    """
    return radians(turn_deg) * (radius_mm + liner_mm / 2)


@rule(unit="mm", kind="cut")
def rib_radius(radius_mm: float, liner_mm: float) -> float:
    """Rib radius

    Args:
        radius_mm: of the piece
        liner_mm: thickness of the liner, negative where it stands inside the curve

    Formula: radius_mm + liner_mm

    Source: geometry
    """
    return radius_mm + liner_mm


@rule(unit="kerfs")
def kerfs_that_close(
    turn_deg: float, radius_mm: float, board_mm: float, web_mm: float, kerf_mm: float, sag_mm: float
) -> float:
    """Kerfs inside the bend

    They close as it is bent: as many as close on the curve, or more where the flats between them would show.

    Args:
        turn_deg: the angle that the curve turns through
        radius_mm: of the curve
        board_mm: thickness of the strip
        web_mm: what is left of it behind a kerf
        kerf_mm: width of a kerf
        sag_mm: how far a flat may lie off the curve

    Formula:
        ceil(pi * turn_deg / 180 * max((board_mm - web_mm) / kerf_mm, radius_mm / sqrt(8 * radius_mm * sag_mm)) - 1e-9)

    Source: geometry; common practice
    """
    closing, flats = (board_mm - web_mm) / kerf_mm, radius_mm / sqrt(8 * radius_mm * sag_mm)
    return float(ceil(radians(turn_deg) * max(closing, flats) - 1e-9))


@rule(unit="kerfs")
def kerfs_that_open(turn_deg: float, radius_mm: float, sag_mm: float) -> float:
    """Kerfs outside the bend

    They open as it is bent, so only the flats between them count: so many that none lies off the curve by more.

    Args:
        turn_deg: the angle that the curve turns through
        radius_mm: of the curve
        sag_mm: how far a flat may lie off the curve

    Formula: ceil(pi * turn_deg / 180 * radius_mm / sqrt(8 * radius_mm * sag_mm) - 1e-9)

    Source: geometry: the sag of a flat s long is s² / (8 R)
    """
    return float(ceil(radians(turn_deg) * radius_mm / sqrt(8 * radius_mm * sag_mm) - 1e-9))


@rule(unit="mm", kind="bow")
def facet_sag(turn_deg: float, radius_mm: float, kerfs: float) -> float:
    """Facet depth between kerfs

    Args:
        turn_deg: the angle that the curve turns through
        radius_mm: of the curve
        kerfs: how many there are

    Formula: radius_mm * (pi * turn_deg / 180 / kerfs)**2 / 8

    Source: geometry: the sag of a flat s long is s² / (8 R)
    """
    return radius_mm * float((radians(turn_deg) / kerfs) ** 2) / 8


@rule(unit="%")
def web_strain(web_mm: float, radius_mm: float) -> float:
    """Strain behind a kerf

    Args:
        web_mm: what is left of it behind a kerf
        radius_mm: of the curve

    Formula: 100 * web_mm / (2 * radius_mm)

    Source: geometry of bending
    """
    return 100 * web_mm / (2 * radius_mm)


@rule(unit="mm", kind="cut")
def bearer(across_mm: float) -> float:
    """Length of a bearer under the base

    Args:
        across_mm: the shorter side of the base

    Formula: across_mm

    Source: common practice
    """
    return across_mm


@rule(unit="mm", kind="cut")
def brace(height_mm: float) -> float:
    """Lumber of one brace

    An upright as high as the side, and a strut at 45 degrees from its head to the base.

    Args:
        height_mm: of the side

    Formula: height_mm * (1 + sqrt(2))

    Source: common practice
    """
    return height_mm * (1 + sqrt(2))


@rule(unit="mm", kind="cut")
def bridge(across_mm: float, beyond_mm: float) -> float:
    """Length of a bridge over the form

    Args:
        across_mm: the inside that it spans
        beyond_mm: how far it reaches beyond on either side: the strip, and what is screwed to it

    Formula: across_mm + 2 * beyond_mm

    Source: common practice
    """
    return across_mm + 2 * beyond_mm
