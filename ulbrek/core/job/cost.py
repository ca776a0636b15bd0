"""What a job says of its price."""

from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.measure.inputs.common import Name

Charged = Literal["what is bought", "what is used"]
SetBy = Literal["whoever fetches it", "the shop"]


class Extra(Document):
    """Something else that is paid for, such as a sink or a journey."""

    name: Annotated[Name, label("What")]
    price: Annotated[
        Annotated[float, Field(ge=0, le=1e7, allow_inf_nan=False)] | None,
        label("Cost", none="not said", unit="price"),
    ] = None


class CostInputs(Document):
    """How the price of a job is worked out."""

    charged: Annotated[Charged, label("Materials charged")] = "what is bought"
    set_by: Annotated[SetBy, label("Set in place by")] = "whoever fetches it"
    extras: Annotated[tuple[Extra, ...], Field(max_length=40), COUNTED] = ()
