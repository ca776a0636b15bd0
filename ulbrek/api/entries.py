"""What the API takes as entries of records."""

from datetime import UTC, datetime, timedelta
from typing import Annotated, Literal
from uuid import UUID

from pydantic import AfterValidator, AwareDatetime, BaseModel, ConfigDict, Field, field_validator

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.texts import LINES, ONE_LINE
from ulbrek.core.base.units import Length, Units
from ulbrek.core.base.units.limits import Between
from ulbrek.core.base.units.quantity import write_quantity
from ulbrek.core.base.units.typed import read_quantity
from ulbrek.core.cure.history import Method
from ulbrek.core.cure.inputs import FIRST_YEAR, LAST_YEAR, Hours, TimeOfDay
from ulbrek.core.form.inputs import FormHabits
from ulbrek.core.job.habits import Habits
from ulbrek.core.job.rates import Rates
from ulbrek.core.materials.boards import Price, SheetSize
from ulbrek.core.materials.moulds import MouldMade
from ulbrek.core.materials.own import Group
from ulbrek.core.records.casting import State
from ulbrek.core.records.causes.facts import FACTS
from ulbrek.core.records.causes.finder import ELSE
from ulbrek.core.records.causes.table import CAUSES, DEFECTS
from ulbrek.files.problems import InvalidDocumentError, Problem
from ulbrek.store.entries import Entry
from ulbrek.store.forms import MouldEventKind
from ulbrek.store.log import Face, Observation, ObservationKind
from ulbrek.store.members import Told
from ulbrek.store.pours import Fill, PourTake
from ulbrek.store.sensors import SensorKind
from ulbrek.store.stock import ItemKind, MoveKind, NewLot


def _in_our_time(moment: datetime) -> datetime:
    try:
        utc = moment.astimezone(UTC)
    except OverflowError:
        utc = None
    if utc is None or not FIRST_YEAR <= utc.year <= LAST_YEAR:
        raise ValueError(f"The year is out of bounds. Give a time from {FIRST_YEAR} to {LAST_YEAR}.")
    return utc


Text = Annotated[str, Field(max_length=4000), LINES]
Name = Annotated[str, Field(min_length=1, max_length=80), ONE_LINE]
Moment = Annotated[AwareDatetime, AfterValidator(_in_our_time)]
Number = Annotated[float, Field(allow_inf_nan=False)]
Positive = Annotated[float, Field(gt=0, le=1_000_000, allow_inf_nan=False)]
Size = Annotated[float, Field(gt=0, le=20_000, allow_inf_nan=False)]


SHEET_LIES = timedelta(hours=16)  # ASTM D4263, from memory


class _Request(BaseModel):
    model_config = ConfigDict(extra="forbid")


def _known_defect(kind: str) -> str:
    if kind not in DEFECTS:
        raise ValueError(f"“{kind}” is no kind of defect. Give one of {', '.join(DEFECTS)}.")
    return kind


def _known_fact(fact: str) -> str:
    if fact not in FACTS:
        raise ValueError(f"“{fact}” is nothing that a cause leans on. Give one that was asked for.")
    return fact


def _known_cause(cause: str) -> str:
    if cause not in CAUSES and cause != ELSE:
        raise ValueError(f"“{cause}” is no cause that is known. Give one that was listed, or “{ELSE}”.")
    return cause


DefectKind = Annotated[str, Field(max_length=40), AfterValidator(_known_defect)]
FactKey = Annotated[str, Field(max_length=40), AfterValidator(_known_fact)]
CauseKey = Annotated[str, Field(max_length=40), AfterValidator(_known_cause)]


class DefectKindRequest(_Request):
    """What kind of defect it is."""

    defect: DefectKind


class FactRequest(_Request):
    """Whether something was so; None where nobody knows any longer."""

    fact: FactKey
    so: bool | None = None


class CauseRequest(_Request):
    """Which cause was found; None where that was a mistake."""

    cause: CauseKey | None = None


class EntryRequest(_Request):
    """When something happened, who did it, what there is to say.

    ``id`` is given by the device, so that an entry that is sent twice is applied once.
    """

    id: UUID | None = None
    at: Moment | None = None
    note: Text = ""
    member_id: UUID | None = None

    @property
    def entry(self) -> Entry:
        """As the records take it; without a time it is now."""
        return Entry(self.at or datetime.now(UTC), self.note.strip(), self.member_id, self.id)


class MemberRequest(_Request):
    """Somebody of the shop: what they may lift as it was typed, or None where the shop's figure counts."""

    name: Name
    units: Units = "mm"
    lifts: Annotated[str, Field(max_length=40)] | Annotated[float, Field(allow_inf_nan=False)] | None = None
    there_from: TimeOfDay | None = None
    there_until: TimeOfDay | None = None

    @property
    def told(self) -> Told:
        """As the shop keeps it.

        Raises:
            InvalidDocumentError: when what they lift cannot be read, or is more than anybody should
        """
        lifts = self.lifts
        if isinstance(lifts, str):
            try:
                lifts = read_quantity(lifts, "kg", self.units) if lifts.strip() else None
            except ValueError as error:
                problem, _, remedy = str(error).partition(". ")
                raise InvalidDocumentError([Problem("/lifts", f"{problem}.", remedy)]) from None
        if lifts is not None and not LEAST_OF_ONE_KG <= lifts <= MOST_OF_ONE_KG:
            said, most, usual = (write_quantity(one, "allowed", self.units) for one in (lifts, MOST_OF_ONE_KG, 25.0))
            if lifts > MOST_OF_ONE_KG:
                problem = f"{said} is more than anybody should lift alone."
                raise InvalidDocumentError(
                    [Problem("/lifts", problem, f"Give {usual} or less, {most} for the strong and trained at most.")]
                )
            raise InvalidDocumentError([Problem("/lifts", f"{said} is too little to be of use.", "Check its unit.")])
        return Told(self.name, self.units, lifts, self.there_from, self.there_until)


class ShopRequest(_Request):
    """What is said otherwise of the shop; what is left out stays."""

    name: Name | None = None
    currency: Annotated[str | None, Field(pattern="^[A-Z]{3}$")] = None
    begun: bool | None = None
    form_habits: FormHabits | None = None
    habits: Habits | None = None
    hours: Hours | None = None
    rates: Rates | None = None


class FillRequest(_Request):
    """What a pour fills of one piece."""

    piece: Name
    count: Annotated[int, Field(ge=1, le=200)]
    cavities: Annotated[tuple[UUID, ...], Field(max_length=200), COUNTED] = ()

    @property
    def fill(self) -> Fill:
        """As the records take it."""
        return Fill(self.piece, self.count, self.cavities)


class TakeRequest(_Request):
    """How much of a lot a pour takes."""

    lot_id: UUID
    quantity: Positive

    @property
    def taken(self) -> PourTake:
        """As the records take it."""
        return PourTake(self.lot_id, self.quantity)


class PourRequest(EntryRequest):
    """A pour to begin; ``poured_at`` when its water is in already."""

    job_id: UUID
    fills: Annotated[tuple[FillRequest, ...], Field(min_length=1, max_length=60), COUNTED]
    takes: Annotated[tuple[TakeRequest, ...], Field(max_length=100), COUNTED] = ()
    poured_at: Moment | None = None


class TakesRequest(_Request):
    """What a pour would fill, to be told what it takes."""

    fills: Annotated[tuple[FillRequest, ...], Field(min_length=1, max_length=60), COUNTED]


class BatchRequest(EntryRequest):
    """A batch that was mixed; shares by casting, by their volumes where they are not said."""

    bags: Annotated[float, Field(ge=0.01, le=200, allow_inf_nan=False)]
    water_l: Annotated[float, Field(ge=0.001, le=2000, allow_inf_nan=False)]
    lot_id: UUID | None = None
    shares: Annotated[dict[UUID, Annotated[float, Field(gt=0, le=1)]] | None, Field(max_length=200)] = None


class ActRequest(EntryRequest):
    """An act that was done, to one piece or to all."""

    act: Name
    piece: Name | None = None


class ActsRequest(_Request):
    """Acts that were done, each at its own time: all are kept, or none."""

    acts: Annotated[tuple[ActRequest, ...], Field(min_length=1, max_length=200), COUNTED]


class AskedRequest(_Request):
    """The people who are asked to a pour."""

    members: Annotated[tuple[UUID, ...], Field(max_length=40), COUNTED]


class StateRequest(EntryRequest):
    """A state that a casting came into."""

    state: State


class MouldRequest(_Request):
    """How long a form that is kept lasts, in fillings of each cavity."""

    usual_life: Annotated[int | None, Field(ge=1, le=100_000)] = None
    service_every: Annotated[int | None, Field(ge=1, le=100_000)] = None
    used_before: Annotated[int, Field(ge=0, le=100_000)] = 0
    weakest_part: Text = ""
    made_of: MouldMade | None = None


class FormRequest(_Request):
    """A form that stands in the shop: the piece of each cavity, and what it is as a mould where it is kept."""

    id: UUID | None = None
    name: Name
    job_id: UUID | None = None
    pieces: Annotated[tuple[Name, ...], Field(min_length=1, max_length=60), COUNTED]
    mould: MouldRequest | None = None


class MouldEventRequest(EntryRequest):
    """Something done to a mould."""

    kind: MouldEventKind
    part: Text = ""


class ItemRequest(_Request):
    """Something new to keep."""

    kind: ItemKind
    material: Name
    name: Name
    unit: Name


class LotRequest(EntryRequest):
    """A lot that came in: how much, what one cost, its size where it is an offcut."""

    quantity: Positive
    name: Text = ""
    price: Annotated[float | None, Field(ge=0, le=1_000_000, allow_inf_nan=False)] = None
    currency: Annotated[str | None, Field(pattern="^[A-Z]{3}$")] = None
    length_mm: Size | None = None
    width_mm: Size | None = None
    kind: Literal["bought", "left over", "counted"] = "bought"
    pour_id: UUID | None = None

    def lot(self, currency: str) -> NewLot:
        """As the records take it.

        Args:
            currency: the shop's, where none was given
        """
        return NewLot(
            self.quantity, self.name, self.price, self.currency or currency, self.length_mm, self.width_mm, self.kind
        )


class MoveRequest(EntryRequest):
    """A line in a lot's ledger."""

    kind: MoveKind
    quantity: Annotated[float, Field(ge=0, le=1_000_000, allow_inf_nan=False)]
    pour_id: UUID | None = None


class CountRequest(_Request):
    """What was counted of one lot."""

    lot_id: UUID
    quantity: Annotated[float, Field(ge=0, le=1_000_000, allow_inf_nan=False)]


class CountsRequest(EntryRequest):
    """What was counted on one day: all of it is kept, or none."""

    counts: Annotated[tuple[CountRequest, ...], Field(min_length=1, max_length=500), COUNTED]


class SeenRequest(EntryRequest):
    """Something that was seen, weighed or tested."""

    kind: ObservationKind
    text: Text = ""
    job_id: UUID | None = None
    pour_id: UUID | None = None
    casting_id: UUID | None = None
    form_id: UUID | None = None
    mass_kg: Annotated[float | None, Field(gt=0, le=50_000, allow_inf_nan=False)] = None
    act: Name | None = None
    ready: bool | None = None
    x_mm: Annotated[float | None, Field(ge=-20_000, le=20_000, allow_inf_nan=False)] = None
    y_mm: Annotated[float | None, Field(ge=-20_000, le=20_000, allow_inf_nan=False)] = None
    face: Face | None = None
    replaces: UUID | None = None
    method: Method | None = None
    strength_mpa: Annotated[float | None, Field(gt=0, le=150, allow_inf_nan=False)] = None
    defect: DefectKind | None = None
    volume_l: Annotated[float | None, Field(ge=0, le=5_000, allow_inf_nan=False)] = None
    since: Annotated[Moment | None, Field(description="when the sheet of a sheet test was taped on")] = None

    def refuse_short(self) -> None:
        """Refuses a sheet that was looked at too soon to be dry for a reason."""
        if self.since is None or not self.ready:
            return
        if (self.at or datetime.now(UTC)) - self.since < SHEET_LIES:
            problem = "The sheet lay for less than 16 h."
            raise InvalidDocumentError([Problem("/since", problem, "Look again when it has lain for 16 to 24 h.")])

    @property
    def seen(self) -> Observation:
        """As the records take it."""
        return Observation(
            self.kind, self.text, self.job_id, self.pour_id, self.casting_id, self.form_id, self.mass_kg, self.act,
            self.ready, self.x_mm, self.y_mm, self.face, self.replaces, self.method,
            self.strength_mpa, self.defect if self.kind == "defect" else None, self.volume_l,
        )  # fmt: skip


class LeaveOutRequest(Group):
    """Why a record of a group is left out; without a reason it counts again."""

    reason: Annotated[str, Field(max_length=300), ONE_LINE] = ""


class SensorRequest(_Request):
    """A new sensor."""

    name: Name
    kind: SensorKind


class PlaceRequest(_Request):
    """The pour that a sensor is put into."""

    pour_id: UUID
    at: Moment | None = None


class ReadingRequest(_Request):
    """What a sensor read at a moment [°C or %]."""

    at: Moment
    value: Annotated[float, Field(gt=-200, lt=500, allow_inf_nan=False)]


class TemperatureRequest(_Request):
    """A temperature of the concrete, read off and typed in [°C]."""

    at: Moment | None = None
    celsius: Annotated[float, Field(ge=-40, le=120, allow_inf_nan=False)]


class ReadingsRequest(_Request):
    """Readings of one sensor."""

    readings: Annotated[tuple[ReadingRequest, ...], Field(min_length=1, max_length=5000), COUNTED]


Gap = Annotated[Length, Between(0, 2_000)]


class EnoughRequest(BaseModel):
    """A casting that is being filled, and how far the concrete is under the rail at a few places."""

    model_config = ConfigDict(extra="forbid")

    piece: Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
    gaps: Annotated[tuple[Gap, ...], Field(min_length=1, max_length=9), COUNTED]
    used_bags: Annotated[float, Field(ge=0, le=5000, allow_inf_nan=False, description="mixed so far")] = 0.0


LEAST_OF_ONE_KG, MOST_OF_ONE_KG = 1.0, 40.0
SheetSide = Annotated[Length, Between(100, 12_000)]


class SheetSizeRequest(BaseModel):
    """A size that a sheet is sold in, and what one costs in the shop's money."""

    model_config = ConfigDict(extra="forbid")

    length: SheetSide
    width: SheetSide
    price: Price | None = None

    @property
    def size(self) -> SheetSize:
        """As the shop keeps it."""
        return SheetSize(length_mm=self.length.mm, width_mm=self.width.mm, price=self.price)


class LiftsRequest(BaseModel):
    """What one person of the shop lifts."""

    model_config = ConfigDict(extra="forbid")

    one_person_lifts_kg: Annotated[float, Field(ge=1, allow_inf_nan=False)]

    @field_validator("one_person_lifts_kg")
    @classmethod
    def _nobody_lifts_more(cls, kilograms: float) -> float:
        if kilograms > MOST_OF_ONE_KG:
            raise ValueError(
                f"{kilograms:g} kg is more than anybody should lift alone. Give 25 kg or less, {MOST_OF_ONE_KG:g} kg "
                "for the strong and trained at most."
            )
        return kilograms


class SheetSizesRequest(BaseModel):
    """The sizes that a kind of sheet is sold in, the usual one first."""

    model_config = ConfigDict(extra="forbid")

    sizes: Annotated[tuple[SheetSizeRequest, ...], Field(min_length=1, max_length=7), COUNTED]
