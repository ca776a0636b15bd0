"""What a run is asked to carry: cabinets, overhangs, a dishwasher's gap, braces."""

from math import ceil

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.cabinets.checks.case import RunCase
from ulbrek.core.cabinets.checks.fitting import LEGS_NAMED
from ulbrek.core.cabinets.inputs import CabinetInputs
from ulbrek.core.cabinets.overhang import most_of, overhangs
from ulbrek.core.cabinets.run import NO_CARCASS

# Source of all: common practice.
NARROW_MM, NARROW_KG_M, WIDE_MM, WIDE_KG_M = 600.0, 150.0, 900.0, 110.0
SEAT_MM = 150.0
DISHWASHER_MM = 620.0
BRACE_MOST_MM, PER_BOW = 1.0, 360.0
_ALIKE_MM = 5.0
CARRIED_SHARE, MOST_CARRIERS = 1 / 3, 20


@check("cabinets-too-weak", "caution")
def cabinets_too_weak(seen: RunCase) -> list[Finding]:
    """A top too heavy for plain cabinets

    Source: common practice: 150 kg on a metre (100 lb/ft) of sound cabinets up to 600 mm (24 in) wide, 110 (74) up
    to 900 (36); no sound carcass takes 50 mm, say some
    """
    widest = max((one.unit.width.mm for one in seen.laid.units if one.unit.kind not in NO_CARCASS), default=0.0)
    limit = NARROW_KG_M if widest <= NARROW_MM + _ALIKE_MM else WIDE_KG_M
    heavy = [one for one in seen.tops if one.load is not None and one.load.value > limit]
    if not heavy:
        return []
    worst = max(heavy, key=lambda one: one.load.value if one.load else 0.0)
    assert worst.load is not None  # noqa: S101 - it is among the heavy ones
    return [
        finding(
            cabinets_too_weak,
            title="{name}: {load} on its cabinets, plain ones carry {limit}",
            reason="That is for sound ones, up to {widest} wide, on level feet.",
            remedy="A thinner top, a plywood deck on extra sides, or a ledger on the wall. Ask whoever made them.",
            field="/back/units",
            values={
                "name": worst.name, "load": Quantity(worst.load.value, "kg/m"), "limit": Quantity(limit, "kg/m"),
                "widest": Quantity(NARROW_MM if limit == NARROW_KG_M else max(widest, WIDE_MM), "tape"),
            },
        )
    ]  # fmt: skip


@check("overhang-long", "caution")
def overhang_long(seen: RunCase) -> list[Finding]:
    """An overhang that needs brackets

    Source: common practice: 200 mm (8 in) at 40 mm, 300 (12) at 50, a quarter of the depth; 150 (6) where people sit
    """
    run, found = seen.brief.run, list[Finding]()
    thick = min((one.thickness_mm for one in seen.drawn), default=0.0)
    if not thick or run.brackets != "nothing":
        return []
    most = most_of(run, thick).value
    for field, where, over, along in overhangs(run):
        if over <= most or not along:
            continue
        found.append(
            finding(
                overhang_long,
                title="{run}: {over} of overhang {where} needs brackets",
                reason="Plain concrete of this thickness takes {most}, and {seat} where people sit or lean.",
                remedy="Steel brackets or a leg at least every {600 limit}, or less overhang.",
                field=field,
                values={
                    "run": run.name, "over": Quantity(over, "there"), "where": where, "most": Quantity(most, "at most"),
                    "seat": Quantity(SEAT_MM, "limit"),
                },
                change=Change("Make it {most}", {field: {"mm": most // 5 * 5, "typed": None}},
                              {"most": Quantity(most // 5 * 5, "at most")}),
                also=(Change("Brackets hold it", {"/brackets": "steel brackets"}),),
            )
        )  # fmt: skip
    return found


@check("no-side-at-dishwasher", "caution")
def no_side_at_dishwasher(seen: RunCase) -> list[Finding]:
    """A dishwasher's gap without a cabinet's side beside it, or too wide for a bar

    Source: common practice: up to 620 mm (24 1/2 in) with a bar
    """
    found = []
    for one in seen.laid.units:
        if one.unit.kind != "dishwasher":
            continue
        beside = [
            other
            for other in seen.laid.units
            if other.leg == one.leg
            and other.unit.kind not in NO_CARCASS
            and (abs(other.end - one.start) < 1 or abs(other.start - one.end) < 1)
        ]
        corner = one.leg != "back" and one.number == 0
        wide = one.unit.width.mm > DISHWASHER_MM
        if len(beside) + corner >= 2 and not wide:
            continue
        at, leg = f"/{one.leg}/units", seen.leg(one.leg)
        grown = [other.model_dump(mode="json") for other in leg.units]
        grown.insert(one.number + 1, {"kind": "end panel", "width": {"mm": 18.0, "typed": None}})
        found.append(
            finding(
                no_side_at_dishwasher,
                title="{leg}: the dishwasher’s gap of {wide} is too wide for a bar"
                if wide
                else "{leg}: nothing carries the top at one side of the dishwasher",
                reason="Over {most} a bar from side to side bows, and the top cracks over it.",
                remedy="A steel angle or a leg in the gap."
                if wide
                else "An end panel or a leg there, screwed to floor and wall.",
                field=at,
                values={
                    "leg": LEGS_NAMED[one.leg].capitalize(), "wide": Quantity(one.unit.width.mm, "tape"),
                    "most": Quantity(DISHWASHER_MM, "at most"),
                },
                change=None if wide else Change("Add an end panel", {at: grown}),
            )
        )  # fmt: skip
    return found


@check("brace-too-slim", "caution")
def brace_too_slim(seen: RunCase) -> list[Finding]:
    """A brace that bows

    Source: beam theory; 1 mm or a 360th of the span is common practice
    """
    bow, run = seen.brace_bow, seen.brief.run
    most = min(BRACE_MOST_MM, run.depth.mm / PER_BOW)
    if bow is None or bow.value <= most:
        return []
    return [
        finding(
            brace_too_slim,
            title="{run}: braces of {lumber} bow by {bow} under the wet concrete",
            reason="A 360th of their length is the most that is good: what bows while it is wet stays bowed.",
            remedy="Thicker lumber, or stand the braces on edge.",
            field="/form/lumber",
            values={
                "run": run.name, "lumber": seen.brief.lumber.name, "bow": Quantity(bow.value, "bow"),
            },
        )
    ]  # fmt: skip


@check("carried-too-slowly", "caution")
def carried_too_slowly(inputs: CabinetInputs, carrying_min: float, batches: float, working_min: float) -> list[Finding]:
    """A batch stiffens while it is carried

    Source: common practice: a batch is in its place in a third of its working time
    """
    a_batch, most = carrying_min / max(1.0, batches), working_min * CARRIED_SHARE
    if a_batch <= most:
        return []
    needed = min(MOST_CARRIERS, ceil(inputs.carriers * a_batch / most))
    return [
        finding(
            carried_too_slowly,
            title="Carrying a batch takes {takes} of the {working} in which it can be placed",
            reason="What is left is too short to spread, screed and tap it.",
            remedy="More people on the buckets, the mixer nearer, or smaller batches.",
            field="/cabinets/carriers",
            values={"takes": Quantity(a_batch, "min"), "working": Quantity(working_min, "min")},
            change=Change("{people} carry", {"/cabinets/carriers": needed}, {"people": f"{needed} people"})
            if needed > inputs.carriers and a_batch * inputs.carriers / needed <= most
            else None,
        )
    ]
