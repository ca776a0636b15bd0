"""Where the screws go, how long they are, and what they bite."""

from collections.abc import Iterator, Sequence
from math import ceil, hypot
from typing import Literal

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.form import rules, stakes
from ulbrek.core.form.brief import RIB_MM, FormBrief
from ulbrek.core.form.drops import through_the_strip
from ulbrek.core.form.result import Board, Joint, Screw, Stake
from ulbrek.core.form.sides import Side
from ulbrek.core.materials import fixings
from ulbrek.core.materials.boards import LUMBER_KG_M3

_INTO_AN_END = 2
_TALL_MM = 100.0
_ACROSS_DEG = 80.0  # a flatter mitre has too little wood behind it: a block holds it from outside


def joint(brief: FormBrief, strip_height_mm: float, density_kg_m3: Figure) -> Joint:
    """How strips are fixed to the base, with the shortest screw that bites enough; on the ground, to their stakes.

    Args:
        brief: what the form is for
        strip_height_mm: the lowest of them
        density_kg_m3: density of the fresh concrete
    """
    if brief.on_ground:
        return stakes.joint(brief, density_kg_m3)
    board, base, of = brief.sheet.thickness_mm, brief.base.thickness_mm, brief.piece
    hole = work(rules.pilot, of, shank_mm=brief.supplies.screw.shank_mm, pilot_share=fixings.PILOT_SHARE)
    through = _shortest(brief, board + fixings.BITE_FROM_SIDE_MM)
    down = _shortest(brief, strip_height_mm + fixings.LEAST_BITE_MM)
    way: Literal["down", "up", "in"] = "up"
    if brief.laps or brief.beneath:
        way = "in"
    elif (
        brief.habits.screwing == "down through the strip" and not brief.stands and _bites(down - strip_height_mm, base)
    ):
        way = "down"
    length = down if way == "down" else through if way == "in" else _up(brief, strip_height_mm)
    if way == "down":
        bite = work(rules.bite_down, of, screw_mm=length, strip_height_mm=strip_height_mm)
    else:
        bite = work(rules.bite_through, of, screw_mm=length, board_mm=board if way == "in" else base)
    holds = work(
        rules.screw_holds, of, grip=fixings.GRIP_FACE if way == "down" or brief.beneath else fixings.GRIP_EDGE,
        shank_mm=brief.supplies.screw.shank_mm, bite_mm=bite,
        density_kg_m3=LUMBER_KG_M3 if brief.beneath else (brief.sheet if way == "up" else brief.base).density_kg_m3,
    )  # fmt: skip
    push = work(
        rules.push_a_screw, of, density_kg_m3=density_kg_m3, height_mm=brief.head_mm,
        spacing_mm=brief.habits.screw_spacing.mm,
    )  # fmt: skip
    return Joint(brief.fixing, way, length, bite, hole, through, holds, push)


def strip_screws(brief: FormBrief, sides: Sequence[Side], made: Joint, staked: Sequence[Stake]) -> list[Screw]:
    """The screws along the strips, at true places; on the ground those through their stakes."""
    if brief.on_ground:
        return stakes.screws(brief, staked, made)
    closed = [side for side in sides if side.key not in brief.unboarded]
    along = [
        screw
        for side in closed
        for screw in through_the_strip(
            brief, side, made, list((_round if side.edge.is_arc else _along)(brief, side, made))
        )
    ]
    if not brief.stands:
        return along
    return [*along, *(Screw(one.x_mm, one.y_mm, "down", 0.0, 0.0, one.length_mm) for one in along)]


def corner_screws(sides: Sequence[Side], boards: Sequence[Board], made: Joint) -> list[Screw]:
    """The screws through corners: through the strip that runs past into its neighbour's end; of a mitre one each way.

    In tall ones there are several, one over another. At an inner corner a screw would come from the casting's side: a
    block behind it holds the two boards.
    """
    by_key = {side.key: side for side in sides}
    heights = {board.key: board.height.value for board in boards if board.kind == "strip"}
    found: list[Screw] = []
    for side in sides:
        for end in (side.start, side.end):
            other = by_key.get(end.past)
            outer = end.reach_mm > 0
            if outer and side.key in heights and other is not None and other.key in heights:
                height = min(heights[side.key], heights[other.key])
                each = 1 if height < _TALL_MM else ceil(height / 150)
                found.extend(_into(side, other, boards, made) for _ in range(each))
        if 2 * side.end.bevel_deg > _ACROSS_DEG and side.key in heights:
            found.append(_across(side, boards, made))
    return found


def divider_screws(brief: FormBrief, boards: Sequence[Board], made: Joint) -> list[Screw]:
    """The screws into both ends of each board between castings, through what it meets; of a ripped strip none.

    Args:
        brief: what the form is for
        boards: its boards
        made: how its sides are fixed
    """
    found = []
    thick = brief.sheet.thickness_mm
    for board in boards:
        if board.kind != "divider" or board.thickness_mm < thick:
            continue
        flat = board.dx_mm >= board.dy_mm
        x, y = board.x_mm + board.dx_mm / 2, board.y_mm + board.dy_mm / 2
        for way in (-1.0, 1.0):
            at = (x + way * (board.dx_mm / 2 + thick), y) if flat else (x, y + way * (board.dy_mm / 2 + thick))
            towards = (-way, 0.0) if flat else (0.0, -way)
            found += [Screw(*at, "in", *towards, made.corner_screw_mm)] * _INTO_AN_END
    return found


def _into(past: Side, other: Side, boards: Sequence[Board], made: Joint) -> Screw:
    """From the outer face of a strip that runs past, square to it, into the end of the one that butts against it."""
    board = next(one for one in boards if one.key == past.key)
    near = other.edge.start if _near(other.edge.start, past) else other.edge.end
    # The middle of the neighbour's thickness, on the outer face of the strip that runs past it.
    middle_x = near.x + other.outward.x * board.thickness_mm / 2
    middle_y = near.y + other.outward.y * board.thickness_mm / 2
    on_face = (middle_x - past.edge.start.x) * past.outward.x + (middle_y - past.edge.start.y) * past.outward.y
    off = board.thickness_mm - on_face
    return Screw(
        middle_x + past.outward.x * off, middle_y + past.outward.y * off, "in", -past.outward.x, -past.outward.y,
        made.corner_screw_mm,
    )  # fmt: skip


def _across(side: Side, boards: Sequence[Board], made: Joint) -> Screw:
    """Through a mitre, square to the face of the one strip, near its end, into the other."""
    board = next(one for one in boards if one.key == side.key)
    reach = board.thickness_mm / 3
    x = side.edge.end.x + side.along.x * reach + side.outward.x * board.thickness_mm
    y = side.edge.end.y + side.along.y * reach + side.outward.y * board.thickness_mm
    return Screw(x, y, "in", -side.outward.x, -side.outward.y, made.corner_screw_mm)


def _near(point: tuple[float, float], side: Side) -> bool:
    return min(
        (point[0] - end.x) ** 2 + (point[1] - end.y) ** 2 for end in (side.edge.start, side.edge.end)
    ) < 1e-6 * max(1.0, side.edge.chord)


def _along(brief: FormBrief, side: Side, made: Joint) -> Iterator[Screw]:
    run, along, out = side.edge.chord, side.along, side.outward
    board = brief.sheet.thickness_mm
    end = min(fixings.USUAL_END_MM, run / 2)
    gaps = max(1, ceil((run - 2 * end) / brief.habits.screw_spacing.mm)) if run > 2 * end else 0
    off = board if made.way == "in" else board / 2
    for index in range(gaps + 1):
        at = end + (run - 2 * end) * index / gaps if gaps else end
        x = side.edge.start.x + along.x * at + out.x * off
        y = side.edge.start.y + along.y * at + out.y * off
        if made.way == "in":
            yield Screw(x, y, "in", -out.x, -out.y, made.screw_mm)
        else:
            yield Screw(x, y, "down" if made.way == "down" else "up", 0.0, 0.0, made.screw_mm)


def _round(brief: FormBrief, side: Side, made: Joint) -> Iterator[Screw]:
    """Up through the base into the ribs behind a curved side, or into the kerfed strip itself, evenly spaced."""
    edge = side.edge
    ribbed = brief.habits.curve == "liner on ribs"
    off = brief.liner.thickness_mm + RIB_MM / 2 if ribbed else brief.sheet.thickness_mm / 2
    count = max(2, ceil(edge.length / brief.habits.screw_spacing.mm))
    ends = [*edge.chopped_in(2 * count), edge.end]
    for number in range(1, 2 * count, 2):
        at, before, after = ends[number], ends[number - 1], ends[number + 1]
        run = max(hypot(after.x - before.x, after.y - before.y), 1e-9)
        out_x, out_y = (after.y - before.y) / run, -(after.x - before.x) / run
        length = _shortest(brief, brief.base.thickness_mm + fixings.LEAST_BITE_MM)
        yield Screw(at.x + out_x * off, at.y + out_y * off, "up", 0.0, 0.0, length if ribbed else made.screw_mm)


def _up(brief: FormBrief, strip_height_mm: float) -> float:
    """The screw that goes up through the base: with its usual bite where the strip is high enough for its point."""
    board_mm, sold = brief.base.thickness_mm, sorted(brief.supplies.screw.lengths_mm)
    most = board_mm + strip_height_mm - fixings.LEAST_BACK_MM
    fitting = [one for one in sold if board_mm + fixings.LEAST_BITE_MM <= one <= most]
    usual = _shortest(brief, board_mm + fixings.BITE_FROM_SIDE_MM)
    if not fitting:
        return sold[0]
    return usual if usual in fitting else fitting[-1]


def _bites(bite_mm: float, board_mm: float) -> bool:
    """Whether a screw holds in the base and does not come out of its other face."""
    return fixings.LEAST_BITE_MM <= bite_mm <= board_mm - fixings.LEAST_BACK_MM


def _shortest(brief: FormBrief, least_mm: float) -> float:
    sold = sorted(brief.supplies.screw.lengths_mm)
    return next((one for one in sold if one >= least_mm), sold[-1])
