"""The page of the finish: its steps with their time, what goes into each coat, and a line to fill in for each."""

from collections.abc import Iterator

from ulbrek.core.base.units.quantity import write_quantity
from ulbrek.core.base.values import value_words
from ulbrek.core.finish.result import CoatStep
from ulbrek.core.plan.result import PiecePlan
from ulbrek.files.pack.words import Block, Words, clock, letter, table


class FinishPages(Words):
    """The page of the finish."""

    def _finish(self) -> Iterator[Block]:
        finish = self.plan.finish
        if finish.school:
            yield {"kind": "text", "text": f"{letter(finish.school)}."}
        yield table(["Needed for all castings", ""], [*self._needed()])
        for planned in self.plan.pieces:
            if not planned.finish.tasks:
                text = f"{planned.name}: used as it comes out of the form."
                yield {"kind": "text", "text": text}
                continue
            yield {"kind": "heading", "text": f"{planned.name}: {value_words(planned.finish.look, 'look')}"}
            rows = [
                [str(number), task.name, self._said(task.how), self._of(task.minutes) if task.minutes else "", ""]
                for number, task in enumerate(planned.finish.tasks, 1)
            ]
            yield {**table(["", "Step", "How", "Time", "Done"], rows), "to_fill_in": True}
            if planned.finish.coats:
                yield table(["Coat", "Goes on", "Of it", "Next coat"], [*self._coats(planned)])
        order = self.plan.joined.order
        if order:
            yield {"kind": "heading", "text": "Joining the parts"}
            people = [write_quantity(one.people, "people", self.units) if one.people else "" for one in order]
            rows = [
                [str(number), step.does, who, ""]
                for number, (step, who) in enumerate(zip(order, people, strict=True), 1)
            ]
            yield {**table(["", "Step", "", "Done"], rows), "to_fill_in": True}
        if finish.care:
            yield {"kind": "care", "lines": [self._said(line) for line in finish.care]}

    def _needed(self) -> Iterator[list[str]]:
        finish = self.plan.finish
        yield ["Hours of work", self._range(finish.hours) if finish.hours else "none"]
        if finish.sealer_l:
            yield [finish.sealer_name, self._of(finish.sealer_l)]
        if finish.filler:
            yield ["Void filler, dry", self._of(finish.filler)]
        for one in finish.pigments:
            yield [f"{one.name}, in the slurry", self._of(one.grams)]
        for pads in finish.pads:
            yield [pads.name, write_quantity(pads.count, "pads", self.units)]
        acts = {act.id: act for act in self.plan.cure.acts}
        for need in finish.needs:
            act = acts.get(need.id)
            if act is not None and act.at is not None and not act.never:
                yield [act.name, f"from {clock(act.at, self.plan.cure)}"]

    def _coats(self, planned: PiecePlan) -> Iterator[list[str]]:
        for coat in planned.finish.coats:
            window = ""
            if coat.number > 1:
                until = "" if coat.until_h is None else f", until {write_quantity(coat.until_h, 'h', self.units)}"
                window = f"from {write_quantity(coat.from_h, 'h', self.units)} after the last{until}"
            yield [str(coat.number), self._of(coat.goes_on), self._mixed(coat), window]

    def _mixed(self, coat: CoatStep) -> str:
        """What is measured out for a coat."""
        if coat.part_a is None or coat.part_b is None:
            parts = f"{self._of(coat.sealer)} of sealer"
        elif coat.mass_a is not None and coat.mass_b is not None:
            parts = f"A {self._of(coat.mass_a)}, B {self._of(coat.mass_b)} by weight"
        else:
            parts = f"A {self._of(coat.part_a)}, B {self._of(coat.part_b)} by volume"
        thinner = coat.goes_on.value - coat.sealer.value
        return f"{parts}, {self._litres(thinner)} of thinner" if coat.thin_pct else parts
