"""All that findings say, of their cases, in both systems of units. ``python -m tests.words.said`` keeps it anew."""

from collections.abc import Iterator
from pathlib import Path
from typing import get_args

from tests.core.test_days import CASES as DAYS
from tests.core.test_days import clashes
from tests.core.test_findings import CASES, RECORDED, SHOPS, found, recorded
from tests.jobs import top
from ulbrek.core.base.finding import Finding
from ulbrek.core.base.sentence import fill
from ulbrek.core.base.units.reading import Units
from ulbrek.core.plan.plan import plan

KEPT = Path(__file__).with_name("findings.txt")
NBSP = "\N{NO-BREAK SPACE}"


def cases() -> Iterator[tuple[str, Finding]]:
    """The findings of every case, once for each way of saying it."""
    for case, (job, _) in sorted(CASES.items()):
        yield from ((case, one.finding) for one in found(job, case.split(" ", maxsplit=1)[0])[:1])
    for code, (happened, _) in sorted(RECORDED.items()):
        yield from ((code, one.finding) for one in found(top(), code, recorded(**happened))[:1])
    for code, (job, shop, _) in sorted(SHOPS.items()):
        yield next((code, one.finding) for one in plan(job, shop).findings if one.finding.code == code)
    for case, (capacity, pours, *_) in sorted(DAYS.items()):
        told = clashes(capacity, *pours)
        yield next((case, one.finding) for one in told if one.finding.code == case.split(" ")[0])


def said(finding: Finding, units: Units) -> str:
    """A finding as it is read: what is wrong, what to do, its buttons, and why."""
    changes = [change for change in (finding.change, *finding.also) if change]
    buttons = " ".join(f"[{fill(change.label, change.values, units)}]" for change in changes)
    texts = (fill(text, finding.values, units) for text in (finding.title, finding.remedy, finding.reason))
    title, remedy, reason = texts
    return f"{title}.\n   {remedy}{' ' if buttons else ''}{buttons}\n   ({reason})".replace(NBSP, " ")


def kept() -> str:
    """The file as it should be."""
    lines = []
    seen: set[str] = set()
    for case, finding in cases():
        for units in get_args(Units):
            text = said(finding, units)
            if text not in seen:
                lines.append(f"{case} · {units} · {finding.severity}\n   {text}\n")
            seen.add(text)
    return "\n".join(lines)


if __name__ == "__main__":
    KEPT.write_text(kept(), "utf-8")
