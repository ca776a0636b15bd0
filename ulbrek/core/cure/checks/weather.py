"""What the weather does to a casting: frost, cold, heat, wind, rain, and what a thermometer cannot have read."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.figure import work
from ulbrek.core.base.finding import Change, Finding, Quantity, Severity, check, finding
from ulbrek.core.cure import rules
from ulbrek.core.cure.around import still_air
from ulbrek.core.cure.calendar import write_time
from ulbrek.core.cure.checks.kept import HOT_C, SLOW_C, STALLS_C, TOO_HOT_C, WARM_AGAIN_C
from ulbrek.core.cure.checks.pour_day import FREEZES_C, PourDay
from ulbrek.core.cure.result import Act
from ulbrek.core.cure.temperatures import covering
from ulbrek.core.cure.warmth import FORESEEN_H, Body, core_over_surface_k, course_of, heat_of
from ulbrek.core.kit.climate.conditions import HOUR
from ulbrek.core.kit.climate.evaporation import ACT, TAKE_CARE
from ulbrek.core.kit.clock.course import Course
from ulbrek.core.materials.protections import ProtectionId

WARM_WATER_C, HOTTEST_WATER_C = 17.0, 60.0
COOL_TO_C, COLD_WATER_C, MOST_ICE_PCT = 27.0, 8.0, 75.0
GETS_HOT_C = 40.0
RAIN_HINT_MM, RAIN_STOP_MM = 0.2, 1.0
MOST_DROP_K = 28.0  # in the first day, sections under 300 mm. ACI 306R, from memory.
CORE_LIMIT_K, PEAK_LIMIT_C = 20.0, 70.0
THICK_MM = 150.0
DAY_H = 24.0
_COLD: tuple[tuple[ProtectionId, ...], ...] = (
    ("blanket",),
    ("foam box",),
    ("heated tent",),
    ("heated tent", "blanket"),
)
_DRY: tuple[tuple[ProtectionId, ...], ...] = (
    ("windbreak",), ("shade",), ("fog",), ("windbreak", "fog"), ("tent",), ("windbreak", "shade", "fog"),
    ("tent", "fog"),
)  # fmt: skip


@check("freezes-young", "stop")
def freezes_young(day: PourDay) -> list[Finding]:
    """Freezes before it is strong enough

    Water that freezes in young concrete bursts it. One frost does no more harm once it has 3.5 MPa, 500 psi; a frost
    before that is never made good.

    Source: ACI 306R: 3.5 MPa before the first frost, from memory
    """
    if not day.freezes:
        return []
    celsius = min(course.least_c(0.0, day.frost_h)[1] for course in day.courses)
    return [
        finding(
            freezes_young,
            title="The concrete freezes at {celsius} before it has {frost}",
            reason="Frost bursts concrete that young, and it never recovers.",
            remedy="Keep it warm until it has {frost}, with no unvented heater: its carbon monoxide can kill. Or pour "
            "when the nights are milder.",
            field="/protections",
            values={"celsius": Quantity(celsius, "C"), "frost": Quantity(3.5, "MPa")},
            change=day.protected(_COLD, lambda then: not then.freezes),
        )
    ]


@check("fresh-too-cold", "caution")
def fresh_too_cold(day: PourDay) -> list[Finding]:
    """Concrete too cold as it is poured

    Thin sections are placed at 13 °C or more in cold weather; under 5 °C nothing is poured.

    Source: ACI 306R, sections under 300 mm; EN 206, 5 °C at placing; from memory
    """
    celsius = day.warmth.start_c
    severity = day.fresh_cold
    if severity is None:
        return []
    change = None
    fresh = day.warmth.fresh
    if fresh is not None:
        parts = {name: one.value for name, one in fresh.inputs.items()}
        needed = work(
            rules.water_temperature_for, concrete_c=WARM_WATER_C, dry_kg=parts["dry_kg"], dry_c=parts["dry_c"],
            water_kg=parts["water_kg"] + parts["ice_kg"],
        ).value  # fmt: skip
        water_c = float(min(HOTTEST_WATER_C, round(needed)))
        then = day.with_(water_c=water_c, ice_pct=0.0)
        if then.fresh_cold is None:
            change = Change(
                "Mix with water at {water}: concrete at {then}", {"/water_c": water_c, "/ice_pct": 0.0},
                {"water": Quantity(water_c, "C"), "then": Quantity(then.warmth.start_c, "C")},
            )  # fmt: skip
    return [
        finding(
            fresh_too_cold,
            severity=severity,
            title="The concrete is poured at {celsius}, too cold",
            reason="It starts slowly, and a cold night may stop it.",
            remedy="Keep the bags in a warm room for two days and mix with warm water, {hottest} at the most.",
            field="/water_c",
            values={"celsius": Quantity(celsius, "C"), "hottest": Quantity(HOTTEST_WATER_C, "C")},
            change=change,
        )
    ]  # fmt: skip


@check("fresh-too-hot", "caution")
def fresh_too_hot(day: PourDay) -> list[Finding]:
    """Concrete too hot as it is poured

    Source: ACI 305.1, 35 °C at placing; 30 °C is European practice; from memory
    """
    celsius = day.warmth.start_c
    if celsius <= HOT_C:
        return []
    change = None
    for water_c, ice in ((COLD_WATER_C, 0.0), (COLD_WATER_C, 25.0), (COLD_WATER_C, 50.0), (COLD_WATER_C, MOST_ICE_PCT)):
        then = day.with_(water_c=water_c, ice_pct=ice)
        if then.warmth.start_c <= HOT_C:
            label = "Mix with water at {water}" + (" and {ice} of it as ice" if ice else "") + ": concrete at {then}"
            change = Change(
                label, {"/water_c": water_c, "/ice_pct": ice},
                {
                    "water": Quantity(water_c, "C"), "ice": Quantity(ice, "%"),
                    "then": Quantity(then.warmth.start_c, "C"),
                },
            )  # fmt: skip
            break
    return [
        finding(
            fresh_too_hot,
            severity="stop" if celsius > TOO_HOT_C else "caution",
            title="The concrete is poured at {celsius}, too hot",
            reason="Over {hot} there is little time to finish it, and the face dries and cracks.",
            remedy="Keep bags and forms in the shade, mix with cold water, and pour in the early morning.",
            field="/water_c",
            values={"celsius": Quantity(celsius, "C"), "hot": Quantity(HOT_C, "C")},
            change=change,
        )
    ]


@check("cold-while-curing", "caution")
def cold_while_curing(day: PourDay) -> list[Finding]:
    """Cold while it hardens

    Until one frost does it no harm concrete is kept at 13 °C where sections are thin; under 5 °C it hardly hardens.

    Source: ACI 306R, sections under 300 mm, from memory; common practice
    """
    if day.freezes or day.warmth.start_c <= FREEZES_C:
        return []
    mean = day.mean_while_young_c
    if mean >= WARM_AGAIN_C:
        return []
    severity: Severity = "stop" if mean < STALLS_C else "caution" if mean < SLOW_C else "hint"

    def clears(then: PourDay) -> bool:
        return then.mean_while_young_c >= WARM_AGAIN_C and not then.freezes

    return [
        finding(
            cold_while_curing,
            severity=severity,
            title="Cold: the concrete is at {mean} on average until it has {frost}",
            reason="Under {warm} everything is late: go by the tests, not by the clock.",
            remedy="Cover it with insulation as soon as it is finished, also at the edges, and start with warm water.",
            field="/protections",
            values={
                "mean": Quantity(mean, "C"), "frost": Quantity(3.5, "MPa"), "warm": Quantity(WARM_AGAIN_C, "C"),
            },
            change=day.protected(_COLD, clears),
        )
    ]  # fmt: skip


@check("hot-while-curing", "caution")
def hot_while_curing(day: PourDay) -> list[Finding]:
    """Too warm under the sun

    A sheet in the sun heats what lies under it; thin concrete over 40 °C loses water and strength.

    Source: common practice
    """
    if day.poured.mix.is_sulfo_aluminate:
        return []
    celsius = day.hottest_c
    if celsius <= GETS_HOT_C:
        return []
    return [
        finding(
            hot_while_curing,
            title="The concrete heats up to {celsius} while it hardens",
            reason="Over {hot} it dries out under its cover, and ends weaker.",
            remedy="Shade it, or lay a white sheet or wet cloth over it.",
            field="/protections",
            values={"celsius": Quantity(celsius, "C"), "hot": Quantity(GETS_HOT_C, "C")},
            change=day.protected((("shade",),), lambda then: then.hottest_c <= GETS_HOT_C),
        )
    ]


@check("dries-too-fast", "caution")
def dries_too_fast(day: PourDay) -> list[Finding]:
    """Dries faster than it bleeds

    From strike to cover. At 1.0 kg/m²/h, 0.2 lb/ft²/h, the skin of any mix cracks; at half of that one that hardly
    bleeds does.

    Source: ACI 305R, from memory
    """
    most = day.dries.value
    if most < TAKE_CARE:
        return []
    severity: Severity = "caution" if most >= ACT else "hint"
    return [
        finding(
            dries_too_fast,
            severity=severity,
            title="The wet face dries at {most} before it is covered",
            reason="Where more dries than bleeds out, the skin cracks before it has set: at {act} with any mix, at "
            "{care} with one that hardly bleeds.",
            remedy="Break the wind, shade it, mist the air over it, cover it between tasks; or pour in the evening.",
            field="/protections",
            values={
                "most": Quantity(most, "kg/m2/h"), "act": Quantity(ACT, "kg/m2/h"),
                "care": Quantity(TAKE_CARE, "kg/m2/h"),
            },
            change=day.protected(_DRY, lambda then: then.dries.value < TAKE_CARE),
        )
    ]  # fmt: skip


@check("rain-before-set", "caution")
def rain_before_set(day: PourDay) -> list[Finding]:
    """Rain before it has set

    Rain pits a fresh face and washes its cement out.

    Source: common practice
    """
    rain = day.rain_mm
    if rain < RAIN_HINT_MM:
        return []
    return [
        finding(
            rain_before_set,
            severity="stop" if rain >= RAIN_STOP_MM else "caution",
            title="Rain is foretold before it has set",
            reason="Rain pits a fresh face and washes its cement out.",
            remedy="Have a cover on a frame ready that does not touch the face, or pour on a dry day.",
            field="/protections",
            change=day.protected((("rain cover",), ("tent",)), lambda then: then.rain_mm < RAIN_HINT_MM),
        )
    ]


@check("frost-in-the-base", "stop")
def frost_in_the_base(day: PourDay) -> list[Finding]:
    """Frost in the base or the form

    Concrete is never placed on frozen ground, nor into a form with ice in it: the ground sinks as it thaws, and what
    lies on ice does not harden.

    Source: ACI 306R, from memory
    """
    coldest = day.night_before_c
    if coldest is None or coldest > 0:
        return []
    return [
        finding(
            frost_in_the_base,
            title="Frost in the form when it is poured: {coldest} in the night before",
            reason="What lies on frozen ground or ice does not harden, and sinks as it thaws.",
            remedy="Cover ground and form the day before, thaw them through, and feel that they are above freezing.",
            field="/poured_at",
            values={"coldest": Quantity(coldest, "C")},
            change=day.protected((("heated tent",),), lambda then: (then.night_before_c or 0.1) > 0),
        )
    ]


@check("cools-too-fast", "caution")
def cools_too_fast(day: PourDay, acts: Sequence[Act]) -> list[Finding]:
    """Cools too fast when it is uncovered

    Source: ACI 306R: at most 28 °C, 50 °F in the first day for sections under 300 mm, from memory
    """
    moist = next((act.hours.value for act in acts if act.id == "moist"), None)
    felt = day.warmth.felt
    if day.poured.mix.is_sulfo_aluminate:  # it is hot of itself when it is uncovered, and thin
        return []
    if moist is None or felt is None or moist > len(felt.air_c) - felt.before - DAY_H:
        return []
    outside = float(felt.during(felt.bare_c, moist, moist + DAY_H).min())
    concrete = max(course.celsius_at(moist) for course in day.courses)
    drop = work(rules.cools_by, concrete_c=round(concrete, 1), air_c=round(outside, 1)).value
    if drop <= MOST_DROP_K:
        return []
    return [
        finding(
            cools_too_fast,
            title="The casting cools by {drop} in a day when uncovered",
            reason="More than {most} in a day cracks it.",
            remedy="Turn the heat down bit by bit over two days before the cover comes off.",
            field="/protections",
            values={"drop": Quantity(drop, "K"), "most": Quantity(MOST_DROP_K, "K")},
        )
    ]


@check("warms-itself", "caution")
def warms_itself(day: PourDay) -> list[Finding]:
    """A thick casting warms itself

    Its middle gets warmer than its faces by the heat of its cement. Over 20 °C, 36 °F of difference it may crack; over
    70 °C, 158 °F it may crumble years later.

    Source: common practice; 70 °C: ACI 301 and EN practice against late ettringite, from memory. Worked out as one lump
    with heat flowing evenly out of two faces.
    """
    found = []
    heat = heat_of(day.poured.mix)
    for body in day.poured.bodies:
        if body.thickness_mm < THICK_MM:
            continue
        course = day.warmth.courses.get(body.piece) or _in_a_room(day, body)
        differs, _ = core_over_surface_k(body, course, heat)
        _, peak = course.most_c(0.0, 3 * DAY_H)
        if differs > CORE_LIMIT_K or peak > PEAK_LIMIT_C:
            found.append((differs, peak))
    if not found:
        return []
    differs, peak = max(found)
    return [
        finding(
            warms_itself,
            severity="stop" if peak > PEAK_LIMIT_C else "caution",
            title="The middle gets {differs} warmer than the faces",
            reason="Over {most} of difference a thick casting cracks as it cools.",
            remedy="Start with cold water, leave the form on and covered for three days, and keep the wind off.",
            field="/water_c",
            values={"differs": Quantity(differs, "K"), "most": Quantity(CORE_LIMIT_K, "K")},
        )
    ]


def _in_a_room(day: PourDay, body: Body) -> Course:
    kept = day.inputs.temperature_c
    covered = covering(day.inputs, day.poured.mix, kept)
    return course_of(day.inputs, body, still_air(kept, FORESEEN_H), kept, day.poured.mix, covered)


@check("weather-not-known", "hint")
def weather_not_known(day: PourDay) -> list[Finding]:
    """No weather is known for the pour

    Source: the forecast that is kept
    """
    weather = day.warmth.weather
    if day.inputs.weather != "forecast" or weather is None:
        return []
    if not day.known.hours:
        title, reason = "No forecast is known", "Planned with the typed day instead, the same every day."
    elif day.inputs.poured_at is not None and not day.known.begins - HOUR <= day.warmth.since < day.known.ends:
        title, reason = "The pour lies beyond the forecast", "Planned with the mean of its nearest three days."
    else:
        return []
    return [
        finding(
            weather_not_known,
            title=title,
            reason=reason,
            remedy="Look again nearer to the day, or type the day that you expect.",
            field="/weather",
            change=Change("Use the typed day", {"/weather": "typed day"}),
        )
    ]


@check("thermometer-doubted", "caution")
def thermometer_doubted(day: PourDay) -> list[Finding]:
    """A thermometer that is not believed

    A probe that shows 85 °C has read nothing; one that stands still while days and nights go by is not in the concrete,
    and no casting jumps by 40 °C in an hour.

    Source: common practice
    """
    doubted = day.warmth.doubted
    if not doubted or day.inputs.poured_at is None:
        return []
    hour, celsius = doubted[0]
    moment = (day.inputs.poured_at + hour * HOUR).astimezone(day.hours.place)
    return [
        finding(
            thermometer_doubted,
            title="A reading of {celsius} is not believed",
            reason="It stood still, jumped, or no casting can have it. From {when} on {count} readings are left out.",
            remedy="Look whether the probe is in the concrete, its plug is dry and its battery full.",
            field="/poured_at",
            values={
                "celsius": Quantity(celsius, "C"), "count": Quantity(float(len(doubted)), "1"),
                "when": write_time(moment, day.hours.clock),
            },
        )
    ]  # fmt: skip


def all_findings(day: PourDay, acts: Sequence[Act]) -> Iterator[Finding]:
    """Everything that the weather does."""
    yield from frost_in_the_base(day)
    yield from freezes_young(day)
    yield from fresh_too_cold(day)
    yield from fresh_too_hot(day)
    yield from cold_while_curing(day)
    yield from hot_while_curing(day)
    yield from dries_too_fast(day)
    yield from rain_before_set(day)
    yield from cools_too_fast(day, acts)
    yield from weather_not_known(day)
