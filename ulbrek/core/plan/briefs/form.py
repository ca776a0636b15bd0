"""What a piece asks of its form: how it lies, stands or is ganged in it, in the words of Form."""

from collections.abc import Sequence
from dataclasses import replace
from typing import NamedTuple

from shapely import LineString

from ulbrek.core.form.brief import Beneath, Divider, FormBrief
from ulbrek.core.form.field import strips_of
from ulbrek.core.form.inputs import MOST_MOULDED, MOST_SECTIONS, FormHabits, FormInputs
from ulbrek.core.kit.geometry.clip import CutLine
from ulbrek.core.kit.geometry.grid import Grid
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.kit.geometry.shapes import rectangle
from ulbrek.core.kit.moulding import MouldShape
from ulbrek.core.materials.boards import Lumber, Sheet
from ulbrek.core.materials.supplies import Supplies
from ulbrek.core.measure.field import grid_of
from ulbrek.core.measure.inputs.outlines import Steps
from ulbrek.core.measure.moulding import edges_made, moulded, slopes
from ulbrek.core.measure.shape import Shape

_UP = 0.3  # a side whose outward direction rises by so much lies on top of a profile that stands


class Materials(NamedTuple):
    """What forms are made of: sheets of sides and base, the liner that was chosen or the shop's, likeliest first.

    ``lumber`` is what stakes are cut from; None where nothing is staked.
    """

    sheet: Sheet
    base: Sheet
    liners: tuple[Sheet, ...]
    liner_chosen: bool
    supplies: Supplies
    lumber: Lumber | None


def wanted_for(
    inputs: FormInputs, habits: FormHabits, shape: Shape, materials: Materials, *, stays: bool = False,
    beneath: Beneath | None = None,
) -> FormBrief:  # fmt: skip
    """The form of one piece of a job.

    Args:
        inputs: what the job says of its forms
        habits: how forms are built in this job
        shape: the piece
        materials: what they are made of
        stays: whether the piece stays where it is cast, on the ground: it needs no base unless the job asks for one
        beneath: what it is cast on over cabinets; None where it is not cast there
    """
    if stays and not inputs.says("sides"):
        habits = habits.model_copy(update={"sides": "staked to the ground"})
    piece = shape.piece
    floor, ceiling = slopes(shape)
    count = side_by_side(inputs, shape)
    brief = FormBrief(
        piece.id, shape.outline, shape.cast_depth, materials.sheet, materials.base, _liner(shape, materials), habits,
        materials.supplies, floor, ceiling, moulded(shape), edges_made(shape), _at_seams(shape), shape.part_outlines,
        _open_edges(shape, inputs), piece.cast == "face down", materials.lumber, stays, beneath,
    )  # fmt: skip
    if habits.release == "oil when used again":
        again = castings_of(inputs, shape) > 1 or brief.bare
        brief = replace(brief, habits=habits.model_copy(update={"release": "oil" if again else "none"}))
    if (grid := field_of(inputs, shape)) is not None:
        return _fielded(brief, grid)
    return brief if count == 1 else _ganged(brief, count)


def field_of(inputs: FormInputs, shape: Shape) -> Grid | None:
    """The sections of a field that have one form together; None where each has its own.

    Args:
        inputs: what the job says of its forms
        shape: the piece
    """
    staked = not inputs.says("sides") or inputs.over(FormHabits()).sides == "staked to the ground"
    if inputs.field == "a form each" or inputs.in_moulds or not staked:
        return None
    made = moulded(shape)
    if shape.piece.count > MOST_SECTIONS or shape.piece.count * len(made) > MOST_MOULDED:
        return None
    if any(one.stands_out and one.prism.bottom_mm < 0 for one in made):
        return None
    return grid_of(shape.piece, shape.size)


def castings_of(inputs: FormInputs, shape: Shape) -> int:
    """How often one form of a piece is filled."""
    piece = shape.piece
    return -(-piece.count // min(piece.together, inputs.forms * side_by_side(inputs, shape)))


def _liner(shape: Shape, materials: Materials) -> Sheet:
    """What is bent for the curved sides of a piece: the job's choice, or the first of the shop that does not break."""
    arcs = [edge for edge in shape.outline.edges if edge.is_arc]
    first = materials.liners[0]
    if materials.liner_chosen or not arcs:
        return first

    def bends(liner: Sheet) -> bool:
        inside = [edge.radius - (liner.thickness_mm if edge.bulge < 0 else 0.0) for edge in arcs]
        return liner.bends_to_mm is None or min(inside) >= liner.bends_to_mm

    return next((one for one in materials.liners if bends(one)), first)


def side_by_side(inputs: FormInputs, shape: Shape) -> int:
    """How many of a piece are cast in one form: all of a field; one of what is no plain rectangle."""
    piece = shape.piece
    if field_of(inputs, shape) is not None:
        return piece.count
    plain = (
        piece.outline.kind == "rectangle" and not piece.seams and piece.taper is None and piece.stays != "over cabinets"
    )
    return min(inputs.side_by_side, piece.together) if plain else 1


def _at_seams(shape: Shape) -> tuple[Divider, ...]:
    """Where thin dividers stand: on each seam, as far as it runs through the piece."""
    found = []
    for seam in shape.piece.seams:
        line = shape.seam_line(seam)
        inside = shape.outline.polygon.intersection(_long(line))
        for part in (one for one in getattr(inside, "geoms", [inside]) if not one.is_empty):
            (x1, y1), (x2, y2) = part.coords[0], part.coords[-1]
            found.append(Divider(x1, y1, x2, y2, thin=True))
    return tuple(found)


def _long(line: CutLine) -> LineString:
    far = 1e5
    return LineString(
        [
            (line.at.x - line.along.x * far, line.at.y - line.along.y * far),
            (line.at.x + line.along.x * far, line.at.y + line.along.y * far),
        ]
    )


def _open_edges(shape: Shape, inputs: FormInputs) -> frozenset[str]:
    """The side that stays open of a profile that is cast on edge: the longest of those on top of it."""
    if shape.piece.drawn != "from the side":
        return frozenset()
    wide = shape.cast_depth > min(shape.size)
    stays = shape.piece.stays == "on the ground"
    if not stays and (inputs.profile == "lying" or (inputs.profile is None and not wide)):
        return frozenset()
    outline = shape.outline
    if stays:
        walled = isinstance(shape.piece.outline, Steps) and shape.piece.outline.behind == "a wall"
        return _unboarded(outline) | ({"back"} if walled else frozenset())
    on_top = [
        (edge.length, name.replace(" ", "-"))
        for edge, name in zip(outline.edges, outline.edge_names, strict=True)
        if name and -(edge.end.x - edge.start.x) / max(edge.chord, 1e-9) > _UP
    ]
    return frozenset(name for _, name in [max(on_top)]) if on_top else frozenset()


def _unboarded(outline: Outline) -> frozenset[str]:
    """The sides of a profile on the ground that need no board: the one that lies on it, and those that are screeded."""
    named = zip(outline.edges, outline.edge_names, strict=True)
    return frozenset(
        name.replace(" ", "-")
        for edge, name in named
        if name and abs(edge.end.x - edge.start.x) / max(edge.chord, 1e-9) > _UP
    )


def _ganged(brief: FormBrief, count: int) -> FormBrief:
    """Several of a rectangle side by side, a divider between each and the next, along their longer sides."""
    length, width, board = brief.length_mm, brief.width_mm, brief.sheet.thickness_mm
    deep = length >= width
    step = (width if deep else length) + board
    offsets = [(0.0, step * one) if deep else (step * one, 0.0) for one in range(count)]
    outline = rectangle(length, step * count - board) if deep else rectangle(step * count - board, width)
    dividers = tuple(
        Divider(0.0, y - board / 2, length, y - board / 2, thin=False)
        if deep
        else Divider(x - board / 2, 0.0, x - board / 2, width, thin=False)
        for x, y in offsets[1:]
    )
    return replace(
        brief,
        outline=outline,
        moulded=tuple(one for number, by in enumerate(offsets) for one in _moved(brief.moulded, by, number)),
        dividers=dividers,
        cavities=tuple(rectangle(length, width).moved(*by) for by in offsets),
    )


def _fielded(brief: FormBrief, grid: Grid) -> FormBrief:
    """All sections of a field in one form: boards round it, strips between."""
    offsets = tuple(grid.offsets())
    dividers, field = strips_of(grid, brief.sheet.thickness_mm)
    return replace(
        brief,
        outline=rectangle(*grid.size),
        moulded=tuple(one for number, by in enumerate(offsets) for one in _moved(brief.moulded, by, number)),
        dividers=dividers,
        cavities=tuple(rectangle(grid.length_mm, grid.width_mm).moved(*by) for by in offsets),
        field=field,
    )


def _moved(all_: Sequence[MouldShape], by: tuple[float, float], number: int) -> list[MouldShape]:
    if not number:
        return list(all_)
    return [replace(one, feature=f"{one.feature}-in-{number + 1}", prism=_shifted(one.prism, by)) for one in all_]


def _shifted(prism: Prism, by: tuple[float, float]) -> Prism:
    holes: tuple[Outline, ...] = tuple(hole.moved(*by) for hole in prism.holes)
    return replace(prism, outline=prism.outline.moved(*by), holes=holes)
