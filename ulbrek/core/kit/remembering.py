"""Results that are remembered as long as there is room for them: by how large they are, not by how many."""

from collections.abc import Callable
from functools import wraps
from threading import Lock
from typing import ParamSpec, TypeVar

from cachetools import LRUCache, cached

P = ParamSpec("P")
Result = TypeVar("Result")


def remembered(room_bytes: int, weigh: Callable[..., int]) -> Callable[[Callable[P, Result]], Callable[P, Result]]:
    """Remembers what a pure function gave; what was asked for longest ago goes first.

    Args:
        room_bytes: for all of its results together; one that is larger is not remembered
        weigh: about how large a result is, from the result and what it was asked for [bytes]
    """

    def remember(work: Callable[P, Result]) -> Callable[P, Result]:
        room: LRUCache[object, tuple[int, Result]] = LRUCache(room_bytes, getsizeof=lambda kept: kept[0])

        @cached(room, lock=Lock())
        def weighed(*args: P.args, **kwargs: P.kwargs) -> tuple[int, Result]:
            result = work(*args, **kwargs)
            return weigh(result, *args, **kwargs), result

        @wraps(work)
        def known(*args: P.args, **kwargs: P.kwargs) -> Result:
            return weighed(*args, **kwargs)[1]

        return known

    return remember
