"""In what one job differs from another, in the words of its own fields."""

from collections.abc import Iterator, Mapping
from typing import Any

from pydantic.fields import FieldInfo

from ulbrek.core.base.document import Document
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units import Length
from ulbrek.core.comparing.result import How, PlanDifference
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop

MOST = 60  # that are told; who changed more reads no further
# What has no label of its own, by the field that it stands in.
_CALLED = {
    "outline": "Outline", "x": "Position across", "y": "Position front to back", "edges_shown": "Edges shown",
    "edge_profiles": "Edge profiles", "edge_fits": "Gaps and overhangs", "features": "Feature", "pieces": "Piece",
    "seams": "Seam", "turned_deg": "Turned", "repeat": "Repeated", "offcuts": "Offcuts used", "layouts": "Cut plan",
    "sawn": "Cut plan", "as_cut": "Boards as cut", "by_hand": "Bars placed by hand", "in_hand": "Bags in hand",
    "bought": "Bags bought", "doses": "Doses", "scratch": "Recipe", "dimensions": "Site dimensions",
    "passages": "Passages", "there": "Way", "parts": "Parts on it", "poured_at": "Time of the pour",
    "run": "Run of pieces", "weight": "Weight wanted", "taper": "Taper", "site": "Site", "ground": "Ground",
    "cabinets": "Cabinets", "arch": "Arch", "warm": "Warm", "form": "Form", "steel": "Steel", "mix": "Mix",
    "cure": "Cure", "handling": "Move", "finish": "Finish", "pricing": "Cost",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class _Place:
    """Where something stands: whose it is, and what the nearest thing is called that has a label."""

    where: str
    label: str


def differences(first: Job, other: Job, shop: Shop) -> tuple[PlanDifference, ...]:
    """What another job says otherwise than the first, in the order of the house; its name aside.

    Args:
        first: that the other is a copy of
        other: as it is now
        shop: by which what it holds is called
    """
    told = _Told({one.id: one.name for one in (*first.pieces, *other.pieces)}, _named(shop))
    found: list[PlanDifference] = []
    for name in Job.model_fields:
        one, two = getattr(first, name), getattr(other, name)
        place = _Place(_CALLED.get(name, ""), _CALLED.get(name, ""))
        if name == "pricing" and one != two:  # what is said of money is not for everybody who compares
            found.append(_plain(place, "changed"))
        elif name not in ("name", "pricing"):
            found += told.between(one, two, name, Job.model_fields[name], place)
    return tuple(dict.fromkeys(found))[:MOST]


class _Told:
    """Tells differences, with the names of pieces and of what the shop has."""

    def __init__(self, pieces: Mapping[str, str], stock: Mapping[str, str]) -> None:
        """Takes names by ids."""
        self._pieces, self._stock = pieces, stock

    def between(
        self, before: object, after: object, key: str, info: FieldInfo | None, at: _Place
    ) -> Iterator[PlanDifference]:
        """What differs between two values of a field."""
        if before == after:
            return
        label = (info.title if info and info.title else "") or _CALLED.get(key, "")
        place = _Place(at.where, label or at.label)
        ids, others = _ids(before), _ids(after)
        if isinstance(before, Document) and isinstance(after, Document) and _are_alike(before, after):
            yield from self._in_document(before, after, place)
        elif isinstance(before, Mapping) and isinstance(after, Mapping):
            yield from self._in_mapping(before, after, place)
        elif ids is not None and others is not None:
            yield from self._in_list(ids, others, place)
        elif Length in {type(before), type(after)} or (label and _is_line(before) and _is_line(after)):
            yield self._scalar(before, after, key, info, place)
        else:
            yield _plain(place, "added" if not before else "removed" if not after else "changed")

    def _in_document(self, before: Document, after: Document, place: _Place) -> Iterator[PlanDifference]:
        own = getattr(after, "name", None) or _edge(after)
        inner = _Place(_joined(place.where, own), place.label) if isinstance(own, str) else place
        for key, info in type(after).model_fields.items():
            yield from self.between(getattr(before, key), getattr(after, key), key, info, inner)

    def _in_mapping(
        self, before: Mapping[str, Any], after: Mapping[str, Any], place: _Place
    ) -> Iterator[PlanDifference]:
        for key in dict.fromkeys([*before, *after]):
            inner = _Place(_joined(place.where, self._pieces[key]) if key in self._pieces else place.where, place.label)
            yield from self.between(before.get(key), after.get(key), "", None, inner)

    def _in_list(self, before: Mapping[str, Any], after: Mapping[str, Any], place: _Place) -> Iterator[PlanDifference]:
        for id_ in dict.fromkeys([*before, *after]):
            one, other = before.get(id_), after.get(id_)
            if type(one) is type(other):
                yield from self.between(one, other, "", None, place)
                continue
            if one is not None:
                yield self._item(one, place, "removed")
            if other is not None:
                yield self._item(other, place, "added")

    def _item(self, item: Document, place: _Place, how: How) -> PlanDifference:
        title = type(item).model_config.get("title") or place.label
        return PlanDifference(
            place.where, str(title), "", how, "", None, _words(getattr(item, "name", None) or _edge(item))
        )

    def _scalar(self, before: object, after: object, key: str, info: FieldInfo | None, place: _Place) -> PlanDifference:
        extra = info.json_schema_extra if info and isinstance(info.json_schema_extra, dict) else {}
        unit = "mm" if isinstance(before, Length) or isinstance(after, Length) else str(extra.get("x-unit", ""))
        none = extra.get("x-none", "")
        was, now = (self._value(one, str(none)) for one in (before, after))
        return PlanDifference(place.where, place.label, key, "changed", unit, was, now)

    def _value(self, value: object, none: str) -> float | str | bool | None:
        if isinstance(value, Length):
            return value.mm
        if value is None:
            return none or "not said"
        if isinstance(value, str):
            return self._stock.get(value, value)
        return value if isinstance(value, bool | int | float) else None


def _edge(item: Document) -> str | None:
    edge = getattr(item, "edge", None)
    return f"{edge} edge" if isinstance(edge, str) else None


def _is_line(value: object) -> bool:
    """Whether it can be said in one line."""
    return value is None or isinstance(value, Length | float | int | str)


def _plain(place: _Place, how: How) -> PlanDifference:
    """That something differs which cannot be told in one line."""
    return PlanDifference(place.where, place.label or place.where, "", how, "", None, None)


def _are_alike(before: Document, after: Document) -> bool:
    """Whether they have the same fields, and are more than one value."""
    return type(before) is type(after) and not isinstance(before, Length)


def _ids(items: object) -> dict[str, Any] | None:
    """Items of a list by what tells them apart; None where they have no such thing, or share it."""
    if not isinstance(items, tuple):
        return None
    found = {str(getattr(one, "id", None) or getattr(one, "edge", "")): one for one in items}
    return found if "" not in found and len(found) == len(items) else None


def _joined(where: str, name: str) -> str:
    """A place within a place; the rooms and lists that hold pieces are not named beside them."""
    return name if where in ("Piece", name, "") else f"{where}, {name}"


def _words(value: object) -> str | None:
    return value if isinstance(value, str) else None


def _named(shop: Shop) -> dict[str, str]:
    """What a shop has, by ids."""
    found: dict[str, str] = {}
    for key in type(shop).model_fields:
        items = getattr(shop, key)
        for one in items if isinstance(items, tuple) else ():
            id_, name = getattr(one, "id", None), getattr(one, "name", None)
            if isinstance(id_, str) and isinstance(name, str):
                found[id_] = name
    return found
