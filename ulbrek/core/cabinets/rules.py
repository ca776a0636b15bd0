"""Rules of a top that is cast over cabinets: its boards, their braces, what is carried."""

from math import ceil, sqrt

from ulbrek.core.base.figure import rule


@rule(unit="MPa")
def load_on_board(thickness_mm: float, density_kg_m3: float, board_mm: float, board_kg_m3: float) -> float:
    """Load on the board, wet

    The concrete, the board itself, and 1 kPa (0.001 MPa) for hands and a screed.

    Args:
        thickness_mm: of the top
        density_kg_m3: of the fresh concrete
        board_mm: thickness of the board
        board_kg_m3: density of the board

    Formula: (thickness_mm * density_kg_m3 + board_mm * board_kg_m3) * 9.80665 / 1e9 + 0.001

    Source: mass; the working load is common practice
    """
    return (thickness_mm * density_kg_m3 + board_mm * board_kg_m3) * 9.80665 / 1e9 + 0.001


@rule(unit="mm", kind="at most")
def span_of_one(load_mpa: float, modulus_mpa: float, board_mm: float, strength_mpa: float) -> float:
    """Greatest brace spacing

    A board over two supports bows by 1 mm or by a 360th of its span, or is loaded to a third of its strength.

    Args:
        load_mpa: on it, wet
        modulus_mpa: of the board in bending
        board_mm: its thickness
        strength_mpa: its strength in bending

    Formula:
        min(
            (384 / 5 * modulus_mpa * board_mm**3 / 12 / load_mpa)**(1/4),
            (384 / 5 * modulus_mpa * board_mm**3 / 12 / load_mpa / 360)**(1/3),
            sqrt(8 * strength_mpa / 3 * board_mm**2 / 6 / load_mpa)
        )

    Source: beam theory, any handbook; the limits are common practice
    """
    stiff = 384 / 5 * modulus_mpa * board_mm**3 / 12 / load_mpa
    return float(
        min(stiff ** (1 / 4), (stiff / 360) ** (1 / 3), sqrt(8 * strength_mpa / 3 * board_mm**2 / 6 / load_mpa))
    )


@rule(unit="mm", kind="at most")
def span_of_several(load_mpa: float, modulus_mpa: float, board_mm: float, strength_mpa: float) -> float:
    """Greatest brace spacing, one board over four braces or more

    The end spans are the worst: 0.0069 of load, span and stiffness; a tenth of load and span squared in bending.

    Args:
        load_mpa: on it, wet
        modulus_mpa: of the board in bending
        board_mm: its thickness
        strength_mpa: its strength in bending

    Formula:
        min(
            (modulus_mpa * board_mm**3 / 12 / load_mpa / 0.0069)**(1/4),
            (modulus_mpa * board_mm**3 / 12 / load_mpa / 0.0069 / 360)**(1/3),
            sqrt(10 * strength_mpa / 3 * board_mm**2 / 6 / load_mpa)
        )

    Source: beam theory, any handbook; the limits are common practice
    """
    stiff = modulus_mpa * board_mm**3 / 12 / load_mpa / 0.0069
    return float(
        min(stiff ** (1 / 4), (stiff / 360) ** (1 / 3), sqrt(10 * strength_mpa / 3 * board_mm**2 / 6 / load_mpa))
    )


@rule(unit="mm", kind="bow")
def brace_bow(load_mpa: float, apart_mm: float, span_mm: float, modulus_mpa: float, wide_mm: float, deep_mm: float
) -> float:  # fmt: skip
    """Bow of a brace, laid flat

    Args:
        load_mpa: on the board, wet
        apart_mm: from brace to brace
        span_mm: of the brace, from the front of the cabinet to its back
        modulus_mpa: of the lumber in bending
        wide_mm: its wide face
        deep_mm: its narrow one, upright

    Formula: 5 * load_mpa * apart_mm * span_mm**4 / (384 * modulus_mpa * wide_mm * deep_mm**3 / 12)

    Source: beam theory, any handbook
    """
    return 5 * load_mpa * apart_mm * span_mm**4 / (384 * modulus_mpa * wide_mm * deep_mm**3 / 12)


@rule(unit="kg/m")
def load_a_metre(
    thickness_mm: float, density_kg_m3: float, board_mm: float, board_kg_m3: float, depth_mm: float
) -> float:
    """Load on a metre of cabinets

    Args:
        thickness_mm: of the top
        density_kg_m3: of the concrete
        board_mm: thickness of the board
        board_kg_m3: density of the board
        depth_mm: of the top, front to back

    Formula: (thickness_mm * density_kg_m3 + board_mm * board_kg_m3) * depth_mm / 1e6

    Source: mass
    """
    return (thickness_mm * density_kg_m3 + board_mm * board_kg_m3) * depth_mm / 1e6


@rule(unit="mm", kind="at most")
def overhang_limit(plain_mm: float, depth_mm: float) -> float:
    """Greatest overhang without brackets

    Args:
        plain_mm: 200 for tops up to 45 mm thick, 300 for thicker ones
        depth_mm: of the top, front to back

    Formula: min(plain_mm, depth_mm / 4)

    Source: common practice
    """
    return min(plain_mm, depth_mm / 4)


@rule(unit="screws")
def board_screws(bearing_mm: float, lines: float, every_mm: float) -> float:
    """Screws through the boards

    Args:
        bearing_mm: all that they bear on, added up
        lines: how many there are of those
        every_mm: from screw to screw

    Formula: ceil(bearing_mm / every_mm) + lines

    Source: common practice: each 200 mm (8 in), one more at the end of each line
    """
    return ceil(bearing_mm / every_mm - 1e-9) + lines


@rule(unit="m")
def seam_tape(seams_mm: float, ends_mm: float) -> float:
    """Tape over the seams

    Args:
        seams_mm: of all seams between boards, and along walls
        ends_mm: what it runs past them

    Formula: (seams_mm + ends_mm) / 1000

    Source: geometry
    """
    return (seams_mm + ends_mm) / 1000


@rule(unit="m2")
def floor_cover(front_mm: float, wide_mm: float) -> float:
    """Floor cover

    Args:
        front_mm: of the run, along its front
        wide_mm: how far it reaches into the room

    Formula: front_mm * wide_mm / 1e6

    Source: common practice: 1.2 m (4 ft) wide
    """
    return front_mm * wide_mm / 1e6


@rule(unit="1")
def mesh_clips(area_m2: float, apart_mm: float) -> float:
    """Clips that hold the mesh

    Args:
        area_m2: of the top
        apart_mm: each way

    Formula: ceil(area_m2 * 1e6 / apart_mm**2)

    Source: common practice: one each 400 mm (16 in), both ways
    """
    return ceil(area_m2 * 1e6 / apart_mm**2 - 1e-9)


@rule(unit="1")
def brackets(along_mm: float, sides: float, every_mm: float) -> float:
    """Brackets under wide overhangs

    Args:
        along_mm: all that overhangs too far, end to end
        sides: how many stretches that is: each has one at both of its ends
        every_mm: how far apart they may be

    Formula: ceil(along_mm / every_mm) + sides

    Source: common practice: one each 600 mm (24 in)
    """
    return ceil(along_mm / every_mm - 1e-9) + sides


@rule(unit="1")
def buckets(volume_l: float, bucket_l: float) -> float:
    """Buckets to carry

    Args:
        volume_l: of the concrete
        bucket_l: in each

    Formula: ceil(volume_l / bucket_l)

    Source: arithmetic
    """
    return ceil(volume_l / bucket_l - 1e-9)


@rule(unit="min")
def carrying_min(buckets: float, carriers: float, walk_m: float) -> float:
    """Time to carry it

    Half a minute to fill and empty a bucket, and both ways at a metre a second.

    Args:
        buckets: to carry
        carriers: people who carry
        walk_m: from mixer to top

    Formula: buckets * (30 + 2 * walk_m) / 60 / carriers

    Source: common practice
    """
    return buckets * (30 + 2 * walk_m) / 60 / carriers


@rule(unit="l")
def more_at_wall(bowed_mm2: float, thickness_mm: float) -> float:
    """More concrete behind a bowed wall

    Args:
        bowed_mm2: of each wall its greatest gap times its length, added up
        thickness_mm: of the top

    Formula: 2 / 3 * bowed_mm2 * thickness_mm / 1e6

    Source: area under a parabola
    """
    return 2 / 3 * bowed_mm2 * thickness_mm / 1e6
