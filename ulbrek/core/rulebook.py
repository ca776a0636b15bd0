"""The rule book: every rule and check of every room, in the order of the work."""

from collections.abc import Iterator
from functools import cache
from importlib import import_module
from pkgutil import walk_packages

from ulbrek.core.base.docstring import Term
from ulbrek.core.base.figure import Rule, unit_of
from ulbrek.core.base.finding import Check
from ulbrek.core.base.frozen import dataclass

# The rooms in the order of the work, and the packages that are looked through for the rules and checks of each.
ROOMS = {
    "Materials": ("materials", "job"),
    "Measure": ("measure",),
    "Arch": ("arch",),
    "Warm": ("warm",),
    "Ground": ("ground",),
    "Cabinets": ("cabinets",),
    "Form": ("form", "kit.beams"),
    "Steel": ("steel",),
    "Mix": ("mix",),
    "Cure": ("cure", "kit.clock", "kit.climate"),
    "Move": ("handling", "kit.lifting"),
    "Finish": ("finish",),
    "Cost": ("costing",),
    "Calendar": ("days",),
    "Log": ("records",),
}


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
    """Every rule and check, room by room: the rules of a room before its checks."""
    return tuple(_page(room, one) for room in ROOMS for one in _of_room(room))


def rules() -> dict[str, Rule[...]]:
    """Every rule by its id."""
    return {one.id: one for room in ROOMS for one in _of_room(room) if isinstance(one, Rule)}


@cache
def _of_room(room: str) -> tuple[Rule[...] | Check, ...]:
    found = [one for package in ROOMS[room] for one in _marked_in(f"ulbrek.core.{package}")]
    return tuple(sorted(found, key=lambda one: isinstance(one, Check)))


def _marked_in(package: str) -> Iterator[Rule[...] | Check]:
    """What is marked as a rule or a check in a package, module by module as they stand in their folder."""
    for name in _modules_of(package):
        for value in vars(import_module(name)).values():
            if isinstance(value, Rule | Check) and value.function.__module__ == name:
                yield value


def _modules_of(name: str) -> Iterator[str]:
    yield name
    inside = getattr(import_module(name), "__path__", ())
    yield from (module.name for module in walk_packages(inside, f"{name}."))


def _page(room: str, one: Rule[...] | Check) -> Page:
    text = one.text
    if isinstance(one, Check):
        return Page(one.code, room, text.summary, text.reason, (), "", "", text.source, one.severity)
    return Page(one.id, room, text.summary, text.reason, text.terms, text.formula, one.unit, text.source, None)


def term_unit(term: Term) -> str:
    """The unit of a term, by its name."""
    return unit_of(term.name)
