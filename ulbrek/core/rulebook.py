"""The rule book: every rule and check of every room, in the order of the work."""

from dataclasses import dataclass
from types import ModuleType

from ulbrek.core.base.docstring import Term
from ulbrek.core.base.figure import Rule, unit_of
from ulbrek.core.base.finding import Check
from ulbrek.core.cure import checks as cure_checks
from ulbrek.core.cure import rules as cure_rules
from ulbrek.core.form.checks import cuts as form_cuts
from ulbrek.core.form.checks import faces as form_faces
from ulbrek.core.form.checks import holding as form_held
from ulbrek.core.form.checks import shape as form_shape
from ulbrek.core.form.checks import sizes as form_sizes
from ulbrek.core.form.rules import boards as form_boards
from ulbrek.core.form.rules import consumed as form_consumed
from ulbrek.core.form.rules import holding as form_holding
from ulbrek.core.form.rules import sawing as form_sawing
from ulbrek.core.handling import joined as joined_parts
from ulbrek.core.handling.checks import people as people_checks
from ulbrek.core.handling.checks import strength as strength_checks
from ulbrek.core.handling.rules import people as people_rules
from ulbrek.core.handling.rules import standing as standing_rules
from ulbrek.core.handling.rules import stress as stress_rules
from ulbrek.core.job import choices
from ulbrek.core.kit import lifting
from ulbrek.core.kit.beams import boards
from ulbrek.core.kit.clock import maturity, strength
from ulbrek.core.materials import mixes
from ulbrek.core.measure import rules as measure_rules
from ulbrek.core.measure.checks import bolted, fitting, formers, places, shapes
from ulbrek.core.mix.checks import day as mix_day
from ulbrek.core.mix.checks import doses as mix_doses
from ulbrek.core.mix.checks import stuff as mix_stuff
from ulbrek.core.mix.rules import counting as bag_rules
from ulbrek.core.mix.rules import doses as dose_rules
from ulbrek.core.mix.rules import scratch as scratch_rules
from ulbrek.core.mix.rules import timing as batch_rules
from ulbrek.core.mix.rules import water as water_rules
from ulbrek.core.records import weighing
from ulbrek.core.steel.checks import places as steel_places
from ulbrek.core.steel.checks import stuff as steel_stuff
from ulbrek.core.steel.rules import bending as steel_bending
from ulbrek.core.steel.rules import covering as steel_covering
from ulbrek.core.steel.rules import laying as steel_laying

ROOMS: tuple[tuple[str, tuple[ModuleType, ...]], ...] = (
    ("Materials", (mixes, choices)),
    ("Measure", (measure_rules, shapes, places, formers, bolted, fitting)),
    (
        "Form",
        (
            form_boards,
            form_holding,
            form_consumed,
            form_sawing,
            boards,
            form_sizes,
            form_shape,
            form_held,
            form_faces,
            form_cuts,
        ),
    ),
    ("Steel", (steel_laying, steel_covering, steel_bending, steel_places, steel_stuff)),
    (
        "Mix",
        (bag_rules, water_rules, dose_rules, scratch_rules, batch_rules, mix_day, mix_doses, mix_stuff),
    ),
    ("Cure", (cure_rules, maturity, strength, cure_checks)),
    (
        "Move",
        (lifting, people_rules, stress_rules, standing_rules, people_checks, strength_checks, joined_parts),
    ),
    ("Log", (weighing,)),
)


@dataclass(frozen=True, slots=True)
class Page:
    """One rule or check of the rule book. A check has a severity and no formula."""

    id: str
    room: str
    title: str
    reason: str
    terms: tuple[Term, ...]
    formula: str
    unit: str
    source: str
    severity: str | None


def rule_book() -> tuple[Page, ...]:
    """Every rule and check, room by room."""
    return tuple(
        _page(room, one)
        for room, modules in ROOMS
        for module in modules
        for one in vars(module).values()
        if isinstance(one, Rule | Check) and one.function.__module__ == module.__name__
    )


def rules() -> dict[str, Rule[...]]:
    """Every rule by its id."""
    modules = [module for _, modules in ROOMS for module in modules]
    found = [one for module in modules for one in vars(module).values() if isinstance(one, Rule)]
    return {one.id: one for one in found}


def _page(room: str, one: Rule[...] | Check) -> Page:
    text = one.text
    if isinstance(one, Check):
        return Page(one.code, room, text.summary, text.reason, (), "", "", text.source, one.severity)
    return Page(one.id, room, text.summary, text.reason, text.terms, text.formula, one.unit, text.source, None)


def term_unit(term: Term) -> str:
    """The unit of a term, by its name."""
    return unit_of(term.name)
