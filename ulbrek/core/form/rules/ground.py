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

    Its head stays 10 mm below the screed edge; in the ground it is as deep as the side is high, and 300 mm at least.

    Args:
        height_mm: of the side
        bite_mm: 300 in firm ground

    Formula: height_mm - 10 + max(bite_mm, height_mm)

    Source: common practice
    """
    return height_mm - 10 + max(bite_mm, height_mm)


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
