"""What is wrong on the ground before anybody has dug."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.finding import Finding
from ulbrek.core.ground.brief import GroundBrief
from ulbrek.core.ground.checks.jointing import joint_too_shallow, no_isolation, panel_too_long, panel_too_slim
from ulbrek.core.ground.checks.levelling import (
    corner_off,
    fall_too_flat,
    fall_too_steep,
    falls_the_wrong_way,
    no_such_corner,
    readings_differ,
)
from ulbrek.core.ground.checks.soil import sub_base_thin
from ulbrek.core.ground.inputs import Plot
from ulbrek.core.ground.joints import panel_of
from ulbrek.core.ground.result import CornerHeight, Joints


def of_plot(
    brief: GroundBrief, plot: Plot, corners: Sequence[CornerHeight], joints: Joints | None
) -> Iterator[Finding]:
    """What is found of one plot; of its slab's thickness it is asked apart.

    Args:
        brief: the slab
        plot: how it lies
        corners: with their heights, and what was read
        joints: how it is divided
    """
    if not brief.shaped:
        yield from falls_the_wrong_way(brief, plot)
        yield from fall_too_steep(brief, plot)
        yield from fall_too_flat(brief, plot)
    yield from readings_differ(brief, plot)
    yield from no_such_corner(brief, plot, corners)
    yield from corner_off(brief, plot, corners)
    yield from sub_base_thin(brief, plot)
    yield from no_isolation(brief, plot)
    panel = panel_of(joints, brief)
    if plot.under != "old slab, bonded" and not brief.sections:
        yield from panel_too_long(brief, panel)
        yield from panel_too_slim(brief, plot, panel)
    yield from joint_too_shallow(brief, joints)
