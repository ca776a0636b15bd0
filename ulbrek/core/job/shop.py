"""The shop: the people, what they mix with, and their habits."""

from collections.abc import Sequence
from typing import Annotated, Any

from pydantic import Field, ValidationError, model_validator

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.base.units import Length
from ulbrek.core.cure.inputs import Hours, TimeOfDay
from ulbrek.core.form.inputs import FormHabits, FormInputs
from ulbrek.core.job.habits import Habits
from ulbrek.core.job.rates import Rates
from ulbrek.core.materials.admixtures import Admixture
from ulbrek.core.materials.boards import Foam, Linear, Lumber, Sheet, SheetSize
from ulbrek.core.materials.catalogue import (
    ADMIXTURES,
    BARS,
    CONTAINERS,
    FOAMS,
    FORMERS,
    GRINDERS,
    INGREDIENTS,
    LINEAR,
    LINERS,
    LUMBER,
    MESHES,
    MIXES,
    PADS,
    RELEASES,
    SAWS,
    SCREWS,
    SEALANTS,
    SEALERS,
    SHEETS,
    SLURRIES,
    TAPES,
    VIBRATORS,
)
from ulbrek.core.materials.containers import Container
from ulbrek.core.materials.ingredients import Ingredient
from ulbrek.core.materials.mixes import Mix
from ulbrek.core.materials.own import OwnFigure
from ulbrek.core.materials.sealers import SealerCoat
from ulbrek.core.materials.steel import Bar, Mesh
from ulbrek.core.materials.supplies import (
    ReadyFormer,
    ReleaseAgent,
    Screws,
    Sealant,
    Slurry,
    Supplies,
    Tape,
)
from ulbrek.core.materials.tools import Carrier, Grinder, Pad, Saw, Vibrator


class Standby(Document):
    """A small mould that stands by for what is left over."""

    id: Annotated[str, Field(max_length=40), ONE_LINE] = ""
    name: Annotated[str, Field(min_length=1, max_length=60), label("Name"), ONE_LINE]
    volume_l: Annotated[float, Field(ge=0.01, le=1000, allow_inf_nan=False), label("Volume", unit="volume")]


class Person(Document):
    """Somebody who works here: what they may lift, and when they are there."""

    id: Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
    name: Annotated[str, Field(min_length=1, max_length=80), label("Name or role"), ONE_LINE]
    lifts_kg: Annotated[
        float | None,
        Field(ge=1, le=40, allow_inf_nan=False),
        label("May lift", none="as the shop says", unit="kg", description="alone, close to the body"),
    ] = None
    there_from: Annotated[TimeOfDay | None, label("There from", none="any time")] = None
    there_until: Annotated[TimeOfDay | None, label("There until", none="any time")] = None


class Shop(Document):
    """A shop's document. It starts from generic materials and common practice.

    Where a job chooses nothing, the first of a list is planned with.
    """

    name: Annotated[str, Field(min_length=1, max_length=80), label("Name"), ONE_LINE] = "Shop"
    currency: Annotated[
        str, Field(pattern="^[A-Z]{3}$"), label("Currency", description="three letters, such as USD or EUR")
    ] = "USD"
    begun: Annotated[bool, Field(description="whether the first questions were answered or put aside")] = True
    one_person_lifts_kg: Annotated[float, Field(ge=1, le=60, allow_inf_nan=False)] = 25.0
    people: Annotated[tuple[Person, ...], Field(max_length=60), COUNTED] = ()
    mixes: Annotated[tuple[Mix, ...], Field(min_length=1, max_length=100), COUNTED] = MIXES
    admixtures: Annotated[tuple[Admixture, ...], Field(max_length=100), COUNTED] = ADMIXTURES
    ingredients: Annotated[tuple[Ingredient, ...], Field(max_length=100), COUNTED] = INGREDIENTS
    standby: Annotated[tuple[Standby, ...], Field(max_length=30), COUNTED] = ()
    containers: Annotated[tuple[Container, ...], Field(min_length=1, max_length=100), COUNTED] = CONTAINERS
    sheets: Annotated[tuple[Sheet, ...], Field(min_length=1, max_length=100), COUNTED] = SHEETS
    liners: Annotated[tuple[Sheet, ...], Field(min_length=1, max_length=30), COUNTED] = LINERS
    lumber: Annotated[tuple[Lumber, ...], Field(min_length=1, max_length=30), COUNTED] = LUMBER
    foams: Annotated[tuple[Foam, ...], Field(min_length=1, max_length=30), COUNTED] = FOAMS
    bars: Annotated[tuple[Bar, ...], Field(min_length=1, max_length=60), COUNTED] = BARS
    meshes: Annotated[tuple[Mesh, ...], Field(min_length=1, max_length=60), COUNTED] = MESHES
    linear: Annotated[tuple[Linear, ...], Field(max_length=60), COUNTED] = LINEAR
    sealants: Annotated[tuple[Sealant, ...], Field(max_length=30), COUNTED] = SEALANTS
    tapes: Annotated[tuple[Tape, ...], Field(min_length=1, max_length=30), COUNTED] = TAPES
    releases: Annotated[tuple[ReleaseAgent, ...], Field(max_length=30), COUNTED] = RELEASES
    screws: Annotated[tuple[Screws, ...], Field(min_length=1, max_length=30), COUNTED] = SCREWS
    formers: Annotated[tuple[ReadyFormer, ...], Field(max_length=60), COUNTED] = FORMERS
    sealers: Annotated[tuple[SealerCoat, ...], Field(max_length=30), COUNTED] = SEALERS
    slurries: Annotated[tuple[Slurry, ...], Field(max_length=30), COUNTED] = SLURRIES
    saws: Annotated[tuple[Saw, ...], Field(max_length=30), COUNTED] = SAWS
    vibrators: Annotated[tuple[Vibrator, ...], Field(max_length=30), COUNTED] = VIBRATORS
    carriers: Annotated[tuple[Carrier, ...], Field(max_length=30), COUNTED] = ()
    grinders: Annotated[tuple[Grinder, ...], Field(max_length=30), COUNTED] = GRINDERS
    pads: Annotated[tuple[Pad, ...], Field(max_length=60), COUNTED] = PADS
    own: Annotated[tuple[OwnFigure, ...], Field(max_length=200), COUNTED] = ()
    form_habits: FormHabits = FormHabits()
    habits: Habits = Habits()
    hours: Hours = Hours()
    rates: Rates = Rates()

    @model_validator(mode="before")
    @classmethod
    def _named(cls, told: Any) -> Any:  # noqa: ANN401 - whatever a document may hold
        """A shop from before its moulds for leftovers had ids."""
        kept = told.get("standby") if isinstance(told, dict) else None
        if not isinstance(kept, list | tuple):
            return told
        named = [
            {**one, "id": f"leftover-{number}"} if isinstance(one, dict) and not one.get("id") else one
            for number, one in enumerate(kept, 1)
        ]
        return {**told, "standby": named}

    @model_validator(mode="before")
    @classmethod
    def _saw_of_its_habits(cls, told: Any) -> Any:  # noqa: ANN401 - whatever a document may hold
        """A shop from before it had saws: the one that its habits tell of comes first."""
        if not isinstance(told, dict) or "saws" in told or not isinstance(told.get("form_habits"), dict):
            return told
        try:
            habits = FormHabits.model_validate(told["form_habits"])
        except ValidationError:
            return told
        known = next(one for one in SAWS if one.kind == habits.saw)
        own = Saw(
            id=known.id, name=known.name, kind=habits.saw, kerf_mm=habits.kerf.mm, rail_mm=habits.rail.mm,
            left_mm=habits.guide_left.mm, right_mm=habits.guide_right.mm, source="the shop's own",
        )  # fmt: skip
        return {**told, "saws": (own, *(one for one in SAWS if one.kind != habits.saw))}

    @model_validator(mode="after")
    def _one_of_each(self) -> "Shop":
        keys = [one.key for one in self.own]
        twice = next((key for at, key in enumerate(keys) if key in keys[:at]), None)
        if twice is not None:
            raise ValueError(f"There are two own figures of “{twice}”. Keep one of them.")
        return self

    def form_habits_of(self, inputs: FormInputs) -> FormHabits:
        """How a job's forms are built here: its own choices, else the shop's habits with the saw that is used."""
        kind = inputs.over(self.form_habits).saw
        saw = next((one for one in self.saws if one.kind == kind), None)
        sawn = {} if saw is None else {
            "kerf": Length(mm=saw.kerf_mm), "rail": Length(mm=saw.rail_mm), "guide_left": Length(mm=saw.left_mm),
            "guide_right": Length(mm=saw.right_mm),
        }  # fmt: skip
        return inputs.over(self.form_habits.model_copy(update=sawn))

    @property
    def supplies(self) -> Supplies:
        """What is used up at its forms."""
        return Supplies(self.sealants, self.tapes, self.releases, self.screws, self.formers)

    def carries(self, *kinds: str) -> float | None:
        """What the strongest carrier of some kinds carries [kg]; None where there is none."""
        return max((one.carries_kg for one in self.carriers if one.kind in kinds), default=None)

    @property
    def bench_m2(self) -> float | None:
        """Room for forms on the benches; None where nobody has said."""
        known = [one.area_m2 for one in self.carriers if one.kind == "bench" and one.area_m2 is not None]
        return sum(known) if known else None

    def with_sizes(self, sheet_id: str, sizes: Sequence[SheetSize]) -> "Shop | None":
        """The shop with other sizes of a sheet or a liner; None where it has none of that id.

        Args:
            sheet_id: which
            sizes: what it is sold in, the usual size first; one at least
        """
        if sheet_id not in {one.id for one in (*self.sheets, *self.liners)}:
            return None
        usual, *others = sizes
        told = {
            "length_mm": usual.length_mm, "width_mm": usual.width_mm, "price": usual.price,
            "other_sizes": tuple(others),
        }  # fmt: skip

        def changed(all_: Sequence[Sheet]) -> tuple[Sheet, ...]:
            return tuple(one.model_copy(update=told) if one.id == sheet_id else one for one in all_)

        return self.model_copy(update={"sheets": changed(self.sheets), "liners": changed(self.liners)})
