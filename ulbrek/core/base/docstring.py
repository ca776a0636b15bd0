"""Reads a rule's docstring into the parts the rule book shows."""

import re

from ulbrek.core.base.frozen import dataclass

_SECTION = re.compile(r"^(Args|Formula|Source|Returns|Raises):\s*(.*)$")
_ARGUMENT = re.compile(r"^(\w+): (.+)$")


@dataclass(frozen=True, slots=True)
class Term:
    """An argument of a rule: its name in the formula and what it is in words."""

    name: str
    meaning: str


@dataclass(frozen=True, slots=True)
class RuleText:
    """What a rule says of itself: what it gives, why, its terms, its formula, its source."""

    summary: str
    reason: str
    terms: tuple[Term, ...]
    formula: str
    source: str


def read_docstring(docstring: str, name: str) -> RuleText:
    """The parts of a rule's docstring.

    Raises:
        ValueError: when it has no summary or no source
    """
    sections: dict[str, list[str]] = {"": []}
    current = ""
    for raw in docstring.strip().splitlines():
        line = raw.strip()
        if heading := _SECTION.match(line):
            current = heading[1]
            sections[current] = [heading[2]] if heading[2] else []
        else:
            sections[current].append(line)
    summary, _, reason = "\n".join(sections[""]).strip().partition("\n\n")
    source = _flat(sections.get("Source", []))
    if not summary or not source:
        raise ValueError(f"The docstring of {name} needs a summary and a Source.")
    return RuleText(
        summary=_flat([summary]).rstrip("."),
        reason=_flat([reason]),
        terms=tuple(_terms(sections.get("Args", []))),
        formula=_flat(sections.get("Formula", [])).replace("( ", "(").replace(" )", ")"),
        source=source,
    )


def _terms(lines: list[str]) -> list[Term]:
    terms: list[Term] = []
    for line in lines:
        if match := _ARGUMENT.match(line):
            terms.append(Term(match[1], match[2]))
        elif line and terms:
            terms[-1] = Term(terms[-1].name, f"{terms[-1].meaning} {line}")
    return terms


def _flat(lines: list[str]) -> str:
    return re.sub(r"\s+", " ", " ".join(lines)).strip()
