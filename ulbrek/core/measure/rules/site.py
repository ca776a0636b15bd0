"""How pieces fill a row, and what was measured where they go."""

from math import sqrt

from ulbrek.core.base.figure import rule


@rule(unit="mm", kind="cut")
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


@rule(unit="mm", kind="bow")
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


@rule(unit="mm", kind="bow")
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


@rule(unit="mm", kind="tape")
def drift(again_mm: float, first_mm: float) -> float:
    """Change of a site dimension

    Args:
        again_mm: measured again
        first_mm: measured first

    Formula: abs(again_mm - first_mm)

    Source: common practice, 3 to 6 mm is normal
    """
    return abs(again_mm - first_mm)


@rule(unit="mm", kind="cut")
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
