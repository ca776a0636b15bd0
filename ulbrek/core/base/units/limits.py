"""Lengths that must lie within bounds, refused in words."""

from typing import Annotated, Any

from pydantic import GetCoreSchemaHandler, GetJsonSchemaHandler
from pydantic_core import CoreSchema, core_schema

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units.length import Length


@dataclass(frozen=True)
class Between:
    """Refuses a length outside its bounds, and says them in the schema [mm]."""

    low_mm: float
    high_mm: float

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:  # noqa: ANN401
        """The schema of the length, with its bounds looked at last."""
        return core_schema.no_info_after_validator_function(self.refuse, handler(source))

    def __get_pydantic_json_schema__(self, schema: CoreSchema, handler: GetJsonSchemaHandler) -> dict[str, Any]:
        """What JSON Schema has no word for: bounds of a length, in millimetres."""
        return {**handler(schema), "x-bounds-mm": [self.low_mm, self.high_mm]}

    def refuse(self, length: Length) -> Length:
        """The length.

        Raises:
            ValueError: where it is out of bounds, naming both
        """
        if not self.low_mm <= length.mm <= self.high_mm:
            raise ValueError(f"{length.mm:g} mm is out of bounds. Give {self.low_mm:g} to {self.high_mm:g} mm.")
        return length


Side = Annotated[Length, Between(10, 12_000)]
Depth = Annotated[Length, Between(5, 2_000)]
Bore = Annotated[Length, Between(1, 4_000)]
Offset = Annotated[Length, Between(0, 12_000)]
Radius = Annotated[Length, Between(0, 2_000)]
Small = Annotated[Length, Between(0, 2_000)]
