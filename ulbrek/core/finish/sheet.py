"""The sheet at the machine: what is done to each casting of a piece, step by step."""

from collections.abc import Iterator
from typing import Literal

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.finish.ladder import FARTHEST_STEP, MOST_PAD
from ulbrek.core.finish.result import FinishResult
from ulbrek.core.finish.tasks import before_slurry
from ulbrek.core.materials.sealers import Late

StepKind = Literal["open", "grit", "rout", "slurry", "off", "edges", "test", "coat", "burnish"]
CROSSED = 4  # passes of a grit: two across and two along, at the least. Source: common practice.
HAZE_H = 0.25  # until a coat of wax has hazed over. Source: common practice.
NIGHT_H = 16.0  # between rounds of slurry. Source: common practice.
SHEET_H = 16.0  # that the sheet stays on at the least. Source: ASTM D4263, from memory.


@dataclass(frozen=True, slots=True)
class SheetStep:
    """One step at the machine.

    Attributes:
        id: such as ``grit/200``, ``slurry/1`` or ``coat/2``
        name: what it is called
        how: what to do
        care: how not to be hurt
        minutes: likely; 0 where nobody waits for it
        grit: of a grit
        before: the grit whose scratches must be gone; None for the first
        takes: the coarsest grit whose scratches it takes out; 0 where it is no grit
        passes: how many it is done with at the least, half of them each way
        stays_h: how long the sheet stays on at the least [h]; 0 where it is no test
        pad_m2: what a pad of it does before it is worn [m²]; 0 where no pad is used
        from_h: the soonest after the step before it [h]
        until_h: the latest without sanding [h]; None where it never needs to be
        late: what is done first once that has gone by
    """

    id: str
    kind: StepKind
    name: str
    how: str
    care: str
    minutes: float
    grit: int | None = None
    before: int | None = None
    takes: float = 0.0
    passes: int = 0
    stays_h: float = 0.0
    pad_m2: float = 0.0
    from_h: float = 0.0
    until_h: float | None = None
    late: Late = "sand"


def sheet_of(found: FinishResult) -> tuple[SheetStep, ...]:
    """The steps at the machine for one casting of a piece.

    Args:
        found: its finish
    """
    return tuple(_steps(found))


def _steps(found: FinishResult) -> Iterator[SheetStep]:
    grits = [one.grit for one in found.ladder]
    count = before_slurry(grits) if found.rounds else len(grits)
    ladder = iter(found.ladder)
    coats, rounds = iter(found.coats), iter(found.rounds)
    edges = routs = 0
    done = 0
    for task in found.tasks:
        minutes = task.minutes.value if task.minutes else 0.0
        if task.kind == "grind" and (step := next(ladder, None) if task.name.startswith("Grit") else None):
            before = grits[done - 1] if done else None
            night = NIGHT_H if found.rounds and done == count else 0.0
            life = step.pads.inputs["life_m2"].value * step.pads.inputs["life_factor"].value
            done += 1
            yield SheetStep(
                f"grit/{step.grit}", "grit", task.name, task.how, task.care, minutes, step.grit, before,
                step.grit / FARTHEST_STEP, CROSSED, 0.0, min(life, MOST_PAD), night,
            )  # fmt: skip
        elif task.kind == "grind":
            yield SheetStep("off", "off", task.name, task.how, task.care, minutes, from_h=NIGHT_H)
        elif task.kind == "open":
            yield SheetStep("open/1", "open", task.name, task.how, task.care, minutes)
        elif task.kind == "rout":
            routs += 1
            yield SheetStep(f"rout/{routs}", "rout", task.name, task.how, task.care, minutes)
        elif task.kind == "slurry":
            one = next(rounds)
            night = NIGHT_H if one.round > 1 else 0.0
            yield SheetStep(f"slurry/{one.round}", "slurry", task.name, task.how, task.care, minutes, from_h=night)
        elif task.kind == "edges":
            edges += 1
            yield SheetStep(f"edges/{edges}", "edges", task.name, task.how, task.care, minutes)
        elif task.kind == "burnish":
            yield SheetStep("burnish/1", "burnish", task.name, task.how, task.care, minutes, from_h=HAZE_H)
        elif task.kind == "test":
            yield SheetStep("test", "test", task.name, task.how, task.care, 0.0, stays_h=SHEET_H)
        else:
            coat = next(coats)
            yield SheetStep(
                f"coat/{coat.number}", "coat", task.name, task.how, task.care, minutes, from_h=coat.from_h,
                until_h=coat.until_h, late=coat.late,
            )  # fmt: skip
