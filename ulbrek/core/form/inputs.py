"""How forms are built: the shop's habits, and what a job does otherwise."""

from typing import Annotated, Literal

from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import between
from ulbrek.core.materials.fixings import Release, Sealing

Corner = Literal["run past", "pinwheel", "mitred"]
Sides = Literal["on the base", "lapping the base"]
Screwing = Literal["down through the strip", "up through the base"]
Fixing = Literal["screws", "tie bolts", "hot glue and blocks", "nails"]
Curve = Literal["liner on ribs", "kerfed strip"]
Stand = Literal["lying", "on edge"]
Prefer = Literal["fewest settings", "largest rest"]
Hold = Literal["bonded", "screwed", "bonded and screwed"]
SawUsed = Literal["table saw", "track saw", "hand-held saw along a guide"]
Grain = Literal["ignored", "along the sheet"]
Heads = Literal["countersunk", "on washers"]
BareEdges = Literal["two coats", "taped", "left bare"]

Ledge = Annotated[Length, AfterValidator(between(0, 300))]
Spacing = Annotated[Length, AfterValidator(between(50, 600))]
Bead = Annotated[Length, AfterValidator(between(1, 30))]
Overrun = Annotated[Length, AfterValidator(between(0, 300))]
Key = Annotated[str, Field(max_length=200), ONE_LINE]  # names a board or a sheet
Finite = Annotated[float, Field(ge=0, le=20_000, allow_inf_nan=False)]
Trim = Annotated[Length, AfterValidator(between(0, 50))]
Kerf = Annotated[Length, AfterValidator(between(0.5, 10))]
Rail = Annotated[Length, AfterValidator(between(0, 30))]
Offset = Annotated[Length, AfterValidator(between(5, 300))]
Cut = Annotated[Length, AfterValidator(between(5, 12_000))]


class _Described(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")


class FormHabits(_Described):
    """How this shop builds forms, unless a job says otherwise. Source of the defaults: common practice."""

    corner: Corner = "run past"
    sides: Sides = "on the base"
    fixing: Fixing = "screws"
    screwing: Screwing = "down through the strip"
    curve: Curve = "liner on ribs"
    ledge: Ledge = Length(mm=60)
    overrun: Overrun = Length(mm=50)
    screw_spacing: Spacing = Length(mm=250)
    sealing: Sealing = "silicone"
    bead_radius: Bead = Length(mm=4)
    release: Release = "oil when used again"
    knockouts: Hold = "bonded"
    prefer: Prefer = "fewest settings"
    trim: Trim = Length(mm=0)
    grain: Grain = "ignored"
    heads: Heads = "countersunk"
    bare_edges: BareEdges = "two coats"
    saw: SawUsed = "table saw"
    kerf: Kerf = Length(mm=3)
    rail: Rail = Length(mm=5)
    guide_left: Offset = Length(mm=35)
    guide_right: Offset = Length(mm=120)


class AsCut(_Described):
    """A strip as it was really cut."""

    length: Cut | None = None
    height: Cut | None = None


class OffcutUsed(_Described):
    """An offcut that is cut up first: of which sheet, its size, and the lot of the stock that it is."""

    sheet: Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
    length: Cut
    width: Cut
    lot: Annotated[str | None, Field(max_length=40), ONE_LINE] = None


class Sawn(_Described):
    """A board that has been sawn, and the size it was sawn to [mm]."""

    length_mm: Finite
    width_mm: Finite


class CutPiece(_Described):
    """A piece of a sheet, or of another piece of it, cut the other way than that was.

    ``of`` counts the piece that it is cut from among those of its sheet, the sheet itself being 0; it stands before it.
    """

    of: Annotated[int, Field(ge=0, le=2_000)]
    size_mm: Finite
    panel: Annotated[str | None, Field(max_length=160, description="the panel that it is, if it is one"), ONE_LINE] = (
        None
    )


class SheetLaid(_Described):
    """One sheet of a cut plan that was accepted; ``offcut`` counts the offcuts of its kind from 0.

    ``panel`` is the one that takes all of it, if one does.
    """

    offcut: Annotated[int | None, Field(ge=0, le=40)] = None
    first: Literal["rip", "cross"] = "rip"
    panel: Annotated[str | None, Field(max_length=160), ONE_LINE] = None
    pieces: Annotated[tuple[CutPiece, ...], Field(max_length=2_000), COUNTED] = ()


class FormInputs(_Described):
    """What a job does otherwise than the shop, and what it is built from. None: as the shop does."""

    sheet: Annotated[str | None, Field(max_length=40, description="None: the shop's first sheet"), ONE_LINE] = None
    liner: Annotated[str | None, Field(max_length=40, description="None: the shop's first liner"), ONE_LINE] = None
    lumber: Annotated[str | None, Field(max_length=40, description="None: the shop's first lumber"), ONE_LINE] = None
    foam: Annotated[str | None, Field(max_length=40, description="None: the shop's first foam"), ONE_LINE] = None
    forms: Annotated[int, Field(ge=1, le=100, description="forms built of each piece")] = 1
    side_by_side: Annotated[
        int, Field(ge=1, le=24, description="pieces of a kind in one form, with dividers between them")
    ] = 1
    in_moulds: Annotated[bool, Field(description="cast in moulds that the shop has: no boards are cut")] = False
    profile: Annotated[Stand | None, Field(description="of pieces drawn from the side; None: as fits them")] = None
    corner: Corner | None = None
    sides: Sides | None = None
    fixing: Fixing | None = None
    curve: Curve | None = None
    screwing: Screwing | None = None
    ledge: Ledge | None = None
    overrun: Overrun | None = None
    screw_spacing: Spacing | None = None
    sealing: Sealing | None = None
    bead_radius: Bead | None = None
    release: Release | None = None
    knockouts: Hold | None = None
    prefer: Prefer | None = None
    trim: Trim | None = None
    grain: Grain | None = None
    heads: Heads | None = None
    bare_edges: BareEdges | None = None
    saw: SawUsed | None = None
    kerf: Kerf | None = None
    rail: Rail | None = None
    guide_left: Offset | None = None
    guide_right: Offset | None = None
    offcuts: Annotated[
        tuple[OffcutUsed, ...], Field(max_length=40, description="cut up before a sheet is bought"), COUNTED
    ] = ()
    layouts: Annotated[
        dict[Key, Annotated[tuple[SheetLaid, ...], Field(max_length=400), COUNTED]],
        Field(max_length=10, description="cut plans that were accepted, by sheet"),
        COUNTED,
    ] = {}
    sawn: Annotated[
        dict[Key, Sawn], Field(max_length=2_000, description="boards that are sawn and ticked off, by panel"), COUNTED
    ] = {}
    as_cut: Annotated[
        dict[Key, AsCut], Field(max_length=400, description="boards that were cut otherwise, by “piece.board”"), COUNTED
    ] = {}

    def over(self, habits: FormHabits) -> FormHabits:
        """The habits with what this job does otherwise."""
        own = {name: getattr(self, name) for name in FormHabits.model_fields}
        return habits.model_copy(update={name: value for name, value in own.items() if value is not None})
