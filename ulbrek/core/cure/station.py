"""Turns the needs of a pour's acts into hours."""

from collections.abc import Sequence
from dataclasses import replace

from ulbrek.core.cure import checks
from ulbrek.core.cure.acts import Acts
from ulbrek.core.cure.brief import CureBrief
from ulbrek.core.cure.calendar import in_turn
from ulbrek.core.cure.care import CARE
from ulbrek.core.cure.clock import FIRST_DAY_H, Clock
from ulbrek.core.cure.finishing import FINISHING, FINISHING_SULFO
from ulbrek.core.cure.inputs import CureInputs, Hours
from ulbrek.core.cure.result import CureResult, Dries
from ulbrek.core.cure.strengths import told
from ulbrek.core.cure.temperatures import evaporates, temperatures_of
from ulbrek.core.cure.told import weather_told
from ulbrek.core.cure.warmth import Body
from ulbrek.core.cure.window import WindowBrief
from ulbrek.core.kit.climate.conditions import NOTHING_KNOWN, Conditions
from ulbrek.core.kit.clock.maturity import REFERENCE_C, pace

STANDS_STILL = 0.02  # a pace under this has no hours


def cure(inputs: CureInputs, poured: CureBrief, hours: Hours, known: Conditions = NOTHING_KNOWN) -> CureResult:
    """The acts of a pour with their hours, its strength by the hour, and its findings.

    Args:
        inputs: when it is poured, how warm it is, by which standards
        poured: the mix, and what the acts need
        hours: when somebody is there
        known: the weather as far as it is known
    """
    warmth = temperatures_of(inputs, poured, hours, known)
    if warmth.felt is None:
        runs = pace(inputs.maturity, warmth.start_c)
    else:
        runs = pace(inputs.maturity, round(warmth.shared.mean_c(0.0, FIRST_DAY_H), 1), "first day")
    clock = Acts(inputs, poured, hours, runs, warmth)
    moving = runs.value > STANDS_STILL
    due = sorted(clock.acts(), key=lambda act: act.due_h) if moving else []
    acts = in_turn(due, hours, {act.id: act.done_at for act in due if act.done_at is not None})
    mix = clock.mix
    covered_h = clock.covered_h()
    dries, dries_at = evaporates(inputs, warmth, covered_h)
    day = checks.PourDay(
        inputs, poured, hours, known, warmth, clock.age_of_frost(), mix.initial_set_h * clock.cover_share,
        mix.final_set_h * clock.evenness.high, dries,
    )  # fmt: skip
    return CureResult(
        poured_at=inputs.poured_at,
        temperature_c=round(warmth.start_c, 1),
        fresh=warmth.fresh,
        weather=weather_told(warmth, acts),
        dries=Dries(dries, dries_at),
        zone=hours.zone,
        clock=hours.clock,
        strength_by=inputs.strength_by,
        pace=runs,
        measured_h=warmth.read_h,
        initial_set=clock.set_at("initial", mix.initial_set_h) if moving else None,
        final_set=clock.set_at("final", mix.final_set_h) if moving else None,
        dry=clock.dry,
        strength_28=clock.tested,
        tested=tuple(told(clock.results, clock.foretold_mpa)),
        strength_28_low_mpa=mix.strength_28_least_mpa,
        strength_28_high_mpa=mix.strength_28_most_mpa,
        acts=acts,
        turns=tuple(clock.turns(acts)) if poured.turns > 1 else (),
        curve=tuple(clock.curve()),
        findings=tuple(checks.all_findings(day, acts, clock.results, clock.foretold_mpa)),
        care=CARE,
    )


def window_brief(inputs: CureInputs, poured: CureBrief, hours: Hours) -> WindowBrief:
    """What is poured, as far as the hour to start in hangs on it.

    Args:
        inputs: where it cures, and what protects it
        poured: the mix, and what the acts need
        hours: the shop's
    """
    runs = pace(inputs.maturity, REFERENCE_C)
    clock = Clock(inputs, poured, hours, runs, temperatures_of(inputs, poured, hours, NOTHING_KNOWN))
    mix = poured.mix
    tasks = FINISHING_SULFO if clock.sulfo else FINISHING
    return WindowBrief(
        replace(poured, bodies=_extremes(poured.bodies)),
        inputs,
        tuple(one.share for one in tasks if not one.is_state and (poured.face_up or not one.face_up_only)),
        clock.age_of_frost(),
        mix.initial_set_h * clock.cover_share,
        mix.final_set_h * clock.evenness.high,
        clock.age_of_strip(),
    )


def _extremes(bodies: Sequence[Body]) -> tuple[Body, ...]:
    """The casting that follows the air soonest and the one that does so last: the others lie between."""
    ordered = sorted(bodies, key=lambda body: body.volume_mm3 / (2 * body.top_mm2 + body.side_mm2))
    return tuple(dict.fromkeys((*ordered[:1], *ordered[-1:])))
