"""What was worked out before: a node is worked out anew only when what it depends on has changed."""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import fields, is_dataclass
from functools import cache
from hashlib import blake2b
from typing import Any, Generic, Protocol, TypeVar, cast

from cachetools import LRUCache
from pydantic import BaseModel

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.history import History
from ulbrek.core.kit.climate.conditions import Conditions
from ulbrek.core.plan.figures import figures_in
from ulbrek.core.plan.result import RULE_VERSION

Result = TypeVar("Result")
Result_co = TypeVar("Result_co", covariant=True)

ROOM_BYTES = 48_000_000
# About what a result holds in memory: measured over the demo's jobs, by how long its lists are.
_PLAIN = frozenset((str, float, int, bool, type(None)))
_A_RESULT_BYTES = 12_000
_AN_ITEM_BYTES = 900


class Node(Protocol[Result_co]):
    """A frozen brief: all that a station's result depends on, and how it is worked out from that alone."""

    def work(self) -> Result_co:
        """The station's result."""
        ...


@dataclass(frozen=True, slots=True)
class Worked(Generic[Result_co]):
    """A node's result, the key of what it was worked out from, and the figures that it shows."""

    result: Result_co
    key: str
    shown: tuple[Figure, ...]


class Memory:
    """Results of nodes by their keys, as long as there is room for them; for one thread at a time."""

    def __init__(self, room_bytes: int = ROOM_BYTES) -> None:
        """An empty memory with room for so many bytes, about."""
        self._kept: LRUCache[str, tuple[int, Worked[object]]] = LRUCache(room_bytes, lambda one: one[0])

    @property
    def held_bytes(self) -> int:
        """About how much it holds [bytes]."""
        return int(self._kept.currsize)

    def work(self, node: Node[Result], keys: "Keys") -> Worked[Result]:
        """A node's result: the one that is known, or worked out now.

        Args:
            node: the node
            keys: those of this plan
        """
        key = keys.of(node)
        known = self._kept.get(key)
        if known is not None:
            return cast("Worked[Result]", known[1])
        result = node.work()
        worked = Worked(result, key, tuple(figures_in(result)))
        size = _size_of(result)
        if size <= self._kept.maxsize:
            self._kept[key] = size, worked
        return worked


class Keys:
    """Keys of nodes: what a brief holds, told to the last digit, as a short digest. One of these serves one plan.

    A result that goes into another brief is told by its own key; the same object is told once.
    """

    def __init__(self) -> None:
        """No key is known yet."""
        self._told: dict[int, tuple[object, str]] = {}

    def of(self, node: object) -> str:
        """The key of a node."""
        told = [type(node).__qualname__, str(RULE_VERSION)]
        self._tell(node, told)
        return blake2b("\n".join(told).encode(), digest_size=12).hexdigest()

    def _tell(self, value: object, told: list[str]) -> None:
        kind = type(value)
        if kind in _PLAIN:
            told.append(repr(value))
        elif kind in _KEYED:
            told.append(_KEYED[kind](value))
        elif kind is Figure or issubclass(kind, BaseModel):
            told.append(self._once(cast("BaseModel | Figure", value)))
        elif names := _names_of(kind):  # type: ignore[arg-type]  # hashable
            for name in names:
                self._tell(getattr(value, name), told)
        elif isinstance(value, Mapping):
            told.append(f"map {len(value)}")
            for name, item in value.items():
                told.append(repr(name))
                self._tell(item, told)
        elif isinstance(value, tuple | list):
            told.append(f"list {len(value)}")
            for item in value:
                self._tell(item, told)
        else:
            told.append(repr(value))

    def _once(self, value: BaseModel | Figure) -> str:
        known = self._told.get(id(value))
        if known is None:
            told = value.model_dump_json() if isinstance(value, BaseModel) else "\n".join(self._of_figure(value))
            known = self._told[id(value)] = value, told  # held, so that its place in memory is no other's
        return known[1]

    def _of_figure(self, figure: Figure) -> Iterator[str]:
        yield f"{figure.key} {figure.value!r} {figure.low!r} {figure.high!r}"
        for name, put_in in figure.inputs.items():
            yield f"{name} {put_in.value!r} {put_in.low!r} {put_in.high!r}"
            if put_in.figure is not None:
                yield self._once(put_in.figure)


# What tells itself in short.
_KEYED: dict[type, Callable[[Any], str]] = {
    Worked: lambda one: one.key, Conditions: lambda one: one.digest, History: lambda one: one.digest,
}  # fmt: skip


@cache
def _names_of(kind: type) -> tuple[str, ...]:
    """What an object holds: the fields of a dataclass, or the slots of a small class."""
    if is_dataclass(kind):
        return tuple(field.name for field in fields(kind))
    return () if issubclass(kind, tuple) else tuple(getattr(kind, "__slots__", ()))


def _size_of(result: object) -> int:
    """About how much a result holds [bytes], by the lists in it and in what it is made of."""
    items, ahead = 0, [result]
    while ahead:
        value = ahead.pop()
        for name in _names_of(type(value)):  # type: ignore[arg-type]  # hashable
            part = getattr(value, name)
            kind = type(part)
            if kind is tuple or kind is list or kind is dict:
                items += len(part)
            elif kind is not Figure and kind not in _PLAIN and _names_of(kind):  # type: ignore[arg-type]  # hashable
                ahead.append(part)
    return _A_RESULT_BYTES + _AN_ITEM_BYTES * items
