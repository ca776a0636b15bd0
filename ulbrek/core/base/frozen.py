"""The ``dataclass`` that every room makes its records with.

To whoever reads or type checks it, it is the standard library's, ``frozen=True`` included. As the program runs a record
is not locked: making a locked one takes several times as long, and a plan makes thousands. That nobody writes to one is
seen to twice: by the type checker, and by the tests, which lock them all (``LOCKED``).
"""

import dataclasses
from typing import TYPE_CHECKING, Any

__all__ = ["dataclass"]

LOCKED = False  # tests/locked.py sets it before any record is made

if TYPE_CHECKING:
    from dataclasses import dataclass
else:

    def dataclass(*, frozen: bool = False, **settings: bool) -> Any:  # noqa: ANN401 - a decorator of any class
        """The standard library's, with a hash where it would be frozen, and frozen itself only in tests."""

        def make(kind: type) -> type:
            hashed = frozen and settings.get("eq", True) and "__hash__" not in vars(kind)
            if LOCKED or not hashed:
                return dataclasses.dataclass(frozen=frozen, **settings)(kind)
            made = dataclasses.dataclass(unsafe_hash=True, **settings)(kind)
            if settings.get("slots"):  # pickled as locked ones are, which another process may make of it
                made.__getstate__, made.__setstate__ = _state, _set_state
            return made

        return make

    def _state(self: object) -> list[object]:
        return [getattr(self, field.name) for field in dataclasses.fields(self)]

    def _set_state(self: object, state: list[object]) -> None:
        for field, value in zip(dataclasses.fields(self), state, strict=True):
            object.__setattr__(self, field.name, value)
