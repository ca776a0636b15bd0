"""Mixing, filling, and what is done on the way up. Source: common practice, where nothing else is said."""

from collections.abc import Iterator, Sequence
from math import ceil

import numpy as np

from ulbrek.core.base.figure import Spread
from ulbrek.core.base.finding import Quantity
from ulbrek.core.mix.feel import FeelOf
from ulbrek.core.pour.brief import FillBrief, MixingBrief, PourBrief
from ulbrek.core.pour.sheet import Answer, Stage, Step

# A deeper form is filled in lifts, each worked into the one below. Source: common practice for tools of a small shop.
LIFT_MM = 150.0
TALL_MM = 1.5 * LIFT_MM
_MOST_LIFTS = 12
_TRIFLE = 1 + 1e-6
_EVEN = Spread(0.75, 1.0, 1.5)
_SETTLE_MIN_A_M = Spread(0.3, 0.5, 1.0)  # along the sides of a form. Source: common practice.
_LAY_MIN = Spread(1.0, 3.0, 6.0)
_STRIKE_MIN_A_M2 = Spread(3.0, 5.0, 9.0)


def about(minutes: float) -> Spread:
    """A time that was planned, and how far it may be off [min]."""
    return Spread(minutes * _EVEN.low, minutes, minutes * _EVEN.high)


def water_step(of: MixingBrief) -> Step:
    """The first of a batch: its clock starts."""
    order = (
        "Two thirds of the water into the tub first, then the dry mix; the rest bit by bit."
        if of.school != "packed"
        else "The dry mix into the tub, then the least water, sprinkled; it wets while it is worked."
    )
    return Step(
        "batch/{n}/water", "Batch {n}: {bags} into {container}",
        f"{order}{_doses(of)} Press when the water goes in.", "mixer", about(0.5),
        {"container": f"the {of.container[:1].lower()}{of.container[1:]}"}, shows="mix",
        care="Mask on while it is dry.",
    )  # fmt: skip


def _doses(of: MixingBrief) -> str:
    """What is dosed goes in where it spreads best: most in the water, pigment dry, fibre last."""
    pigments = any(one.kind == "pigment" for one in of.doses)
    fibres = any("fibre" in one.kind for one in of.doses)
    others = any(one.kind != "pigment" and "fibre" not in one.kind for one in of.doses)
    return (
        (" Doses go into the water." if others else "")
        + (" Pigment is mixed in dry." if pigments else "")
        + (" Fibre goes in last, a little at a time." if fibres else "")
    )


def mixed_step(of: MixingBrief) -> Step:
    """A batch is mixed until its test says so."""
    return Step(
        "batch/{n}/mixed", "Batch {n}: mix, then test it",
        "Mix 3 minutes, scrape the bottom and the sides, mix 2 minutes more.", "mixer",
        about(max(1.0, of.mixing_min * of.per_batch)), {}, test=" ".join(of.feel.steps), answers=_felt(of.feel),
        shows="mix",
    )  # fmt: skip


def _felt(feel: FeelOf) -> tuple[Answer, ...]:
    leads = {"right": "on", "too dry": "not yet", "too wet": "not yet"}
    return tuple(
        Answer(shown.verdict, shown.seen, leads[shown.verdict], shown.do, shown.adds)  # type: ignore[arg-type]
        for shown in sorted(feel.shows, key=lambda shown: shown.verdict != "right")
    )


def place_step(of: PourBrief) -> Step:
    """A batch, or a part of it, goes into a form."""
    how = {
        "packed": "Press it in with gloved fingers, corners and edges first; leave no loose lump at the face.",
        "plastic": "Corners and edges first, pressed in with gloved fingers; then evenly, chopped along the sides.",
        "flowing": "Pour in one place, slowly, and let it run; do not chase it with tools.",
    }[of.mixing.school]
    minutes = about(max(1.0, of.mixing.placing_min * of.mixing.per_batch))
    return Step("batch/{n}/place", "Place batch {n}", how, "placer", minutes, shows="fill")


def litres_below(fill: FillBrief, height_mm: float) -> float:
    """What is in one casting below a height [l]."""
    heights, litres = zip(*fill.levels, strict=True)
    return float(np.interp(height_mm, heights, litres))


def stages_of(fill: FillBrief, of: PourBrief, from_l: float, to_l: float) -> Iterator[Stage]:
    """What is done while a form is filled, and when it is full, from below.

    Args:
        fill: what is filled
        of: the pour
        from_l, to_l: all that has been placed when it is begun, and when it is full [l]
    """
    whole = fill.levels[-1][1]
    inside = [(end - from_l) / (to_l - from_l) * whole for end in _batch_ends(of.mixing) if from_l < end < to_l]
    heights = _lifts(fill, [height_of(fill, litres) for litres in inside])

    def when(step: Step) -> Stage:
        return Stage(from_l + (to_l - from_l) * litres_below(fill, step.depth_mm) / whole, step)

    if fill.steel and fill.steel_at_mm is not None:
        at = min(max(fill.steel_at_mm, 0.0), fill.depth_mm)
        yield from map(when, _with_steel(fill, of, heights, at))
    else:
        yield from (when(_lift(fill, of, number, high)) for number, high in enumerate(heights, 1))
    yield from (Stage(to_l, step) for step in _full(fill, of))


def _with_steel(fill: FillBrief, of: PourBrief, heights: list[float], steel_mm: float) -> Iterator[Step]:
    laid = False
    for number, high in enumerate(heights, 1):
        if not laid and steel_mm <= high:
            yield _steel(fill, steel_mm)
            laid = True
        yield _lift(fill, of, number, high)
    if not laid:
        yield _steel(fill, steel_mm)


def height_of(fill: FillBrief, litres: float) -> float:
    """How high so much stands in one casting [mm]."""
    heights, below = zip(*fill.levels, strict=True)
    return float(np.interp(litres, below, heights))


def _batch_ends(of: MixingBrief) -> list[float]:
    """All that the pour has placed when each planned batch is in [l]."""
    return [number * of.per_batch * of.yield_l for number in range(1, of.batches)]


def _lifts(fill: FillBrief, batch_ends: Sequence[float]) -> list[float]:
    """The heights at which a lift ends before the form is full: where a batch does, if it reaches that far [mm]."""
    if fill.depth_mm <= TALL_MM:
        return []
    most = max(LIFT_MM, fill.depth_mm / _MOST_LIFTS)
    heights: list[float] = []
    at = 0.0
    while (left := fill.depth_mm - at) > most * _TRIFLE:
        ends = [one for one in batch_ends if at + most / 2 < one <= at + most * _TRIFLE]
        at = max(ends) if ends else at + left / ceil(left / most / _TRIFLE)
        heights.append(at)
    return heights


def _lift(fill: FillBrief, of: PourBrief, number: int, high: float) -> Step:
    test = ""
    answers: tuple[Answer, ...] = ()
    if of.mixing.school != "packed":
        test = "Look along the joints of the form."
        answers = (
            Answer("drops", "They weep a drop here and there", "on"),
            Answer("dry", "They stay dry", "not yet", "It is stiff, or not worked enough: work this lift once more."),
            Answer(
                "stream", "It runs out", "not yet", "Stop the leak with a rag and tape. The next batch gets less water."
            ),
        )
    step_mm = min(fill.step_mm or 0.0, LIFT_MM)
    cores = " Then go on round the core: on no side more than {step} higher than on another." if step_mm else ""
    below = " Reach into the lift below." if number > 1 and of.mixing.school != "flowing" else ""
    each = f" Each of the {fill.count}." if fill.count > 1 else ""
    return Step(
        f"lift/{fill.id}/{number}", f"{fill.name}: work lift {number}",
        f"{_settling(of)}{below}{cores}{each}", "placer", _by_metre(fill),
        {"step": Quantity(step_mm, "at most")}, test, answers, fill=fill.id, shows="settle",
        depth_mm=high,
    )  # fmt: skip


def _steel(fill: FillBrief, at_mm: float) -> Step:
    each = " Each of the {count}." if fill.count > 1 else ""
    minutes = Spread(*(fill.count * one for one in (_LAY_MIN.low, _LAY_MIN.likely, _LAY_MIN.high)))
    how = "{steel}, at {depth}. Work it down until it is in the middle; it must not sink."
    return Step(
        f"steel/{fill.id}", f"{fill.name}: lay the steel", f"{how}{each}", "placer", minutes,
        {"steel": fill.steel[:1].upper() + fill.steel[1:], "depth": Quantity(at_mm, "tape"), "count": str(fill.count)},
        care="Wire ends and bar ends scratch: gloves on, glasses on.", fill=fill.id, shows="steel", depth_mm=at_mm,
    )  # fmt: skip


def _full(fill: FillBrief, of: PourBrief) -> Iterator[Step]:
    each = f" Each of the {fill.count}." if fill.count > 1 else ""
    if of.mixing.school != "flowing":
        packed = of.mixing.school == "packed"
        title = "tamp it down" if packed else _SETTLE_TITLE.get(of.settled, "work it down")
        test, answers = _FIRM if packed else _WET
        yield Step(
            f"settle/{fill.id}", f"{fill.name}: {title}", f"{_settling(of)}{each}", "placer", _by_metre(fill),
            test=test, answers=answers, care="" if packed else _SETTLE_CARE.get(of.settled, ""), fill=fill.id,
            shows="settle", depth_mm=fill.depth_mm,
        )  # fmt: skip
    m2 = fill.area_mm2 * fill.count / 1e6
    minutes = Spread(
        *(max(1.0, one * m2) for one in (_STRIKE_MIN_A_M2.low, _STRIKE_MIN_A_M2.likely, _STRIKE_MIN_A_M2.high))
    )
    yield Step(
        f"strike/{fill.id}", f"{fill.name}: strike it off",
        f"{_STRIKE.get(of.mixing.school, _SAWN)}{each}",
        "placer", minutes, test="Lay the rule across at three places.",
        answers=(
            Answer("full", "Full to the edge", "on"),
            Answer("short", "Too low", "not yet", "Measure the gap: “Is it enough?” tells the bags."),
        ),
        fill=fill.id, shows="strike", depth_mm=fill.depth_mm,
    )  # fmt: skip


def _by_metre(fill: FillBrief) -> Spread:
    metres = fill.round_mm * fill.count / 1000
    return Spread(
        *(max(1.0, one * metres) for one in (_SETTLE_MIN_A_M.low, _SETTLE_MIN_A_M.likely, _SETTLE_MIN_A_M.high))
    )


def _settling(of: PourBrief) -> str:
    if of.mixing.school == "flowing":
        return "A few taps along the sides let the bubbles out; no vibrating."
    if of.mixing.school == "packed":
        return "Press and tamp from the edge inwards."
    return _SETTLE.get(of.settled, "Work it along all sides.")


_WET = (
    "Watch the bubbles at the edges.",
    (
        Answer("few", "Few come, and the face is wet all over", "on"),
        Answer("many", "Many still come", "not yet", "Go on; stop before water stands on it."),
    ),
)
_FIRM = (
    "Press a thumb into it, at the edges too.",
    (
        Answer("firm", "It gives nowhere", "on"),
        Answer("gives", "It gives, or crumbles", "not yet", "Tamp there again; where it crumbles, take it out first."),
    ),
)
_SAWN = "Saw the screed along the upper edges, a little concrete ahead of it; fill hollows, and once more."
_STRIKE = {"packed": "Scrape it flush with the straightedge, from the middle outwards; press more into hollows."}
_SETTLE_TITLE = {
    "vibrated on the bench": "run the vibrating bench",
    "sander on the form": "run the sander round it",
    "saw on the form": "run the saw round it",
    "poker": "put the poker in",
    "rodded": "rod it",
    "tapped": "tap it all round",
    "shaken or dropped": "shake it",
    "turned over wet": "lid it and turn it over",
}
_SETTLE = {
    "vibrated on the bench": "In bursts of half a minute; look between them.",
    "sander on the form": "Along every side and under the base, a hand's width at a time.",
    "saw on the form": "Against every side, a few seconds at a place; not on a knockout.",
    "poker": "In and slowly out, every {150 limit}, off the steel and the sides.",
    "rodded": "A stroke every {50 limit}, most of them along the sides and in the corners.",
    "tapped": "With the mallet, low to high, all the way round.",
    "shaken or dropped": "One end up by {10 limit} and let go, then the other, until it lies flat.",
    "turned over wet": "Lid on and clamped, two people, over the long side. Then tap it all round.",
}
_SETTLE_CARE = {
    "vibrated on the bench": "Lead and switch out of the wet, on an RCD/GFCI-protected outlet; ears covered.",
    "sander on the form": "Lead and switch out of the wet, on an RCD/GFCI-protected outlet; ears covered.",
    "saw on the form": "No blade in it. Lead out of the wet, on an RCD/GFCI-protected outlet; ears covered.",
    "poker": "Lead out of the wet, on an RCD/GFCI-protected outlet.",
    "shaken or dropped": "Fingers from under the form.",
    "turned over wet": "Fingers from between form and bench; as many people as it weighs.",
}
