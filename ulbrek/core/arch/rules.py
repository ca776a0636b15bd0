"""Rules of an arch of blocks."""

from math import sqrt

from ulbrek.core.base.figure import rule


@rule(unit="N")
def weight_on_springing(
    ring_area_mm2: float, width_mm: float, density_kg_m3: float, load_kg_m: float, reach_mm: float
) -> float:
    """Weight on each springing

    Half of the ring, and half of what stands on it.

    Args:
        ring_area_mm2: of half the ring, seen from the front
        width_mm: of the arch, from face to face
        density_kg_m3: of its blocks
        load_kg_m: on each metre across
        reach_mm: from the middle to the outer end of the springing

    Formula: (ring_area_mm2 * width_mm * density_kg_m3 / 1e9 + load_kg_m * reach_mm / 1000) * 9.80665

    Source: mass
    """
    return (ring_area_mm2 * width_mm * density_kg_m3 / 1e9 + load_kg_m * reach_mm / 1000) * 9.80665


@rule(unit="N")
def level_thrust(found_n: float) -> float:
    """Level thrust of a line that lies in the ring

    Found by a linear programme: at every joint the line crosses within the depth of the ring, and no joint bears
    tension. Any thrust between the least and the most is right; which one an arch has nobody knows.

    Args:
        found_n: by the linear programme

    Formula: found_n

    Source: Heyman, The Stone Skeleton, from memory
    """
    return found_n


@rule(unit="1", kind="ratio")
def ring_factor(needed_share: float) -> float:
    """Geometrical factor of safety

    How many times thinner the ring could be about its middle, with the weight that it has.

    Args:
        needed_share: of its depth that the line nearest to the middle needs

    Formula: 1 / needed_share

    Source: Heyman, The Stone Skeleton, from memory; 2 to 3 is common practice
    """
    return 1 / needed_share


@rule(unit="N")
def abutment_push(thrust_n: float, weight_n: float) -> float:
    """Push on each abutment

    Args:
        thrust_n: level thrust, the most that a line in the ring has
        weight_n: weight on the springing

    Formula: sqrt(thrust_n**2 + weight_n**2)

    Source: statics
    """
    return sqrt(thrust_n**2 + weight_n**2)


@rule(unit="1", kind="ratio")
def friction_needed(along_n: float, across_n: float) -> float:
    """Friction that the joints need

    At the joint where most of the force runs along it, for the line nearest to the middle.

    Args:
        along_n: force along the joint
        across_n: force across it

    Formula: along_n / across_n

    Source: statics
    """
    return along_n / across_n


@rule(unit="N")
def pier_weight(pier_mm: float, height_mm: float, width_mm: float, density_kg_m3: float) -> float:
    """Weight of a pier

    Args:
        pier_mm: its width along the span
        height_mm: from the floor to the springing
        width_mm: of the arch and of the pier, from face to face
        density_kg_m3: of the pier, taken as that of the blocks

    Formula: pier_mm * height_mm * width_mm * density_kg_m3 / 1e9 * 9.80665

    Source: mass
    """
    return pier_mm * height_mm * width_mm * density_kg_m3 / 1e9 * 9.80665


@rule(unit="1", kind="ratio")
def pier_factor(
    pier_n: float, pier_mm: float, weight_n: float, bears_mm: float, thrust_n: float, height_mm: float
) -> float:
    """How many times over a pier holds before it tips about its outer toe

    Its own weight in its middle and that of the half arch hold it; the thrust tips it.

    Args:
        pier_n: weight of the pier
        pier_mm: its width along the span
        weight_n: weight of half the arch
        bears_mm: from the outer toe to where the arch bears on the pier
        thrust_n: level thrust, the most
        height_mm: from the floor to the springing

    Formula: (pier_n * pier_mm / 2 + weight_n * bears_mm) / (thrust_n * height_mm)

    Source: statics
    """
    return (pier_n * pier_mm / 2 + weight_n * bears_mm) / (thrust_n * height_mm)


@rule(unit="kg")
def mass_on_centring(ring_mass_kg: float, share: float) -> float:
    """What the centring carries while all blocks lie on it

    Low blocks stand on one another; where a block would slide off the one below, the centring carries it.

    Args:
        ring_mass_kg: of the whole ring
        share: of it that bears on the centring, block by block: cosine of its lean less friction times sine

    Formula: ring_mass_kg * share

    Source: statics; friction of 0.4 between blocks is common practice
    """
    return ring_mass_kg * share


@rule(unit="mm", kind="bow")
def crown_drop(joints: float, closes_mm: float, chord_mm: float, rise_mm: float) -> float:
    """How far the crown comes down once the joints have closed

    Half the arch turns about its springing and the crown: its chord is shorter by what its joints close.

    Args:
        joints: in half the arch
        closes_mm: each of them
        chord_mm: from springing to crown of the middle line
        rise_mm: of the middle line

    Formula: joints * closes_mm * chord_mm / rise_mm

    Source: geometry of a three-hinged arch; 0.2 mm a dry joint is an estimate
    """
    return joints * closes_mm * chord_mm / rise_mm


@rule(unit="1", kind="ratio")
def drop_by_spread(half_span_mm: float, rise_mm: float) -> float:
    """How far the crown comes down for each millimetre by which the springings go apart

    Args:
        half_span_mm: of the middle line
        rise_mm: of the middle line

    Formula: half_span_mm / (2 * rise_mm)

    Source: geometry of a three-hinged arch
    """
    return half_span_mm / (2 * rise_mm)


@rule(unit="l")
def mortar(joints: float, joint_mm: float, depth_mm: float, width_mm: float) -> float:
    """Mortar in the joints of an arch

    Args:
        joints: as many as blocks: one between each two, and half of one at each springing
        joint_mm: how thick each is
        depth_mm: of the ring
        width_mm: of the arch

    Formula: joints * joint_mm * depth_mm * width_mm / 1e6

    Source: geometry
    """
    return joints * joint_mm * depth_mm * width_mm / 1e6
