"""Boards: what they are cut to, and the inside that they make."""

from ulbrek.core.base.figure import rule


@rule(unit="mm")
def strip_running_past(inside_mm: float, board_mm: float) -> float:
    """Length of a strip that runs past both neighbours

    Args:
        inside_mm: inside of the form along it
        board_mm: thickness of the board

    Formula: inside_mm + 2 * board_mm

    Source: common practice: outside length is inside and two board thicknesses
    """
    return inside_mm + 2 * board_mm


@rule(unit="mm")
def strip_between(inside_mm: float) -> float:
    """Length of a strip between two others

    Args:
        inside_mm: inside of the form along it

    Formula: inside_mm

    Source: common practice
    """
    return inside_mm


@rule(unit="mm")
def strip_pinwheel(inside_mm: float, board_mm: float, overrun_mm: float) -> float:
    """Length of a strip that runs past one neighbour

    Each strip butts against one neighbour and runs past the other: no cut has to be exact.

    Args:
        inside_mm: inside of the form along it
        board_mm: thickness of the board
        overrun_mm: how much longer it is left

    Formula: inside_mm + board_mm + overrun_mm

    Source: common practice
    """
    return inside_mm + board_mm + overrun_mm


@rule(unit="mm")
def strip_height(thickness_mm: float, lap_mm: float) -> float:
    """Height of the strips

    The strips are the rail that the screed runs on: all of one height, within half a millimetre.

    Args:
        thickness_mm: thickness of the piece
        lap_mm: how far they lap the base's edge, its thickness or nothing

    Formula: thickness_mm + lap_mm

    Source: common practice
    """
    return thickness_mm + lap_mm


@rule(unit="mm")
def base_side(inside_mm: float, ledge_mm: float) -> float:
    """Side of the base

    Args:
        inside_mm: inside of the form along it
        ledge_mm: how far the base stands out on each side; nothing where the strips lap it

    Formula: inside_mm + 2 * ledge_mm

    Source: common practice: a ledge of 50 to 80 mm
    """
    return inside_mm + 2 * ledge_mm


@rule(unit="mm")
def inside_of_running_past(strip_mm: float, board_mm: float) -> float:
    """Inside that a strip running past makes

    What the boards really make: the strip as it is cut, less a board thickness at either end.

    Args:
        strip_mm: length of the strip as it is cut
        board_mm: thickness of the board

    Formula: strip_mm - 2 * board_mm

    Source: common practice
    """
    return strip_mm - 2 * board_mm


@rule(unit="mm")
def inside_of_board(board_length_mm: float) -> float:
    """Inside that a board between others makes

    A strip between two others sets them as far apart as it is long; so does a base whose edges the strips lap.

    Args:
        board_length_mm: length of the board as it is cut

    Formula: board_length_mm

    Source: common practice
    """
    return board_length_mm


@rule(unit="mm")
def inside_by_marks(inside_mm: float) -> float:
    """Inside that the pencil line on the base makes

    Pinwheel strips are set to a line; their ends do not matter.

    Args:
        inside_mm: inside as it is marked out

    Formula: inside_mm

    Source: common practice
    """
    return inside_mm
