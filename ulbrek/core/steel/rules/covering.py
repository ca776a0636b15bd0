"""Concrete over, under and beside the steel."""

from ulbrek.core.base.figure import rule

# Plain steel, cast-in-place values for bars up to 16 mm. ACI 318-19 Table 20.5.1.3.1, from memory.
OUTDOOR_COVER_MM = 38.0
GROUND_COVER_MM = 76.0
PRECAST_COVER_MM = 32.0  # cast in a form, bars up to 16 mm. ACI 318-19 Table 20.5.1.3.3, from memory.
INDOOR_COVER_MM = 12.0  # to the show face. Source: common practice.
MOST_INDOORS_MM, OFF_MIDDLE_MM = 20.0, 3.0
CAGE_COVER_MM = 20.0  # a bent cage is never quite true. Source: common practice.
BEYOND_PROFILE_MM = 20.0  # beyond a shaped edge. Source: common practice.


@rule(unit="mm", kind="there")
def cover(thickness_mm: float, stack_mm: float) -> float:
    """Cover over and under the steel

    With the stack in the middle of the thickness.

    Args:
        thickness_mm: thickness of the piece
        stack_mm: height of the steel

    Formula: (thickness_mm - stack_mm) / 2

    Source: common practice: in the middle third
    """
    return (thickness_mm - stack_mm) / 2


@rule(unit="mm", kind="limit")
def cover_indoors(thickness_mm: float, stack_mm: float) -> float:
    """Cover needed indoors

    In the middle third of a thin top, 3 mm off the middle at most; nearer to a face steel ghosts through.

    Args:
        thickness_mm: thickness of the piece where it is thinnest
        stack_mm: height of the steel

    Formula: min(20, max(0, (thickness_mm - stack_mm) / 2 - 3))

    Source: common practice
    """
    return min(MOST_INDOORS_MM, max(0, (thickness_mm - stack_mm) / 2 - OFF_MIDDLE_MM))


SCRIM_COVER_MM = 5.0  # Source: common practice.


@rule(unit="mm", kind="limit")
def cover_scrim(least_mm: float) -> float:
    """Cover over a glass scrim

    It does not rust; it must only not show, and be wetted all round.

    Args:
        least_mm: least cover to any face

    Formula: least_mm

    Source: common practice, 3 to 5 mm
    """
    return least_mm


@rule(unit="mm", kind="there")
def cover_sunk(cover_mm: float, sunk_mm: float) -> float:
    """Cover behind what is sunk into a face

    Args:
        cover_mm: concrete between steel and face
        sunk_mm: how deep the deepest recess, groove, pad or letter goes that steel runs behind

    Formula: cover_mm - sunk_mm

    Source: geometry
    """
    return cover_mm - sunk_mm


@rule(unit="mm", kind="there")
def under_at_thick_end(cover_mm: float, slope_mm: float) -> float:
    """Concrete under the steel where the piece is thick

    Args:
        cover_mm: concrete under the steel where the piece is thin
        slope_mm: how much that face slopes

    Formula: cover_mm + slope_mm

    Source: geometry
    """
    return cover_mm + slope_mm


@rule(unit="mm", kind="limit")
def cover_outside(table_mm: float) -> float:
    """Cover needed outdoors or on the ground

    For plain steel; stainless, galvanised steel or fibre are the way to a thin piece outdoors.

    Args:
        table_mm: cover of the table: 32 mm for what is cast in a form, 38 mm for what is cast where it stays in the
            weather, 76 mm against the ground

    Formula: table_mm

    Source: ACI 318-19 Tables 20.5.1.3.1 and 20.5.1.3.3, from memory
    """
    return table_mm


@rule(unit="mm", kind="there")
def cover_in_plane(depth_mm: float, diameter_mm: float) -> float:
    """Cover of a single plane of links

    In the middle of a thin profile.

    Args:
        depth_mm: how thick the profile is
        diameter_mm: diameter of the bar

    Formula: (depth_mm - diameter_mm) / 2

    Source: geometry
    """
    return (depth_mm - diameter_mm) / 2


@rule(unit="mm", kind="there")
def cover_as_laid(cover_mm: float) -> float:
    """Cover of a cage

    The cage is bent to leave what is needed.

    Args:
        cover_mm: cover that is needed

    Formula: cover_mm

    Source: the cage is made to it
    """
    return cover_mm


@rule(unit="mm", kind="limit")
def cover_in_cage(least_mm: float) -> float:
    """Cover of a cage indoors

    Bent steel is never quite true: more than over mesh that lies flat.

    Args:
        least_mm: least cover to any face

    Formula: least_mm

    Source: common practice, 20 mm
    """
    return least_mm


@rule(unit="mm", kind="there")
def under_steel(height_mm: float) -> float:
    """Concrete under the steel

    As it was placed by hand.

    Args:
        height_mm: underside of the steel over the form's floor

    Formula: height_mm

    Source: the height that was typed
    """
    return height_mm


@rule(unit="mm", kind="there")
def over_steel(depth_mm: float, under_mm: float, stack_mm: float) -> float:
    """Concrete over the steel

    Args:
        depth_mm: depth of the casting
        under_mm: concrete under the steel
        stack_mm: height of the steel

    Formula: depth_mm - under_mm - stack_mm

    Source: geometry
    """
    return depth_mm - under_mm - stack_mm


@rule(unit="mm", kind="there")
def cover_ground(cover_mm: float, ground_mm: float) -> float:
    """Cover to the finished show face

    Args:
        cover_mm: concrete between steel and face, as it is cast
        ground_mm: what grinding takes off

    Formula: cover_mm - ground_mm

    Source: geometry
    """
    return cover_mm - ground_mm


@rule(unit="mm", kind="there")
def cover_at_edge(middle_mm: float, diameter_mm: float) -> float:
    """Edge cover

    From the bar that is nearest to an edge or an opening.

    Args:
        middle_mm: from the middle of the bar to the edge
        diameter_mm: its diameter

    Formula: middle_mm - diameter_mm / 2

    Source: geometry
    """
    return middle_mm - diameter_mm / 2


@rule(unit="mm", kind="limit")
def edge_cover_needed(routed_mm: float, least_mm: float, beyond_mm: float) -> float:
    """Cover needed at an edge

    Where an edge is shaped the concrete that stays is counted from the shape, at the height of the steel.

    Args:
        routed_mm: how far the edge's shape reaches in there
        least_mm: least cover
        beyond_mm: cover beyond a shaped edge

    Formula: max(least_mm, routed_mm + beyond_mm)

    Source: common practice: 12 to 25 mm, 20 mm beyond a routed profile
    """
    return max(least_mm, routed_mm + beyond_mm)
