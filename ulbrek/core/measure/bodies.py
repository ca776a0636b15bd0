"""What each feature takes out of a piece, adds to it, and leaves in it."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property
from math import cos, pi, radians, sin, tan

from shapely import Polygon

from ulbrek.core.kit.geometry import (
    Fall,
    Mouth,
    Outline,
    Point,
    Prism,
    Vertex,
    circle,
    counter_clockwise,
    hull_of,
    inset,
    rectangle,
    rounded_rectangle,
    slot,
)
from ulbrek.core.kit.lettering import Letter, corners_of, set_text, width_of
from ulbrek.core.measure.inputs import (
    AnyFeature,
    Bolt,
    Core,
    Cutout,
    DrawnCorner,
    DropEdge,
    Face,
    Grooves,
    Lettering,
    Mat,
    Opening,
    PlacedFeatureInput,
    Recess,
    Rib,
    RoundHole,
    Sleeve,
    Void,
    WoodPad,
)

# Source: handbook values; wood is that of a softwood pad.
STUFF_KG_M3 = {"steel": 7850.0, "stainless": 7900.0, "pvc": 1400.0, "wood": 550.0}
SIDES = ("front", "right", "back", "left")
_THROUGH = (Opening, Sleeve)
_CORNERS = 20  # as many as most features cost, whose arcs are chopped
_CORNERS_OF_A_BOX = 4


@dataclass(frozen=True)
class FeatureInPlan:
    """A feature, or one of its repeats, with its outline in the plan of the piece."""

    feature: AnyFeature
    index: int
    centre: Point
    half_x: float
    half_y: float
    outline: Outline
    number: int = 0

    @cached_property
    def polygon(self) -> Polygon:
        """Its outline as a polygon of exact area."""
        return self.outline.polygon

    @cached_property
    def letters(self) -> "tuple[LetterInPlace, ...]":
        """Of a lettering, its letters in the plan; on the underside they are mirrored there, to be read from below."""
        feature = self.feature
        if not isinstance(feature, Lettering):
            return ()
        set_ = set_text(feature.text, feature.height.mm)
        return tuple(_in_place(letter, feature.face == "underside", feature.turned_deg, self.centre) for letter in set_)

    @cached_property
    def grooves(self) -> tuple[Outline, ...]:
        """Of drainer grooves, each of them in the plan."""
        return tuple(_groove_outlines(self.feature, self.centre)) if isinstance(self.feature, Grooves) else ()

    @property
    def is_through(self) -> bool:
        """Whether it goes right through the piece."""
        feature = self.feature
        return isinstance(feature, _THROUGH) or (isinstance(feature, RoundHole | Cutout) and feature.depth is None)

    @property
    def drawn_by(self) -> list[Outline]:
        """The outlines it is drawn by: of letters all of theirs, holes behind what they are in; of grooves each."""
        if isinstance(self.feature, Grooves):
            return list(self.grooves)
        if not isinstance(self.feature, Lettering):
            return [self.outline]
        return [one for letter in self.letters for one in (letter.outline, *letter.holes)]


def corners_drawn(feature: AnyFeature) -> int:
    """About how many corners a feature is drawn with at one place."""
    match feature:
        case Lettering():
            return max(1, sum(map(corners_of, feature.text)))
        case Grooves():
            return feature.count * _CORNERS
        case Cutout():
            return len(feature.vertices)
        case WoodPad() | Mat() | DropEdge():
            return _CORNERS_OF_A_BOX
        case _:
            return _CORNERS


def footprint(feature: PlacedFeatureInput) -> Outline:
    """A feature's outline about its own centre, before it is turned."""
    match feature:
        case Opening() | Recess() | Void() | Rib():
            return rounded_rectangle(feature.length.mm, feature.width.mm, feature.corner_radius.mm)
        case Core():
            if feature.shape == "round":
                return circle(feature.length.mm)
            return rounded_rectangle(feature.length.mm, feature.width.mm, feature.corner_radius.mm)
        case RoundHole():
            if feature.slot_length is None or feature.slot_length.mm <= feature.diameter.mm:
                return circle(feature.diameter.mm)
            return slot(feature.slot_length.mm, feature.diameter.mm)
        case Sleeve():
            return circle(feature.diameter.mm)
        case Cutout():
            return drawn_outline(feature.vertices)
        case Bolt():
            if feature.into not in SIDES:
                return circle(feature.diameter.mm)
            size = (feature.diameter.mm, feature.embedded.mm)
            return _centred(*(size if feature.into in ("front", "back") else size[::-1]))
        case Grooves():
            across = (feature.count - 1) * feature.pitch.mm + feature.width.mm
            lengthwise = feature.drains in ("left", "right")
            return _centred(*((feature.length.mm, across) if lengthwise else (across, feature.length.mm)))
        case Lettering():
            return _centred(max(1.0, width_of(feature.text, feature.height.mm)), feature.height.mm)
        case WoodPad() | Mat():
            return _centred(feature.length.mm, feature.width.mm)


def cuts_of(placed: FeatureInPlan, thickness: float, depth: float) -> Iterator[Prism]:
    """What a feature leaves no concrete in.

    Args:
        placed: the feature in place
        thickness: of the piece when it is finished [mm]
        depth: as it is cast, with what grinding takes off its top [mm]
    """
    feature, outline = placed.feature, placed.outline
    match feature:
        case Opening():
            yield Prism(outline, 0.0, depth, *_drafted(feature.draft_deg, feature.face))
        case RoundHole() | Cutout() if feature.depth is None:
            yield Prism(outline, 0.0, depth)
        case RoundHole() | WoodPad() | Cutout():
            assert feature.depth is not None  # noqa: S101 - the case above took those that go through
            yield Prism(outline, *_from_face(feature.face, feature.depth.mm, thickness, depth))
        case Sleeve():
            top = depth if feature.length is None else min(depth, feature.length.mm)
            yield Prism(outline, 0.0, top)
        case Recess() | Core():
            low, high = _from_face(feature.face, feature.depth.mm, thickness, depth)
            yield Prism(outline, low, high, *_drafted(feature.draft_deg, feature.face))
        case Grooves():
            yield from _grooves(feature, placed, thickness, depth)
        case Void() if feature.above.mm < depth:  # one that lies above the piece takes nothing from it
            yield Prism(outline, feature.above.mm, min(depth, feature.above.mm + feature.height.mm))
        case Mat():
            top = thickness - feature.below_top.mm
            yield Prism(outline, max(0.0, top - feature.thickness.mm), max(0.0, top))
        case Lettering() if feature.relief == "sunk":
            low, high = _from_face(feature.face, feature.depth.mm, thickness, depth)
            for letter in placed.letters:
                yield Prism(letter.outline, low, high, holes=letter.holes)
        case Bolt() if feature.into not in SIDES:
            face: Face = "top" if feature.into == "top" else "underside"
            yield Prism(outline, *_from_face(face, feature.embedded.mm, thickness, depth))
        case _:
            return


def adds_of(placed: FeatureInPlan, depth: float) -> Iterator[Prism]:
    """What of a feature stands out from the piece, which is cast this deep [mm]."""
    feature = placed.feature
    match feature:
        case Rib():
            yield _on_face(placed.outline, feature.face, feature.height.mm, depth)
        case Lettering() if feature.relief == "raised":
            for letter in placed.letters:
                yield _on_face(letter.outline, feature.face, feature.depth.mm, depth, letter.holes)
        case DropEdge():
            yield _on_face(placed.outline, "underside", feature.drop.mm, depth)
        case _:
            return


def drop_edge_outline(feature: DropEdge, outline: Outline) -> Outline | None:
    """The strip that a drop edge stands on; None where the piece has no such edge, or no room for it."""
    if feature.edge not in outline.edge_names:
        return None
    at = outline.edge_names.index(feature.edge)
    by = [0.0] * len(outline.edges)
    by[at] = feature.thickness.mm
    left = inset(outline, by)
    if left is None:
        return None
    edge, moved = outline.edges[at], left.edges[min(at, len(left.edges) - 1)]
    return Outline(
        (
            Vertex(*edge.start, edge.bulge),
            Vertex(*edge.end),
            Vertex(*moved.end, -moved.bulge),
            Vertex(*moved.start),
        )
    )


def side_volume_mm3(feature: AnyFeature) -> float:
    """The concrete that a bolt in a side takes the place of [mm³]."""
    if isinstance(feature, Bolt) and feature.into in SIDES:
        return pi / 4 * feature.diameter.mm**2 * feature.embedded.mm
    return 0.0


def stays_in_kg(placed: FeatureInPlan, depth: float) -> float:
    """The mass of what a feature leaves in the piece, which is cast this deep [kg]."""
    feature = placed.feature
    match feature:
        case Sleeve():
            outer = feature.diameter.mm
            inner = 0.0 if feature.wall is None else max(0.0, outer - 2 * feature.wall.mm)
            length = depth if feature.length is None else feature.length.mm
            return pi / 4 * (outer**2 - inner**2) * length * STUFF_KG_M3[feature.material] / 1e9
        case Bolt():
            run = feature.embedded.mm + feature.projects.mm
            return pi / 4 * feature.diameter.mm**2 * run * STUFF_KG_M3["steel"] / 1e9
        case Void():
            return placed.outline.area_mm2 * feature.height.mm * feature.foam_kg_m3 / 1e9
        case WoodPad():
            return placed.outline.area_mm2 * feature.depth.mm * STUFF_KG_M3["wood"] / 1e9
        case Mat():
            return placed.outline.area_mm2 * feature.kg_m2 / 1e6
        case _:
            return 0.0


@dataclass(frozen=True, slots=True)
class LetterInPlace:
    """A letter in the plan of a piece, and the holes in it."""

    outline: Outline
    holes: tuple[Outline, ...]


def _in_place(letter: Letter, below: bool, turned_deg: float, centre: Point) -> LetterInPlace:
    parts = [letter.outline, *letter.holes]
    if below:
        parts = [part.mirrored() for part in parts]
    if turned_deg:
        parts = [part.turned(radians(turned_deg)) for part in parts]
    body, *holes = (part.moved(*centre) for part in parts)
    return LetterInPlace(body, tuple(holes))


def _groove_outlines(feature: Grooves, centre: Point) -> Iterator[Outline]:
    """Each groove in the plan."""
    lengthwise = feature.drains in ("left", "right")
    first = -(feature.count - 1) * feature.pitch.mm / 2
    size = (feature.length.mm, feature.width.mm)
    one = slot(*(size if lengthwise else size[::-1]))
    for number in range(feature.count):
        off = first + number * feature.pitch.mm
        moved = one.moved(*((0.0, off) if lengthwise else (off, 0.0)))
        yield moved.turned(radians(feature.turned_deg)).moved(*centre)


def _grooves(feature: Grooves, placed: FeatureInPlan, thickness: float, depth: float) -> Iterator[Prism]:
    shallow = feature.depth.mm if feature.shallow_depth is None else feature.shallow_depth.mm
    deepest = max(shallow, feature.depth.mm)
    low, high = _from_face(feature.face, deepest, thickness, depth)
    slope = _slope(feature, placed, shallow, thickness)
    over = feature.face == "top"
    for outline in placed.grooves:
        yield Prism(outline, low, high, floor=slope if over else None, ceiling=None if over else slope)


def _slope(feature: Grooves, placed: FeatureInPlan, shallow: float, thickness: float) -> Fall | None:
    """The slope of a groove's bottom, towards the end that its water leaves; None where it is level."""
    if shallow == feature.depth.mm:
        return None
    per_mm = (feature.depth.mm - shallow) / feature.length.mm
    turn = radians(feature.turned_deg)
    way = {"right": 0.0, "back": pi / 2, "left": pi, "front": -pi / 2}[feature.drains] + turn
    deeper = Point(per_mm * cos(way), per_mm * sin(way))
    middle = (shallow + feature.depth.mm) / 2
    at_centre = thickness - middle if feature.face == "top" else middle
    sign = -1 if feature.face == "top" else 1
    height = at_centre - sign * (deeper.x * placed.centre.x + deeper.y * placed.centre.y)
    return Fall(height, sign * deeper.x, sign * deeper.y)


def _from_face(face: Face, deep: float, thickness: float, depth: float) -> tuple[float, float]:
    """From where to where something reaches that goes so deep into a face [mm]."""
    return (max(0.0, thickness - deep), depth) if face == "top" else (0.0, min(depth, deep))


def _drafted(degrees: float, face: Face) -> tuple[float, Mouth]:
    return tan(radians(degrees)), "top" if face == "top" else "bottom"


def _on_face(outline: Outline, face: Face, high: float, depth: float, holes: tuple[Outline, ...] = ()) -> Prism:
    low = depth if face == "top" else -high
    return Prism(outline, low, low + high, holes=holes)


def _centred(length: float, width: float) -> Outline:
    return Outline(rectangle(length, width).vertices).moved(-length / 2, -width / 2)


def drawn_outline(corners: Sequence[DrawnCorner]) -> Outline:
    """A line read from a file, counter-clockwise and about the middle of its box; its hull where it crosses itself."""
    found = counter_clockwise(Outline(tuple(Vertex(c.x, c.y, c.bulge) for c in corners)))
    if not found.edges or found.area_mm2 <= 0 or not found.polygon.is_valid:
        found = hull_of(found)
    left, front, right, back = found.box
    return found.moved(-(left + right) / 2, -(front + back) / 2)
