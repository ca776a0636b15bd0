"""What a piece may be begun as, in the words of the trade: the numbers that are asked for, and what is made of them."""

from collections.abc import Callable, Mapping
from typing import Any

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units import Length, Units

Sizes = Mapping[str, Length]
Document = dict[str, Any]

_ALL_ROUND = ["front", "right", "back", "left"]
_INCH = 25.4
# Source: common practice. The hole of a weight and the wall of its sleeve; the wall and the floor of a planter.
_SLEEVE: Mapping[Units, tuple[str, str]] = {"in": ('1 1/4"', '1/8"'), "mm": ("34 mm", "2 mm")}
_WALL_MM: Mapping[Units, float] = {"in": 1.25 * _INCH, "mm": 30.0}
_FLOOR_MM: Mapping[Units, float] = {"in": 2.0 * _INCH, "mm": 45.0}
_INNER_CORNER: Mapping[Units, str] = {"in": '3/4"', "mm": "20 mm"}


@dataclass(frozen=True, slots=True)
class Asks:
    """A number that is asked for: its key, and what casters call it."""

    key: str
    label: str


@dataclass(frozen=True, slots=True)
class Start:
    """What a piece may be begun as.

    Attributes:
        id: its id
        name: what casters call it
        asked: the numbers asked for, in order
        usual: of each in each system of units, a number that is usual
    """

    id: str
    name: str
    asked: tuple[Asks, ...]
    usual: dict[Units, dict[str, str]]


_THICK = Asks("thickness", "Thickness")
_BOX = (Asks("length", "Length, left to right"), Asks("width", "Width, front to back"), _THICK)
_DISC = (Asks("diameter", "Diameter"), _THICK)


def _start(id_: str, name: str, asked: tuple[Asks, ...], inches: str, millimetres: str) -> Start:
    """A start; its usual numbers are given in the order in which they are asked for."""
    keys = [one.key for one in asked]
    usual: dict[Units, dict[str, str]] = {
        "in": {key: f'{text}"' for key, text in zip(keys, inches.split(", "), strict=True)},
        "mm": {key: f"{text} mm" for key, text in zip(keys, millimetres.split(", "), strict=True)},
    }
    return Start(id_, name, asked, usual)


STARTS = (
    _start("top", "Top", _BOX, "36, 24, 1 1/2", "900, 600, 40"),
    _start(
        "l-top", "L top",
        (
            Asks("length", "Overall length"), Asks("width", "Overall width"),
            Asks("along", "Depth of the long leg"), Asks("across", "Depth of the short leg"), _THICK,
        ),
        "96, 66, 25, 25, 1 1/2", "2400, 1700, 650, 600, 40",
    ),
    _start(
        "counter", "Top over cabinets",
        (Asks("length", "Length along the wall"), Asks("width", "Depth, front to back"), _THICK),
        "96, 25 1/2, 1 1/2", "2400, 620, 40",
    ),
    _start("weight", "Weight", _DISC, "10, 2", "250, 50"),
    _start(
        "heads", "Weights on a bar",
        (Asks("size", "Width of a head"), Asks("thickness", "Thickness of a head"), Asks("bar", "Length of the bar")),
        "5, 5, 14", "125, 125, 360",
    ),
    _start(
        "leg", "Leg", (Asks("length", "Width at the top"), Asks("width", "Height"), Asks("thickness", "Thickness")),
        "15, 16, 3", "380, 400, 80",
    ),
    _start("planter", "Planter", (*_BOX[:2], Asks("thickness", "Height")), "24, 14, 14", "600, 350, 350"),
    _start(
        "ramp", "Ramp",
        (
            Asks("run", "Run"), Asks("rise", "Height at the high end"), Asks("toe", "Height at the low end"),
            Asks("thickness", "Width"),
        ),
        "24, 5 1/2, 1, 15", "600, 140, 25, 380",
    ),
    _start("block", "Block", _BOX, "20, 8, 8", "500, 200, 200"),
    _start(
        "arch-block", "Arch block",
        (
            Asks("span", "Clear span"), Asks("rise", "Rise"), Asks("depth", "Ring thickness"),
            Asks("thickness", "Width of the arch"),
        ),
        "96, 32, 6, 12", "2400, 800, 150, 300",
    ),
    _start("slab", "Slab", _BOX, "24, 16, 2", "600, 400, 50"),
    _start(
        "steps", "Steps",
        (Asks("rise", "Riser height"), Asks("going", "Tread, front to back"), Asks("thickness", "Width")),
        "6, 12, 48", "150, 300, 1200",
    ),
    _start("disc", "Disc", _DISC, "16, 2", "420, 55"),
)  # fmt: skip


def begin(start: Start, piece: str, name: str, sizes: Sizes, units: Units) -> Document:
    """The document of a piece as it is begun.

    Args:
        start: what it is begun as
        piece: its id
        name: what it is called
        sizes: the numbers asked for
        units: those of who begins it, for what is not asked for

    Raises:
        KeyError: when a number is missing
    """
    given = {one.key: sizes[one.key] for one in start.asked}
    written = {key: length.model_dump(mode="json") for key, length in given.items()}
    return {"id": piece, "name": name, "thickness": written["thickness"], **_MAKES[start.id](given, written, units)}


def _mm(value: float) -> Document:
    return {"mm": round(value, 3), "typed": None}


def _middle(of: Length) -> Document:
    return {"to": "centre", "offset": _mm(of.mm / 2)}


def _rectangle(written: Document) -> Document:
    return {"kind": "rectangle", "length": written["length"], "width": written["width"]}


def _top(_: Sizes, written: Document, _units: Units) -> Document:
    return {"outline": _rectangle(written)}


def _l_top(_: Sizes, written: Document, _units: Units) -> Document:
    outline = {"kind": "l", **{key: written[key] for key in ("length", "width", "along", "across")}}
    return {"outline": outline, "edges_shown": ["inner front", "inner right"]}


def _counter(_: Sizes, written: Document, _units: Units) -> Document:
    return {"outline": _rectangle(written), "stays": "over cabinets", "edges_shown": ["front", "right", "left"]}


def _weight(sizes: Sizes, written: Document, units: Units) -> Document:
    diameter, wall = _SLEEVE[units]
    sleeve = {"kind": "sleeve", "id": "sleeve", "name": "Bar sleeve", "diameter": diameter, "wall": wall}
    middle = _middle(sizes["diameter"])
    return {
        "outline": {"kind": "disc", "diameter": written["diameter"]},
        "edges_shown": ["rim"],
        "features": [{**sleeve, "x": middle, "y": middle}],
    }


def _heads(sizes: Sizes, written: Document, units: Units) -> Document:
    """A pair on one bar, which ends an inch within each head."""
    diameter, wall = _SLEEVE[units]
    deep = max(sizes["thickness"].mm - _WALL_MM[units], sizes["thickness"].mm / 2)
    middle = _middle(sizes["size"])
    bar = {
        "kind": "sleeve", "id": "bar", "name": "Bar", "diameter": diameter, "wall": wall, "length": written["bar"],
        "heads": "two heads", "embedded": _mm(deep), "pinned": True,
    }  # fmt: skip
    return {
        "outline": {"kind": "rectangle", "length": written["size"], "width": written["size"]},
        "count": 2,
        "edges_shown": _ALL_ROUND,
        "features": [{**bar, "x": middle, "y": middle}],
    }


def _leg(_: Sizes, written: Document, _units: Units) -> Document:
    return {"outline": _rectangle(written), "drawn": "from the side", "edges_shown": _ALL_ROUND}


def _planter(sizes: Sizes, written: Document, units: Units) -> Document:
    """Its walls alike all round, a quarter of it at most, and its floor no more than half of its height."""
    length, width, height = sizes["length"], sizes["width"], sizes["thickness"].mm
    wall = min(_WALL_MM[units], length.mm / 4, width.mm / 4)
    inside = {
        "kind": "core", "id": "inside", "name": "Inside", "x": _middle(length), "y": _middle(width),
        "length": _mm(length.mm - 2 * wall), "width": _mm(width.mm - 2 * wall),
        "corner_radius": _INNER_CORNER[units], "depth": _mm(height - min(_FLOOR_MM[units], height / 2)),
        "former": "split",
    }  # fmt: skip
    return {
        "outline": _rectangle(written), "cast": "face up", "edges_shown": _ALL_ROUND, "features": [inside],
    }  # fmt: skip


def _ramp(_: Sizes, written: Document, _units: Units) -> Document:
    none = _mm(0)
    corners = [
        {"x": none, "y": none}, {"x": written["run"], "y": none}, {"x": written["run"], "y": written["rise"]},
        {"x": none, "y": written["toe"]},
    ]  # fmt: skip
    return {"outline": {"kind": "free", "corners": corners}, "drawn": "from the side", "edges_shown": ["edge 3"]}


def _steps(_: Sizes, written: Document, _units: Units) -> Document:
    outline = {"kind": "steps", "number": 3, **{key: written[key] for key in ("rise", "going")}}
    return {"outline": outline, "stays": "on the ground", "edges_shown": ["riser 1", "riser 2", "riser 3"]}


def _block(_: Sizes, written: Document, _units: Units) -> Document:
    return {"outline": _rectangle(written), "edges_shown": _ALL_ROUND}


def _arch_block(_: Sizes, written: Document, _units: Units) -> Document:
    outline = {"kind": "arch block", **{key: written[key] for key in ("span", "rise", "depth")}, "blocks": 11}
    return {"outline": outline, "count": 11, "edges_shown": ["inner"]}


def _slab(_: Sizes, written: Document, _units: Units) -> Document:
    return {"outline": _rectangle(written), "cast": "face up", "edges_shown": _ALL_ROUND}


def _disc(_: Sizes, written: Document, _units: Units) -> Document:
    outline = {"kind": "disc", "diameter": written["diameter"]}
    return {"outline": outline, "cast": "face up", "edges_shown": ["rim"]}


_MAKES: Mapping[str, Callable[[Sizes, Document, Units], Document]] = {
    "top": _top, "l-top": _l_top, "counter": _counter, "weight": _weight, "heads": _heads, "leg": _leg,
    "planter": _planter,
    "ramp": _ramp, "steps": _steps, "block": _block, "arch-block": _arch_block, "slab": _slab, "disc": _disc,
}  # fmt: skip
