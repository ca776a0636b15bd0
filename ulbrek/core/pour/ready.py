"""Before the first water: what has to be so, looked at one by one. Source: common practice."""

from collections import Counter
from collections.abc import Iterator, Sequence
from typing import TypedDict, Unpack

from ulbrek.core.base.figure import Spread
from ulbrek.core.base.finding import Quantity
from ulbrek.core.kit.climate.evaporation import TAKE_CARE
from ulbrek.core.pour.brief import FillBrief, MixingBrief, PourBrief
from ulbrek.core.pour.sheet import Answer, Step, Values, Who


class _More(TypedDict, total=False):
    """What else is said of something that is looked at, as in a step."""

    values: Values
    fill: str
    holds: str


_LOOK = Spread(1, 2, 5)
_WEIGH = Spread(2, 4, 8)
_SEVERAL = 2


def ready_steps(of: PourBrief) -> Iterator[Step]:
    """What has to be so before the first water, in the order in which it is looked at."""
    yield _look("people", "Say who mixes and who places", _PEOPLE[min(of.people, len(_PEOPLE)) - 1])
    yield _look(
        "weather", "Look at the weather",
        "Planned with {air} where it is cast. If it is far from that, say so on Cure first: all times move with it. "
        "Outdoors, rain and wind until the evening count too. The wet face dries at up to {dries}"
        + (": have the fog sprayer and the cover at hand, or it cracks before it sets." if of.dries_kg_m2_h >= TAKE_CARE
           else ", which does no harm."),
        values={"air": Quantity(of.air_c, "C"), "dries": Quantity(of.dries_kg_m2_h, "kg/m2/h")},
    )  # fmt: skip
    for fill in of.fills:
        yield from _form_steps(fill)
    yield from _mixing_steps(of.mixing)
    settle = _SETTLE_TOOL.get(of.settled, "") if of.mixing.school == "plastic" else ""
    yield _look("tools", "Lay out the tools", f"{_TOOLS[of.mixing.school]} {settle}".strip())
    yield _look(
        "cover", "Have the cover ready", "Plastic cut to size, and laths that keep it off the face.", holds="cover",
    )  # fmt: skip
    yield _look(
        "guard", "Gloves, glasses, mask on",
        "Waterproof gloves and long sleeves: wet cement burns without pain at first. Water to wash with within reach.",
    )  # fmt: skip


def _form_steps(fill: FillBrief) -> Iterator[Step]:
    of, each = f"/{fill.piece}", _each(fill)
    if fill.over_cabinets:
        yield from _over_cabinets(fill, of)
    else:
        yield from _on_the_ground(fill, of) if fill.on_ground else _on_a_bench(fill, of, each)
    if fill.held:
        yield _look(
            f"held{of}", f"{fill.name}: try what is held",
            "Push at each with a finger, none gives: {what}. Tape over screws and threads.",
            values={"what": _listed(fill.held)}, fill=fill.piece,
        )  # fmt: skip
    if fill.steel:
        stands = fill.steel_at_mm is None
        how = (
            fill.steel_how
            if stands
            else "Cut, bent, free of oil and loose rust, and beside the form in the order it is laid."
        )
        yield _look(
            f"steel{of}", f"{fill.name}: {'stand the steel' if stands else 'have the steel at hand'}",
            f"{{steel}}{each}. {how}",
            values={"steel": fill.steel[:1].upper() + fill.steel[1:]}, fill=fill.piece,
            holds="" if stands else f"steel/{fill.piece}",
        )  # fmt: skip


def _on_a_bench(fill: FillBrief, of: str, each: str) -> Iterator[Step]:
    """What is looked at where a form stands on a bench."""
    yield _look(
        f"level{of}", f"{fill.name}: level it both ways",
        f"A level along, across and corner to corner{each}; shim under the base, and look again that nothing rocks.",
        fill=fill.piece,
    )  # fmt: skip
    if fill.in_mould:
        yield _look(
            f"form{of}", f"{fill.name}: oil the mould",
            f"Clean, its weak spot looked at, closed until no light shows; a thin film of oil all over{each}, "
            "none standing in corners. Silicone rubber takes no oil.",
            fill=fill.piece,
        )  # fmt: skip
        return
    yield _look(
        f"form{of}", f"{fill.name}: look the form over",
        f"Diagonals alike, joints sealed, face wiped clean and oiled thinly where it is oiled{each}.", fill=fill.piece,
    )  # fmt: skip


def _on_the_ground(fill: FillBrief, of: str) -> Iterator[Step]:
    """What is looked at where boards stand on the ground."""
    yield _look(
        f"level{of}", f"{fill.name}: each corner at its height",
        "By the level, as on the list, and straight between by a string. Boards that gave are wedged and staked again.",
        fill=fill.piece,
    )  # fmt: skip
    yield _look(
        f"form{of}", f"{fill.name}: look at the ground and the boards",
        "Stone tamped and damp, no puddles, never frozen. Tape checks right, boards oiled, isolation strip up.",
        fill=fill.piece,
    )  # fmt: skip


def _over_cabinets(fill: FillBrief, of: str) -> Iterator[Step]:
    """What is looked at where a top is cast over its cabinets."""
    yield _look(
        f"level{of}", f"{fill.name}: front form and back rail level",
        "Alike in height, by a straight board across both, all along. Cabinets screwed to the wall; no side rocks.",
        fill=fill.piece,
    )  # fmt: skip
    yield _look(
        f"form{of}", f"{fill.name}: look at the boards and the cover",
        "Every seam and wall taped, form oiled, floor and doors covered, water and power off.", fill=fill.piece,
    )  # fmt: skip


def _mixing_steps(of: MixingBrief) -> Iterator[Step]:
    if of.charge:
        parts = ", ".join(f"{{part{number}}} {name.lower()}" for number, (name, _) in enumerate(of.charge))
        yield _step(
            "charges", "Weigh out the charges", f"{{bags}}, for each {parts}. Each in its own tubs, marked.", _WEIGH,
            {"bags": bags(of, of.bags)} | {f"part{at}": Quantity(kg, "kg") for at, (_, kg) in enumerate(of.charge)},
        )  # fmt: skip
    else:
        yield _look(
            "bags", "Set out the bags", f"{{bags}} of {{bag}}, all of one lot, {{spare}}none opened yet.{_weighed(of)}",
            values={
                **_portions(of),
                "bags": bags(of, of.bags), "bag": of.bag,
                "spare": "the last of them in reserve, " if of.bags > of.bare_bags + 0.99 else "",
            },
            who="mixer",
        )  # fmt: skip
    yield _step(
        "water", "Measure out the water",
        "For {one} {start} to begin with, no more than {most} in all. By batches of {bags}, beside the mixer.", _WEIGH,
        {
            "one": bags(of, 1), "bags": bags(of, of.per_batch), "start": Quantity(of.start_l, "water"),
            "most": Quantity(of.most_l, "water"),
        },
    )  # fmt: skip
    for number, dose in enumerate(of.doses):
        yield _step(
            f"dose/{number}", f"Weigh out the {dose.name}",
            "{grams} for each batch of {bags}, one cup a batch, marked.", _WEIGH,
            {"grams": Quantity(dose.grams * of.per_batch, "g"), "bags": bags(of, of.per_batch)},
        )  # fmt: skip
    if of.batches > 1 and any(dose.kind == "pigment" for dose in of.doses):
        yield _look(
            "colour", "Keep the colour even",
            "Bags of two lots: half of each into every batch. Keep back a bucket of each batch and fold it into the "
            "next, so that no line shows where they meet. The same water to every one.",
            who="mixer",
        )  # fmt: skip


def _weighed(of: MixingBrief) -> str:
    """A part of a bag is weighed, not guessed."""
    whole, last = of.per_batch % 1 == 0, of.last % 1 == 0 or of.batches < _SEVERAL
    parts = "" if whole else "; a batch, {one_batch}, is {dry_kg}"
    if not last and of.last != of.per_batch:
        parts += "; the last, {last}, is {last_kg}"
    return f" Stir a bag before it is parted, and weigh the dry mix{parts}." if parts else ""


def _portions(of: MixingBrief) -> Values:
    return {
        "one_batch": bags(of, of.per_batch), "dry_kg": Quantity(of.per_batch * of.bag_kg, "kg"),
        "last": bags(of, of.last), "last_kg": Quantity(of.last * of.bag_kg, "kg"),
    }  # fmt: skip


def bags(of: MixingBrief, count: float) -> Quantity:
    """So many bags, or charges."""
    return Quantity(count, of.counts)


def _each(fill: FillBrief) -> str:
    return f", each of the {fill.count}" if fill.count > 1 else ""


def _listed(names: Sequence[str]) -> str:
    counted = Counter(names)
    return ", ".join(name if count == 1 else f"{count} × {name}" for name, count in counted.items())


def _look(key: str, title: str, how: str, who: Who = "anyone", **more: Unpack[_More]) -> Step:
    return Step(f"ready/{key}", title, how, who, _LOOK, answers=_NOT_YET, **more)


def _step(key: str, title: str, how: str, minutes: Spread, values: Values) -> Step:
    return Step(f"ready/{key}", title, how, "mixer", minutes, values, answers=_NOT_YET)


_NOT_YET = (Answer("not yet", "Not yet", "not yet"),)
_PEOPLE = (
    "One person mixes and places by turns: no batch is mixed before the last is in its form. Somebody is within call.",
    "One mixes, one places. Both know until when, and who is called when something is wrong.",
    "One mixes, the others place. All know what they do until it is struck off, and who is called when something goes "
    "wrong.",
)
_TOOLS = {
    "packed": "Gloves, a short tamper, a bucket of water for the hands, a straightedge, float.",
    "plastic": "Shovel or scoop, rod, screed longer than the form is wide, float, a rule for depths.",
    "flowing": "Buckets with a lip, funnel, a rule for depths, mallet, screed, float, rags for leaks.",
}
_SETTLE_TOOL = {
    "vibrated on the bench": "Run the vibrating bench once, empty.",
    "sander on the form": "The sander without paper, its lead out of the wet.",
    "saw on the form": "The saw without its blade, its lead out of the wet.",
    "poker": "Run the poker once.",
    "rodded": "A rod or a thin batten that reaches the floor of the form.",
    "tapped": "A mallet.",
    "shaken or dropped": "Clear the bench round the form, so that an end can be lifted.",
    "turned over wet": "Lid and clamps beside the form, and two people for the turn.",
}
