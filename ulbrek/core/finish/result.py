"""What Finish gives: the steps of each piece, and what all pieces of a job take together."""

from collections.abc import Mapping
from typing import Literal

from ulbrek.core.base.act import ActNeed, SealNeed
from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.finish.inputs import Look, VoidKind
from ulbrek.core.materials.sealers import Late

TaskKind = Literal["open", "rout", "grind", "slurry", "edges", "test", "coat", "burnish"]


@dataclass(frozen=True, slots=True)
class GritStep:
    """One grit of the ladder.

    Attributes:
        grit: of the pad
        bond: of the pad
        have: the shop's pad of this grit; None where it has none
        rate: face done in an hour
        minutes: for the faces of one piece
        pads: how much of a pad is worn
        water: that runs over it, to be caught again
        rpm: what the machine turns at
    """

    grit: int
    bond: str
    have: str | None
    rate: Figure
    minutes: Figure
    pads: Figure
    water: Figure | None
    rpm: str


@dataclass(frozen=True, slots=True)
class EdgeStep:
    """Edges that are routed alike [mm], in so many passes of the bit, and the time that all of them take."""

    edges: tuple[str, ...]
    profile: str
    size_mm: float
    passes: int
    minutes: Figure


@dataclass(frozen=True, slots=True)
class SlurryStep:
    """A round of slurry: how much of it, and the time it takes."""

    round: int
    litres: Figure
    minutes: Figure


@dataclass(frozen=True, slots=True)
class CoatStep:
    """A coat of sealer.

    Attributes:
        number: from 1 on
        thin_pct: thinner for 100 of sealer
        goes_on: litres, thinned
        sealer: litres of the product in it
        part_a: litres of A; None of a product of one part
        part_b: litres of B
        mass_a: grams of A; None where its density is not known
        mass_b: grams of B
        from_h: the soonest after the coat before [h]; 0 for the first
        likely_h: when it likely goes on after that [h]
        until_h: the latest without sanding [h]; None where it never needs to be
        minutes: to put it on
        late: what is done first once its window has gone by
    """

    number: int
    thin_pct: float
    goes_on: Figure
    sealer: Figure
    part_a: Figure | None
    part_b: Figure | None
    mass_a: Figure | None
    mass_b: Figure | None
    from_h: float
    likely_h: float
    until_h: float | None
    minutes: Figure
    late: Late


@dataclass(frozen=True, slots=True)
class FinishTask:
    """A step in the order it is done, in words, with its care; of routed edges their names."""

    kind: TaskKind
    name: str
    how: str
    minutes: Figure | None
    care: str = ""
    edges: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class FinishResult:
    """The finish of one piece; litres, pads and minutes are of one casting.

    Attributes:
        look: wanted
        area: of the show faces
        sealed_area_m2: what is sealed
        takes_off_mm: what grinding takes off, likely [mm]; 0 where nothing is ground
        cover: what is left over the steel once it is ground; None where nothing is ground or no steel lies level
        ladder: its grits, coarse to fine
        edges: routed, in order
        void_kind: how open it is; None where voids are left
        rounds: of slurry
        film: wet film of a coat; None where nothing is coated
        dry_film: of all coats; None where the solids are not known
        coats: of sealer
        opened: time to sponge or wash the face open while it is young; None where it is not
        slurry_off: time to sand the slurry off where no finer grit follows it; else None
        profiles: time to polish the routed edges; None where none is
        arrises: time to sand the edges; None where they are not
        burnished: time to rub the last coat to a sheen; None where it is no wax
        tasks: all of it in order
    """

    look: Look
    area: Figure
    sealed_area_m2: float
    takes_off_mm: float
    cover: Figure | None
    ladder: tuple[GritStep, ...]
    edges: tuple[EdgeStep, ...]
    void_kind: VoidKind | None
    rounds: tuple[SlurryStep, ...]
    film: Figure | None
    dry_film: Figure | None
    coats: tuple[CoatStep, ...]
    opened: Figure | None
    slurry_off: Figure | None
    profiles: Figure | None
    arrises: Figure | None
    burnished: Figure | None
    tasks: tuple[FinishTask, ...]
    findings: tuple[Finding, ...]


@dataclass(frozen=True, slots=True)
class PadsOfGrit:
    """How many pads of a grit a job takes, and which of the shop's they are."""

    grit: int
    bond: str
    have: str | None
    name: str
    worn: float
    count: int


@dataclass(frozen=True, slots=True)
class SchoolChoice:
    """A way of finishing, and what the job's ``finish`` says once it is chosen, with a sealer that the shop has."""

    value: str
    fields: Mapping[str, bool | str | None]


@dataclass(frozen=True, slots=True)
class SlurryPigment:
    """Pigment that the slurry takes, so that it is of the colour of the mix."""

    admixture: str
    name: str
    grams: Figure


@dataclass(frozen=True, slots=True)
class FinishJob:
    """What all pieces take together.

    Attributes:
        school: the way of finishing that it is; None where it is one of its own
        schools: the ways there are to choose
        pads: by grit
        sealer: id of it; None where it is left bare
        sealer_name: of it
        sealer_l: with what is wasted
        filler: dry, for the slurry; None where voids are left
        pigments: for the slurry of a coloured mix whose cement is known
        hours: of work for all castings; None where nothing is done
        full_days: from the last coat until it is hard through [d]
        dust: quartz dust that grinding one casting puts in the air, over a shift; None where nothing is ground
        needs: its acts, for Cure, in order
        seal: when it may be sealed; None where it is left bare
        care: how not to be hurt
    """

    school: str | None
    schools: tuple[SchoolChoice, ...]
    pads: tuple[PadsOfGrit, ...]
    sealer: str | None
    sealer_name: str
    sealer_l: Figure | None
    filler: Figure | None
    pigments: tuple[SlurryPigment, ...]
    hours: Figure | None
    full_days: float | None
    dust: Figure | None
    needs: tuple[ActNeed, ...]
    seal: SealNeed | None
    findings: tuple[Finding, ...]
    care: tuple[str, ...]
