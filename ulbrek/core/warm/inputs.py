"""What a job says of the pieces that a mat warms."""

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.base.texts import PieceId

Supply = Literal["12 V", "24 V", "120 V", "230 V"]
Stands = Literal["indoors", "outdoors, sheltered", "outdoors, in the wind"]
Ohms = Annotated[float, Field(gt=0, le=100_000, allow_inf_nan=False)]


class WarmSeat(Document):
    """How one piece is warmed: what its mat takes, where it stands, and what was measured of the mat."""

    watts: Annotated[
        Annotated[float, Field(ge=5, le=5_000, allow_inf_nan=False)] | None,
        label("Power of the mat", none="150 W/m²", unit="W", hint="of all mats in the piece, from the label"),
    ] = None
    supply: Annotated[Supply, label("Supply")] = "24 V"
    held_c: Annotated[
        Annotated[float, Field(ge=10, le=80, allow_inf_nan=False)] | None,
        label("Thermostat on the mat", none="none", unit="C", hint="sensor in a tube between two turns"),
    ] = 35.0
    air_c: Annotated[float, Field(ge=-30, le=40, allow_inf_nan=False), label("Air", unit="C")] = 10.0
    stands: Annotated[Stands, label("Stands")] = "outdoors, sheltered"
    hours: Annotated[
        float, Field(ge=0.25, le=24, allow_inf_nan=False), label("Hours on a day", unit="h", hint="from cold")
    ] = 4.0
    ohms_label: Annotated[Ohms | None, label("Resistance on the label", none="by its power", unit="ohm")] = None
    ohms_before: Annotated[Ohms | None, label("Measured before", none="not yet", unit="ohm")] = None
    ohms_after: Annotated[Ohms | None, label("Measured after the pour", none="not yet", unit="ohm")] = None
    megohms: Annotated[
        Annotated[float, Field(ge=0, le=100_000, allow_inf_nan=False)] | None,
        label("Insulation after the pour", none="not yet", unit="Mohm"),
    ] = None

    @property
    def volts(self) -> float:
        """Of its supply [V]."""
        return float(self.supply.removesuffix(" V"))


class WarmInputs(Document):
    """The pieces of a job that are warmed."""

    seats: Annotated[Mapping[PieceId, WarmSeat], Field(max_length=60, description="by piece"), COUNTED] = Field(
        default_factory=dict
    )

    def seat_of(self, piece: str) -> WarmSeat:
        """How a piece is warmed."""
        return self.seats.get(piece, WarmSeat())
