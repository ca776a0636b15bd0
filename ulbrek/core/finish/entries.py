"""What is written down at the machine, each on their own device: entries that are only ever added to."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import AwareDatetime, Field

from ulbrek.core.base.document import Document
from ulbrek.core.base.texts import LINES, ONE_LINE

Kind = Literal[
    "pass", "mark", "flat", "gone", "left", "did", "skip", "sanded", "taped", "dry", "damp", "pad", "note", "undo",
]  # fmt: skip
Way = Literal["across", "along"]
MarkOf = Literal["high", "scratch", "void"]
StepId = Annotated[str, Field(min_length=1, max_length=60), ONE_LINE]
Place = Annotated[float, Field(ge=-100, le=20_000, allow_inf_nan=False)]


class FinishEntry(Document):
    """Something that was done or seen at the machine.

    Attributes:
        kind: what: ``gone`` says that the scratches of the grit before are gone, ``left`` that some are still there;
            ``flat`` that a mark is; a ``mark`` of another is that one measured again; ``skip`` leaves a step out;
            ``taped``, ``dry`` and ``damp`` are of the plastic sheet
        id: given by the device, so that it is applied once however often it is sent
        at: when, by the device's clock as it was corrected
        casting: which of the castings of the pour
        step: of which step
        way: of a pass
        x_mm: of a mark, from the left [mm]
        y_mm: of a mark, from the front [mm]
        size_mm: how far it reaches [mm]
        high_mm: how far it stands up [mm]
        volume_l: of a coat, what went on this casting [l]
        of: the mark that is flat or measured again, or the entry that is taken back
        text: what there is to say
    """

    id: UUID
    kind: Kind
    at: AwareDatetime
    casting: UUID
    step: StepId | None = None
    member_id: UUID | None = None
    way: Way | None = None
    mark: MarkOf = "high"
    x_mm: Place | None = None
    y_mm: Place | None = None
    size_mm: Annotated[float, Field(gt=0, le=2_000, allow_inf_nan=False)] = 120.0
    high_mm: Annotated[float, Field(ge=0, le=20, allow_inf_nan=False)] | None = None
    volume_l: Annotated[float, Field(gt=0, le=1_000, allow_inf_nan=False)] | None = None
    of: UUID | None = None
    text: Annotated[str, Field(max_length=2_000), LINES] = ""
