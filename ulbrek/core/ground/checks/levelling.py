"""What is wrong with falls, and with what the level read."""

from collections.abc import Sequence

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.ground.brief import GroundBrief
from ulbrek.core.ground.inputs import OPPOSITE, Plot
from ulbrek.core.ground.levels import read_twice
from ulbrek.core.ground.result import CornerHeight

# Source: common practice: 1:100 (1/8 in a foot) at the least outdoors, 1:50 (1/4 in a foot) is usual.
FLATTEST_MM_M, USUAL_MM_M = 10.0, 20.0
STEEPEST_MM_M = 100.0  # fresh concrete flows off, and wet feet slip. Source: common practice.


@check("falls-the-wrong-way", "stop")
def falls_the_wrong_way(brief: GroundBrief, plot: Plot) -> list[Finding]:
    """Water runs toward the building

    Source: IRC R401.3, from memory: away from the building
    """
    house = plot.house
    if house is None or not plot.fall_mm_m:
        return []
    first, cross = plot.falls_to == house, plot.cross_to == house and plot.cross_mm_m > 0
    if not first and not cross:
        return []
    key = "falls_to" if first else "cross_to"
    away = OPPOSITE[house]
    fields = {f"/plots/{brief.piece}/{key}": away}
    change = Change("Let it fall to the {away}", fields, {"away": away})
    if cross and not first and plot.falls_to == away:
        change = Change("Let it fall to the {away} alone", {f"/plots/{brief.piece}/cross_to": None}, {"away": away})
    return [
        finding(
            falls_the_wrong_way,
            title="{name} falls toward the building",
            reason="Water stands at the wall, and finds its way in.",
            remedy="Let it fall away from the building.",
            field=f"/plots/{brief.piece}/{key}",
            values={"name": brief.name},
            change=change,
        )
    ]


@check("fall-too-steep", "stop")
def fall_too_steep(brief: GroundBrief, plot: Plot) -> list[Finding]:
    """A fall that fresh concrete does not hold

    Source: common practice: over 10 % it flows downhill while it is struck off
    """
    for key, fall in (("fall_mm_m", plot.fall_mm_m), ("cross_mm_m", plot.cross_mm_m if plot.cross_to else 0.0)):
        if fall > STEEPEST_MM_M:
            return [
                finding(
                    fall_too_steep,
                    title="{name} falls {fall}: more than 10 %",
                    reason="Over 10 % the concrete creeps downhill as it is struck off, and wet feet slip.",
                    remedy="Make it flatter, or build steps.",
                    field=f"/plots/{brief.piece}/{key}",
                    values={"name": brief.name, "fall": Quantity(fall, "mm/m")},
                    change=Change(
                        "Let it fall {usual}", {f"/plots/{brief.piece}/{key}": USUAL_MM_M},
                        {"usual": Quantity(USUAL_MM_M, "mm/m")},
                    ),
                )
            ]  # fmt: skip
    return []


@check("fall-too-flat", "caution")
def fall_too_flat(brief: GroundBrief, plot: Plot) -> list[Finding]:
    """Too little fall for water to run off

    Source: common practice: 1:100 (1/8 in a foot) at the least, 1:50 (1/4 in a foot) is usual
    """
    most = max(plot.fall_mm_m, plot.cross_mm_m if plot.cross_to else 0.0)
    if most >= FLATTEST_MM_M:
        return []
    return [
        finding(
            fall_too_flat,
            title="{name} falls {fall}: water stands on it" if most else "{name} is level: water stands on it",
            reason="What stands there grows slippery, and bursts the face when it freezes.",
            remedy="{usual} is usual, {least} the least.",
            field=f"/plots/{brief.piece}/fall_mm_m",
            values={
                "name": brief.name, "fall": Quantity(most, "mm/m"), "usual": Quantity(USUAL_MM_M, "mm/m"),
                "least": Quantity(FLATTEST_MM_M, "mm/m"),
            },
            change=Change(
                "Let it fall {usual}", {f"/plots/{brief.piece}/fall_mm_m": USUAL_MM_M},
                {"usual": Quantity(USUAL_MM_M, "mm/m")},
            ),
        )
    ]  # fmt: skip


@check("corner-off", "caution")
def corner_off(brief: GroundBrief, plot: Plot, corners: Sequence[CornerHeight]) -> list[Finding]:
    """A corner of the boards is not at its height

    Source: common practice: boards are set to 3 mm (1/8 in)
    """
    twice = read_twice([(one.at, one.below.mm) for one in plot.readings])
    wrong = [one for one in corners if one.off and one.raise_mm is not None and one.name not in twice]
    if not wrong:
        return []
    worst = max(wrong, key=lambda one: abs(one.raise_mm or 0.0))
    lift = worst.raise_mm or 0.0
    set_right = [
        one.model_dump() if one.at != worst.name else {"at": one.at, "below": {"mm": round(worst.below.value, 1)}}
        for one in plot.readings
    ]
    return [
        finding(
            corner_off,
            title="Corner {corner} stands {by} " + ("low" if lift > 0 else "high"),
            reason="The slab comes out as its boards stand, and water runs as they let it.",
            remedy="Raise it to {below} below {datum}." if lift > 0 else "Lower it to {below} below {datum}.",
            field=f"/plots/{brief.piece}/readings",
            values={
                "corner": worst.name, "by": Quantity(abs(lift), "tape"), "datum": plot.datum,
                "below": Quantity(worst.below.value, "tape"),
            },
            change=Change(
                "It is raised" if lift > 0 else "It is lowered", {f"/plots/{brief.piece}/readings": set_right}
            ),
        )
    ]  # fmt: skip


@check("readings-differ", "caution")
def readings_differ(brief: GroundBrief, plot: Plot) -> list[Finding]:
    """Two readings of one corner contradict each other

    A level that was knocked, or a rod that was read wrongly: all that was read after it is in doubt.

    Source: common practice
    """
    twice = read_twice([(one.at, one.below.mm) for one in plot.readings])
    if not twice:
        return []
    corner, (least, most) = max(twice.items(), key=lambda one: one[1][1] - one[1][0])
    last = {one.at: one.model_dump() for one in plot.readings}
    return [
        finding(
            readings_differ,
            title="Corner {corner} was read twice, {by} apart",
            reason="Either the level was knocked or the boards have moved: what was read after it is in doubt.",
            remedy="Read {datum} again, then the corner.",
            field=f"/plots/{brief.piece}/readings",
            values={"corner": corner, "by": Quantity(most - least, "tape"), "datum": plot.datum},
            change=Change("Keep the last readings", {f"/plots/{brief.piece}/readings": list(last.values())}),
        )
    ]


@check("no-such-corner", "hint")
def no_such_corner(brief: GroundBrief, plot: Plot, corners: Sequence[CornerHeight]) -> list[Finding]:
    """A reading of a corner that the slab does not have

    Source: what was read is kept, or told
    """
    names = {one.name for one in corners}
    lost = list(dict.fromkeys(one.at for one in plot.readings if one.at not in names))
    if not lost:
        return []
    kept = [one.model_dump() for one in plot.readings if one.at in names]
    return [
        finding(
            no_such_corner,
            title="{name} has no corner {corners}, but a height was read there",
            reason="Its shape has changed since; the reading has no effect.",
            remedy="Read its corners again.",
            field=f"/plots/{brief.piece}/readings",
            values={"name": brief.name, "corners": ", ".join(lost)},
            change=Change("Discard it", {f"/plots/{brief.piece}/readings": kept}),
        )
    ]
