"""What the finish of a pour's castings says of the rules: time at the grits, pads worn, sealer used."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from datetime import datetime, timedelta
from math import exp, log
from statistics import fmean
from uuid import UUID

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.finish.entries import FinishEntry
from ulbrek.core.finish.result import FinishResult
from ulbrek.core.finish.sheet import SheetStep, sheet_of
from ulbrek.core.finish.standing import PAUSE, WAITED, kept, standing
from ulbrek.core.records.evidence import Found
from ulbrek.core.records.learning import Evidence

LEAST_WORN = 0.02  # of a pad's life: what was worked less than that is no use of a pad


@dataclass(frozen=True, slots=True)
class AtMachine:
    """What was written down of one casting, and the finish that it was to have by the rules."""

    finish: FinishResult
    entries: Sequence[FinishEntry]


@dataclass(frozen=True, slots=True)
class Worn:
    """How far the pads of a grit were used on a pour.

    Attributes:
        at: when it was begun with
        life_m2: of one, by the rule
        shares: of the life of a pad, by the rule: until one was written off, until the next was, and since
    """

    at: datetime
    life_m2: float
    shares: tuple[float, ...]


def ground(castings: Mapping[UUID, AtMachine]) -> Found | None:
    """How long was worked at grits [min], beside what was planned for them.

    Whoever works on several castings is timed from each entry to the next, of whichever casting. A grit counts when it
    was timed from its beginning to its end, with no pause between.

    Args:
        castings: of one pour
    """
    spent = _spent(one for casting in castings.values() for one in casting.entries)
    said = happened = 0.0
    for casting, worked in castings.items():
        for step in _ground_through(worked):
            minutes = spent.get((casting, step.id))
            if minutes is not None:
                said, happened = said + step.minutes, happened + minutes
    return Found(said, happened) if said > 0 and happened > 0 else None


def _spent(entries: Iterable[FinishEntry]) -> dict[tuple[UUID, str], float]:
    """By casting and step, how long was worked at it [min]; none of those that were timed in part."""
    found: dict[tuple[UUID, str], float] = {}
    in_part: set[tuple[UUID, str]] = set()
    before: dict[UUID | None, datetime] = {}
    for one in kept(entries):
        last = before.get(one.member_id)
        before[one.member_id] = one.at
        if one.step is None or one.kind in WAITED:
            continue
        of = one.casting, one.step
        if last is None or one.at - last > PAUSE:
            in_part.add(of)
        else:
            found[of] = found.get(of, 0.0) + (one.at - last) / timedelta(minutes=1)
    return {of: minutes for of, minutes in found.items() if of not in in_part}


def _ground_through(worked: AtMachine) -> Iterator[SheetStep]:
    """Grits that were done with, and not left out."""
    sheet = sheet_of(worked.finish)
    last = max((one.at for one in worked.entries), default=None)
    if last is None:
        return
    stands = {one.id: one for one in standing(sheet, worked.entries, last).steps}
    for step in sheet:
        now = stands[step.id]
        if step.grit is not None and now.done_at is not None and not now.skipped:
            yield step


def sealed(castings: Iterable[AtMachine]) -> Found | None:
    """What went on of sealer [l], beside what was planned for those coats; of those alone that somebody measured."""
    said = happened = 0.0
    for worked in castings:
        coats = {f"coat/{one.number}": one.goes_on.value for one in worked.finish.coats}
        for one in kept(worked.entries):
            if one.kind == "did" and one.volume_l is not None and one.step in coats:
                said, happened = said + coats[one.step], happened + one.volume_l
    return Found(said, happened) if said > 0 and happened > 0 else None


def worn(castings: Iterable[AtMachine]) -> dict[str, Worn]:
    """By grit, how far its pads were used, and where one was written off.

    A pass is an equal part of the casting's face; where a pad was written off between two, what was worked before
    counts to it.
    """
    told: dict[str, list[tuple[datetime, float, bool, float]]] = {}
    for worked in castings:
        area = worked.finish.area.value
        steps = {one.id: one for one in sheet_of(worked.finish) if one.grit is not None and one.pad_m2 > 0}
        entries = [one for one in kept(worked.entries) if one.step in steps]
        for step_id, step in steps.items():
            mine = [one for one in entries if one.step == step_id]
            for one in mine:
                # Passes beyond those planned wear a pad as well.
                share = area / step.passes / step.pad_m2 if one.kind == "pass" and step.passes else 0.0
                if share or one.kind == "pad":
                    told.setdefault(step_id, []).append((one.at, share, one.kind == "pad", step.pad_m2))
    found = {}
    for step_id, of_step in told.items():
        shares = [0.0]
        for _, share, off, _ in sorted(of_step):
            shares[-1] += share
            if off:
                shares.append(0.0)
        found[step_id] = Worn(min(one[0] for one in of_step), of_step[0][3], tuple(shares))
    return found


@dataclass(frozen=True, slots=True)
class PourWorn:
    """A pour on which pads were used: of what mix, on how warm a day [°C], its castings, and by grit how far."""

    pour: UUID
    water_in_at: datetime
    mix: str
    celsius: float | None
    serials: tuple[int, ...]
    grits: Mapping[str, Worn]


def pads_evidence(pours: Sequence[PourWorn]) -> list[Evidence]:
    """What pads did before they were worn [m²], as shares of the rule, by the pours on which they were written off."""
    return [
        Evidence(one.pour, one.water_in_at, found.happened / found.said, one.mix, one.celsius, one.serials, found.said)
        for one, found in zip(pours, _lives([one.grits for one in pours]), strict=True)
        if found is not None
    ]


def _lives(pours: Sequence[Mapping[str, Worn]]) -> list[Found | None]:
    """By pour, what its pads did before they were worn [m²], beside the rule; None where none was written off.

    A pad goes from pour to pour. Of the first of each grit nobody knows what it had done before, so that it says
    nothing.
    """
    order = sorted((one.at, number, grit) for number, pour in enumerate(pours) for grit, one in pour.items())
    used: dict[str, float | None] = {}
    lives: dict[int, list[tuple[float, float]]] = {}
    for _, number, grit in order:
        one = pours[number][grit]
        for until_off in one.shares[:-1]:
            before = used.get(grit)
            life = None if before is None else before + until_off
            if life is not None and life >= LEAST_WORN:
                lives.setdefault(number, []).append((one.life_m2, life))
            used[grit] = 0.0
        left = used.get(grit)
        used[grit] = None if left is None else left + one.shares[-1]
    return [_mean(lives[number]) if number in lives else None for number in range(len(pours))]


def _mean(lives: Sequence[tuple[float, float]]) -> Found:
    said = exp(fmean(log(life_m2) for life_m2, _ in lives))
    return Found(said, said * exp(fmean(log(life) for _, life in lives)))
