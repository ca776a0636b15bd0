"""What does not fit: cabinets and their wall, tops and their cabinets, openings and cabinet sides."""

from math import floor

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.cabinets import rules
from ulbrek.core.cabinets.bearing import SIDE_MM
from ulbrek.core.cabinets.brief import Opening, TopBrief
from ulbrek.core.cabinets.checks.case import RunCase
from ulbrek.core.cabinets.inputs import LegName
from ulbrek.core.cabinets.run import NO_CARCASS, strips

_CLOSE_MM, _SHY_MM = 2.0, 1.0
FILLED_MM = 10.0  # what is narrower is closed by the top's own joint. Source: common practice.
FILLER_MOST_MM = 200.0
BOWED_MM = 6.0
LONG_MM = 3_050.0
LEAST_DROP_MM = 10.0
LEGS_NAMED: dict[LegName, str] = {"left": "left leg", "back": "back leg", "right": "right leg"}
RIM_MM = 25.0  # of a sink under the top, beyond its opening. Source: common practice.


@check("run-does-not-close", "caution")
def run_does_not_close(seen: RunCase) -> list[Finding]:
    """Cabinets and their wall do not add up

    Source: arithmetic
    """
    run, found = seen.brief.run, list[Finding]()
    for fit in seen.fits:
        leg = seen.leg(fit.leg)
        ended = fit.leg != "back" or (run.has_wall("left") and run.has_wall("right"))
        if fit.over_mm >= -_CLOSE_MM and (not ended or fit.leg != "back" or fit.over_mm <= FILLED_MM):
            continue
        at = f"/{fit.leg}/units"
        short = fit.over_mm > 0
        fillers = [index for index, one in enumerate(leg.units) if one.kind == "filler"]
        written = [one.model_dump(mode="json") for one in leg.units]
        change = None
        if short and fit.over_mm <= FILLER_MOST_MM:
            grown = [*written, {"kind": "filler", "width": {"mm": round(fit.over_mm, 1), "typed": None}}]
            change = Change("Close it with a filler", {at: grown})
        elif not short and fillers and leg.units[fillers[-1]].width.mm + fit.over_mm >= FILLED_MM:
            width = round(leg.units[fillers[-1]].width.mm + fit.over_mm, 1)
            written[fillers[-1]] = {"kind": "filler", "width": {"mm": width, "typed": None}}
            change = Change("Make the filler narrower", {at: written})
        title = (
            "{leg}: its cabinets are {off} short of the wall’s {wall}"
            if short
            else "{leg}: its cabinets are {off} longer than the wall’s {wall}"
        )
        found.append(
            finding(
                run_does_not_close,
                title=title,
                reason="Together they are {units}.",
                remedy="Measure the wall again at counter height, then each cabinet; or close it with a filler."
                if short
                else "Measure the wall again at counter height, then each cabinet. One of them does not fit.",
                field=at,
                values={
                    "leg": LEGS_NAMED[fit.leg].capitalize(), "off": Quantity(abs(fit.over_mm), "tape"),
                    "wall": Quantity(fit.wall_mm, "tape"), "units": Quantity(fit.units_mm, "tape"),
                },
                change=change,
            )
        )  # fmt: skip
    return found


@check("top-over-nothing", "caution")
def top_over_nothing(seen: RunCase) -> list[Finding]:
    """A top that lies over no cabinets

    Source: geometry
    """
    run, there = seen.brief.run, len(seen.laid.tops)
    extra = [one for one in seen.brief.tops[there:] if one is not None]
    return [
        finding(
            top_over_nothing,
            title="{name} lies over no cabinets of {run}",
            reason="The run has fewer tops than this job has pieces for it.",
            remedy="Add the cabinets that are missing, or cast the top on a bench.",
            field="/tops",
            values={"name": one.name, "run": run.name},
            change=Change(
                "Cast it on a bench",
                {"/tops": [top for top in run.tops if top != one.piece], f"{one.pointer}/stays": None},
            ),
        )
        for one in extra
    ]


@check("wall-bows", "caution")
def wall_bows(seen: RunCase) -> list[Finding]:
    """A wall that bows

    Source: common practice: from 6 mm (1/4 in) a board is scribed to its wall
    """
    return [
        finding(
            wall_bows,
            title="{leg}: the wall bows by {bow}",
            reason="A straight board leaves a gap there that paste runs through, and more concrete goes in.",
            remedy="Scribe the board to the wall, or close the gap with foam strip. Mix {litres} more.",
            field=f"/{wall.leg}/bow",
            values={
                "leg": LEGS_NAMED[wall.leg].capitalize(),
                "bow": Quantity(wall.bow_mm, "tape"),
                "litres": Quantity(rules.more_at_wall(wall.bowed_mm2, seen.thick_mm), "l"),
            },
        )
        for wall in seen.walls
        if wall.bow_mm >= BOWED_MM
    ]


@check("top-long-without-joint", "hint")
def top_long_without_joint(seen: RunCase) -> list[Finding]:
    """A long top in one piece

    Source: common practice: 2.4 to 3 m (8 to 10 ft) from joint to joint, at a sink or an inner corner
    """
    longest = [
        (max((strip.end - strip.start for strip in strips(seen.brief.run, top.outline)), default=0.0), top)
        for top in seen.drawn
        if not top.divided
    ]
    return [
        finding(
            top_long_without_joint,
            title="{name}: {long} in one piece may crack where it is weakest",
            reason="It shrinks by about half a millimetre in a metre, and cabinets and walls hold it back.",
            remedy="Add seams under Measure, {most} apart at most, beside a sink or at an inner corner.",
            field=f"{top.pointer}/seams",
            values={"name": top.name, "long": Quantity(long, "tape"), "most": Quantity(LONG_MM, "limit")},
        )
        for long, top in longest
        if long > LONG_MM
    ]


@check("opening-over-a-side", "stop")
def opening_over_a_side(seen: RunCase) -> list[Finding]:
    """An opening that lies over the side of a cabinet

    The sink or hob does not go in: the side stands in its way.

    Source: geometry
    """
    return [said for top in seen.drawn for opening in top.openings for said in _over_a_side(seen, top, opening)]


def _over_a_side(seen: RunCase, top: TopBrief, opening: Opening) -> list[Finding]:
    middle = opening.outline.centroid
    under = [one for one in seen.laid.units if one.foot.intersects(opening.outline)]
    home = min(under, key=lambda one: one.foot.distance(middle), default=None)
    if home is None:
        return []
    axis = 0 if home.leg == "back" else 1
    ends, sides = opening.outline.bounds, home.foot.bounds
    low, high, lo, hi = ends[axis], ends[axis + 2], sides[axis] + SIDE_MM, sides[axis + 2] - SIDE_MM
    if home.unit.kind not in NO_CARCASS and lo - _SHY_MM <= low and high <= hi + _SHY_MM:
        return []
    fits = home.unit.kind not in NO_CARCASS and high - low <= hi - lo
    to = round((lo + hi) / 2 - top.outline.bounds[axis], 1)
    moved = {"side": ("left", "front")[axis], "to": "centre", "offset": {"mm": to, "typed": None}}
    return [
        finding(
            opening_over_a_side,
            title="{opening}: it lies over the side of a cabinet",
            reason="The cabinet under its middle is {inside} wide inside, the opening {wide}.",
            remedy="Move the opening over one cabinet, or plan for a wider cabinet.",
            field=f"{opening.pointer}/{'xy'[axis]}",
            values={
                "opening": opening.name, "inside": Quantity(max(0.0, hi - lo), "there"),
                "wide": Quantity(high - low, "there"),
            },
            change=Change("Move it over the cabinet", {f"{opening.pointer}/{'xy'[axis]}": moved}) if fits else None,
        )
    ]  # fmt: skip


@check("no-room-for-the-rim", "caution")
def no_room_for_the_rim(seen: RunCase) -> list[Finding]:
    """No room for the rim of a sink under the top

    It is fixed from below: its rim lies beyond the opening on every side, between the cabinet's.

    Source: common practice: rims are 25 mm (1 in) and more
    """
    if seen.brief.run.sinks != "under the top":
        return []
    return [said for top in seen.drawn for opening in top.openings for said in _rim(seen, opening)]


def _rim(seen: RunCase, opening: Opening) -> list[Finding]:
    middle = opening.outline.centroid
    home = next((one for one in seen.laid.units if one.foot.contains(middle)), None)
    if home is None or home.unit.kind != "sink cabinet":
        return []
    axis = 0 if home.leg == "back" else 1
    ends, sides = opening.outline.bounds, home.foot.bounds
    low, high, lo, hi = ends[axis], ends[axis + 2], sides[axis] + SIDE_MM, sides[axis + 2] - SIDE_MM
    if low < lo - _SHY_MM or high > hi + _SHY_MM:
        return []  # the opening itself lies over a side
    if min(low - lo, hi - high) >= RIM_MM - _SHY_MM:
        return []
    return [
        finding(
            no_room_for_the_rim,
            title="{opening}: no room for the rim under the top",
            reason="The rim lies {rim} and more beyond the opening; beside it are {there} to the cabinet’s side.",
            remedy="A narrower sink, a wider cabinet, or a sink that is dropped in.",
            field="/sinks",
            values={
                "opening": opening.name, "rim": Quantity(RIM_MM, "limit"),
                "there": Quantity(max(0.0, min(low - lo, hi - high)), "there"),
            },
            change=Change("Drop it in", {"/sinks": "dropped in"}),
        )
    ]  # fmt: skip


@check("sink-has-no-opening", "caution")
def sink_has_no_opening(seen: RunCase) -> list[Finding]:
    """A sink or hob cabinet under a whole top

    Source: common practice: it is formed, not cut
    """
    found = []
    for one in seen.laid.units:
        if one.unit.kind not in ("sink cabinet", "hob cabinet"):
            continue
        over = next((top for top in seen.drawn if top.outline.contains(one.foot.centroid)), None)
        if over is None or any(opening.outline.intersects(one.foot) for opening in over.openings):
            continue
        what = one.unit.kind.split(" ", maxsplit=1)[0]
        found.append(
            finding(
                sink_has_no_opening,
                title="{name}: no opening over the {what} cabinet",
                reason="An opening that is sawn later costs a day and the steel in its way.",
                remedy="Add it on Measure, from the {what}’s own template.",
                field=f"/{one.leg}/units/{one.number}/kind",
                values={"name": over.name, "what": what},
                change=Change("It is a plain cabinet", {f"/{one.leg}/units/{one.number}/kind": "cabinet"}),
            )
        )
    return found


@check("board-not-for-wet-concrete", "caution")
def board_not_for_wet_concrete(seen: RunCase) -> list[Finding]:
    """A board that swells under wet concrete

    Source: common practice: cement board or plywood, no wallboard and no bare chipboard
    """
    board = seen.brief.board
    if not board.swells:
        return []
    return [
        finding(
            board_not_for_wet_concrete,
            title="{board} under a top that stays swells with the water of the mix",
            reason="It bows while the concrete sets, and goes on swelling under a sink.",
            remedy="Use cement board or plywood.",
            field="/form/base_sheet",
            values={"board": board.name},
            change=Change("Use cement board", {"/form/base_sheet": None}),
        )
    ]


@check("drop-below-its-rail", "caution")
def drop_below_its_rail(seen: RunCase) -> list[Finding]:
    """A drop edge that hangs down lower than what is behind it

    Board and rail are its mould at the back, and the strip under it is screwed to the rail: lower down is neither.

    Source: geometry
    """
    brief = seen.brief
    most = brief.board.thickness_mm + brief.lumber.thickness_mm - brief.side_mm
    less = float(floor(most))
    return [
        finding(
            drop_below_its_rail,
            title="{edge} hangs down {drop}; board and rail are good for {most}",
            reason="They are its mould behind, and the strip under it is screwed to the rail: lower down there is "
            "nothing.",
            remedy="Let it hang down less, and make the whole top thicker.",
            field=f"{one.pointer}/drop",
            values={"edge": one.name, "drop": Quantity(one.drop_mm, "mm"), "most": Quantity(less, "mm")},
            change=Change(
                "Let it hang down {less}", {f"{one.pointer}/drop": {"mm": less, "typed": None}},
                {"less": Quantity(less, "mm")},
            ) if less >= LEAST_DROP_MM else None,
        )
        for top in seen.drawn
        for one in top.dropped
        if one.drop_mm > most + 1e-6
    ]  # fmt: skip
