"""How long a bolt is, and what it holds."""

from ulbrek.core.base.figure import rule

LEAST_EMBEDDED = 3.0  # times its diameter. Source: common practice.
# Of a bolt's diameter: washer and nut, and the threads beyond it.
WASHER, NUT, BEYOND = 0.2, 0.9, 0.3


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
    """Least projection of a bolt

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
    """Wood left under the washer

    Args:
        clamps_mm: thickness of what it holds
        counterbore_mm: how deep the nut is sunk into it

    Formula: clamps_mm - counterbore_mm

    Source: geometry
    """
    return clamps_mm - counterbore_mm


@rule(unit="mm")
def grip(bar_mm: float, embedded_mm: float) -> float:
    """Grip between two heads

    Args:
        bar_mm: length of the whole bar
        embedded_mm: how deep it goes into each head

    Formula: bar_mm - 2 * embedded_mm

    Source: geometry
    """
    return bar_mm - 2 * embedded_mm


@rule(unit="kg")
def both_heads(mass_kg: float) -> float:
    """Both heads with their bar

    Args:
        mass_kg: of one, with half of the bar

    Formula: 2 * mass_kg

    Source: geometry
    """
    return 2 * mass_kg


@rule(unit="mm", kind="fine")
def sleeve_play(diameter_mm: float, wall_mm: float, takes_mm: float) -> float:
    """Play in a sleeve

    What is left between the bore of a sleeve and what goes through it: 1 to 3 mm let it slide without rattling.

    Args:
        diameter_mm: of the sleeve, outside
        wall_mm: its wall
        takes_mm: diameter of the bar or pole through it

    Formula: diameter_mm - 2 * wall_mm - takes_mm

    Source: geometry
    """
    return diameter_mm - 2 * wall_mm - takes_mm
