"""Steps and ramps that are cast on the ground: between two panels sawn to their profile, risers across."""

from collections.abc import Iterator, Sequence
from math import ceil
from typing import NamedTuple

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.form import rules
from ulbrek.core.form.brief import FormBrief
from ulbrek.core.form.result import Batten, Board, Joint, Screw
from ulbrek.core.form.stakes import IN_FIRM_GROUND_MM, SCREWS_EACH

# Source of all: common practice.
STAKES_EVERY_MM = 600.0
STRUTTED_FROM_MM = 300.0  # a stake by itself leans under higher concrete
INTO_AN_END = 2
TALL_END_MM = 200.0


class Braced(NamedTuple):
    """What holds a flight: stakes behind its panels and behind its back, and rows of braces over its risers."""

    beside: int
    behind: int
    rows: int

    @property
    def stakes(self) -> int:
        """All of them."""
        return self.beside + self.behind


def braced(brief: FormBrief, between: Figure) -> Braced:
    """What holds a flight.

    Args:
        brief: what the form is for
        between: how far a riser's board spans
    """
    a_side, behind = (1 + max(1, ceil(along / STAKES_EVERY_MM - 1e-9)) for along in (brief.length_mm, brief.depth_mm))
    closed = "back" not in brief.open_edges
    rows = max(0, ceil(brief.depth_mm / between.value - 1e-9) - 1) if brief.has_risers else 0
    return Braced(2 * a_side, behind if closed else 0, rows)


def battens(brief: FormBrief, held: Braced) -> Iterator[Batten]:
    """The lumber of the stakes, their struts, and the braces over the risers.

    Args:
        brief: what the form is for
        held: what holds it
    """
    of, high = brief.piece, brief.width_mm
    length = work(rules.stake_length, of, height_mm=high, bite_mm=IN_FIRM_GROUND_MM)
    tall = high > STRUTTED_FROM_MM
    yield Batten("stake", "Stake, pointed", length, held.stakes * (2 if tall else 1))
    if tall:
        yield Batten("strut", "Strut, from stake to stake", work(rules.strut, of, height_mm=high), held.stakes)
    if held.rows:
        run, rise = _noses(brief)
        slope = work(rules.slope_length, of, run_mm=run, rise_mm=rise, beyond_mm=IN_FIRM_GROUND_MM)
        yield Batten("riser brace", "Brace over the risers, to a stake before them", slope, held.rows)


def _noses(brief: FormBrief) -> tuple[float, float]:
    """How far it is from the lowest nose to the highest, in plan and in height [mm]."""
    named = zip(brief.outline.edges, brief.outline.edge_names, strict=True)
    noses = [max((edge.start, edge.end), key=lambda end: end.y) for edge, name in named if name.startswith("riser")]
    if not noses:
        return brief.length_mm, brief.width_mm
    xs, ys = [one.x for one in noses], [one.y for one in noses]
    return max(xs) - min(xs), max(ys) - min(ys)


def screws(brief: FormBrief, boards: Sequence[Board], held: Braced, made: Joint) -> list[Screw]:
    """Through both panels into the ends of every board across, and through every stake into its panel.

    Args:
        brief: what the form is for
        boards: its boards
        held: what holds it
        made: how it is screwed
    """
    found = []
    for board in boards:
        if board.kind != "strip":
            continue
        x, y = board.x_mm + board.dx_mm / 2, board.y_mm + board.dy_mm / 2
        many = INTO_AN_END if board.length_cut_mm <= TALL_END_MM else ceil(board.length_cut_mm / (TALL_END_MM / 2))
        for _ in range(many):
            found += [Screw(x, y, way, 0.0, 0.0, made.corner_screw_mm) for way in ("down", "up")]
    a_side = held.beside // 2
    for number in range(a_side):
        at = brief.length_mm * number / max(1, a_side - 1)
        found += [Screw(at, 0.0, way, 0.0, 0.0, made.screw_mm) for way in ("down", "up") for _ in range(SCREWS_EACH)]
    back = [Screw(brief.length_mm, 0.0, "in", -1.0, 0.0, made.screw_mm)] * (held.behind * SCREWS_EACH)
    return [*found, *back]
