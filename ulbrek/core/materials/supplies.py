"""What is used up at the form and on the face, in the packs it is bought in.

Where several of a kind are kept, the first is planned with.
"""

from typing import Annotated, Any, Literal, NamedTuple

from pydantic import Field, model_validator

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.materials.boards import Id, Price, Source, Words
from ulbrek.core.materials.fixings import Sealing

Cost = Annotated[Price | None, label("Unit price", none="not entered", unit="price")]
Coverage = Annotated[float, Field(ge=0.5, le=200, allow_inf_nan=False)]
Pack = Annotated[float, Field(ge=0.01, le=1000, allow_inf_nan=False)]


class Sealant(Document):
    """What closes the joints of a form."""

    id: Id
    name: Annotated[Words, label("Name")]
    kind: Annotated[Sealing, label("Type")] = "silicone"
    pack_l: Annotated[
        float, Field(ge=0.01, le=20, allow_inf_nan=False), label("Cartridge", unit="sip", hint="what is in one")
    ] = 0.3
    cure_h: Annotated[
        float, Field(ge=0, le=168, allow_inf_nan=False), label("Cures in", unit="h", hint="before oil or water")
    ] = 24.0
    price: Cost = None
    source: Source = ""


class Tape(Document):
    """Tape for screw heads, joints and the wrap of knockouts."""

    id: Id
    name: Annotated[Words, label("Name")]
    width_mm: Annotated[float, Field(ge=5, le=300, allow_inf_nan=False), label("Width", unit="mm")] = 48.0
    roll_m: Annotated[float, Field(ge=1, le=500, allow_inf_nan=False), label("Roll", unit="m")] = 50.0
    price: Cost = None
    source: Source = ""


class ReleaseAgent(Document):
    """What is wiped on so that the form lets go."""

    id: Id
    name: Annotated[Words, label("Name")]
    kind: Annotated[Literal["oil", "wax"], label("Type")] = "oil"
    coverage_m2_per_l: Annotated[Coverage, label("Coverage", unit="m2/l")] = 20.0
    pack_l: Annotated[Pack, label("Pack", unit="l")] = 1.0
    price: Cost = None
    source: Source = ""


class Screws(Document):
    """Screws of one thickness, in the lengths they are sold in."""

    id: Id
    name: Annotated[Words, label("Name")]
    shank_mm: Annotated[float, Field(ge=2, le=8, allow_inf_nan=False), label("Shank", unit="mm")] = 4.2
    lengths_mm: Annotated[
        tuple[Annotated[float, Field(ge=10, le=300, allow_inf_nan=False)], ...],
        Field(min_length=1, max_length=16),
        label("Lengths sold", unit="mm"),
        COUNTED,
    ]
    box: Annotated[int, Field(ge=1, le=10_000), label("Screws in a box")] = 100
    price: Annotated[Price | None, label("Price of a box", none="not entered", unit="price")] = None
    source: Source = ""


class ReadyFormer(Document):
    """A thing that makes an opening or a recess as it is: a tin, a tube, a cup, a tray."""

    id: Id
    name: Annotated[Words, label("Name")]
    shape: Annotated[Literal["round", "rectangle"], label("Shape")] = "round"
    length_mm: Annotated[
        float, Field(ge=3, le=2000, allow_inf_nan=False), label("Diameter or length", unit="mm", hint="outside")
    ]
    width_mm: Annotated[
        float | None,
        Field(ge=3, le=2000, allow_inf_nan=False),
        label("Width", none="round", unit="mm", hint="outside, of a rectangle"),
    ] = None
    depth_mm: Annotated[
        float, Field(ge=3, le=2000, allow_inf_nan=False), label("Depth", unit="mm", hint="or the length sold")
    ]
    draft_deg: Annotated[
        float, Field(ge=0, le=30, allow_inf_nan=False), label("Draft", unit="deg", hint="that lets it go")
    ] = 0.0
    stays: Annotated[bool, label("Stays in the concrete")] = False
    price: Cost = None
    source: Source = ""


class Slurry(Document):
    """Fine paste that is worked into the voids of a face."""

    id: Id
    name: Annotated[Words, label("Name")]
    pack_kg: Annotated[float, Field(ge=0.1, le=1000, allow_inf_nan=False), label("Pack", unit="kg")] = 5.0
    water_share: Annotated[
        float,
        Field(ge=0.2, le=0.6, allow_inf_nan=False),
        label("Water to cement", hint="by mass; over 0.40 it shrinks and powders"),
    ] = 0.35
    price: Cost = None
    source: Source = ""

    @model_validator(mode="before")
    @classmethod
    def _by_the_voids(cls, told: Any) -> Any:  # noqa: ANN401 - whatever a document may hold
        """A filler from before what a face takes was reckoned from its voids."""
        return {name: value for name, value in told.items() if name != "kg_m2"} if isinstance(told, dict) else told


class Supplies(NamedTuple):
    """What a shop has to close a form, to let it go and to hold it together; the first of a kind is used."""

    sealants: tuple[Sealant, ...]
    tapes: tuple[Tape, ...]
    releases: tuple[ReleaseAgent, ...]
    screws: tuple[Screws, ...]
    formers: tuple[ReadyFormer, ...] = ()

    def sealant(self, kind: Sealing) -> Sealant:
        """The first sealant of a kind; a usual one where the shop keeps none."""
        return next((one for one in self.sealants if one.kind == kind), Sealant(id=kind, name=kind, kind=kind))

    def release(self, kind: str) -> ReleaseAgent | None:
        """The first release agent of a kind; a usual one where the shop keeps none; None where none is used."""
        if kind not in ("oil", "wax"):
            return None
        usual = ReleaseAgent(id=kind, name=f"Form {kind}", kind="wax" if kind == "wax" else "oil")
        return next((one for one in self.releases if one.kind == kind), usual)

    @property
    def tape(self) -> Tape:
        """What joints, heads and knockouts are taped with."""
        return self.tapes[0]

    @property
    def screw(self) -> Screws:
        """What forms are screwed with."""
        return self.screws[0]
