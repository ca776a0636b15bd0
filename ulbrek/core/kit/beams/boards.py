"""How far a form's board bows between its supports, and how far apart they may be."""

from ulbrek.core.base.figure import rule

# Deflection of an evenly loaded board = coefficient x load x span⁴ / (modulus x inertia).
# Source: closed forms of beam theory, any handbook.
ONE_SPAN = 5 / 384
SEVERAL_SPANS = 0.00688  # the end spans of three or more equal ones, the worst of them
# Inertia is breadth x thickness³ / 12. The lowest strip of a side bears the full head: 12. A low board bends
# as a whole under half of it: 6.
BOTTOM_STRIP, WHOLE_BOARD = 12.0, 6.0
MOST_BOW_MM = 0.5
SPAN_PER_BOW = 360.0


@rule(unit="mm", kind="bow")
def bow(
    coefficient: float, head_share: float, pressure_mpa: float, span_mm: float, modulus_mpa: float, thickness_mm: float
) -> float:
    """Deflection of a panel

    Fresh concrete pushes like a liquid; the board between two supports bows by this much.

    Args:
        coefficient: 5/384 for one span, 0.00688 for several
        head_share: 12 for a strip under the full head, 6 for a low board that bends as a whole
        pressure_mpa: pressure at the bottom
        span_mm: from support to support
        modulus_mpa: stiffness of the board in bending
        thickness_mm: thickness of the board

    Formula: coefficient * head_share * pressure_mpa * span_mm**4 / (modulus_mpa * thickness_mm**3)

    Source: beam theory, any handbook
    """
    return coefficient * head_share * pressure_mpa * span_mm**4 / (modulus_mpa * thickness_mm**3)


@rule(unit="mm", kind="at most")
def span_within_limit(
    coefficient: float, head_share: float, pressure_mpa: float, modulus_mpa: float, thickness_mm: float
) -> float:
    """Maximum span

    The distance between supports at which it bows by 0.5 mm or by a 360th of the span, whichever comes first.

    Args:
        coefficient: 5/384 for one span, 0.00688 for several
        head_share: 12 for a strip under the full head, 6 for a low board that bends as a whole
        pressure_mpa: pressure at the bottom
        modulus_mpa: stiffness of the board in bending
        thickness_mm: thickness of the board

    Formula:
        min(
            (0.5 * modulus_mpa * thickness_mm**3 / (coefficient * head_share * pressure_mpa))**(1/4),
            (modulus_mpa * thickness_mm**3 / (360 * coefficient * head_share * pressure_mpa))**(1/3)
        )

    Source: beam theory, any handbook; the limits are common practice
    """
    stiffness = modulus_mpa * thickness_mm**3 / (coefficient * head_share * pressure_mpa)
    return float(min((MOST_BOW_MM * stiffness) ** (1 / 4), (stiffness / SPAN_PER_BOW) ** (1 / 3)))
