"""What Pour takes from the stations before it."""

from collections.abc import Sequence
from typing import Literal

from ulbrek.core.base.figure import Spread
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.materials.mixes import Feel
from ulbrek.core.mix.feel import FeelOf

Ring = Sequence[tuple[float, float]]


@dataclass(frozen=True, slots=True)
class DoseBrief:
    """Something that is dosed: its name, what kind of thing it is, and what one bag gets of it [g]."""

    name: str
    kind: str
    grams: float


@dataclass(frozen=True, slots=True)
class MixingBrief:
    """How it is mixed.

    Attributes:
        feel: its school
        bag, bag_kg: what a bag is called, and what is in it, dry
        charge: of a mix from scratch, what is weighed out for one charge [kg]; a charge is its bag then
        bare_bags, bags: bags that the volume takes, and to have
        batches, per_batch, last: how many there are, the bags of one, and of the last
        yield_l: concrete from a bag [l]
        start_l, most_l: water of a bag to begin with, and at the most [l]
        cup_l: water that goes in between two tests [l]
        mixing_min, placing_min: of one bag; ``machine_min`` of a batch in a machine, where there is one
        working_min: how long a batch can be placed
    """

    feel: FeelOf
    mix: str
    bag: str
    bag_kg: float
    charge: Sequence[tuple[str, float]]
    container: str
    bare_bags: float
    bags: float
    batches: int
    per_batch: float
    last: float
    yield_l: float
    start_l: float
    most_l: float
    cup_l: float
    doses: Sequence[DoseBrief]
    mixing_min: float
    placing_min: float
    working_min: float

    @property
    def counts(self) -> Literal["bags", "charges"]:
        """What it is counted in."""
        return "charges" if self.charge else "bags"

    @property
    def school(self) -> Feel:
        """Packed, plastic or flowing."""
        return self.feel.feel


@dataclass(frozen=True, slots=True)
class FillBrief:
    """The castings of one piece that this pour fills.

    Attributes:
        piece: its id
        count: how many castings
        turn: which of several that are filled one after another, from 1; 0 where all are filled at once
        first: of the piece's castings in this pour, the first that is filled in this turn, from 0
        matches: the set that must look alike, so that each batch is shared among its forms; None where none
        face_up: whether a show face lies up
        broomed: whether that is broomed or stamped, and not trowelled
        on_ground: whether it stays on the ground it is cast on
        over_cabinets: whether it stays over the cabinets it is cast on
        depth_mm: how deep one is as it is cast
        area_mm2: of its open face, less its openings
        levels: height from the floor [mm] and the concrete below it [l], of one casting, upwards
        section: closed rings of one, cut through upright: along and up [mm]
        across_mm: how long that cut is
        round_mm: along the sides of one form, for what is done by the metre
        steel: what is laid, in words; empty where there is none
        steel_at_mm: how high it is filled before the steel is laid; None where it stands before the pour
        steel_how: how it is laid
        step_mm: by how much more it may be filled on one side of a core than on the other; None without one
        held: what keeps its place in the form: knockouts, inserts, bolts
        in_mould: whether it is cast in a mould that is kept
    """

    piece: str
    name: str
    count: int
    matches: str | None
    face_up: bool
    broomed: bool
    on_ground: bool
    over_cabinets: bool
    depth_mm: float
    area_mm2: float
    levels: Sequence[tuple[float, float]]
    section: Sequence[Ring]
    across_mm: float
    round_mm: float
    steel: str
    steel_at_mm: float | None
    steel_how: str
    step_mm: float | None
    held: Sequence[str]
    turn: int = 0
    first: int = 0
    in_mould: bool = False

    @property
    def id(self) -> str:
        """The piece, and which turn of it."""
        return f"{self.piece}.{self.turn}" if self.turn else self.piece

    @property
    def litres(self) -> float:
        """Of all of them."""
        return self.levels[-1][1] * self.count


@dataclass(frozen=True, slots=True)
class ActBrief:
    """An act on the fresh concrete: how it is seen that it is time, and when, in hours after water in."""

    id: str
    name: str
    test: str
    hours: Spread
    care: str


@dataclass(frozen=True, slots=True)
class PourBrief:
    """A pour.

    Attributes:
        settled: how it is consolidated
        air_c: what was planned with [°C]
        dries_kg_m2_h: the most that dries out of the wet face until it is covered
        people: who mix and place
        care: how not to be hurt while mixing
    """

    mixing: MixingBrief
    fills: Sequence[FillBrief]
    acts: Sequence[ActBrief]
    settled: str
    air_c: float
    dries_kg_m2_h: float
    people: int
    care: Sequence[str]
