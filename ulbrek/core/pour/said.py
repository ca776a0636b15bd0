"""What was written down on the day, step by step, whatever the order in which it came."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import field
from datetime import UTC, datetime, timedelta

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.pour.sheet import Leads, RunSheet, Step

_EPOCH = datetime(1970, 1, 1, tzinfo=UTC)


def kept(entries: Iterable[RunEntry]) -> list[RunEntry]:
    """Each entry once, by time, without what was taken back."""
    once = {one.id: one for one in entries}
    gone = {one.of for one in once.values() if one.kind == "undo"}
    left = (one for one in once.values() if one.kind != "undo" and one.id not in gone)
    return sorted(left, key=lambda one: (milliseconds(one), str(one.id)))


@dataclass(slots=True)
class Said:
    """What was written down of one step: that it was done or skipped, what its test showed, and how often it did so.

    Attributes:
        passed: what said first that it is time, where that comes before it is done
        twofold: whether it does
    """

    twofold: bool = False
    passed: RunEntry | None = None
    done: RunEntry | None = None
    skipped: bool = False
    not_yet: list[RunEntry] = field(default_factory=list)
    cups_l: float = 0.0
    held: bool = False
    times: int = 0

    def take(self, entry: RunEntry, leads: Leads) -> None:
        """Takes one more; the first that says that it was done counts."""
        if entry.kind == "answer" and leads == "not yet":
            self.not_yet.append(entry)
            self.held = False
        elif entry.kind == "answer" and self.twofold:
            self.passed = self.passed or entry
            self.held = False
        elif entry.kind in ("did", "answer", "skip"):
            self.times += 1
            self.held = False
            if self.done is None:
                self.done, self.skipped = entry, entry.kind == "skip"
        elif entry.kind == "cup":
            self.cups_l += entry.water_l or 0.0
        elif entry.kind == "hold":
            self.held = self.done is None


def said_of(sheet: RunSheet, entries: Sequence[RunEntry]) -> dict[str, Said]:
    """What was written down, by step.

    Args:
        sheet: of the pour
        entries: by time, each once
    """
    leads: Mapping[str, Mapping[str, Leads]] = {
        step.id: {one.id: one.leads for one in step.answers} for step in all_steps(sheet)
    }
    twofold = {step.id for step in all_steps(sheet) if step.twofold}
    said: dict[str, Said] = {}
    for entry in entries:
        if entry.step is not None:
            lead = leads.get(template(entry.step), {}).get(entry.answer or "", "on")
            said.setdefault(entry.step, Said(entry.step in twofold)).take(entry, lead)
    return said


def all_steps(sheet: RunSheet) -> list[Step]:
    """Every step that a sheet has, those of a batch once."""
    steps = [*sheet.ready, sheet.water, sheet.mixed, sheet.place, *sheet.after]
    for fill in sheet.fills:
        steps += [*(stage.step for stage in fill.stages), *fill.finish]
    return steps


def template(key: str) -> str:
    """The step of the sheet that a step is made of."""
    kind, *rest = key.split("/")
    return f"batch/{{n}}/{rest[1]}" if kind == "batch" and len(rest) > 1 else key


def milliseconds(entry: RunEntry) -> float:
    """When something happened, since 1970; of a millisecond that has begun only the beginning."""
    return float((entry.at - _EPOCH) // timedelta(milliseconds=1))
