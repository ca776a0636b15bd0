"""What stands on the page of the mix, and on its batch cards."""

from collections.abc import Iterator, Mapping
from typing import Any

from ulbrek.core.base.units.quantity import write_batch_water, write_quantity
from ulbrek.core.base.values import value_words
from ulbrek.core.cure.result import TurnAt
from ulbrek.core.mix.result import ScratchResult
from ulbrek.files.pack.words import Block, Words, clock, table


class MixPages(Words):
    """The page of the mix."""

    def _mix(self) -> Iterator[Block]:
        mix = self.plan.mix
        wet, clock = mix.wetness, mix.clock
        ratio = f", w/c {wet.ratio.value:.2f}" if wet.ratio else ""
        one = "charge" if mix.scratch else "bag"
        many = f"{mix.bags.value:g} {one}{'' if mix.bags.value == 1 else 's'}"
        yield table(
            ["", ""],
            [
                ["Mix", f"{mix.mix_name}, {many} of {mix.bag_name}"],
                ["Volume of the castings", write_quantity(mix.poured_volume.value, "l", self.units)],
                ["With allowance", write_quantity(mix.volume_with_spare.value, "l", self.units)],
                [f"Concrete from one {one}", write_quantity(mix.bag_yield.value, "l", self.units)],
                [f"Water per {one}", f"start {self._of(mix.water_start)}, limit {self._litres(mix.water_most_l)}"],
                [
                    "Planned",
                    f"{self._litres(mix.water_planned_l)} a {one}, {self._of(wet.of_dry)} of dry mix{ratio}",
                ],
                ["Working time", f"{self._of(clock.working)}; all batches take {self._of(clock.whole)}"],
                *(
                    [["Last batch", f"start within {self._of(clock.last_start)} of the first"]]
                    if mix.batches.value > 1
                    else []
                ),
                ["Consistency", f"{mix.feel.feel}. {' '.join(mix.feel.steps)}"],
                *([one.verdict.capitalize(), f"{one.seen}: {one.do[0].lower()}{one.do[1:]}"] for one in mix.feel.shows),
            ],
        )
        if mix.scratch:
            yield from self._scratch(mix.scratch)
        if mix.doses:
            yield {"kind": "heading", "text": "Admixtures: weigh them before mixing starts"}
            rows = [
                [
                    one.name,
                    *(self._of(f) if f else "" for f in (one.percent, one.a_bag, one.a_batch, one.in_all)),
                    value_words(one.base, "base"),
                ]
                for one in mix.doses
            ]
            yield {
                **table(["", "Percentage", "Per bag", "Per batch", "Total", "Of"], rows),
                "columns": ["1fr", "auto", "auto", "auto", "auto", "auto"],
            }
        names = {piece.id: piece.name for piece in self.plan.pieces}
        if mix.turns:
            yield {"kind": "heading", "text": f"{mix.turns[-1].last} pours: the forms do not hold all castings at once"}
            yield {
                **table(["Pour", "Castings", "Volume", "Mix each", "Begins"], [*self._turns(names)]),
                "columns": ["auto", "1fr", "auto", "auto", "auto"],
            }
            yield {"kind": "text", "text": "Each pour has its own sheet for the day: print it where the pour is."}
        yield table(
            ["Per casting", "Dry mix", "Share of a batch"],
            [
                [names[one.piece], self._range(one.dry_mix), write_quantity(one.share.value, "l", self.units)]
                for one in mix.pieces
            ],
        )
        yield {"kind": "cards", "cards": list(self._batch_cards())}
        yield {"kind": "care", "lines": [self._said(line) for line in mix.care]}

    def _turns(self, names: Mapping[str, str]) -> Iterator[list[str]]:
        """What each pour fills and takes, and when it may begin."""
        begins = self.plan.cure.turns
        for turn in self.plan.mix.turns:
            castings = ", ".join(f"{one.count} × {names[one.piece]}" for one in turn.castings)
            number = str(turn.first) if turn.first == turn.last else f"{turn.first}–{turn.last}"
            first = self._begins(turn.first, begins[turn.first - 1] if turn.first <= len(begins) else None)
            if turn.last > turn.first and turn.last <= len(begins):
                first += f", the last {self._begins(turn.last, begins[turn.last - 1])}"
            takes = f"{self._of(turn.bags)}, {self._of(turn.batches)}"
            yield [number, castings, write_quantity(turn.volume.value, "l", self.units), takes, first]

    def _begins(self, number: int, when: TurnAt | None) -> str:
        if when is None:
            return "not possible yet"
        if when.at:
            return ("" if number == 1 else "from ") + clock(when.at, self.plan.cure)
        return "first" if number == 1 else f"after {write_quantity(when.due_h, 'h', self.units)}"

    def _scratch(self, scratch: ScratchResult) -> Iterator[Block]:
        """What is weighed out for one measure of cement."""
        yield {
            "kind": "heading",
            "text": f"For {write_quantity(scratch.measure_kg, 'kg', self.units)} of {scratch.cement_name.lower()}, "
            "weighed out",
        }
        stone = [[scratch.stone_name, self._of(scratch.stone_damp)]] if scratch.stone_damp else []
        yield table(
            ["", ""],
            [
                [scratch.sand_name, self._of(scratch.sand_damp)],
                *stone,
                ["Water to add", self._of(scratch.water_added)],
                ["28-day strength, about", self._of(scratch.strength)],
            ],
        )

    def _batch_cards(self) -> Iterator[dict[str, Any]]:
        """A card for each batch: bags, water, doses, and room to write down what went in."""
        mix = self.plan.mix
        batches = int(mix.batches.value)
        what = "charge" if mix.scratch else "bag"
        for number in range(1, batches + 1):
            last = mix.last if number == batches else None
            bags = last.bags.value if last else mix.bags_per_batch
            start = write_batch_water(bags, mix.water_start.value, self.units)
            most = write_batch_water(bags, mix.water_most_l, self.units)
            amounts = last.doses if last else [one.a_batch for one in mix.doses]
            doses = [
                f"{one.name} {write_quantity(amount.value, 'g', self.units)}"
                for one, amount in zip(mix.doses, amounts, strict=True)
                if amount
            ]
            yield {
                "title": f"Batch {number} of {batches}",
                "lines": [
                    f"{bags:g} {what}{'' if bags == 1 else 's'} of {mix.bag_name}",
                    *doses,
                    f"Start {start}",
                    f"Limit {most}",
                    "Mixed at ____ : ____",
                    "Water used ________",
                ],
            }
