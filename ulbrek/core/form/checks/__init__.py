"""Everything that Form looks for, in the order in which to look at it."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ulbrek.core.base.finding import Finding
from ulbrek.core.form.boards import Built
from ulbrek.core.form.checks import faces, holding, shape, sizes
from ulbrek.core.form.result import Board, Joint, Knockout
from ulbrek.core.form.sides import Side
from ulbrek.core.form.wanted import Wanted


@dataclass(frozen=True)
class Seen:
    """A form as it is looked at for what would go wrong; ``castings`` is how often it is filled."""

    wanted: Wanted
    sides: Sequence[Side]
    built: Built
    boards: Sequence[Board]
    joint: Joint
    knockouts: Sequence[Knockout]
    castings: int


def all_findings(seen: Seen) -> Iterator[Finding]:
    """Everything that is found of one form."""
    wanted, boards = seen.wanted, seen.boards
    yield from sizes.boards_make_another_size(wanted, seen.built.inside)
    yield from sizes.strip_heights_differ(wanted, boards)
    yield from sizes.strip_does_not_reach(wanted, seen.sides, boards)
    yield from sizes.leak_path(wanted, boards)
    yield from sizes.seam_takes_its_divider(wanted)
    yield from shape.corner_cannot_close(seen.sides)
    yield from shape.liner_breaks(wanted, seen.sides)
    yield from shape.kerfed_strip_breaks(wanted, boards)
    yield from shape.kerfs_print(wanted, boards)
    yield from shape.edge_from_the_open_side(wanted)
    yield from holding.screw_near_end(wanted, seen.sides)
    yield from holding.thin_strip(wanted)
    yield from holding.screws_stand_proud(wanted, seen.joint)
    strips = [board.height.value for board in boards if board.kind == "strip"]
    yield from holding.screw_comes_out(seen.joint, min(strips, default=wanted.depth_mm))
    yield from holding.screws_too_far_apart(wanted, seen.joint)
    yield from holding.nails_will_not_do(wanted, seen.castings)
    yield from holding.glue_too_high(wanted)
    yield from holding.knockout_floats(wanted, seen.knockouts)
    yield from holding.core_is_pushed_aside(wanted, seen.knockouts)
    yield from faces.glue_in_the_sun(wanted)
    yield from faces.no_release(wanted, seen.castings)
    yield from faces.bare_edge(wanted, boards, seen.knockouts)
