"""What a job says of its finish: the look wanted, how voids and edges are treated, what it is sealed with."""

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field, field_validator

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.base.texts import ONE_LINE, PieceId

Look = Literal[
    "as cast", "cream-honed", "salt and pepper", "full stone", "textured", "sponged", "washed stone",
]  # fmt: skip
Sheen = Literal["matt", "honed", "satin", "gloss"]
Voids = Literal["left open", "filled with slurry"]
VoidKind = Literal["few", "pinholes", "opened by honing", "packed, light veins", "packed, strong veins"]
GrindWhen = Literal["hard", "green"]
Stone = Literal["ordinary", "hard, quartz or flint", "soft limestone"]
BackFace = Literal["floated", "hard-trowelled"]
SealedFaces = Literal["show faces", "all round"]
Rags = Literal["hung out singly", "in a lidded tin"]
MaterialId = Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
Grit = Annotated[int, Field(ge=16, le=20_000)]
GROUND: frozenset[Look] = frozenset({"cream-honed", "salt and pepper", "full stone"})
# What is worked while it is young: its face is not filled, its edges are not sanded.
WORKED_YOUNG: frozenset[Look] = frozenset({"textured", "sponged", "washed stone"})
LAYS_OPEN: frozenset[Look] = frozenset({"salt and pepper", "full stone"})


class FinishInputs(Document):
    """What is done to a casting once its form is off."""

    look: Annotated[Look, label("Look", hint="how much stone shows")] = "as cast"
    by_piece: Annotated[
        Mapping[PieceId, Look], Field(max_length=60, description="pieces that are finished otherwise"), COUNTED
    ] = Field(default_factory=dict)
    sheen: Annotated[Sheen, label("Sheen", hint="of a ground face")] = "honed"
    grits: Annotated[
        tuple[Grit, ...],
        Field(max_length=12),
        label("Own grits", none="by the look", hint="coarse to fine; leave empty for the usual ladder"),
        COUNTED,
    ] = ()
    grind_when: Annotated[
        GrindWhen, label("Grind when", hint="green: 10 MPa, quick and hungry for pads; hard: 20 MPa, stones hold")
    ] = "hard"
    stone: Annotated[Stone, label("Stone in the mix")] = "ordinary"
    back_face: Annotated[BackFace, label("Face cast upward")] = "floated"
    machine: Annotated[MaterialId | None, label("Machine", none="the shop’s first")] = None
    voids: Annotated[Voids, label("Voids")] = "left open"
    void_kind: Annotated[VoidKind | None, label("How open it is", none="by how it is placed")] = None
    arrises: Annotated[bool, label("Sand the edges", hint="120, then 220, until no edge cuts")] = True
    sealer: Annotated[MaterialId | None, label("Sealer", none="none, left bare")] = "penetrating"
    coats: Annotated[int | None, Field(ge=1, le=8), label("Coats", none="as the product says")] = None
    thin_pct: Annotated[
        float,
        Field(ge=0, le=200, allow_inf_nan=False),
        label("First coat thinned", unit="%", hint="water or thinner for 100 of sealer, by volume"),
    ] = 0.0
    sealed_faces: Annotated[SealedFaces, label("Sealed faces")] = "show faces"
    seal_after_d: Annotated[
        float | None,
        Field(ge=0, le=365, allow_inf_nan=False),
        label("Seal after", none="as soon as it is ready", unit="d", hint="after the pour"),
    ] = None
    rags: Annotated[
        Rags | None, label("Oily rags", none="not settled", hint="rags of a drying oil heat themselves")
    ] = None
    food: Annotated[bool, label("Touches food")] = False
    hot: Annotated[bool, label("Takes hot pans")] = False

    @field_validator("grits")
    @classmethod
    def _once_each(cls, grits: tuple[int, ...]) -> tuple[int, ...]:
        repeated = next((one for one in grits if grits.count(one) > 1), None)
        if repeated is not None:
            raise ValueError(f"Grit {repeated} is listed twice. List each once.")
        return grits

    def look_of(self, piece: str) -> Look:
        """The look wanted of a piece."""
        return self.by_piece.get(piece, self.look)

    def without(self, pieces: Mapping[str, object] | set[str]) -> dict[str, Look]:
        """The looks of pieces, less those of some."""
        return {key: look for key, look in self.by_piece.items() if key not in pieces}
