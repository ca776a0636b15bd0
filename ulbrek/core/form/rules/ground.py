"""What holds the sides of a form whose base is the ground."""

from math import sqrt

from ulbrek.core.base.figure import rule


@rule(unit="mm", kind="at most")
def stake_spacing(between_mm: float, usual_mm: float) -> float:
    """Stake spacing

    Args:
        between_mm: how far the side spans before it bows by 0.5 mm or a 360th
        usual_mm: 900 for boards of 35 mm to 100 mm high, 750 to 150 mm, 600 above; 500 thinner ones, 300 curves

    Formula: min(between_mm, usual_mm)

    Source: beam theory; the usual distances are common practice
    """
    return min(between_mm, usual_mm)


@rule(unit="mm", kind="hold")
def stake_length(height_mm: float, bite_mm: float) -> float:
    """Length of a stake

    Its head stays 10 mm below the screed edge; in the ground it is as deep as the side is high, 300 mm at least and
    450 at most: what is higher is strutted.

    Args:
        height_mm: of the side
        bite_mm: 300 in firm ground

    Formula: height_mm - 10 + max(bite_mm, min(height_mm, 450))

    Source: common practice
    """
    return height_mm - 10 + max(bite_mm, min(height_mm, 450.0))


@rule(unit="mm", kind="hold")
def slope_length(run_mm: float, rise_mm: float, beyond_mm: float) -> float:
    """Length of a brace over risers

    Along the noses of the steps, and on to a stake before the lowest.

    Args:
        run_mm: from the lowest nose to the highest, in plan
        rise_mm: the same in height
        beyond_mm: to the stake

    Formula: sqrt(run_mm ** 2 + rise_mm ** 2) + beyond_mm

    Source: geometry
    """
    return sqrt(run_mm**2 + rise_mm**2) + beyond_mm


@rule(unit="N")
def riser_push(density_kg_m3: float, height_mm: float, width_mm: float) -> float:
    """Push on a riser's board

    Fresh concrete pushes like a liquid of its weight; it stands as high as the tread behind the board.

    Args:
        density_kg_m3: of the fresh concrete
        height_mm: of the riser
        width_mm: of the steps

    Formula: density_kg_m3 * 9.80665 * (height_mm / 1000) ** 2 / 2 * width_mm / 1000

    Source: hydrostatics; ACI 347, a full liquid head, from memory
    """
    return density_kg_m3 * 9.80665 * (height_mm / 1000) ** 2 / 2 * width_mm / 1000


@rule(unit="mm", kind="hold")
def strut(height_mm: float) -> float:
    """Length of a strut

    From the head of a stake at 45 degrees down to the foot of a second one.

    Args:
        height_mm: of the side

    Formula: height_mm * sqrt(2)

    Source: geometry
    """
    return height_mm * sqrt(2)
