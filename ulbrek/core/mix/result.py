"""What Mix gives to the stations after it."""

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.mix.feel import FeelOf


@dataclass(frozen=True, slots=True)
class BagChoice:
    """How many bags it takes in one of the sizes that the mix comes in."""

    bag: str
    name: str
    bags: Figure


@dataclass(frozen=True, slots=True)
class BagsOf:
    """Bags of one size in a set: how many, and how many of them are here already."""

    bag: str
    name: str
    count: int
    in_hand: int


@dataclass(frozen=True, slots=True)
class BagSetResult:
    """A set of bags: what is in it, what those still to buy cost, and what is over the bare volume [l].

    ``cost`` is None where a price is missing.
    """

    bags: tuple[BagsOf, ...]
    yield_l: float
    over_l: float
    cost: float | None


@dataclass(frozen=True, slots=True)
class BagSets:
    """The cheapest set that suffices, and its neighbours: a bag less and a bag more."""

    cheapest: BagSetResult
    one_less: BagSetResult | None
    one_more: BagSetResult | None


@dataclass(frozen=True, slots=True)
class Batch:
    """What goes into one batch.

    Attributes:
        number: which one
        in_all: how many there are
        water_start: water to start with
        water_most: water at the most
        water: as the first batch took it; None before it is mixed
        doses: of each that is dosed, in the order of the job's; None where its base is not known
    """

    number: int
    in_all: int
    bags: Figure
    volume: Figure
    water_start: Figure
    water_most: Figure
    water: Figure | None
    doses: tuple[Figure | None, ...]


@dataclass(frozen=True, slots=True)
class MixedSoFar:
    """The batches that have been mixed: the first one's water, the bags used, the bags to go."""

    batches: int
    dose_found: Figure
    bags_used: Figure
    bags_to_go: Figure


@dataclass(frozen=True, slots=True)
class DoseResult:
    """Something that is dosed: percent, base and amount side by side; all None where its base is not known.

    Attributes:
        index: its place among the job's doses
        a_bag: for one bag
        percent: of its base; None where the dose is no percentage
        a_batch: for one batch
        in_all: for the pour
        cup: in a measuring cup
        spoons: in level teaspoons, where it is dosed so
        packs: to have
        packs_a_batch: what one batch takes of a pack, where it is dosed by the bag
        water: that it brings to one bag
    """

    index: int
    admixture: str
    name: str
    kind: str
    base: str
    a_bag: Figure | None = None
    percent: Figure | None = None
    a_batch: Figure | None = None
    in_all: Figure | None = None
    cup: Figure | None = None
    spoons: Figure | None = None
    packs: Figure | None = None
    packs_a_batch: Figure | None = None
    water: Figure | None = None


@dataclass(frozen=True, slots=True)
class WaterAt:
    """What an amount of water does: strength and shrinkage as shares of those with the usual water [%]."""

    water_l: float
    strength_percent: float
    shrinkage_percent: float


@dataclass(frozen=True, slots=True)
class Wetness:
    """Water, its ratio to cement, and what is left of the strength.

    Attributes:
        ratio: None where the cement is not known
        curve: along the amount of water, from little to too much
    """

    of_dry: Figure
    ratio: Figure | None
    strength_left: Figure
    shrinkage: Figure
    curve: tuple[WaterAt, ...]


@dataclass(frozen=True, slots=True)
class PieceMix:
    """What one casting of a piece takes: dry mix, and its share of every batch."""

    piece: str
    dry_mix: Figure
    share: Figure


@dataclass(frozen=True, slots=True)
class PouredOf:
    """How many castings of a piece are poured, by the piece's id."""

    piece: str
    count: int


@dataclass(frozen=True, slots=True)
class Turn:
    """Pours that are alike, where the forms do not hold all castings at once and are filled several times.

    Attributes:
        first: the number of the first of them, and ``last`` of the last
        castings: how many of each piece in each
        volume: of those [l]
        bags: mixed for those, in so many ``batches``
        bags_in_all: of these pours together
    """

    first: int
    last: int
    castings: tuple[PouredOf, ...]
    volume: Figure
    bags: Figure
    batches: Figure
    bags_in_all: Figure


@dataclass(frozen=True, slots=True)
class Clock:
    """The batches against the clock.

    Attributes:
        working: how long a batch can be placed
        mixing: what one batch takes to mix
        placing: and to place
        whole: from the first water to the last trowelful
        meeting: the same of the batches that meet in one casting, or in all of them where they share every batch
        last_start: of the last of those, after the first water
        placing_a_bag_min: what one bag takes to place, as it is here
    """

    working: Figure
    mixing: Figure
    placing: Figure
    whole: Figure
    meeting: Figure
    last_start: Figure
    placing_a_bag_min: float


@dataclass(frozen=True, slots=True)
class ScratchResult:
    """A mix from scratch: what is in a cubic metre, and what is weighed out for one measure of cement [kg, l]."""

    cement: Figure
    sand: Figure
    stone: Figure | None
    water: Figure
    strength: Figure
    measure_kg: float
    sand_damp: Figure
    stone_damp: Figure | None
    water_added: Figure
    cement_name: str
    sand_name: str
    stone_name: str


@dataclass(frozen=True, slots=True)
class StandbyFill:
    """Standby moulds that what is left over fills."""

    mould: str
    count: Figure


@dataclass(frozen=True, slots=True)
class MixResult:
    """The figures of a mixing day and its findings.

    Attributes:
        water_shift: what the doses change of the water, in all
        set_shift: what they change of the times to stiffen and to set
        cup: what goes in between two tests of the feel
        form: the heaviest form with its mix in it
        bag_kg: what is in a bag, dry
        scratch: None where it comes in bags
        to_mix: bags to mix, a fraction; batches, water, doses and times follow it
        bags: bags to have ready; the reserve stays closed
        turns: the pours, where there are more castings than the forms hold; batches and times are of the first, bags
            to have and volumes of all. Empty: all are poured at once
        bags_mixed: bags in all the batches
        last: the last batch where it is smaller than the others
        next: the next batch, or the first; None when the forms are full
        mixed: what has been mixed so far; None before the first batch
    """

    mix_name: str
    bag: str
    bag_name: str
    bag_kg: float
    container_name: str
    poured_volume: Figure
    volume_with_spare: Figure
    bag_yield: Figure
    density: Figure
    to_mix: Figure
    bags: Figure
    bags_mixed: Figure
    left_over: Figure
    bags_back: Figure
    choices: tuple[BagChoice, ...]
    sets: BagSets
    doses: tuple[DoseResult, ...]
    wetness: Wetness
    pieces: tuple[PieceMix, ...]
    turns: tuple[Turn, ...]
    clock: Clock
    container_filled: Figure
    slurry: Figure | None
    standby: tuple[StandbyFill, ...]
    scratch: ScratchResult | None
    feel: FeelOf
    water_start: Figure
    water_shift: Figure | None
    set_shift: Figure | None
    cup: Figure
    form: Figure
    water_planned_l: float
    water_least_l: float
    water_most_l: float
    working_fill: Figure
    bags_that_fit: Figure
    bags_per_batch: float
    batches: Figure
    batch_volume: Figure
    batch_water_start: Figure
    batch_water_most: Figure
    last: Batch | None
    next: Batch | None
    mixed: MixedSoFar | None
    findings: tuple[Finding, ...]
    care: tuple[str, ...]
