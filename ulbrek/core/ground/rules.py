"""Rules of the ground: dig, sub-base, heights, joints and setting out."""

from math import ceil, hypot, sqrt

from ulbrek.core.base.figure import rule


@rule(unit="mm", kind="needed")
def sub_base_depth(load_mm: float, soil_mm: float) -> float:
    """Sub-base, tamped

    Args:
        load_mm: for what the slab carries
        soil_mm: more for clay, for ground that freezes, or for soft ground

    Formula: load_mm + soil_mm

    Source: common practice: 100 under paths and pads, 150 under cars; 50 to 100 more on clay or in frost
    """
    return load_mm + soil_mm


@rule(unit="mm", kind="needed")
def sub_base_own(typed_mm: float) -> float:
    """Sub-base, tamped, as chosen

    Args:
        typed_mm: as it was typed

    Formula: typed_mm

    Source: as typed
    """
    return typed_mm


@rule(unit="mm", kind="tape")
def dig_depth(slab_mm: float, sub_base_mm: float, above_mm: float) -> float:
    """Depth of the dig, below the ground

    Args:
        slab_mm: thickness of the slab
        sub_base_mm: under it, tamped
        above_mm: how far its top stands above the ground

    Formula: max(0, slab_mm + sub_base_mm - above_mm)

    Source: geometry
    """
    return max(0.0, slab_mm + sub_base_mm - above_mm)


@rule(unit="l")
def dig_volume(area_m2: float, depth_mm: float) -> float:
    """Volume of the dig, as it lies

    Args:
        area_m2: of the hole, with what it is dug wider
        depth_mm: of it

    Formula: area_m2 * depth_mm

    Source: geometry; a square metre by a millimetre is a litre
    """
    return area_m2 * depth_mm


@rule(unit="l")
def spoil(dig_l: float, bulking: float) -> float:
    """Spoil, loose

    Args:
        dig_l: as it lies
        bulking: how much larger it is once it is dug

    Formula: dig_l * bulking

    Source: common practice: sandy 1.1 to 1.2, loam 1.2 to 1.3, clay 1.3 to 1.4
    """
    return dig_l * bulking


@rule(unit="barrows")
def barrows(loose_l: float, barrow_l: float) -> float:
    """Barrow loads

    Args:
        loose_l: what is moved
        barrow_l: what one takes without spilling

    Formula: ceil(loose_l / barrow_l)

    Source: common practice
    """
    return float(ceil(loose_l / barrow_l - 1e-9))


@rule(unit="l")
def stone_tamped(area_m2: float, depth_mm: float) -> float:
    """Sub-base, as it lies tamped

    Args:
        area_m2: of the hole
        depth_mm: tamped

    Formula: area_m2 * depth_mm

    Source: geometry; a square metre by a millimetre is a litre
    """
    return area_m2 * depth_mm


@rule(unit="l")
def stone_inside(side_m2: float, wide_mm: float, castings: float) -> float:
    """Stone inside of steps, as it lies tamped

    Args:
        side_m2: its outline, seen from the side
        wide_mm: from side to side
        castings: how many there are

    Formula: side_m2 * wide_mm * castings

    Source: geometry; a square metre by a millimetre is a litre
    """
    return side_m2 * wide_mm * castings


@rule(unit="l")
def stone_a_fifth_more(tamped_l: float, more: float) -> float:
    """Sub-base to order, loose: so much more than it is tamped

    Args:
        tamped_l: as it lies tamped
        more: share of that

    Formula: tamped_l * (1 + more)

    Source: common practice: 20 to 30 % more
    """
    return tamped_l * (1 + more)


@rule(unit="l")
def stone_a_fifth_lost(tamped_l: float, lost: float) -> float:
    """Sub-base to order, loose: so much of it is lost when it is tamped

    Args:
        tamped_l: as it lies tamped
        lost: share of what is ordered

    Formula: tamped_l / (1 - lost)

    Source: common practice: the same 20 % read the other way
    """
    return tamped_l / (1 - lost)


@rule(unit="kg")
def stone_mass(loose_l: float, density_kg_l: float) -> float:
    """Mass of the sub-base

    Args:
        loose_l: as it is ordered
        density_kg_l: loose

    Formula: loose_l * density_kg_l

    Source: common practice: crushed stone weighs 1.6 to 1.8 t a loose cubic metre
    """
    return loose_l * density_kg_l


@rule(unit="layers")
def layers(depth_mm: float, layer_mm: float) -> float:
    """Layers to tamp

    Args:
        depth_mm: tamped
        layer_mm: what the tamper reaches through

    Formula: ceil(depth_mm / layer_mm)

    Source: common practice: 50 to 75 mm with a hand tamper, 100 with a plate
    """
    return float(ceil(depth_mm / layer_mm - 1e-9))


@rule(unit="mm", kind="tape")
def drop(along_mm: float, fall_mm_m: float, across_mm: float, cross_mm_m: float) -> float:
    """Drop from its high corner to its low one

    Args:
        along_mm: how far the one fall runs
        fall_mm_m: of it [mm/m]
        across_mm: how far the other runs
        cross_mm_m: of it [mm/m]

    Formula: (along_mm * fall_mm_m + across_mm * cross_mm_m) / 1000

    Source: geometry
    """
    return (along_mm * fall_mm_m + across_mm * cross_mm_m) / 1000


@rule(unit="mm", kind="tape")
def corner_below(high_mm: float, along_mm: float, fall_mm_m: float, across_mm: float, cross_mm_m: float) -> float:
    """Height of a corner below the datum

    Args:
        high_mm: of the high side, below the datum
        along_mm: from the high side, the way of the one fall
        fall_mm_m: of it [mm/m]
        across_mm: from the other high side
        cross_mm_m: of that fall [mm/m]

    Formula: high_mm + (along_mm * fall_mm_m + across_mm * cross_mm_m) / 1000

    Source: geometry
    """
    return high_mm + (along_mm * fall_mm_m + across_mm * cross_mm_m) / 1000


@rule(unit="mm", kind="tape")
def tape_between(right_mm: float, back_mm: float) -> float:
    """What the tape reads between two corners

    Args:
        right_mm: how far the one is to the right of the other
        back_mm: how far to the back

    Formula: sqrt(right_mm**2 + back_mm**2)

    Source: geometry
    """
    return hypot(right_mm, back_mm)


@rule(unit="mm", kind="tape")
def curve_rise(radius_mm: float, chord_mm: float, more_than_half: float) -> float:
    """Greatest offset of a curve from the line between its ends

    Args:
        radius_mm: of the curve
        chord_mm: between its ends
        more_than_half: 1 where it is more than half a circle, else 0

    Formula: radius_mm + (2 * more_than_half - 1) * sqrt(max(0, radius_mm**2 - (chord_mm / 2)**2))

    Source: geometry of the circle
    """
    return radius_mm + (2 * more_than_half - 1) * sqrt(max(0.0, radius_mm**2 - (chord_mm / 2) ** 2))


@rule(unit="mm", kind="at most")
def joints_apart(thickness_mm: float, times: float) -> float:
    """Joints, at most apart

    Args:
        thickness_mm: of the slab
        times: its thickness

    Formula: thickness_mm * times

    Source: ACI 302.1R and 360R, from memory: 24 to 36 times the thickness
    """
    return thickness_mm * times


@rule(unit="mm", kind="needed")
def groove_depth(thickness_mm: float, least_mm: float) -> float:
    """Depth of a joint

    Args:
        thickness_mm: of the slab
        least_mm: in any

    Formula: max(thickness_mm / 4, least_mm)

    Source: ACI 302.1R and 360R, from memory: a quarter of the thickness, 25 mm (1 in) at the least
    """
    return max(thickness_mm / 4, least_mm)


@rule(unit="mm", kind="needed")
def groove_own(typed_mm: float) -> float:
    """Depth of a joint, as chosen

    Args:
        typed_mm: as it was typed

    Formula: typed_mm

    Source: as typed
    """
    return typed_mm


@rule(unit="mm", kind="tape")
def panel_side(span_mm: float, panels: float) -> float:
    """Longest side of a panel

    Args:
        span_mm: what is divided
        panels: into how many

    Formula: span_mm / panels

    Source: geometry
    """
    return span_mm / panels


@rule(unit="m")
def strip_length(sides_mm: float, openings_mm: float) -> float:
    """Isolation strip

    Args:
        sides_mm: along sides that stand against something
        openings_mm: round what goes through it

    Formula: (sides_mm + openings_mm) / 1000

    Source: geometry
    """
    return (sides_mm + openings_mm) / 1000


@rule(unit="l")
def channel_stone(area_m2: float, depth_mm: float) -> float:
    """Washed stone for the channels

    Args:
        area_m2: of all of them
        depth_mm: filled as high as the slab is thick

    Formula: area_m2 * depth_mm

    Source: geometry; a square metre by a millimetre is a litre
    """
    return area_m2 * depth_mm


@rule(unit="bags")
def stone_bags(mass_kg: float, bag_kg: float) -> float:
    """Bags of washed stone

    Args:
        mass_kg: of the stone
        bag_kg: in a bag

    Formula: ceil(mass_kg / bag_kg)

    Source: arithmetic
    """
    return float(ceil(mass_kg / bag_kg - 1e-9))


@rule(unit="kg")
def bonding_coat(area_m2: float, coat_kg_m2: float) -> float:
    """Cement for the bonding coat

    Args:
        area_m2: of the old slab that is covered
        coat_kg_m2: brushed in thin, as thick as cream [kg/m²]

    Formula: area_m2 * coat_kg_m2

    Source: common practice: 1 to 2 kg a square metre
    """
    return area_m2 * coat_kg_m2


@rule(unit="barrows")
def concrete_barrows(volume_l: float, barrow_l: float) -> float:
    """Concrete, in barrows

    Args:
        volume_l: of all castings
        barrow_l: in one, so that nothing slops over

    Formula: ceil(volume_l / barrow_l)

    Source: common practice: 60 l of an 85 l barrow
    """
    return ceil(volume_l / barrow_l - 1e-9)


@rule(unit="1")
def mats_needed(across_mm: float, mat_mm: float) -> float:
    """Stamp mats

    A row from edge to edge, and one more to stand on while the next is laid.

    Args:
        across_mm: the shorter side of the slab
        mat_mm: side of a mat

    Formula: ceil(across_mm / mat_mm) + 1

    Source: common practice
    """
    return ceil(across_mm / mat_mm - 1e-9) + 1


@rule(unit="kg")
def release_powder(area_m2: float, powder_kg_m2: float) -> float:
    """Release powder

    Args:
        area_m2: of the face
        powder_kg_m2: for each square metre

    Formula: area_m2 * powder_kg_m2

    Source: common practice: 0.15 to 0.2 kg a square metre (3 to 4 lb on 100 ft2)
    """
    return area_m2 * powder_kg_m2
