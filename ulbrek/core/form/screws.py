"""Where the screws go, how long they are, and what they bite."""

from collections.abc import Iterator, Sequence
from math import ceil
from typing import Literal

from ulbrek.core.base.figure import work
from ulbrek.core.form import rules
from ulbrek.core.form.boards import Wanted
from ulbrek.core.form.result import Board, Joint, Screw
from ulbrek.core.materials import fixings

_TALL_MM = 100.0
_INWARD = {"front": (0, 1), "back": (0, -1), "left": (1, 0), "right": (-1, 0)}
# At each corner: the strip that runs past, and the one whose end it is screwed to.
_PINWHEEL_CORNERS = (("front", "right"), ("right", "back"), ("back", "left"), ("left", "front"))


def joint(wanted: Wanted, strip_height_mm: float) -> Joint:
    """How strips of this height are screwed to the base, with the shortest screw that bites enough [mm]."""
    board, of = wanted.sheet.thickness_mm, wanted.piece
    hole = work(rules.pilot, of, shank_mm=fixings.SCREW_SHANK_MM, pilot_share=fixings.PILOT_SHARE)
    through = _shortest(board + fixings.BITE_FROM_SIDE_MM)
    down = _shortest(strip_height_mm + fixings.LEAST_BITE_MM)
    way: Literal["down", "up", "in"] = "up"
    if wanted.lap_mm:
        way = "in"
    elif wanted.habits.screwing == "down through the strip" and _bites(down - strip_height_mm, board):
        way = "down"
    length = down if way == "down" else through
    if way == "down":
        bite = work(rules.bite_down, of, screw_mm=length, strip_height_mm=strip_height_mm)
    else:
        bite = work(rules.bite_through, of, screw_mm=length, board_mm=board)
    return Joint(way, length, bite, hole, through)


def strip_screws(wanted: Wanted, boards: Sequence[Board], made: Joint) -> list[Screw]:
    """The screws along the strips, at true places."""
    return [screw for board in boards if board.key != "base" for screw in _along(wanted, board, made)]


def corner_screws(wanted: Wanted, boards: Sequence[Board], made: Joint) -> list[Screw]:
    """The screws through a strip that runs past, into its neighbour's end; in tall ones several, one over another."""
    strips = {board.key: board for board in boards}
    height = strips["front"].height.value
    each = 1 if height < _TALL_MM else ceil(height / 150)
    return [
        screw for past, neighbour in _corners(wanted) for screw in _corner(strips[past], strips[neighbour], made, each)
    ]


def _corners(wanted: Wanted) -> Sequence[tuple[str, str]]:
    if wanted.habits.corner == "pinwheel":
        return _PINWHEEL_CORNERS
    others = [edge for edge in ("front", "right", "back", "left") if edge not in wanted.long_pair]
    return [(past, between) for past in wanted.long_pair for between in others]


def _corner(past: Board, neighbour: Board, made: Joint, each: int) -> Iterator[Screw]:
    dx, dy = _INWARD[past.key]
    x = neighbour.x_mm + neighbour.dx_mm / 2 if dx == 0 else past.x_mm + (0 if dx > 0 else past.dx_mm)
    y = neighbour.y_mm + neighbour.dy_mm / 2 if dy == 0 else past.y_mm + (0 if dy > 0 else past.dy_mm)
    for _ in range(each):
        yield Screw(x, y, "in", dx, dy, made.corner_screw_mm)


def _along(wanted: Wanted, board: Board, made: Joint) -> Iterator[Screw]:
    dx, dy = _INWARD[board.key]
    run = wanted.along(board.key)  # where there is base or piece beside it, whatever is left to run past
    end = min(fixings.USUAL_END_MM, run / 2)
    gaps = max(1, ceil((run - 2 * end) / wanted.habits.screw_spacing.mm)) if run > 2 * end else 0
    first = board.y_mm if dx else board.x_mm
    start = max(0.0, first) + end
    for index in range(gaps + 1):
        at = start + (run - 2 * end) * index / gaps if gaps else start
        if made.way == "in":
            x = at if dx == 0 else board.x_mm + (0 if dx > 0 else board.dx_mm)
            y = at if dy == 0 else board.y_mm + (0 if dy > 0 else board.dy_mm)
            yield Screw(x, y, "in", dx, dy, made.screw_mm)
        else:
            x = at if dx == 0 else board.x_mm + board.dx_mm / 2
            y = at if dy == 0 else board.y_mm + board.dy_mm / 2
            yield Screw(x, y, made.way, 0, 0, made.screw_mm)


def _bites(bite_mm: float, board_mm: float) -> bool:
    """Whether a screw holds in the base and does not come out of its other face."""
    return fixings.LEAST_BITE_MM <= bite_mm <= board_mm - fixings.LEAST_BACK_MM


def _shortest(least_mm: float) -> float:
    return next((one for one in fixings.SCREW_LENGTHS_MM if one >= least_mm), fixings.SCREW_LENGTHS_MM[-1])
