"""What stands on the page of pour day: the run sheet, with boxes, for whoever has no phone at hand."""

from collections.abc import Iterator, Mapping

from ulbrek.core.base.finding import Quantity
from ulbrek.core.base.sentence import fill
from ulbrek.core.base.units import Units
from ulbrek.core.base.units.quantity import write_batch_water, write_quantity
from ulbrek.core.pour.result import BatchNow, StepNow
from ulbrek.core.pour.said import all_steps
from ulbrek.core.pour.sheet import RunSheet, Step
from ulbrek.core.pour.state import run_state
from ulbrek.files.pack.words import Block, table

_TRIFLE_L = 1e-6
_BOX = "\u2610"
_WHO = {"mixer": "mixes", "placer": "places", "anyone": "anyone"}


def pour_day(sheet: RunSheet, units: Units) -> Iterator[Block]:
    """The blocks of the page: what is ready, the batches, then every step in its order with room to write.

    Args:
        sheet: of the pour
        units: the reader's
    """
    words = _Steps(sheet, units)
    yield {
        "kind": "text",
        "text": "First water in at ____ : ____. Times below count from it; what a test says comes before any time.",
    }
    yield {"kind": "heading", "text": "Before the first water"}
    yield words.listed("ready/")
    yield {"kind": "heading", "text": "Batches"}
    yield words.batches()
    yield {"kind": "heading", "text": "Step by step"}
    yield words.in_order()
    yield {"kind": "heading", "text": "Afterwards"}
    yield words.listed("after/")
    care = dict.fromkeys([*sheet.care, *(step.care for step in all_steps(sheet) if step.care)])
    yield {"kind": "care", "lines": [fill(line, {}, units) for line in care]}


def _boxes(rows: list[list[str]], head: list[str], columns: list[str]) -> Block:
    return {**table(["", *head], [[_BOX, *row] for row in rows]), "columns": ["auto", *columns], "to_fill_in": True}


def _after(ms: float) -> str:
    minutes = round(ms / 60_000)
    return f"{minutes // 60}:{minutes % 60:02d}"


class _Steps:
    """The steps of a sheet in a reader's words."""

    def __init__(self, sheet: RunSheet, units: Units) -> None:
        state = run_state(sheet, (), 0.0)
        self.sheet, self.state, self.units = sheet, state, units
        self.steps = {one.id: one for one in all_steps(sheet)}
        self.of_batch = {one.number: one for one in state.batches}
        # Of what is mixed to be safe, a batch may find all forms full.
        full_l = max((one.to_l for one in sheet.fills), default=0.0)
        self.spare = {one.number for one in state.batches if one.from_l >= full_l - _TRIFLE_L}
        self.names = {one.id: one.name for one in sheet.fills}

    def listed(self, begins: str) -> Block:
        """Steps that are ticked off in any order."""
        steps = [one for one in self.state.steps if one.id.startswith(begins)]
        return _boxes([[self.title(one), self.how(one)] for one in steps], ["", ""], ["1fr", "1fr"])

    def in_order(self) -> Block:
        """Steps by their hour, who does each, and what says that it is done."""
        steps = [one for one in self.state.steps if not one.id.startswith(("ready/", "after/"))]
        steps = [one for one in steps if one.batch not in self.spare]
        steps.sort(key=lambda one: one.at)
        begin = min((one.at for one in steps), default=0.0)
        rows = [[_after(one.at - begin), _WHO[one.who], self.title(one), self.look(one), "__:__"] for one in steps]
        columns = ["auto", "auto", "1fr", "1fr", "auto"]
        return _boxes(rows, ["After", "Who", "What", "Done when", "Done at"], columns)

    def title(self, one: StepNow) -> str:
        step = self.steps[one.step]
        title = fill(step.title, self._values(one, step), self.units)
        if one.batch is None or one.fill is None:
            return title
        return f"{title} in {self.names[one.fill]}, to {write_quantity(one.to_mm, 'tape', self.units)}"

    def how(self, one: StepNow) -> str:
        step = self.steps[one.step]
        return fill(step.how, self._values(one, step), self.units)

    def look(self, one: StepNow) -> str:
        """What its test shows when it is done."""
        step = self.steps[one.step]
        right = next((answer.says for answer in step.answers if answer.leads == "on"), step.test)
        return fill(right, {}, self.units)

    def batches(self) -> Block:
        bags = self.sheet.bags
        rows = []
        for number, batch in self.of_batch.items():
            doses = ", ".join(
                f"{dose.name} {write_quantity(dose.grams * batch.bags, 'g', self.units)}" for dose in bags.doses
            )
            start, most = (write_batch_water(batch.bags, one, self.units) for one in (bags.start_l, bags.most_l))
            rows.append(
                [
                    f"{number}",
                    write_quantity(batch.bags, bags.counts, self.units)
                    + (", only where it is short" if number in self.spare else ""),
                    start,
                    most,
                    doses,
                    "____ : ____",
                    "________",
                ]
            )
        head = ["", "Mix", "Water first", "At the most", "Doses", "Water in at", "Water in all"]
        columns = ["auto", "auto", "auto", "auto", "1fr", "auto", "auto"]
        return {**table(head, rows), "columns": columns, "to_fill_in": True}

    def _values(self, one: StepNow, step: Step) -> Mapping[str, Quantity | str]:
        batch: BatchNow | None = self.of_batch.get(one.batch or 0)
        own: dict[str, Quantity | str] = {"n": str(one.batch or "")}
        if batch:
            own["bags"] = Quantity(batch.bags, self.sheet.bags.counts)
        return {**own, **step.values}
