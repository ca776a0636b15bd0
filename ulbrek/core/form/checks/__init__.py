"""Everything that Form looks for, in the order in which to look at it."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.finding import Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.form.boards import Built
from ulbrek.core.form.brief import FormBrief
from ulbrek.core.form.checks import faces, ground, holding, shape, sizes
from ulbrek.core.form.result import Board, Joint, Knockout
from ulbrek.core.form.sides import Side


@dataclass(frozen=True)
class FormCase:
    """A form as it is looked at for what would go wrong; ``castings`` is how often it is filled."""

    brief: FormBrief
    sides: Sequence[Side]
    built: Built
    boards: Sequence[Board]
    joint: Joint
    knockouts: Sequence[Knockout]
    castings: int


def all_findings(seen: FormCase) -> Iterator[Finding]:
    """Everything that is found of one form."""
    brief, boards = seen.brief, seen.boards
    yield from sizes.boards_make_another_size(brief, seen.built.inside)
    yield from sizes.strip_heights_differ(brief, boards)
    yield from sizes.strip_does_not_reach(brief, seen.sides, boards)
    yield from sizes.leak_path(brief, boards)
    yield from sizes.seam_takes_its_divider(brief)
    yield from shape.corner_cannot_close(seen.sides)
    yield from shape.liner_breaks(brief, seen.sides)
    yield from shape.kerfed_strip_breaks(brief, boards)
    yield from shape.kerfs_print(brief, boards)
    yield from shape.bevel_past_the_saw(boards)
    yield from shape.edge_from_the_open_side(brief)
    yield from holding.screw_near_end(brief, seen.sides)
    yield from holding.thin_strip(brief)
    yield from holding.screws_stand_proud(brief, seen.joint)
    strips = [board.height.value for board in boards if board.kind == "strip"]
    yield from holding.screw_comes_out(seen.joint, min(strips, default=brief.depth_mm))
    yield from holding.screws_too_far_apart(brief, seen.joint)
    yield from holding.nails_will_not_do(brief, seen.castings)
    yield from holding.glue_too_high(brief)
    yield from holding.knockout_floats(brief, seen.knockouts)
    yield from holding.core_is_pushed_aside(brief, seen.knockouts)
    yield from ground.stake_screw_comes_through(brief, seen.joint)
    yield from ground.gap_needs_ripped_strips(brief)
    yield from ground.strips_lock(brief)
    yield from faces.glue_in_the_sun(brief)
    yield from faces.no_release(brief, seen.castings)
    yield from faces.bare_edge(brief, boards, seen.knockouts)
