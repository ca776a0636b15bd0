"""What is asked of a defect before it is mended: how large it is, and what it goes through."""

from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.document import Document
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.label import label
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Between

Exposure = Literal["indoors", "outdoors", "on the ground"]
Size = Annotated[Length, Between(1, 12_000)]


class Damage(Document):
    """How large a defect is, as it was measured.

    Attributes:
        long: along it
        wide: across it; of a crack not asked
        deep: at its deepest; of a crack not asked
        crack: how far a crack is open
        moving: whether a crack opens and closes
        carries: whether it goes through a lift point, an anchor or a bearing
        oily: whether oil, wax or a sealer is on it
    """

    long: Annotated[Size | None, label("Length", none="not measured")] = None
    wide: Annotated[Size | None, label("Width", none="not measured")] = None
    deep: Annotated[Annotated[Length, Between(0.1, 1_000)] | None, label("Depth", none="not measured")] = None
    crack: Annotated[Annotated[Length, Between(0.01, 100)] | None, label("Crack width", none="not measured")] = None
    moving: Annotated[bool | None, Field(description="None: not known")] = None
    carries: Annotated[bool | None, Field(description="None: not known")] = None
    oily: Annotated[bool | None, Field(description="None: not known")] = None


@dataclass(frozen=True, slots=True)
class Service:
    """What a casting is for, as far as its repair goes by it.

    Attributes:
        use: as Move has it: a seat, a vessel, a block or weight …
        exposure: where it stands
        food: whether it touches food
        hot: whether it takes hot pans
        lifted: whether it is a weight that people lift again and again
        over_people: whether it carries people, or is held over them
        arch: whether it is a block of an arch
        thick_mm: of the casting
        show_mm2: its faces that show; 0 where that is not known
        penetrating: whether it is to be sealed by something that must soak in
    """

    use: str = "top or shelf"
    exposure: Exposure = "indoors"
    food: bool = False
    hot: bool = False
    lifted: bool = False
    over_people: bool = False
    arch: bool = False
    thick_mm: float = 40.0
    show_mm2: float = 0.0
    penetrating: bool = False
