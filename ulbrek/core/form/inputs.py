"""How forms are built: the shop's habits, and what a job does otherwise."""

from typing import TYPE_CHECKING, Annotated, Literal

from pydantic import Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document, patch_of
from ulbrek.core.base.label import label
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Between
from ulbrek.core.materials.fixings import Release, Sealing

Corner = Literal["run past", "pinwheel", "mitred"]
Sides = Literal["on the base", "lapping the base", "staked to the ground"]
Screwing = Literal["down through the strip", "up through the base"]
Fixing = Literal["screws", "tie bolts", "hot glue and blocks", "nails"]
Curve = Literal["liner on ribs", "kerfed strip"]
Stand = Literal["lying", "on edge"]
Prefer = Literal["fewest settings", "largest rest"]
HungBolts = Literal["nuts on a bridge", "split block"]
Hold = Literal["bonded", "screwed", "bonded and screwed"]
SawUsed = Literal["table saw", "track saw", "hand-held saw along a guide"]
Grain = Literal["ignored", "along the sheet"]
Heads = Literal["countersunk", "on washers"]
FieldForms = Literal["one form", "a form each"]
StripsOut = Literal["taped", "tapered", "slanted cuts", "oiled"]
BareEdges = Literal["two coats", "taped", "left bare"]

Ledge = Annotated[Length, Between(0, 300)]
Spacing = Annotated[Length, Between(50, 600)]
Bead = Annotated[Length, Between(1, 30)]
Overrun = Annotated[Length, Between(0, 300)]
Key = Annotated[str, Field(max_length=200), ONE_LINE]  # names a board or a sheet
Finite = Annotated[float, Field(ge=0, le=20_000, allow_inf_nan=False)]
Trim = Annotated[Length, Between(0, 50)]
Kerf = Annotated[Length, Between(0.5, 10)]
Rail = Annotated[Length, Between(0, 30)]
Offset = Annotated[Length, Between(5, 300)]
Cut = Annotated[Length, Between(5, 12_000)]


# Sections of a field in one form, and what is moulded in all of them; of more, each is cast in a form of its own.
MOST_SECTIONS, MOST_MOULDED = 60, 200


class FormHabits(Document):
    """How this shop builds forms, unless a job says otherwise. Source of the defaults: common practice."""

    corner: Annotated[Corner, label("Corners")] = "run past"
    sides: Annotated[Sides, label("Sides")] = "on the base"
    fixing: Annotated[Fixing, label("Fixing")] = "screws"
    screwing: Annotated[Screwing, label("Screws driven")] = "down through the strip"
    curve: Annotated[Curve, label("Curves")] = "liner on ribs"
    strips_out: Annotated[StripsOut, label("Strips between sections")] = "taped"
    ledge: Annotated[Ledge, label("Base ledge")] = Length(mm=60)
    overrun: Annotated[Overrun, label("Pinwheel overrun")] = Length(mm=50)
    screw_spacing: Annotated[Spacing, label("Screw spacing, at most")] = Length(mm=250)
    sealing: Annotated[Sealing, label("Sealant")] = "silicone"
    bead_radius: Annotated[Bead, label("Bead radius")] = Length(mm=4)
    release: Annotated[Release, label("Release agent")] = "oil when used again"
    knockouts: Annotated[Hold, label("Knockouts")] = "bonded"
    hung_bolts: Annotated[HungBolts, label("Bolts from above")] = "nuts on a bridge"
    prefer: Annotated[Prefer, label("Prefer")] = "fewest settings"
    trim: Annotated[Trim, label("Edge trim")] = Length(mm=0)
    grain: Annotated[Grain, label("Grain")] = "ignored"
    heads: Annotated[Heads, label("Heads")] = "countersunk"
    bare_edges: Annotated[BareEdges, label("Raw edges")] = "two coats"
    saw: Annotated[SawUsed, label("Saw")] = "table saw"
    kerf: Annotated[Kerf, label("Saw kerf")] = Length(mm=3)
    rail: Annotated[Rail, label("Track thickness")] = Length(mm=5)
    guide_left: Annotated[Offset, label("Saw offset, left")] = Length(mm=35)
    guide_right: Annotated[Offset, label("Saw offset, right")] = Length(mm=120)


class BoardAsCut(Document):
    """A strip as it was really cut."""

    length: Cut | None = None
    height: Cut | None = None


class UsedOffcut(Document):
    """An offcut that is cut up first: of which sheet, its size, and the lot of the stock that it is."""

    sheet: Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
    length: Cut
    width: Cut
    lot: Annotated[str | None, Field(max_length=40), ONE_LINE] = None


class SawnBoard(Document):
    """A board that has been sawn, and the size it was sawn to [mm]."""

    length_mm: Finite
    width_mm: Finite


class CutPiece(Document):
    """A piece of a sheet, or of another piece of it, cut the other way than that was.

    ``of`` counts the piece that it is cut from among those of its sheet, the sheet itself being 0; it stands before it.
    """

    of: Annotated[int, Field(ge=0, le=2_000)]
    size_mm: Finite
    panel: Annotated[str | None, Field(max_length=160, description="the panel that it is, if it is one"), ONE_LINE] = (
        None
    )


class LaidSheet(Document):
    """One sheet of a cut plan that was accepted; ``offcut`` counts the offcuts of its kind from 0.

    ``panel`` is the one that takes all of it, if one does.
    """

    offcut: Annotated[int | None, Field(ge=0, le=40)] = None
    first: Literal["rip", "cross"] = "rip"
    panel: Annotated[str | None, Field(max_length=160), ONE_LINE] = None
    pieces: Annotated[tuple[CutPiece, ...], Field(max_length=2_000), COUNTED] = ()


class _BuiltFrom(Document):
    sheet: Annotated[
        str | None,
        Field(max_length=40),
        label("Sheet", description="of the sides: sheet or lumber; None: the shop's first sheet"),
        ONE_LINE,
    ] = None
    base_sheet: Annotated[
        str | None,
        Field(max_length=40),
        label(
            "Base sheet",
            none="as the sides",
            description="sheet of the base; None: as the sides, of lumber the first sheet",
        ),
        ONE_LINE,
    ] = None
    liner: Annotated[
        str | None,
        Field(max_length=40),
        label("Liner", description="None: the shop's first liner"),
        ONE_LINE,
    ] = None
    lumber: Annotated[
        str | None,
        Field(max_length=40),
        label("Lumber", description="None: the shop's first lumber"),
        ONE_LINE,
    ] = None
    foam: Annotated[
        str | None, Field(max_length=40), label("Foam", description="None: the shop's first foam"), ONE_LINE
    ] = None
    forms: Annotated[int, Field(ge=1, le=100), label("Forms per piece", description="forms built of each piece")] = 1
    side_by_side: Annotated[
        int,
        Field(ge=1, le=24),
        label("Castings per form", description="pieces of a kind in one form, with dividers between them"),
    ] = 1
    field: Annotated[
        FieldForms,
        label(
            "Sections of a field",
            hint="in one form all edges lie in line; a form each moves on from one to the next",
            description="where they stay on the ground and fill whole rows",
        ),
    ] = "one form"
    in_moulds: Annotated[
        bool, label("Form or mould", description="cast in moulds that the shop has: no boards are cut")
    ] = False
    profile: Annotated[
        Stand | None,
        label("Profile pieces cast", none="automatic", description="of pieces drawn from the side; None: as fits them"),
    ] = None


if TYPE_CHECKING:

    class _Otherwise(_BuiltFrom):
        """The habits' fields, each of them or None."""

else:
    _Otherwise = patch_of(FormHabits, _BuiltFrom)


class FormInputs(_Otherwise):
    """What a job does otherwise than the shop, and what it is built from. None: as the shop does."""

    offcuts: Annotated[
        tuple[UsedOffcut, ...], Field(max_length=40, description="cut up before a sheet is bought"), COUNTED
    ] = ()
    layouts: Annotated[
        dict[Key, Annotated[tuple[LaidSheet, ...], Field(max_length=400), COUNTED]],
        Field(max_length=10, description="cut plans that were accepted, by sheet"),
        COUNTED,
    ] = Field(default_factory=dict)
    sawn: Annotated[
        dict[Key, SawnBoard],
        Field(max_length=2_000, description="boards that are sawn and ticked off, by panel"),
        COUNTED,
    ] = Field(default_factory=dict)
    as_cut: Annotated[
        dict[Key, BoardAsCut],
        Field(max_length=400, description="boards that were cut otherwise, by “piece.board”"),
        COUNTED,
    ] = Field(default_factory=dict)

    def says(self, habit: str) -> bool:
        """Whether this job says itself how something is done, by the habit's field."""
        return getattr(self, habit) is not None

    def over(self, habits: FormHabits) -> FormHabits:
        """The habits with what this job does otherwise."""
        own = {name: getattr(self, name) for name in FormHabits.model_fields}
        return habits.model_copy(update={name: value for name, value in own.items() if value is not None})
