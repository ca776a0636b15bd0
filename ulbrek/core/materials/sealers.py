"""What protects a finished face: the families of sealers, and a product of one of them."""

from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from ulbrek.core.base.document import Document
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.label import label
from ulbrek.core.materials.boards import Id, Source, Words
from ulbrek.core.materials.supplies import Cost, Coverage, Pack

SealerFamily = Literal[
    "silane or siloxane", "silicate densifier", "reactive penetrant", "acrylic in solvent", "acrylic in water",
    "two-part urethane in water", "two-part urethane in solvent", "epoxy", "polyaspartic", "wax", "drying oil",
    "mineral oil", "liquid rubber",
]  # fmt: skip
FoodContact = Literal["by its own sheet", "yes", "no"]
# What is done first once the window of the next coat has gone by: a film is sanded, what soaks in is scuffed, and drops
# tell whether what only goes on wet takes any more.
Late = Literal["sand", "scuff", "drops"]
WET_ON_WET_H = 0.5  # what goes on sooner goes on while the last coat is damp


@dataclass(frozen=True, slots=True)
class Family:
    """What is usual of a family of sealers; what stands on the can rules.

    Attributes:
        is_film: whether it lies on the face as a film, and keeps moisture in
        coats: how many are usual
        thin_most_pct: the most that the first coat is thinned, of its own volume; 0 where it is never thinned
        recoat_from_h: the soonest that the next coat goes on [h]
        recoat_h: when it likely does [h]
        recoat_until_h: the latest: after that it is sanded first [h]; None where it never needs to be
        light_days: to light use [d]
        full_days: until it is hard through and through [d]
        heat_c: the hottest that it bears, the lower figure where makers differ [°C]; None for as much as concrete does
        grit_most: the finest grit that it still grips; None for any
        age_days: the youngest ordinary concrete that takes it [d]
        age_sulfo_days: the same of calcium sulfoaluminate [d]
        air_c: the air that it is put on in, coldest and warmest [°C]
        pot_life_h: how long a mixed pot lasts at 20 °C [h]; None where nothing is mixed
        oily_rags: whether its rags heat themselves
    """

    is_film: bool
    coats: int
    thin_most_pct: float
    recoat_from_h: float
    recoat_h: float
    recoat_until_h: float | None
    light_days: float
    full_days: float
    heat_c: float | None
    grit_most: int | None
    age_days: float
    age_sulfo_days: float
    air_c: tuple[float, float]
    pot_life_h: float | None = None
    oily_rags: bool = False


# Source: common practice over many makers' sheets, from memory; where they differ the careful figure. The can rules.
FAMILIES: dict[SealerFamily, Family] = {
    "silane or siloxane": Family(False, 2, 0, 0, 0.25, 1, 1, 7, None, None, 7, 1, (5, 32)),
    "silicate densifier": Family(False, 2, 0, 1, 4, None, 1, 7, None, 400, 3, 1, (5, 35)),
    "reactive penetrant": Family(False, 3, 100, 0.5, 1, 2, 2, 7, 120, 400, 7, 1, (10, 30)),
    "acrylic in solvent": Family(True, 2, 25, 2, 6, 24, 1, 7, 60, 400, 28, 7, (10, 30)),
    "acrylic in water": Family(True, 3, 100, 1, 2, 4, 1, 7, 60, 400, 28, 7, (10, 30)),
    "two-part urethane in water": Family(True, 3, 50, 2, 4, 8, 3, 14, 60, 400, 28, 7, (13, 29), 1),
    "two-part urethane in solvent": Family(True, 2, 10, 6, 10, 16, 2, 7, 100, 200, 28, 7, (10, 30), 2),
    "epoxy": Family(True, 2, 10, 6, 12, 24, 2, 7, 50, 200, 28, 7, (15, 30), 0.3),
    "polyaspartic": Family(True, 2, 0, 1, 3, 6, 0.3, 3, 90, 200, 28, 7, (5, 30), 0.3),
    "wax": Family(False, 2, 0, 1, 4, None, 0.1, 1, 50, None, 7, 1, (15, 30)),
    "drying oil": Family(False, 4, 50, 12, 24, 48, 7, 30, 80, None, 7, 1, (10, 30), oily_rags=True),
    "mineral oil": Family(False, 3, 0, 1, 12, None, 1, 1, 80, None, 7, 1, (10, 30)),
    "liquid rubber": Family(True, 4, 0, 0.5, 4, None, 1, 3, 80, 120, 28, 7, (10, 30)),
}  # fmt: skip
_OF_KIND: dict[str, SealerFamily] = {"penetrating": "reactive penetrant", "film": "two-part urethane in water"}

Share = Annotated[float, Field(gt=0, le=20, allow_inf_nan=False)]
Density = Annotated[float, Field(ge=0.6, le=2.5, allow_inf_nan=False)]


class SealerCoat(Document):
    """What protects the finished face."""

    id: Id
    name: Annotated[Words, label("Name")]
    family: Annotated[SealerFamily, label("Type")] = "reactive penetrant"
    coverage_m2_per_l: Annotated[Coverage, label("Coverage of a coat", unit="m2/l")] = 8.0
    coats: Annotated[int, Field(ge=1, le=8), label("Coats")] = 2
    pack_l: Annotated[Pack, label("Pack", unit="l")] = 1.0
    thin_most_pct: Annotated[
        float | None,
        Field(ge=0, le=200, allow_inf_nan=False),
        label("Thinned at most", none="as its type", unit="%", hint="of its own volume; 0: never"),
    ] = None
    recoat_from_h: Annotated[
        float | None, Field(ge=0, le=168, allow_inf_nan=False), label("Recoat from", none="as its type", unit="h")
    ] = None
    recoat_until_h: Annotated[
        float | None,
        Field(ge=0, le=720, allow_inf_nan=False),
        label("Recoat until", none="as its type", unit="h", hint="after that it is sanded first"),
    ] = None
    grit_most: Annotated[int | None, Field(ge=16, le=20_000), label("Finest grit it grips", none="as its type")] = None
    age_days: Annotated[
        float | None,
        Field(ge=0, le=180, allow_inf_nan=False),
        label("Age of concrete", none="as its type", unit="d", hint="the youngest that takes it"),
    ] = None
    part_a: Annotated[
        Share | None, label("Parts of A", none="one part alone", hint="by volume, of a two-part product")
    ] = None
    part_b: Annotated[Share, label("Parts of B", hint="by volume")] = 1.0
    density_a: Annotated[Density | None, label("Density of A", none="not known", unit="kg/l")] = None
    density_b: Annotated[Density | None, label("Density of B", none="not known", unit="kg/l")] = None
    solids_pct: Annotated[
        float | None,
        Field(gt=0, le=100, allow_inf_nan=False),
        label("Solids by volume", none="not known", unit="%", hint="what is left when it is dry"),
    ] = None
    food_safe: Annotated[bool, label("Maker says it is for food")] = False
    price: Cost = None
    source: Source = ""

    @model_validator(mode="before")
    @classmethod
    def _of_a_kind(cls, told: Any) -> Any:  # noqa: ANN401 - whatever a document may hold
        """A sealer from before families were told apart."""
        if not isinstance(told, dict) or told.get("kind") not in _OF_KIND or "family" in told:
            return told
        kept = {name: value for name, value in told.items() if name != "kind"}
        return {**kept, "family": _OF_KIND[told["kind"]]}

    @model_validator(mode="after")
    def _window_is_open(self) -> "SealerCoat":
        until = self.recoat_until
        if until is not None and until < self.recoat_from:
            raise ValueError(
                f"The next coat goes on from {self.recoat_from:g} h and until {until:g} h: swap them, or leave one out."
            )
        return self

    @property
    def usual(self) -> Family:
        """What is usual of its family."""
        return FAMILIES[self.family]

    @property
    def is_film(self) -> bool:
        """Whether it lies on the face as a film."""
        return self.usual.is_film

    @property
    def is_burnished(self) -> bool:
        """Whether its last coat is rubbed to a sheen."""
        return self.family == "wax"

    @property
    def late(self) -> Late:
        """What is done first once the window of its next coat has gone by."""
        if self.is_film:
            return "sand"
        return "drops" if self.recoat_from < WET_ON_WET_H else "scuff"

    @property
    def thinned_at_most_pct(self) -> float:
        """The most that its first coat is thinned [% of its volume]."""
        return self.usual.thin_most_pct if self.thin_most_pct is None else self.thin_most_pct

    @property
    def recoat_from(self) -> float:
        """The soonest that the next coat goes on [h]."""
        return self.usual.recoat_from_h if self.recoat_from_h is None else self.recoat_from_h

    @property
    def recoat_until(self) -> float | None:
        """The latest that it does without sanding [h]."""
        return self.usual.recoat_until_h if self.recoat_until_h is None else self.recoat_until_h

    @property
    def recoat_likely(self) -> float:
        """When the next coat likely goes on [h]."""
        until = self.recoat_until
        soonest = max(self.usual.recoat_h, self.recoat_from)
        return soonest if until is None else min(soonest, until)

    @property
    def grips_to(self) -> int | None:
        """The finest grit that it still grips."""
        return self.usual.grit_most if self.grit_most is None else self.grit_most
