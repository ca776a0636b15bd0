"""What would go wrong while it hardens."""

from collections.abc import Iterator, Sequence
from datetime import datetime, timedelta

from ulbrek.core.base.finding import Change, Finding, Quantity, Severity, check, finding
from ulbrek.core.cure.calendar import earlier_pour, is_quiet, time_of, write_time
from ulbrek.core.cure.inputs import CureInputs, Hours
from ulbrek.core.cure.result import Act

STALLS_C = 5.0
SLOW_C = 10.0
WARM_AGAIN_C = 13.0  # for sections under 300 mm. ACI 306R, from memory.
HOT_C = 30.0
TOO_HOT_C = 35.0
NEARLY = timedelta(minutes=30)  # no clock at a bench is truer


@check("too-cold-to-pour", "stop")
def too_cold_to_pour(inputs: CureInputs) -> list[Finding]:
    """Too cold to pour

    Concrete that freezes before it has 3.5 MPa never recovers. Under 5 °C it hardly hardens; thin sections are placed
    and kept at 13 °C or more.

    Source: ACI 306R: sections under 300 mm at 13 °C, from memory; EN 13670: 5 °C at placing, from memory
    """
    celsius = inputs.temperature_c
    if celsius >= WARM_AGAIN_C:
        return []
    severity: Severity = "stop" if celsius < STALLS_C else "caution" if celsius < SLOW_C else "hint"
    title, reason = {
        "stop": (
            "Too cold to pour",
            "It barely gains strength, and if it freezes before it has {frost} it never recovers.",
        ),
        "caution": ("Cold: it hardens slowly", "Under {slow} curing may take twice as long; a cold night stops it."),
        "hint": ("Cool for a thin piece", "Under {warm} everything is late: go by the tests, not by the clock."),
    }[severity]
    return [
        finding(
            too_cold_to_pour,
            severity=severity,
            title=title,
            reason=reason,
            remedy="Warm the shop and the form, insulate the piece, and pour with lukewarm water. No open flame or "
            "unvented heater: its carbon monoxide can kill, and its exhaust dusts the face.",
            field="/temperature_c",
            values={
                "frost": Quantity(3.5, "MPa"), "slow": Quantity(SLOW_C, "C"), "warm": Quantity(WARM_AGAIN_C, "C"),
            },
            change=Change(
                "Plan for {warm}", {"/temperature_c": WARM_AGAIN_C}, {"warm": Quantity(WARM_AGAIN_C, "C")}
            ),
        )
    ]  # fmt: skip


@check("too-hot-to-pour", "caution")
def too_hot_to_pour(inputs: CureInputs) -> list[Finding]:
    """Too hot to pour

    Source: ACI 305.1, 35 °C at placing; 30 °C is European practice; from memory
    """
    if inputs.temperature_c <= HOT_C:
        return []
    return [
        finding(
            too_hot_to_pour,
            severity="stop" if inputs.temperature_c > TOO_HOT_C else "caution",
            title="Too hot: it sets before you can finish it",
            reason="Over {30 C} there is little time to finish, and the face dries and cracks before it has strength.",
            remedy="Pour in the early morning, in the shade, with cold water; mist it and cover it at once.",
            field="/temperature_c",
            change=Change("Plan for {25 C}", {"/temperature_c": 25.0}),
        )
    ]


@check("nobody-there", "caution")
def nobody_there(inputs: CureInputs, acts: Sequence[Act], hours: Hours) -> list[Finding]:
    """Nobody there when it may not wait

    Floating, trowelling and covering wait for nobody: their time is set by the concrete.

    Source: common practice
    """
    poured = inputs.poured_at
    if poured is None:
        return []
    urgent = [act for act in acts if not act.waits and act.done_at is None]
    missed = [act for act in urgent if _quiet(act.at, hours)]
    pours_at_night = is_quiet(poured, hours)
    if not missed and not pours_at_night:
        return []
    moved = earlier_pour(poured, [act.due_h for act in urgent], hours)
    name = "the pour" if pours_at_night else missed[0].name.lower()
    return [
        finding(
            nobody_there,
            title="“{act}” falls when the shop is closed",
            reason="It cannot wait for the morning.",
            remedy="Pour at another hour, or have somebody there.",
            field="/poured_at",
            values={"act": name},
            change=Change("Pour at {time}", {"/poured_at": moved.isoformat()}, {"time": _clock(moved, hours)})
            if moved
            else None,
        )
    ]


@check("done-too-soon", "caution")
def done_too_soon(inputs: CureInputs, acts: Sequence[Act]) -> list[Finding]:
    """Done before its time

    It was done before the concrete was likely to have the strength for it.

    Source: the gates of this plan
    """
    return [
        finding(
            done_too_soon,
            title="Done early: {act}",
            reason="By the record it was done when it likely had less than the strength it needs.",
            remedy="Look for cracks at corners and beside openings, cover it again, and leave the next step later.",
            field="/poured_at",
            values={"act": act.name.lower()},
        )
        for act in acts
        if act.strength is not None and act.done_at and inputs.poured_at
        if act.never or act.done_at < time_of(inputs.poured_at, act.due_h) - NEARLY
    ][:1]


def all_findings(inputs: CureInputs, acts: Sequence[Act], hours: Hours) -> Iterator[Finding]:
    """Everything that Cure finds."""
    yield from too_cold_to_pour(inputs)
    yield from too_hot_to_pour(inputs)
    yield from nobody_there(inputs, acts, hours)
    yield from done_too_soon(inputs, acts)


def _quiet(moment: datetime | None, hours: Hours) -> bool:
    return moment is not None and is_quiet(moment, hours)


def _clock(moment: datetime, hours: Hours) -> str:
    return write_time(moment.astimezone(hours.place), hours.clock)
