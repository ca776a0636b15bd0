"""The run sheet: the ordered steps of a pour, said so that a phone without a network can go on by it."""

from collections.abc import Mapping
from dataclasses import field
from typing import Literal

from ulbrek.core.base.figure import Spread
from ulbrek.core.base.finding import Quantity
from ulbrek.core.base.frozen import dataclass

Who = Literal["mixer", "placer", "anyone"]
Shows = Literal["fill", "steel", "settle", "strike", "test", "mix", "cover", "nothing"]
Leads = Literal["on", "not yet", "late"]
Values = Mapping[str, Quantity | str]


@dataclass(frozen=True, slots=True)
class Answer:
    """What a test may show, what it leads to, and what is to be done then."""

    id: str
    says: str
    leads: Leads
    do: str = ""
    adds: bool = False


@dataclass(frozen=True, slots=True)
class Step:
    """Something that is done, tested or waited for.

    Attributes:
        id: the step; a batch's steps have ``{n}`` where its number goes
        title: what is done
        how: how, in one or two sentences
        values: the numbers in both
        who: whose step it is
        minutes: how long it takes: least, likely, most
        test: what one looks at before, and ``answers`` what that may show
        care: the caution that belongs to it
        hours: when it is time, after the water of the last batch in it; None where it follows at once
        holds: what a “not yet” of it holds up: that step, and those whose id goes on from it; empty: the first water
        act: the act of Cure that it is
        twofold: whether its test only says that it is time, and it is done after that
        fill: at which form it is done
        shows: what its picture shows
        depth_mm: how high that is filled then
    """

    id: str
    title: str
    how: str
    who: Who
    minutes: Spread
    values: Values = field(default_factory=dict)
    test: str = ""
    answers: tuple[Answer, ...] = ()
    care: str = ""
    hours: Spread | None = None
    holds: str = ""
    act: str | None = None
    twofold: bool = False
    fill: str | None = None
    shows: Shows = "nothing"
    depth_mm: float = 0.0


def is_held_by(key: str, held: str) -> bool:
    """Whether a step is held up by what one that is not ready holds."""
    return key == held or key.startswith((f"{held}/", f"{held}."))


@dataclass(frozen=True, slots=True)
class Stage:
    """How far concrete goes in before something else is done: all that this pour has placed until then [l]."""

    at_l: float
    step: Step


@dataclass(frozen=True, slots=True)
class Level:
    """A height in a form [mm], and what is in it below that [l]."""

    mm: float
    litres: float


@dataclass(frozen=True, slots=True)
class Fill:
    """A form, or several alike, as they are filled.

    Attributes:
        id: its own; that of the piece, and its turn where several alike are filled one after another
        first: the first of the piece's castings in this pour that is filled here, from 0; ``count`` of them are
        from_l, to_l: all that this pour has placed when it is begun, and when it is full
        share: of what is placed between those, how much goes in here; less than 1 where a set is filled together
        levels: of one, upwards
        section: rings of one cut through upright, x and y after x and y [mm]
        step_mm: by how much more it may be filled on one side of a core than on the other; None without one
        stages: what is done on the way, and when it is full
    """

    id: str
    piece: str
    name: str
    first: int
    count: int
    from_l: float
    to_l: float
    share: float
    depth_mm: float
    area_mm2: float
    across_mm: float
    levels: tuple[Level, ...]
    section: tuple[tuple[float, ...], ...]
    steel_at_mm: float | None
    step_mm: float | None
    stages: tuple[Stage, ...]
    finish: tuple[Step, ...]


@dataclass(frozen=True, slots=True)
class DoseOfBag:
    """What one bag gets of something that is dosed [g]."""

    name: str
    grams: float


@dataclass(frozen=True, slots=True)
class Bags:
    """How it is mixed, by the bag.

    Attributes:
        counts: what it is counted in, by the kinds of quantities
        bag_kg: what is in a bag, dry
        bare: bags that the volume takes
        ready: bags to have here
        planned: of each batch, by the plan
        start_l, most_l, cup_l: water of a bag to begin with, and at the most; and between two tests
    """

    name: str
    counts: Literal["bags", "charges"]
    bag_kg: float
    mix: str
    container: str
    bare: float
    ready: float
    planned: tuple[float, ...]
    per_batch: float
    yield_l: float
    start_l: float
    most_l: float
    cup_l: float
    doses: tuple[DoseOfBag, ...]
    mixing_min: float
    placing_min: float
    working_min: float


@dataclass(frozen=True, slots=True)
class RunSheet:
    """A pour, step by step.

    Attributes:
        ready: before the first water
        water, mixed, place: the steps of each batch
        after: when all is placed
        people: how many mix and place
        air_c: what was planned with, where it is cast [°C]
    """

    bags: Bags
    ready: tuple[Step, ...]
    water: Step
    mixed: Step
    place: Step
    fills: tuple[Fill, ...]
    after: tuple[Step, ...]
    people: int
    air_c: float
    care: tuple[str, ...]
