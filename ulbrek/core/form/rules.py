"""The figures of a form."""

from math import ceil, pi

from ulbrek.core.base.figure import rule
from ulbrek.core.base.units.constants import GRAVITY

BEAD_WASTE = 1.15  # Source: common practice, 15 % over.


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


@rule(unit="MPa")
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
    """Bite of a screw driven down through the strip

    Args:
        screw_mm: length of the screw
        strip_height_mm: height of the strip

    Formula: screw_mm - strip_height_mm

    Source: common practice: 6 to 10 mm, and not out of the base's other face
    """
    return screw_mm - strip_height_mm


@rule(unit="mm")
def bite_through(screw_mm: float, board_mm: float) -> float:
    """Bite of a screw driven through a board into another's edge

    Args:
        screw_mm: length of the screw
        board_mm: thickness of the board it goes through

    Formula: screw_mm - board_mm

    Source: common practice: about 25 mm into an edge
    """
    return screw_mm - board_mm


@rule(unit="mm")
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


@rule(unit="1")
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
    """What holds a knockout down

    Args:
        bonded_mm2: area bonded to the base, or nothing
        bond_mpa: what the bond takes at work
        screws: screws into it from below
        screw_n: what one screw takes at work

    Formula: bonded_mm2 * bond_mpa + screws * screw_n

    Source: common practice: a fifth of what fails in a test
    """
    return bonded_mm2 * bond_mpa + screws * screw_n


@rule(unit="m")
def sealed_joints(inside_mm: float, upright_mm: float, knockouts_mm: float) -> float:
    """Length of the joints to be sealed

    Args:
        inside_mm: all round the inside, at the base
        upright_mm: the four upright corners
        knockouts_mm: round the knockouts, at the base

    Formula: (inside_mm + upright_mm + knockouts_mm) / 1000

    Source: geometry
    """
    return (inside_mm + upright_mm + knockouts_mm) / 1000


@rule(unit="l")
def bead(joint_m: float, radius_mm: float) -> float:
    """Sealant in the beads

    Tooled to a radius: that radius becomes the edge of the piece.

    Args:
        joint_m: length of the joints
        radius_mm: radius the bead is tooled to

    Formula: 1.15 * (1 - 3.141592653589793 / 4) * radius_mm**2 * joint_m / 1000

    Source: geometry of a fillet; 15 % over, common practice
    """
    return BEAD_WASTE * (1 - pi / 4) * radius_mm**2 * joint_m / 1000


@rule(unit="m")
def masking(joint_m: float, knockouts_m: float, screws: float) -> float:
    """Tape

    Both sides of every bead, round the knockouts, and a piece on each screw head.

    Args:
        joint_m: length of the joints
        knockouts_m: round the knockouts
        screws: screw heads

    Formula: 2 * joint_m + knockouts_m + 0.03 * screws

    Source: common practice
    """
    return 2 * joint_m + knockouts_m + 0.03 * screws


@rule(unit="m2")
def contact_area(net_area_mm2: float, edges_mm: float, openings_mm: float, thickness_mm: float) -> float:
    """Area that touches the form

    Args:
        net_area_mm2: area of the face, less its openings
        edges_mm: length round the outside
        openings_mm: length round openings and holes
        thickness_mm: thickness of the piece

    Formula: (net_area_mm2 + (edges_mm + openings_mm) * thickness_mm) / 1e6

    Source: geometry
    """
    return (net_area_mm2 + (edges_mm + openings_mm) * thickness_mm) / 1e6


@rule(unit="l")
def release_needed(contact_area_m2: float, coverage_m2_per_l: float) -> float:
    """Release agent

    Args:
        contact_area_m2: area that touches the form
        coverage_m2_per_l: how far a litre goes

    Formula: contact_area_m2 / coverage_m2_per_l

    Source: common practice
    """
    return contact_area_m2 / coverage_m2_per_l


@rule(unit="kg")
def boards_mass(board_volume_l: float, density_kg_m3: float) -> float:
    """Mass of the boards

    Args:
        board_volume_l: volume of base and strips
        density_kg_m3: density of the sheet

    Formula: board_volume_l * density_kg_m3 / 1000

    Source: common practice
    """
    return board_volume_l * density_kg_m3 / 1000


@rule(unit="mm")
def out_of_level(length_mm: float) -> float:
    """Thin and thick end of a form out of level

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
        sides_mpa: the shop's figure

    Formula: sides_mpa

    Source: common practice, 5 MPa; 2 MPa where there is no frost
    """
    return sides_mpa


@rule(unit="sheets")
def sheets(sheets_cut: float) -> float:
    """Sheets to have

    Args:
        sheets_cut: sheets that the cut plan uses

    Formula: sheets_cut

    Source: the cut plan: rips first, then crosscuts, kerf counted
    """
    return sheets_cut


@rule(unit="screws")
def all_screws(screws_of_forms: float) -> float:
    """Screws of all forms

    Args:
        screws_of_forms: screws of each piece's form, times the forms built of it

    Formula: screws_of_forms

    Source: common practice
    """
    return screws_of_forms


@rule(unit="boxes")
def boxes_of_screws(screws: float, box: float) -> float:
    """Boxes of screws

    Args:
        screws: screws of all forms
        box: screws in a box

    Formula: ceil(screws / box)

    Source: common practice
    """
    return float(ceil(screws / box))


@rule(unit="cartridges")
def cartridges(sealant_l: float, cartridge_l: float) -> float:
    """Cartridges of sealant

    Args:
        sealant_l: sealant in the beads of all forms
        cartridge_l: what a cartridge holds

    Formula: ceil(sealant_l / cartridge_l)

    Source: common practice
    """
    return float(ceil(sealant_l / cartridge_l))


@rule(unit="rolls")
def rolls_of_tape(tape_m: float, roll_m: float) -> float:
    """Rolls of tape

    Args:
        tape_m: tape for all forms
        roll_m: what a roll holds

    Formula: ceil(tape_m / roll_m)

    Source: common practice
    """
    return float(ceil(tape_m / roll_m))
