"""The figures of a piece."""

from math import hypot, sqrt

from ulbrek.core.base.figure import rule

LEAST_WEB_MM = 60.0
WEB_PER_THICKNESS = 1.5
LEAST_NECK_MM, MOST_NECK_MM = 25.0, 40.0
THIN_PIECE_MM = 60.0  # up to here what is beside an opening is a strip

# Of a bolt's diameter: washer and nut, and the threads beyond it.
WASHER, NUT, BEYOND = 0.2, 0.9, 0.3


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


@rule(unit="kg")
def mass_fresh(volume_l: float, density_kg_m3: float, stays_in_kg: float) -> float:
    """Mass of one piece, fresh

    What it weighs on the day it is poured, without its form.

    Args:
        volume_l: volume of the piece
        density_kg_m3: density of the fresh concrete
        stays_in_kg: sleeves, bolts, foam, wood and mats that stay in it

    Formula: volume_l * density_kg_m3 / 1000 + stays_in_kg

    Source: common practice
    """
    return volume_l * density_kg_m3 / 1000 + stays_in_kg


@rule(unit="kg")
def mass_stripped(mass_fresh_kg: float, stays_in_kg: float, bled_share: float) -> float:
    """Mass of one piece when it is stripped

    Kept covered it has lost little: some bleed water, and what dried before the cover was on.

    Args:
        mass_fresh_kg: mass of the piece, fresh
        stays_in_kg: sleeves, bolts, foam, wood and mats that stay in it, which do not bleed
        bled_share: share of the fresh concrete that has gone

    Formula: (mass_fresh_kg - stays_in_kg) * (1 - bled_share) + stays_in_kg

    Source: common practice, up to 2 %
    """
    return (mass_fresh_kg - stays_in_kg) * (1 - bled_share) + stays_in_kg


@rule(unit="kg")
def mass_dry(mass_fresh_kg: float, stays_in_kg: float, taken_off_kg: float, drying_loss: float) -> float:
    """Mass of one piece, air dry

    Weeks later, indoors, part of its water has gone, and what was ground and routed away.

    Args:
        mass_fresh_kg: mass of the piece, fresh
        stays_in_kg: sleeves, bolts, foam, wood and mats that stay in it, which do not dry
        taken_off_kg: what grinding and routing take off, fresh
        drying_loss: share of the fresh concrete that dries out

    Formula: (mass_fresh_kg - stays_in_kg - taken_off_kg) * (1 - drying_loss) + stays_in_kg

    Source: common practice, 1.5 to 3.5 %
    """
    return (mass_fresh_kg - stays_in_kg - taken_off_kg) * (1 - drying_loss) + stays_in_kg


@rule(unit="kg")
def taken_off(volume_l: float, density_kg_m3: float) -> float:
    """What grinding and routing take off

    Args:
        volume_l: as cast, less as finished
        density_kg_m3: density of the fresh concrete

    Formula: volume_l * density_kg_m3 / 1000

    Source: geometry
    """
    return volume_l * density_kg_m3 / 1000


@rule(unit="kg.m2")
def resists_turning(second_moment_mm5: float, density_kg_m3: float) -> float:
    """Second moment of mass

    How much the piece resists being turned about a line through its centroid.

    Args:
        second_moment_mm5: second moment of its volume about that line, in fifth powers of a millimetre
        density_kg_m3: density of the fresh concrete

    Formula: second_moment_mm5 * density_kg_m3 * 1e-15

    Source: mechanics
    """
    return second_moment_mm5 * density_kg_m3 * 1e-15


@rule(unit="m2")
def show_area(net_area_mm2: float, edges_shown_mm: float, opening_edges_mm: float, thickness_mm: float) -> float:
    """Area that shows

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
    """Area that touches the form

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


@rule(unit="mm")
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

    A thinner strip beside an opening cracks when the piece is turned. A strip is straight and longer than twice its
    width, in a piece of up to 60 mm.

    Args:
        thickness_mm: thickness

    Formula: max(60, 1.5 * thickness_mm)

    Source: common practice
    """
    return max(LEAST_WEB_MM, WEB_PER_THICKNESS * thickness_mm)


@rule(unit="mm")
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


@rule(unit="mm")
def thickness_left(thickness_mm: float, depth_mm: float) -> float:
    """Concrete left behind a recess

    Args:
        thickness_mm: thickness of the piece
        depth_mm: how deep the recess goes

    Formula: thickness_mm - depth_mm

    Source: geometry
    """
    return thickness_mm - depth_mm


@rule(unit="mm")
def edge_length(straight_mm: float, curved_mm: float) -> float:
    """Length of edges of one kind

    Args:
        straight_mm: of the straight ones
        curved_mm: of the curved ones, along the arc

    Formula: straight_mm + curved_mm

    Source: geometry
    """
    return straight_mm + curved_mm


@rule(unit="mm")
def section_of_run(run_mm: float, gap_mm: float, end_gap_mm: float, count: float) -> float:
    """Equal sections of a run

    What each of the pieces must measure to fill the run with the gaps between them and at its ends.

    Args:
        run_mm: the whole run
        gap_mm: between two pieces
        end_gap_mm: at each end
        count: how many pieces

    Formula: (run_mm - (count - 1) * gap_mm - 2 * end_gap_mm) / count

    Source: geometry
    """
    return (run_mm - (count - 1) * gap_mm - 2 * end_gap_mm) / count


@rule(unit="mm")
def closing_error_worst(parts: float, each_mm: float) -> float:
    """Closing error at worst

    Every part is off by as much in the same direction.

    Args:
        parts: how many parts stand in the row
        each_mm: how much each may be off

    Formula: parts * each_mm

    Source: geometry
    """
    return parts * each_mm


@rule(unit="mm")
def closing_error_likely(parts: float, each_mm: float) -> float:
    """Closing error that is likely

    Each part is off by chance, some one way and some the other.

    Args:
        parts: how many parts stand in the row
        each_mm: how much each may be off

    Formula: sqrt(parts) * each_mm

    Source: propagation of independent errors, any handbook
    """
    return sqrt(parts) * each_mm


@rule(unit="mm")
def drift(again_mm: float, first_mm: float) -> float:
    """Drift of a site dimension

    Args:
        again_mm: measured again
        first_mm: measured first

    Formula: abs(again_mm - first_mm)

    Source: common practice, 3 to 6 mm is normal
    """
    return abs(again_mm - first_mm)


@rule(unit="mm")
def from_baseline(read_mm: float, offset_mm: float) -> float:
    """A dimension set out from an offset baseline

    Where it cannot be reached, a line beside it is measured and its distance taken off.

    Args:
        read_mm: what was read to the baseline
        offset_mm: how far the baseline stands off

    Formula: read_mm - offset_mm

    Source: common practice
    """
    return read_mm - offset_mm


@rule(unit="mm")
def bolt_length(embedded_mm: float, projects_mm: float) -> float:
    """Length of a bolt

    Args:
        embedded_mm: what of it is in the concrete
        projects_mm: how far it stands out

    Formula: embedded_mm + projects_mm

    Source: geometry
    """
    return embedded_mm + projects_mm


@rule(unit="mm")
def bolt_stands_out(clamps_mm: float, counterbore_mm: float, gasket_mm: float, diameter_mm: float) -> float:
    """How far a bolt must stand out

    Through what it holds, a gasket, a washer and the whole nut, and a few threads beyond.

    Args:
        clamps_mm: thickness of what it holds
        counterbore_mm: how deep the nut is sunk into it
        gasket_mm: between the concrete and what it holds
        diameter_mm: of the bolt

    Formula: clamps_mm - counterbore_mm + gasket_mm + (0.2 + 0.9 + 0.3) * diameter_mm

    Source: washer and nut by ISO 7089 and ISO 4032, rounded up from memory; two threads beyond, common practice
    """
    return clamps_mm - counterbore_mm + gasket_mm + (WASHER + NUT + BEYOND) * diameter_mm


@rule(unit="mm")
def counterbore_deep(diameter_mm: float) -> float:
    """Depth of a counterbore that hides the nut

    Args:
        diameter_mm: of the bolt

    Formula: (0.2 + 0.9 + 0.3) * diameter_mm

    Source: washer and nut by ISO 7089 and ISO 4032, rounded up from memory; two threads beyond, common practice
    """
    return (WASHER + NUT + BEYOND) * diameter_mm


@rule(unit="mm")
def under_washer(clamps_mm: float, counterbore_mm: float) -> float:
    """Wood that is left under the washer

    Args:
        clamps_mm: thickness of what it holds
        counterbore_mm: how deep the nut is sunk into it

    Formula: clamps_mm - counterbore_mm

    Source: geometry
    """
    return clamps_mm - counterbore_mm
