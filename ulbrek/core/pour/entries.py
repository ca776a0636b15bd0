"""What people write down on the day, each on their own device: entries that are only ever added to."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import AwareDatetime, Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.texts import LINES, ONE_LINE

Kind = Literal["did", "answer", "skip", "hold", "cup", "gaps", "extra", "temperature", "covered", "note", "undo"]
StepId = Annotated[str, Field(min_length=1, max_length=140), ONE_LINE]
Amount = Annotated[float, Field(gt=0, le=2_000, allow_inf_nan=False)]


class RunEntry(Document):
    """Something that was done, seen or said on the day.

    Attributes:
        kind: what; ``covered`` are open faces, when rain came
        id: given by the device, so that it is applied once however often it is sent
        at: when, by the device's clock as it was corrected
        step: of which step
        answer: what a test showed
        bags: of a batch, where they were others than planned; in reserve that are mixed too
        water_l: all the water of a batch; of a cup that went in [l]
        gaps_mm: from the concrete up to the rail [mm]
        of: the entry that is taken back
        text: why, or what there is to say
        celsius: of the concrete
        read: the fields that a device read off
        insisted: whether it was asked back as unlikely, and kept as it is
        said_at: when, as its device said it; where that was still to come, and it happened now
    """

    id: UUID
    kind: Kind
    at: AwareDatetime
    step: StepId | None = None
    member_id: UUID | None = None
    answer: Annotated[str, Field(max_length=40), ONE_LINE] | None = None
    bags: Amount | None = None
    water_l: Amount | None = None
    gaps_mm: Annotated[
        tuple[Annotated[float, Field(ge=0, le=2_000, allow_inf_nan=False)], ...], Field(max_length=9), COUNTED
    ] = ()
    of: UUID | None = None
    text: Annotated[str, Field(max_length=2_000), LINES] = ""
    celsius: Annotated[float, Field(ge=-30, le=150, allow_inf_nan=False)] | None = None
    read: Annotated[tuple[Literal["bags", "water_l", "celsius"], ...], Field(max_length=3), COUNTED] = ()
    insisted: bool = False
    said_at: AwareDatetime | None = None
