"""A length in a document: its millimetres, and how the person wrote it."""

import math
from typing import Annotated, Any, Self

from pydantic import Field, GetJsonSchemaHandler, model_validator
from pydantic_core import CoreSchema

from ulbrek.core.base.document import Document
from ulbrek.core.base.units.constants import MM_PER_INCH
from ulbrek.core.base.units.reading import LONGEST_MM, Units, read_length
from ulbrek.core.base.units.writing import write_length

_SAME_MM = 1e-6
_INCH_MARKS = ("in", "f", "/", '"', "″", "”", "'", "′", "’", "½", "¼", "¾", "⅛", "⅜", "⅝", "⅞")


class Length(Document):
    """A length: ``mm`` is its value, ``typed`` is how it was written and comes back as it was.

    On the way in a text (``"62 cm"``), a number of millimetres, or ``{"typed": "24 3/8", "bare": "in"}``
    will do; the millimetres are worked out here.
    """

    mm: Annotated[float, Field(ge=0, le=LONGEST_MM, allow_inf_nan=False, description="millimetres")]
    typed: Annotated[str | None, Field(default=None, description="as it was written, if it was")] = None

    @model_validator(mode="before")
    @classmethod
    def _read(cls, given: Any) -> Any:  # noqa: ANN401 - whatever a document may hold
        if isinstance(given, str):
            return {"mm": read_length(given), "typed": _plain(given)}
        if isinstance(given, int | float) and not isinstance(given, bool):
            return {"mm": given}
        if isinstance(given, dict) and "mm" not in given and isinstance(given.get("typed"), str):
            bare = given.get("bare", "mm")
            if bare not in ("in", "mm"):
                raise ValueError(f"A number without a unit is in “in” or “mm”, not “{bare}”.")
            return {"mm": read_length(given["typed"], bare), "typed": _plain(given["typed"])}
        return given

    @classmethod
    def __get_pydantic_json_schema__(cls, schema: CoreSchema, handler: GetJsonSchemaHandler) -> dict[str, Any]:
        """What is written has its millimetres; what is read may be any of the ways in which people write a length."""
        written = handler(schema)
        if handler.mode == "serialization":
            return written
        full = handler.resolve_ref_schema(written)
        typed = {"typed": {"type": "string"}, "bare": {"enum": ["in", "mm"], "type": "string"}}
        as_typed = {"type": "object", "properties": typed, "required": ["typed"], "additionalProperties": False}
        whole = {key: full[key] for key in ("type", "properties", "required", "additionalProperties")}
        text, number = {"type": "string"}, {"type": "number", "description": "millimetres"}
        title, description = full["title"], full["description"]
        full.clear()
        full.update({"title": title, "description": description, "anyOf": [whole, as_typed, text, number]})
        return written

    @model_validator(mode="after")
    def _agree(self) -> Self:
        if self.typed is None:
            return self
        if not self._reads_in("mm") and not self._reads_in("in"):
            raise ValueError(
                f"“{self.typed}” reads as {read_length(self.typed):g} mm, but {self.mm:g} mm stands beside it. "
                "Keep one of them."
            )
        return self

    def _reads_in(self, bare: Units) -> bool:
        return math.isclose(self.mm, read_length(self.typed or "", bare), rel_tol=1e-9, abs_tol=_SAME_MM)

    @property
    def units(self) -> Units:
        """The units it was written in; millimetres when it was not written by a person."""
        if self.typed is None:
            return "mm"
        if not self._reads_in("mm"):
            return "in"
        return "in" if any(mark in self.typed.lower() for mark in _INCH_MARKS) else "mm"

    def at_least(self, mm: float) -> "Length":
        """The next length on the tape this one was written for that is not under ``mm`` [mm]."""
        return _on_tape(mm, self.units, math.ceil)

    def at_most(self, mm: float) -> "Length":
        """The last length on the tape this one was written for that is not over ``mm`` [mm]."""
        return _on_tape(mm, self.units, math.floor)


def _on_tape(mm: float, units: Units, to_mark: Any) -> Length:  # noqa: ANN401 - math.ceil or math.floor
    step = MM_PER_INCH / 16 if units == "in" else 1.0
    marked = round(max(0, to_mark(round(mm / step, 6))) * step, 9)
    if units == "mm":
        return Length(mm=marked, typed=f"{marked:g} mm")
    return Length(mm=marked, typed=_plain(write_length(marked, "in")))


def _plain(typed: str) -> str:
    """As it is typed: without the spaces that keep a number and its unit on one line of a page."""
    return typed.strip().replace("\N{NO-BREAK SPACE}", " ")
