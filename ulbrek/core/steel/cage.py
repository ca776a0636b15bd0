"""Bent cages: links that follow a profile with bars in their corners, and the walls and floor of a vessel."""

from collections.abc import Iterator, Sequence
from itertools import pairwise
from math import ceil, hypot

from shapely import LineString, Point, Polygon
from shapely.geometry import JOIN_STYLE
from shapely.ops import nearest_points

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.steel import rules
from ulbrek.core.steel.bends import BendRules, BentShape, Spot, rounded, run_of, shaped
from ulbrek.core.steel.result import BentBar, Cage, CageView, Dot, LongBars

TWO_PLANES_MM = 100.0  # a profile that is thinner carries one plane of links, in its middle. Source: common practice.
_SMOOTH_MM = 0.2
_LEAST_MM = 25.0  # a cage that leaves less room inside is none


@dataclass(frozen=True, slots=True)
class Profile:
    """A profile that goes on alike for its depth [mm]: a ramp, a leg; steps may have stone inside."""

    outline: Polygon
    depth_mm: float
    inside: Polygon | None = None


@dataclass(frozen=True, slots=True)
class Vessel:
    """A vessel: its outline and its hollow in plan, how deep it is, and how thick its floor [mm]."""

    outline: Polygon
    hollow: Polygon
    depth_mm: float
    floor_mm: float


@dataclass(frozen=True, slots=True)
class CageBrief:
    """What a cage is made of: the piece, its bar, how it is bent, how far apart its bars are, the cover wanted."""

    piece: str
    how: BendRules
    spacing_mm: float
    cover_mm: Figure


def cage_of(body: Profile | Vessel, caged: CageBrief) -> Cage | None:
    """The cage of a piece; None where there is no room to bend one."""
    return _in_profile(body, caged) if isinstance(body, Profile) else _in_vessel(body, caged)


def _in_profile(body: Profile, caged: CageBrief) -> Cage | None:
    of, d, cover = caged.piece, caged.how.diameter_mm, caged.cover_mm.value
    single = body.depth_mm < TWO_PLANES_MM
    middle = _inside(body.outline, cover + d / 2)
    if middle is None or body.depth_mm < 3 * d:
        return None
    ring = body.inside is None
    link = shaped(f"{of}/A", _spots(middle) if ring else _over(middle), ring, caged.how)
    if not link.fits:
        return None
    planes = [body.depth_mm / 2] if single else _spread(cover + d / 2, body.depth_mm - cover - d / 2, caged.spacing_mm)
    links = _bent("A", "profile link" if ring else "over the stone, feet down", len(planes), link, caged.how)
    at: tuple[Spot, ...] = ()
    if not single:
        at = tuple(_in_link(body.outline, cover + 1.5 * d, link, caged))
        if body.inside is not None:
            stone = body.inside.buffer(d)
            at = tuple(spot for spot in at if not stone.contains(Point(spot)))
    long: tuple[LongBars, ...] = ()
    if at:
        length = work(rules.bar_length, f"{of}/B", side_mm=body.depth_mm, edge_distance_mm=cover)
        long = (LongBars("B", "in the corners of the links and between", len(at), length),)
    clear = work(
        rules.cover_in_plane, of, depth_mm=body.depth_mm, diameter_mm=d
    ) if single else work(rules.cover_as_laid, of, cover_mm=caged.cover_mm)  # fmt: skip
    left, _, right, _ = body.outline.bounds
    box = ((left, 0.0), (right, 0.0), (right, body.depth_mm), (left, body.depth_mm))
    seen_along = _view(
        ("section across the links", "the profile goes up"), (box,),
        (
            *(((middle.bounds[0], plane), (middle.bounds[2], plane)) for plane in planes),
            *(((x, cover), (x, body.depth_mm - cover)) for x in sorted({round(spot[0], 1) for spot in at})),
        ),
    )  # fmt: skip
    profile = _view(
        ("the profile", "one link of several" if len(planes) > 1 else "the link"),
        (*_rings(body.outline), *(_rings(body.inside) if body.inside is not None else ())),
        (rounded(link.spots, ring, caged.how.radius_mm),), [Dot(x, y, d) for x, y in at],
    )  # fmt: skip
    return Cage((links,), long, clear, caged.cover_mm, (profile, seen_along))


def _in_vessel(body: Vessel, caged: CageBrief) -> Cage | None:
    of, d = caged.piece, caged.how.diameter_mm
    wall = min(body.outline.exterior.distance(body.hollow), 1e4)
    middle = _inside(body.outline, wall / 2)
    if middle is None or wall < 3 * d or body.floor_mm < 3 * d:
        return None
    cover = work(rules.cover, of, thickness_mm=min(wall, body.floor_mm), stack_mm=2 * d)
    keep = min(caged.cover_mm.value, cover.value)
    ring = shaped(f"{of}/A", _spots(_inside(body.outline, wall / 2 - d / 2) or middle), True, caged.how)
    top, low = body.depth_mm - keep - d / 2, body.floor_mm / 2
    levels = _spread(low + d, top, caged.spacing_mm)
    bent = [_bent("A", "rings round the walls", len(levels), ring, caged.how)]
    left, front, right, back = middle.bounds
    inner = body.hollow.bounds
    fits = ring.fits
    section_paths: list[tuple[Spot, ...]] = []
    plan_lines: list[tuple[Spot, ...]] = []
    for mark, why, (start, end), (low_in, high_in) in (
        ("B", "up one wall, through the floor and up the other, along the length", (left, right), (inner[1], inner[3])),
        ("C", "the same along the width", (front, back), (inner[0], inner[2])),
    ):
        level = low - d / 2 if mark == "B" else low + d / 2
        path = ((start, top), (start, level), (end, level), (end, top))
        bar = shaped(f"{of}/{mark}", path, False, caged.how)
        fits = fits and bar.fits
        places = _spread(low_in + keep, high_in - keep, caged.spacing_mm)
        bent.append(_bent(mark, why, len(places), bar, caged.how))
        if mark == "B":
            section_paths.append(rounded(path, False, caged.how.radius_mm))
            plan_lines += [((start, place), (end, place)) for place in places]
        else:
            plan_lines += [((place, start), (place, end)) for place in places]
            crossing = [Dot(place, level, d) for place in places]
    if not fits:
        return None
    box = body.outline.bounds
    hollow = (
        (inner[0], body.depth_mm),
        (inner[0], body.floor_mm),
        (inner[2], body.floor_mm),
        (inner[2], body.depth_mm),
    )
    outside = ((box[0], 0.0), (box[2], 0.0), (box[2], body.depth_mm), (box[0], body.depth_mm))
    section = _view(
        ("cut along its length", "its height goes up"), (outside, hollow), section_paths,
        [*(Dot(x, level, d) for level in levels for x in (left + d, right - d)), *crossing],
    )  # fmt: skip
    plan = _view(
        ("from above", "ring and bars of the floor"), (*_rings(body.outline), *_rings(body.hollow)),
        (rounded(ring.spots, True, caged.how.radius_mm), *plan_lines),
    )  # fmt: skip
    return Cage(tuple(bent), (), cover, caged.cover_mm, (section, plan))


def _in_link(outline: Polygon, by_mm: float, link: BentShape, caged: CageBrief) -> Iterator[Spot]:
    """Where bars lie inside a link: in its corners and between; where a bend cuts a corner off, against the bend."""
    within = _inside(outline, by_mm)
    room = Polygon(rounded(link.spots, True, caged.how.radius_mm)).buffer(-caged.how.diameter_mm)
    if within is None or room.is_empty:
        return
    for spot in _along_ring(_spots(within), caged.spacing_mm):
        at = Point(spot)
        near = at if room.buffer(_SMOOTH_MM).contains(at) else nearest_points(room, at)[0]
        yield near.x, near.y


def _view(
    told: tuple[str, str], concrete: Sequence[Sequence[Spot]], paths: Sequence[Sequence[Spot]], dots: Sequence[Dot] = ()
) -> CageView:
    name, across = told
    return CageView(name, across, tuple(map(run_of, concrete)), tuple(map(run_of, paths)), tuple(dots))


def _bent(mark: str, why: str, count: int, bar: BentShape, how: BendRules) -> BentBar:
    return BentBar(mark, why, count, run_of(bar.spots), bar.closed, bar.length, bar.bends, how.mandrel, bar.closing)


def _inside(outline: Polygon, by_mm: float) -> Polygon | None:
    """What is left of an outline when its edges are moved in; the largest part of it."""
    left = outline.buffer(-by_mm, join_style=JOIN_STYLE.mitre, mitre_limit=8).simplify(_SMOOTH_MM)
    parts = [part for part in getattr(left, "geoms", [left]) if not part.is_empty]
    if not parts:
        return None
    largest: Polygon = max(parts, key=lambda part: part.area)
    box = largest.bounds
    return largest if min(box[2] - box[0], box[3] - box[1]) >= _LEAST_MM else None


def _over(ring: Polygon) -> tuple[Spot, ...]:
    """A ring without what of it lies on the ground: from its foot on one side to that on the other."""
    spots = _spots(ring)
    low = min(y for _, y in spots)
    feet = [y < low + _SMOOTH_MM for _, y in spots]
    after = next(n for n, stands in enumerate(feet) if stands and feet[n - 1])
    return (*spots[after:], *spots[:after])


def _spots(outline: Polygon) -> tuple[Spot, ...]:
    return tuple((x, y) for x, y in list(outline.exterior.coords)[:-1])


def _rings(outline: Polygon) -> tuple[tuple[Spot, ...], ...]:
    return tuple(tuple((x, y) for x, y in ring.coords) for ring in (outline.exterior, *outline.interiors))


def _spread(low: float, high: float, spacing_mm: float) -> list[float]:
    """Places from one to the other, no farther apart than the spacing; the middle where there is no room."""
    if high <= low:
        return [(low + high) / 2]
    steps = ceil((high - low) / spacing_mm)
    return [low + (high - low) * step / steps for step in range(steps + 1)]


def _along_ring(spots: Sequence[Spot], spacing_mm: float) -> Iterator[Spot]:
    """The corners of a ring, and between them places no farther apart than the spacing; an arc by its length."""
    ring = [*spots, spots[0]]
    if min(hypot(b[0] - a[0], b[1] - a[1]) for a, b in pairwise(ring)) < _LEAST_MM:
        line = LineString(ring)
        count = max(3, ceil(line.length / spacing_mm))
        for step in range(count):
            at = line.interpolate(line.length * step / count)
            yield at.x, at.y
        return
    for a, b in pairwise(ring):
        steps = max(1, ceil(hypot(b[0] - a[0], b[1] - a[1]) / spacing_mm))
        for step in range(steps):
            yield a[0] + (b[0] - a[0]) * step / steps, a[1] + (b[1] - a[1]) * step / steps
