"""What of a plan a page does not hold yet: the parts that differ from an earlier answer, each with its JSON pointer.

Parts are the fields of a station's result, and the items of those that are lists. A result that is the same object is
not looked into; of others the written parts are compared, and a result is written once however often it is asked for.
"""

from collections.abc import Iterator, Mapping
from dataclasses import fields, is_dataclass
from functools import cache
from threading import Lock
from typing import Any, NamedTuple, get_args, get_origin, get_type_hints

from cachetools import LRUCache
from pydantic import TypeAdapter
from pydantic_core import to_json

from ulbrek.core.after.headline import Headline
from ulbrek.core.base.figure import Figure
from ulbrek.core.job.job import Job
from ulbrek.core.plan.result import PiecePlan, Plan

Written = bytes | list[bytes]
MOST_RESULTS = 400  # that are kept as they were written: some 8 kB each

_FIGURE = TypeAdapter(Figure)


class Part(NamedTuple):
    """A part that differs: where it stands, and as JSON; None where nothing stands there any longer."""

    pointer: str
    json: bytes | None


class Answer(NamedTuple):
    """What was worked out for a page: a job as it was read, its plan and its headline."""

    job: Job
    plan: Plan
    headline: Headline


class Writer:
    """Writes results part by part, and remembers the last ones as they were written."""

    def __init__(self) -> None:
        """Nothing is written yet."""
        self._written: LRUCache[int, tuple[object, dict[str, Written]]] = LRUCache(MOST_RESULTS)
        self._lock = Lock()

    def differing(self, held: Answer, now: Answer) -> list[Part]:
        """The parts in which an answer differs from one that is held."""
        return [
            *self._of_job(held.job, now.job),
            *self._of_plan(held.plan, now.plan),
            *self._of_result("/headline", held.headline, now.headline, Headline),
        ]

    def _of_job(self, held: Job, now: Job) -> Iterator[Part]:
        if held is now:
            return
        before, after = held.model_dump(mode="json"), now.model_dump(mode="json")
        for name, value in after.items():
            if before[name] == value:
                continue
            if isinstance(value, list) and len(value) == len(before[name]):
                for index, (one, other) in enumerate(zip(before[name], value, strict=True)):
                    if one != other:
                        yield Part(f"/job/{name}/{index}", to_json(other))
            else:
                yield Part(f"/job/{name}", to_json(value))

    def _of_plan(self, held: Plan, now: Plan) -> Iterator[Part]:
        if [piece.id for piece in held.pieces] == [piece.id for piece in now.pieces]:
            for index, (one, other) in enumerate(zip(held.pieces, now.pieces, strict=True)):
                yield from self._of_piece(f"/plan/pieces/{index}", one, other)
        else:
            yield Part("/plan/pieces", _writer_of(tuple[PiecePlan, ...]).dump_json(now.pieces))
        for name in _names_of(Plan):
            one, other = getattr(held, name), getattr(now, name)
            if name == "workings":
                yield from self._of_workings(one, other)
            elif name != "pieces":
                yield from self._of_result(f"/plan/{name}", one, other, _hints_of(Plan)[name])

    def _of_piece(self, at: str, held: PiecePlan, now: PiecePlan) -> Iterator[Part]:
        for name in _names_of(PiecePlan):
            yield from self._of_result(
                f"{at}/{name}", getattr(held, name), getattr(now, name), _hints_of(PiecePlan)[name]
            )

    def _of_result(self, at: str, held: Any, now: Any, kind: Any) -> Iterator[Part]:  # noqa: ANN401
        if held is now:
            return
        if not (is_dataclass(held) and is_dataclass(now)):  # a result that a change brings, or takes away, goes whole
            yield from _whole(at, _writer_of(kind).dump_json(held), _writer_of(kind).dump_json(now))
            return
        before, after = self._parts_of(held), self._parts_of(now)
        for name, value in after.items():
            was = before[name]
            if isinstance(value, list) and isinstance(was, list) and len(value) == len(was):
                for index, (one, other) in enumerate(zip(was, value, strict=True)):
                    yield from _whole(f"{at}/{name}/{index}", one, other)
            else:
                yield from _whole(f"{at}/{name}", _joined(was), _joined(value))

    def _of_workings(self, held: Mapping[str, Figure], now: Mapping[str, Figure]) -> Iterator[Part]:
        before, after = self._figures_of(held), self._figures_of(now)
        for key, figure in now.items():
            if held.get(key) is not figure:
                yield from _whole(f"/plan/workings/{_escaped(key)}", _joined(before.get(key, b"")), _joined(after[key]))
        yield from (Part(f"/plan/workings/{_escaped(key)}", None) for key in held if key not in now)

    def _parts_of(self, result: Any) -> dict[str, Written]:  # noqa: ANN401 - any result
        known = self._known(result)
        if known is not None:
            return known
        hints = _hints_of(type(result))  # type: ignore[arg-type]  # hashable
        return self._keep(result, {name: _written(getattr(result, name), hint) for name, hint in hints.items()})

    def _figures_of(self, workings: Mapping[str, Figure]) -> dict[str, Written]:
        known = self._known(workings)
        if known is not None:
            return known
        return self._keep(workings, {key: _FIGURE.dump_json(figure) for key, figure in workings.items()})

    def _known(self, what: object) -> dict[str, Written] | None:
        with self._lock:
            known = self._written.get(id(what))
        return known[1] if known is not None else None

    def _keep(self, what: object, parts: dict[str, Written]) -> dict[str, Written]:
        with self._lock:
            self._written[id(what)] = what, parts  # held, so that its place in memory is no other's
        return parts


def as_pairs(parts: list[Part]) -> bytes:
    """Parts as a JSON list of pairs; those that are gone have no value."""
    return b"[" + b",".join(_pair(one) for one in parts) + b"]"


def _whole(at: str, held: bytes, now: bytes) -> Iterator[Part]:
    if held != now:
        yield Part(at, now)


def _written(value: object, kind: Any) -> Written:  # noqa: ANN401 - an annotation
    inner = get_args(kind)
    if get_origin(kind) is tuple and len(inner) == 2 and inner[1] is Ellipsis and is_dataclass(inner[0]):
        item: Any = inner[0]
        writer = _writer_of(item)
        return [writer.dump_json(one) for one in value]  # type: ignore[attr-defined]  # a tuple
    return _writer_of(kind).dump_json(value)


def _joined(value: Written) -> bytes:
    return b"[" + b",".join(value) + b"]" if isinstance(value, list) else value


def _pair(one: Part) -> bytes:
    pointer = to_json(one.pointer)
    return b"[" + pointer + b"]" if one.json is None else b"[" + pointer + b"," + one.json + b"]"


def _escaped(name: str) -> str:
    return name.replace("~", "~0").replace("/", "~1")


@cache
def _names_of(kind: Any) -> tuple[str, ...]:  # noqa: ANN401 - a dataclass
    return tuple(field.name for field in fields(kind))


@cache
def _hints_of(kind: Any) -> dict[str, Any]:  # noqa: ANN401 - a dataclass
    return get_type_hints(kind, include_extras=True)


@cache
def _writer_of(kind: Any) -> TypeAdapter[Any]:  # noqa: ANN401 - an annotation
    return TypeAdapter(kind)
