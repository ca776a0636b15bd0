"""Lists whose length is looked at before what is in them."""

from collections.abc import Sized
from typing import Any

from pydantic import GetCoreSchemaHandler
from pydantic_core import CoreSchema, PydanticCustomError, core_schema


class Counted:
    """Marks a list or table with a greatest length: a longer one is refused for that, its items unread.

    Without it each item is refused for itself, which of a hundred thousand takes a minute.
    """

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:  # noqa: ANN401
        """The schema of the list, with its length looked at first."""
        schema = handler(source)
        most: int = schema["max_length"]

        def count(given: Any) -> Any:  # noqa: ANN401 - whatever a document may hold
            if isinstance(given, list | tuple | dict | set) and isinstance(given, Sized) and len(given) > most:
                raise PydanticCustomError("too_long", "It is too long", {"max_length": most})
            return given

        return core_schema.no_info_before_validator_function(count, schema)


COUNTED = Counted()
