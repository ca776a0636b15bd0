"""What somebody at the machine wrote down of the castings of the demo."""

from collections.abc import Iterator, Mapping
from datetime import datetime, timedelta
from uuid import UUID, uuid5

from ulbrek.api.services.finishing import FinishSheet
from ulbrek.core.finish.entries import FinishEntry
from ulbrek.core.finish.sheet import SheetStep
from ulbrek.store.castings import Casting

SHEET_ON = timedelta(hours=19)
AN_HOUR = timedelta(hours=1)


class AtMachine:
    """One casting, and when each act of its finish was done."""

    def __init__(
        self, sheet: FinishSheet, casting: Casting, who: UUID, late: timedelta, used_l: Mapping[str, float]
    ) -> None:
        """Each of them ``late`` after the first casting of the pour; what went on, of the coats that were measured."""
        self.used_l = used_l
        self.sheet, self.casting, self.who, self.late = sheet, casting, who, late
        self.steps = sheet.steps_of(casting.piece)

    def entries(self, done: Mapping[str, datetime]) -> Iterator[FinishEntry]:
        """All that was written, step by step.

        Args:
            done: by act, the carrying among them: edges are sanded once a piece is out of its form
        """
        ends = self._ends(done)
        for number, step in enumerate(self.steps):
            if step.id in ends:
                yield from self._of_step(step, ends[step.id] + self.late, first=number == 0)

    def _ends(self, done: Mapping[str, datetime]) -> dict[str, datetime]:
        """When each step was over: those of one act one before the other, the sheet and the edges before the coats."""
        ends: dict[str, datetime] = {}
        acts = {act: at for act, at in done.items() if act in self.sheet.acts}
        for act, at in acts.items():
            before = at
            for step in reversed([one for one in self.steps if one.id in self.sheet.acts[act]]):
                ends[step.id] = before
                wait = step.from_h + 0.3 * ((step.until_h or step.from_h + 2) - step.from_h)
                before -= timedelta(hours=wait) if step.kind == "coat" else timedelta(minutes=step.minutes + 5)
        coat = min((ends[one.id] for one in self.steps if one.kind == "coat" and one.id in ends), default=None)
        if coat is not None:
            ends |= {one.id: coat - AN_HOUR for one in self.steps if one.kind == "test"}
            ends |= {one.id: coat - SHEET_ON - 2 * AN_HOUR for one in self.steps if one.kind == "edges"}
        elif (ground := done.get("hone", done.get("carry"))) is not None:
            ends |= {one.id: ground + AN_HOUR for one in self.steps if one.kind == "edges"}
        return ends

    def _of_step(self, step: SheetStep, end: datetime, *, first: bool) -> Iterator[FinishEntry]:
        if step.kind == "test":
            yield self._entry("taped", step, end - SHEET_ON)
            yield self._entry("dry", step, end)
        elif step.kind != "grit":
            told = {"volume_l": self.used_l[step.id]} if step.id in self.used_l else {}
            yield self._entry("did", step, end, 0, **told)
        else:
            begun = end - timedelta(minutes=step.minutes)
            if first:
                yield from self._highs(step, begun)
            for number in range(step.passes):
                at = begun + timedelta(minutes=step.minutes * (number + 1) / (step.passes + 1))
                yield self._entry("pass", step, at, number, way="along" if number % 2 else "across")
            yield self._entry("gone", step, end)

    def _highs(self, step: SheetStep, begun: datetime) -> Iterator[FinishEntry]:
        """Two high spots, found with the straightedge, measured again and ground down."""
        face = next(one for one in self.sheet.faces if one.piece == self.casting.piece)
        for number, (x, y, high) in enumerate(((0.3, 0.6, 0.5), (0.72, 0.35, 0.3))):
            at = begun - timedelta(minutes=20 - 6 * number)
            place = {"x_mm": round(face.length_mm * x), "y_mm": round(face.width_mm * y)}
            mark = self._entry("mark", step, at, number, high_mm=high, size_mm=140.0, **place)
            yield mark
            again = at + timedelta(minutes=3)
            yield self._entry("mark", step, again, 2 + number, high_mm=high - 0.2, size_mm=80.0, of=mark.id)
            yield self._entry("flat", step, at + timedelta(minutes=5), number, of=mark.id)

    def _entry(
        self, kind: str, step: SheetStep, at: datetime, number: int = 0, **more: float | str | UUID
    ) -> FinishEntry:
        told = {
            "id": uuid5(self.casting.id, f"{kind} {step.id} {number}"), "kind": kind, "at": at,
            "casting": self.casting.id, "step": step.id, "member_id": self.who,
        }  # fmt: skip
        return FinishEntry.model_validate(told | more)
