"""How a saw is set."""

from ulbrek.core.base.figure import rule


@rule(unit="mm", kind="cut")
def saw_depth(board_mm: float, rail_mm: float, through_mm: float) -> float:
    """Saw depth

    Args:
        board_mm: thickness of the sheet
        rail_mm: what the saw stands on above it: the track, or nothing
        through_mm: how far the blade comes out below

    Formula: board_mm + rail_mm + through_mm

    Source: common practice: the sheet, the rail, and 2 mm
    """
    return board_mm + rail_mm + through_mm


@rule(unit="mm", kind="cut")
def guide_on_the_piece(setting_mm: float, offset_mm: float) -> float:
    """Guide position on the part

    From the same edge as the cut is measured: the shoe runs along the guide, the blade that far beyond it.

    Args:
        setting_mm: size of the piece that is cut off
        offset_mm: from the shoe's edge to the blade on that side

    Formula: setting_mm - offset_mm

    Source: common practice: the offset is measured once, left and right
    """
    return setting_mm - offset_mm


@rule(unit="mm", kind="cut")
def guide_beyond_the_cut(setting_mm: float, kerf_mm: float, offset_mm: float) -> float:
    """Guide position beyond the cut

    Where the piece is too narrow to clamp a guide on, it lies on what is left, the saw's other edge along it.

    Args:
        setting_mm: size of the piece that is cut off
        kerf_mm: width of the cut
        offset_mm: from the blade to the shoe's edge on that side

    Formula: setting_mm + kerf_mm + offset_mm

    Source: common practice: the offset is measured once, left and right
    """
    return setting_mm + kerf_mm + offset_mm
