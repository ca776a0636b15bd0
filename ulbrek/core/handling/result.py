"""What Move gives to the stations after it."""

from typing import NamedTuple

from ulbrek.core.base.act import ActNeed
from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding
from ulbrek.core.base.frozen import dataclass


class Subject(NamedTuple):
    """The piece that is spoken of: its id, and what it is called."""

    id: str
    name: str


@dataclass(frozen=True, slots=True)
class Strip:
    """Concrete across a section, from and to [mm]."""

    start_mm: float
    end_mm: float


@dataclass(frozen=True, slots=True)
class StressAt:
    """The bending stress at a place along it [mm, MPa]."""

    at_mm: float
    mpa: float


@dataclass(frozen=True, slots=True)
class Lift:
    """One way of lifting a piece, and what it asks of the concrete.

    Attributes:
        id: the way
        name: in words
        stress: bending stress at the weakest section, standing still
        needed: strength that the lift needs
        limit: stress allowed at the least 28-day strength
        along: the direction in which it bends in the plan as it stands
        at_mm: where it would break, along that direction
        strips: the concrete left there, from and to across [mm]
        chosen: whether the job is carried so
        places: the stress along it, place after place
    """

    id: str
    name: str
    stress: Figure
    needed: Figure
    limit: Figure
    along: str
    at_mm: float
    strips: tuple[Strip, ...]
    chosen: bool
    places: tuple[StressAt, ...]


@dataclass(frozen=True, slots=True)
class StandingResult:
    """A piece in its place.

    Attributes:
        lift: its stress under its own weight and the load, both with their factors, as of a lift
        asked: bending moment that is asked there, with its factors
        steel: what its steel alone may carry there; None where none crosses that place
        supports_mm: where it rests, along it [mm]
        carried: the most that each support carries
        load_at_mm: where the load is worst [mm]
        tips_at_mm: where the load tips it; None where it does not
        in_all: what carries it must carry
    """

    lift: Lift
    asked: Figure
    steel: Figure | None
    supports_mm: tuple[float, ...]
    carried: tuple[Figure, ...]
    load_at_mm: float
    tips_at_mm: float | None
    in_all: Figure


@dataclass(frozen=True, slots=True)
class PlanLine:
    """A line in the plan of the piece as it stands [mm]."""

    x1: float
    y1: float
    x2: float
    y2: float


@dataclass(frozen=True, slots=True)
class EdgeDown:
    """The edge that it is turned up on, where that is, and why that one."""

    side: str
    line: PlanLine
    why: str


@dataclass(frozen=True, slots=True)
class Strap:
    """Where straps or hands go: how far along the casting [mm], and as a line across it."""

    at_mm: float
    line: PlanLine


@dataclass(frozen=True, slots=True)
class CrackedSection:
    """What the steel still carries where it would break: for information.

    Attributes:
        moment: of the cracked strip
        asked: bending moment there [N·m], standing still
    """

    moment: Figure
    asked_nm: float


@dataclass(frozen=True, slots=True)
class Tipping:
    """How easily it tips while it stands alone, from the slope that it stands on."""

    angle: Figure
    push: Figure


@dataclass(frozen=True, slots=True)
class InWind:
    """A base with a pole in it.

    Attributes:
        tips: the wind that tips it
        slides: the wind that slides it
        asked_kmh: the wind that it is to stand in
        needed: the mass that would stand in that; None where it tips by itself
    """

    tips: Figure
    slides: Figure
    asked_kmh: float
    needed: Figure | None

    @property
    def stands_kmh(self) -> float:
        """The wind that it stands in."""
        return min(self.tips.value, self.slides.value)


@dataclass(frozen=True, slots=True)
class CutPart:
    """A joined part: its name, its size by the trade's axes [mm], how many of it, whether it is sawn here."""

    name: str
    kind: str
    count: int
    length_mm: float | None
    width_mm: float | None
    thickness_mm: float | None
    sawn: bool = False


@dataclass(frozen=True, slots=True)
class SawnPart:
    """A part sawn from a length of wood [mm]."""

    name: str
    length_mm: float


@dataclass(frozen=True, slots=True)
class StockLength:
    """One length of wood with the parts cut from it, and what is left [mm]."""

    parts: tuple[SawnPart, ...]
    left_mm: float


@dataclass(frozen=True, slots=True)
class WoodCut:
    """Wood of one width and thickness, or pipe or rod of the shop, cut from the fewest lengths.

    Attributes:
        least: what no plan can go below
        material: of the shop that it is cut from; None where only its length was said
        name: of that
    """

    width_mm: float
    thickness_mm: float
    length_mm: float
    lengths: tuple[StockLength, ...]
    count: Figure
    proven: bool
    least: int
    too_long: tuple[str, ...]
    material: str | None = None
    name: str = ""


@dataclass(frozen=True, slots=True)
class JoiningStep:
    """Something that is done when parts are joined on, and how many people it takes; None where one will do."""

    does: str
    people: int | None = None


@dataclass(frozen=True, slots=True)
class JoinedResult:
    """What is joined to the castings of a job: its parts, the wood they are cut from, and the order it is done in."""

    parts: tuple[CutPart, ...]
    wood: tuple[WoodCut, ...]
    order: tuple[JoiningStep, ...]
    findings: tuple[Finding, ...]


@dataclass(frozen=True, slots=True)
class HandlingResult:
    """Mass, people and stress for one piece. ``by_hand`` is False where no team of four may lift it.

    Attributes:
        mass: of one casting, fresh, with its steel
        in_form: the same with its form, as it lies on the bench
        on_bar: of all heads on its bar, as they are carried in the end; None where it is a piece of its own
        lifts: turning it, and the ways of carrying it; none where it stays
        needs: acts that need a strength, for Cure
        stays: whether it is cast where it stays, and never lifted
        slide: slid onto its supports over the edge of a bench; None where it is no slab
        lowered: let down by two straps, where they are; None where it is no slab
        placed: in its place; None where it rests all over, or is no slab
        cracked: None where no steel crosses the place at which it would break
        strap: how far from its ends that is; None where it stays
        straps: where straps or hands go
        bench_kg: what the bench carries, by the job or the shop; None where nobody has said
        dolly_kg: the same of the dolly or cart; None where there is none
        teams: what the guideline says for one to four people together
        at_most: what they carry at most, for one lift
        tipping: None where it lies as flat as it stands
        in_wind: of a base with a pole in it; None for all else
    """

    mass: Figure
    in_form: Figure | None
    on_bar: Figure | None
    lifts: tuple[Lift, ...]
    needs: tuple[ActNeed, ...]
    stays: bool
    slide: Lift | None
    lowered: Lift | None
    placed: StandingResult | None
    cracked: CrackedSection | None
    edge_down: EdgeDown | None
    strap: Figure | None
    straps: tuple[Strap, ...]
    tipping: Tipping | None
    in_wind: InWind | None
    one_person: Figure | None
    one_person_kg: float
    teams: tuple[Figure, ...]
    at_most: tuple[Figure, ...]
    people_needed: Figure
    by_hand: bool
    people_there: int
    bench_kg: float | None
    dolly_kg: float | None
    findings: tuple[Finding, ...]
    care: tuple[str, ...]
