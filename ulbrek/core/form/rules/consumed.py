"""What forms take beside boards, and what they weigh."""

from math import ceil, pi

from ulbrek.core.base.figure import rule

BEAD_WASTE = 1.15  # Source: common practice, 15 % over.


@rule(unit="m")
def sealed_joints(inside_mm: float, upright_mm: float, knockouts_mm: float) -> float:
    """Length of sealed joints

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
    """Sealant needed

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
def contact_area(
    net_area_mm2: float, castings: float, edges_mm: float, openings_mm: float, thickness_mm: float
) -> float:
    """Form contact area

    Args:
        net_area_mm2: area of the face, less its openings
        castings: how many lie in the form
        edges_mm: length round the outside of each
        openings_mm: length round openings and holes
        thickness_mm: thickness of the piece

    Formula: (net_area_mm2 * castings + (edges_mm + openings_mm) * thickness_mm) / 1e6

    Source: geometry
    """
    return (net_area_mm2 * castings + (edges_mm + openings_mm) * thickness_mm) / 1e6


@rule(unit="l", kind="water")
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
    """Weight of the form

    Args:
        board_volume_l: volume of base and strips
        density_kg_m3: density of the sheet

    Formula: board_volume_l * density_kg_m3 / 1000

    Source: common practice
    """
    return board_volume_l * density_kg_m3 / 1000


@rule(unit="sheets")
def sheets(sheets_cut: float) -> float:
    """Sheets needed

    Args:
        sheets_cut: sheets that the cut plan uses

    Formula: sheets_cut

    Source: the cut plan: rips first, then crosscuts, kerf counted
    """
    return sheets_cut


@rule(unit="lengths")
def side_lengths(lengths_cut: float) -> float:
    """Lengths of lumber for sides

    Args:
        lengths_cut: lengths that sides of lumber are cut from

    Formula: lengths_cut

    Source: the cut plan: crosscuts, kerf counted
    """
    return lengths_cut


@rule(unit="price")
def sheets_cost(prices_of_sheets: float) -> float:
    """What the sheets cost

    Args:
        prices_of_sheets: price of each sheet that is bought, added up, in the shop's money

    Formula: prices_of_sheets

    Source: the prices that the shop has written down
    """
    return prices_of_sheets


@rule(unit="lengths")
def lumber(lengths_cut: float) -> float:
    """Lengths of lumber to have

    Args:
        lengths_cut: lengths that bearers, braces, battens and bridges are cut from

    Formula: lengths_cut

    Source: the fewest that they can be cut from, kerf counted
    """
    return lengths_cut


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
