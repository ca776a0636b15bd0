"""Lines as they come out of a drawing of any format, before it is known what they go round."""

from math import ceil, cos, pi, sin, sqrt, tan, tau
from typing import Literal

from ulbrek.files.problems import InvalidDocumentError, Problem

Unit = Literal["mm", "cm", "m", "in"]
MM_PER: dict[Unit, float] = {"mm": 1.0, "cm": 10.0, "m": 1000.0, "in": 25.4}
MOST_ENTITIES = 3_000
TOLERANCE_MM = 0.02  # of a curve made into chords


class Pline:
    """A line as it comes from a file: corners x, y and bulge in the file's units, and whether it is closed."""

    __slots__ = ("closed", "corners")

    def __init__(self, corners: list[tuple[float, float, float]], closed: bool) -> None:
        """A line; the last corner's bulge is that of the edge back to the first."""
        self.corners, self.closed = corners, closed


def chords(length: float, radius: float, tolerance: float) -> int:
    """How many chords keep an arc or a curve within a tolerance of itself [file units].

    Args:
        length: of the curve
        radius: its smallest, or a guess at it
        tolerance: how far a chord may stand off
    """
    step = sqrt(8 * max(radius, 1e-9) * tolerance)
    return max(2, min(400, ceil(length / max(step, 1e-9))))


def refuse(problem: str, remedy: str) -> InvalidDocumentError:
    """A refusal of the whole file: what is wrong, and what would do."""
    return InvalidDocumentError([Problem("", problem, remedy)])


def arc_corners(
    centre: tuple[float, float], radius: float, start: float, end: float
) -> list[tuple[float, float, float]]:
    """An arc counter-clockwise between two directions [rad] as corners, no edge turning more than half round."""
    turn = (end - start) % tau or tau
    parts = 2 if turn > pi else 1
    bulge = tan(turn / parts / 4)
    ways = [start + turn * part / parts for part in range(parts + 1)]
    places = [(centre[0] + radius * cos(way), centre[1] + radius * sin(way)) for way in ways]
    return [(x, y, bulge if number < parts else 0.0) for number, (x, y) in enumerate(places)]
