"""Where one stands in a pour."""

from typing import Literal

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.pour.sheet import Who

Status = Literal["done", "skipped", "open", "waits"]


@dataclass(slots=True)
class BatchNow:
    """A batch, mixed or to come. Times are milliseconds since 1970.

    Attributes:
        number: counted from 1
        bags: in it
        water_l: that went in, or is to go in first
        from_l, to_l: all concrete that is mixed before it, and with it [l]
        use_by: until when it can be placed; None before its water is in
    """

    number: int
    bags: float
    water_l: float
    from_l: float
    to_l: float
    water_at: float | None = None
    mixed_at: float | None = None
    placed_at: float | None = None
    use_by: float | None = None


@dataclass(slots=True)
class StepNow:
    """A step as it stands.

    Attributes:
        id: its own; ``step`` is that of the sheet
        at: when it was done, or is likely to be
        from_at, until: when it may be at the earliest, and when it is late
        lasts: how long it takes [ms]
        batch: which batch it is of; None where of none
        placed_l: all that is placed with it; None where nothing is
        held: whether somebody has put it on hold
        not_yet: how often its test said that it is not time
        passed: whether it said that it is, and the step is not done yet
        fill: at which form it is done; ``from_mm`` and ``to_mm`` how high that is filled before and after
        times: by how many it was written down
    """

    id: str
    step: str
    who: Who
    status: Status
    at: float
    from_at: float
    until: float
    lasts: float
    batch: int | None = None
    fill: str | None = None
    from_mm: float = 0.0
    to_mm: float = 0.0
    placed_l: float | None = None
    answer: str | None = None
    by: str | None = None
    held: bool = False
    not_yet: int = 0
    passed: bool = False
    times: int = 0

    @property
    def is_done(self) -> bool:
        """Whether nothing of it is left to do."""
        return self.status in ("done", "skipped")


@dataclass(frozen=True, slots=True)
class Clash:
    """Two steps that want the same hands at one time."""

    first: str
    second: str
    at: float


@dataclass(frozen=True, slots=True)
class EnoughNow:
    """Whether it is enough: what is still wanted, in bags, and the bags still closed that no form after it takes."""

    fill: str
    wanted_l: float
    wanted_bags: float
    closed_bags: float


@dataclass(frozen=True, slots=True)
class Doubt:
    """A field of an entry that is asked back: what is likely, and what was probably meant, that first."""

    entry: str
    field: Literal["at", "bags", "water_l", "gaps_mm", "celsius"]
    low: float
    high: float
    meant: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class RunState:
    """Where a pour stands.

    Attributes:
        begun_at: when the first water went in
        mixer, placer: the step that each does now, or waits for; None when there is none left
        bags, water_l: used so far; ``ready_bags`` are still closed
        placed_l, mixed_l, whole_l: concrete in the forms, mixed, and wanted
        late: acts on a struck face that should have been done, the longest late first
        doubts: what is asked back
        over: whether nothing is left to do
    """

    begun_at: float | None
    batches: tuple[BatchNow, ...]
    steps: tuple[StepNow, ...]
    mixer: str | None
    placer: str | None
    bags: float
    ready_bags: float
    water_l: float
    placed_l: float
    mixed_l: float
    whole_l: float
    enough: EnoughNow | None
    clashes: tuple[Clash, ...]
    late: tuple[str, ...]
    doubts: tuple[Doubt, ...]
    over: bool
