"""What pushes and lifts in a form, and what holds against it."""

from math import ceil, sqrt

from ulbrek.core.base.figure import rule
from ulbrek.core.base.units.constants import GRAVITY


@rule(unit="MPa", kind="stress")
def fluid_pressure(height_mm: float, density_kg_m3: float) -> float:
    """Pressure at the bottom of the form

    Fresh concrete of this depth pushes like a liquid, with its full head.

    Args:
        height_mm: depth of the concrete
        density_kg_m3: density of the fresh concrete

    Formula: density_kg_m3 * 9.80665 * height_mm / 1e9

    Source: hydrostatics; ACI 347 asks for the full head under 1.2 m, from memory
    """
    return density_kg_m3 * GRAVITY * height_mm / 1e9


@rule(unit="mm")
def bite_down(screw_mm: float, strip_height_mm: float) -> float:
    """Embedment of a screw from above

    Args:
        screw_mm: length of the screw
        strip_height_mm: height of the strip

    Formula: screw_mm - strip_height_mm

    Source: common practice: 6 to 10 mm, and not out of the base's other face
    """
    return screw_mm - strip_height_mm


@rule(unit="mm")
def bite_through(screw_mm: float, board_mm: float) -> float:
    """Embedment of a screw into an edge

    Args:
        screw_mm: length of the screw
        board_mm: thickness of the board it goes through

    Formula: screw_mm - board_mm

    Source: common practice: about 25 mm into an edge
    """
    return screw_mm - board_mm


@rule(unit="N")
def screw_holds(grip: float, shank_mm: float, bite_mm: float, density_kg_m3: float) -> float:
    """Allowable screw withdrawal

    A fifth of what pulls it out.

    Args:
        grip: 41.1 in a board's face, 31.8 in its edge
        shank_mm: thickness of the screw
        bite_mm: how deep it sits in the board
        density_kg_m3: of the board

    Formula: grip * sqrt(shank_mm) * max(0.0, bite_mm - shank_mm / 3)**1.25 * (density_kg_m3 / 1000)**2 / 5

    Source: Wood Handbook's form for particle board, from memory; a fifth is common practice
    """
    held_mm: float = max(0.0, bite_mm - shank_mm / 3)
    return grip * sqrt(shank_mm) * float(held_mm**1.25) * (density_kg_m3 / 1000) ** 2 / 5


@rule(unit="N")
def push_a_screw(density_kg_m3: float, height_mm: float, spacing_mm: float) -> float:
    """Pressure load per screw

    Args:
        density_kg_m3: density of the fresh concrete
        height_mm: depth of the concrete
        spacing_mm: from screw to screw

    Formula: density_kg_m3 * 9.80665 * height_mm**2 / 2 * spacing_mm / 1e9

    Source: hydrostatics: it grows with the square of the height
    """
    return density_kg_m3 * GRAVITY * height_mm**2 / 2 * spacing_mm / 1e9


@rule(unit="mm", kind="fine")
def pilot(shank_mm: float, pilot_share: float) -> float:
    """Pilot hole

    Faced particle board splits without it; through the first board the hole is the screw's full size.

    Args:
        shank_mm: thickness of the screw's shank
        pilot_share: share of the shank

    Formula: shank_mm * pilot_share

    Source: common practice, 70 to 85 % of the shank
    """
    return shank_mm * pilot_share


@rule(unit="screws")
def screws_in_all(strip_screws: float, corner_screws: float, knockout_screws: float) -> float:
    """Screws of one form

    Args:
        strip_screws: along the strips
        corner_screws: through the corners
        knockout_screws: into the knockouts

    Formula: strip_screws + corner_screws + knockout_screws

    Source: common practice
    """
    return strip_screws + corner_screws + knockout_screws


@rule(unit="layers")
def foam_layers(height_mm: float, foam_mm: float) -> float:
    """Layers of foam

    Glued to more than the thickness, then cut and sanded flush with the rails, never above them.

    Args:
        height_mm: thickness of the piece
        foam_mm: thickness of one layer

    Formula: ceil(height_mm / foam_mm - 1e-9)

    Source: common practice
    """
    return float(ceil(height_mm / foam_mm - 1e-9))


@rule(unit="m")
def wrap(around_mm: float, rows: float) -> float:
    """Tape round a knockout

    Args:
        around_mm: length round it
        rows: rows of tape, one above the other

    Formula: 1.1 * around_mm * rows / 1000

    Source: common practice: a tenth over for laps
    """
    return 1.1 * around_mm * rows / 1000


@rule(unit="N")
def uplift(
    volume_l: float, base_area_mm2: float, height_mm: float, density_kg_m3: float, wetted: float, insert_kg: float
) -> float:
    """Uplift of a knockout

    Concrete that gets under it lifts it with its whole head; where it is sealed to the base only what gets past
    the seal lifts.

    Args:
        volume_l: volume of the knockout
        base_area_mm2: area it stands on
        height_mm: depth of the concrete round it
        density_kg_m3: density of the fresh concrete
        wetted: share of its underside that concrete gets under: all of it, or a quarter where sealed and screwed
        insert_kg: mass of the knockout

    Formula:
        density_kg_m3 * 9.80665 * (volume_l / 1e3 - base_area_mm2 * height_mm / 1e9
        + wetted * base_area_mm2 * height_mm / 1e9) - 9.80665 * insert_kg

    Source: hydrostatics
    """
    box_m3 = base_area_mm2 * height_mm / 1e9
    return density_kg_m3 * GRAVITY * (volume_l / 1e3 - box_m3 + wetted * box_m3) - GRAVITY * insert_kg


@rule(unit="N")
def held_down(bonded_mm2: float, bond_mpa: float, screws: float, screw_n: float) -> float:
    """Hold-down capacity

    Args:
        bonded_mm2: area bonded to the base, or nothing
        bond_mpa: what the bond takes at work
        screws: screws into it from below
        screw_n: what one screw takes at work

    Formula: bonded_mm2 * bond_mpa + screws * screw_n

    Source: common practice: a fifth of what fails in a test
    """
    return bonded_mm2 * bond_mpa + screws * screw_n


@rule(unit="kg")
def ballast(uplift_n: float) -> float:
    """Ballast needed

    Args:
        uplift_n: what lifts it

    Formula: 1.5 * uplift_n / 9.80665

    Source: hydrostatics; half as much again is common practice
    """
    return 1.5 * uplift_n / GRAVITY


@rule(unit="mm", kind="bow")
def out_of_level(length_mm: float) -> float:
    """Thickness error from level

    A mix that flows finds its own level: a form that is off by a millimetre in a metre is thicker at one end by this.

    Args:
        length_mm: length of the form's inside

    Formula: length_mm / 1000

    Source: geometry
    """
    return length_mm / 1000


@rule(unit="MPa")
def strip_strength(sides_mpa: float) -> float:
    """Strength needed to strip the sides

    Weaker concrete crumbles at the arrises as the strips come off.

    Args:
        sides_mpa: 3.5 MPa, and 5 MPa where frost may come

    Formula: sides_mpa

    Source: common practice; one school strips at 2 MPa
    """
    return sides_mpa


@rule(unit="N.m")
def overturning(density_kg_m3: float, height_mm: float, spacing_mm: float) -> float:
    """Overturning moment of a side

    About its foot, of the stretch between two screws: it grows with the cube of the height.

    Args:
        density_kg_m3: density of the fresh concrete
        height_mm: depth of the concrete
        spacing_mm: from screw to screw

    Formula: density_kg_m3 * 9.80665 * height_mm**3 / 6 * spacing_mm / 1e12

    Source: hydrostatics
    """
    return density_kg_m3 * GRAVITY * height_mm**3 / 6 * spacing_mm / 1e12


@rule(unit="N.m")
def screw_rights(screw_n: float, lever_mm: float) -> float:
    """Resisting moment of the foot screws

    Args:
        screw_n: what the screw takes at work
        lever_mm: from the screw to the foot's outer edge, which it tips about

    Formula: screw_n * lever_mm / 1000

    Source: statics
    """
    return screw_n * lever_mm / 1000


@rule(unit="N.m")
def fixing_rights(tips_nm: float) -> float:
    """Resisting moment of other fixings

    Blocks, bolts and nails reach up the side; how high a side they hold is a rule of its own.

    Args:
        tips_nm: what tips the side

    Formula: tips_nm

    Source: common practice
    """
    return tips_nm


@rule(unit="N")
def strap_pull(density_kg_m3: float, height_mm: float, side_mm: float, straps: float) -> float:
    """Pull on a strap round the form

    What the concrete pushes the longest side outwards with is taken by the strap at both of its ends.

    Args:
        density_kg_m3: density of the fresh concrete
        height_mm: depth of the concrete
        side_mm: the longest side, or the diameter of a round one
        straps: how many share it

    Formula: density_kg_m3 * 9.80665 * height_mm**2 / 2 * side_mm / 2 / straps / 1e9

    Source: hydrostatics; round a pipe it is the hoop force
    """
    return density_kg_m3 * GRAVITY * height_mm**2 / 2 * side_mm / 2 / straps / 1e9


@rule(unit="mm", kind="at most")
def fill_difference(height_mm: float, side_mm: float, density_kg_m3: float, held_n: float) -> float:
    """Greatest fill difference at a core

    Filled higher on one side it is pushed to the other. The higher the concrete stands, the less it takes: near the
    top this is what its fixing bears.

    Args:
        height_mm: of the core in the concrete
        side_mm: its widest side
        density_kg_m3: density of the fresh concrete
        held_n: what holds it

    Formula: height_mm - sqrt(max(0, height_mm**2 - 2e9 * held_n / (density_kg_m3 * 9.80665 * side_mm)))

    Source: hydrostatics: the push on a side is density x g x height² / 2 for each mm of its width
    """
    return height_mm - sqrt(max(0.0, height_mm**2 - 2e9 * held_n / (density_kg_m3 * GRAVITY * side_mm)))
