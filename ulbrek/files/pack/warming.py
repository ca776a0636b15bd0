"""The page of a piece with a mat in it: how warm it gets, its layers, what the meter says, and the steps in order."""

from collections.abc import Iterator

from ulbrek.core.base.units.quantity import write_quantity
from ulbrek.core.warm.inputs import WarmSeat
from ulbrek.core.warm.result import WarmResult
from ulbrek.files.pack.words import Block, Words, table

_TOLD_AT = (0.5, 1.0, 2.0, 3.0, 4.0, 6.0, 8.0, 12.0, 24.0)


class WarmPages(Words):
    """The page of a piece that a mat warms."""

    def _warm(self, found: WarmResult, seat: WarmSeat) -> Iterator[Block]:
        yield {"kind": "care", "lines": [self._said(line) for line in found.care]}
        yield table(["How warm", ""], [*self._warmth(found)])
        told = [one for one in found.course if one.h in _TOLD_AT]
        yield table(
            ["After", *(self._quantity(one.h, "h") for one in told)],
            [
                ["Mat", *(self._quantity(one.mat_c, "C") for one in told)],
                ["Face", *(self._quantity(one.face_c, "C") for one in told)],
            ],
        )
        yield table(
            ["From the face down", "From", "To", "Warmest"],
            [
                [one.made.capitalize(), self._quantity(one.from_mm, "tape"), self._quantity(one.to_mm, "tape"),
                 self._quantity(max(one.upper_c, one.lower_c), "C")]
                for one in found.layers
            ],
        )  # fmt: skip
        yield {**table(["Meter", "By power", "On the label", "Before", "After"], [
            ["Between its ends", self._of(found.ohms), *(self._read(one, "ohm") for one in (
                seat.ohms_label, seat.ohms_before, seat.ohms_after))],
            ["Insulation", "", "", "", self._read(seat.megohms, "Mohm")],
        ]), "to_fill_in": True}  # fmt: skip
        steps = [[str(at), one.name, self._said(one.how), ""] for at, one in enumerate(found.tasks, 1)]
        yield {**table(["", "Step", "How", "Done"], steps), "to_fill_in": True}

    def _warmth(self, found: WarmResult) -> Iterator[list[str]]:
        yield ["Air", self._quantity(found.air_c, "C")]
        yield ["Thermostat on the mat", "none" if found.held_c is None else self._quantity(found.held_c, "C")]
        yield ["Mat, in the end", self._of(found.mat)]
        yield ["Face, in the end", self._of(found.face)]
        yield ["Face under a cushion", self._of(found.covered)]
        yield ["Warm after", "not in a day" if found.warm_in is None else self._of(found.warm_in)]
        yield ["Power", f"{self._of(found.watts)}, {self._of(found.flux)}, {self._of(found.amps)}"]
        yield ["Heat that goes up", self._of(found.up)]
        yield ["Energy on a day", self._of(found.energy)]

    def _quantity(self, value: float, kind: str) -> str:
        return write_quantity(value, kind, self.units)

    def _read(self, value: float | None, kind: str) -> str:
        return "" if value is None else self._quantity(value, kind)
