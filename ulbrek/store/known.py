"""What was read before and is still as it was: shops and what happened to pours, as long as there is room."""

from collections.abc import Hashable
from threading import Lock
from typing import Generic, TypeVar

from cachetools import LRUCache

Value = TypeVar("Value")
Key = TypeVar("Key", bound=Hashable)


class Known(Generic[Key, Value]):
    """Values by a key that says what they were read from: under one key there is never another value."""

    def __init__(self, room: int) -> None:
        """Keeps values whose weights are at most ``room`` together; what was asked for longest ago goes first."""
        self._kept: LRUCache[Key, tuple[int, Value]] = LRUCache(room, getsizeof=lambda kept: kept[0])
        self._lock = Lock()

    def get(self, key: Key) -> Value | None:
        """The value under a key; None where there is none (any more)."""
        with self._lock:
            kept = self._kept.get(key)
        return None if kept is None else kept[1]

    def keep(self, key: Key, value: Value, weight: int = 1) -> None:
        """Keeps a value, unless it is larger than the room.

        Args:
            key: what it was read from
            value: what was read
            weight: how large it is, in the unit of the room
        """
        with self._lock:
            if weight <= self._kept.maxsize:
                self._kept[key] = weight, value
