"""What keeps concrete out of a place, and what holds things in it: of what, where, and how it is kept from floating."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from math import atan, ceil, degrees

from shapely import Point as At
from shapely import Polygon, unary_union
from shapely.geometry.base import BaseGeometry

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.form import rules
from ulbrek.core.form.boards import placed
from ulbrek.core.form.brief import FormBrief
from ulbrek.core.form.ready import ready_for
from ulbrek.core.form.result import Board, Knockout, Path, Where
from ulbrek.core.form.sides import CornerBlock
from ulbrek.core.form.stakes import ON_GROUND, PINNED, WEIGHTED
from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.kit.moulding import MouldEdge, MouldShape
from ulbrek.core.materials.boards import Foam
from ulbrek.core.materials.fixings import BOND_WORKING_MPA, SCREW_WORKING_N

PLATED = " Bond a plate of scrap board into its foot for the screws: foam by itself holds none."
_PARTED = "Make it in two with a tapered key between: the key is drawn first, then the halves fold in. "
_AS_IT_IS = {
    False: "Slit it lengthwise and tape the slit, so that it closes up when it is drawn.",
    True: "It stays in: roughen it outside, and tape its end.",
}
PULLED = (
    " Wax it, and set an eye in its top: it is pulled on pour day, once the concrete has set and before it is hard."
)
FLOATS = ("sleeve", "void", "wood pad", "mat")  # what stays in and is lifted while the mix is wet
WETTED_IF_SEALED_AND_SCREWED = 0.25  # Source: common practice.
SAFETY = 1.5
_SMALL_MM2 = 20_000.0  # a former as large as a dinner plate is screwed at four places, a smaller one at one
_LEVEL_MM = 0.01
_TALL_MM = 60.0  # a lower former is not pushed aside
_THIN_MM = 12.0  # what is shallower is a sheet, not foam
_BOX_FROM_MM = (120.0, 60.0)  # a core as wide and as deep as that is a box of boards
_HELD_IN: dict[str, tuple[str, str]] = {
    "sleeve": ("the sleeve itself, on a round plug", "Screw the plug down on its mark, push it over, tape its end."),
    "shared bar": (
        "the bar in a bridge over the form",
        "Put its cross bolt in, plug its end, and clamp it upright in the bridge, square both ways. For the second "
        "head the first one rests on blocks beside the form, its bar hanging in.",
    ),
    "void": ("foam that stays in", "Tie it down to the base with wire every {300 limit}, so that it cannot rise."),
    "letters": ("letters, mirrored where they are read from the mould's side", "Glue each with a bead; wax them well."),
    "bolt": (
        "the bolt in a bridge over the form",
        "Hole {1 to 2 fine} larger than the bolt, nuts on both sides, threads taped.",
    ),
    "bolt in a split block": (
        "the bolt in a split block over the form",
        "Bored at the bolt’s own size; drawn together, the halves hold it upright at its height. Threads taped.",
    ),
    "bolt in a side": (
        "the bolt through the side",
        "Hole {1 to 2 fine} larger than the bolt, nut outside, threads taped.",
    ),
    "bolt on the base": (
        "the bolt through the base",
        "Hole {1 to 2 fine} larger than the bolt through the base, a nut under it, threads taped; an insert is screwed "
        "to the base from below. Take nut and screw out before it is lifted off.",
    ),
    "pipe to pull": (
        "the pipe through the sides",
        "Oil it and push it through both holes, one end out by a hand’s breadth. Turn it a quarter round every half "
        "hour from the pour on, and pull it, turning, once the concrete has set.",
    ),
    "pipe": (
        "the pipe through the sides",
        "Push it into its holes, and seal round it; tape its ends shut. An end inside the form "
        "butts on a core, or hangs on wire from a bridge, so that it cannot rise.",
    ),
    "wood pad": ("the pad itself", "Screws half driven into its back as anchors; oil its face, screw it {to}."),
    "mat": ("the mat itself", "Tie it to the mesh; lead its cable out through a relieved hole."),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Around:
    """What formers stand in: the foam at hand and the density of the fresh concrete [kg/m³]."""

    foam: Foam
    density_kg_m3: float


def formers(brief: FormBrief, blocks: Sequence[CornerBlock], around: Around) -> tuple[Knockout, ...]:
    """Everything that stands in a form beside its boards.

    Args:
        brief: what the form is for
        blocks: those that round its corners
        around: the foam and the concrete
    """
    return (
        *(_block(brief, block, around) for block in blocks),
        *(_former(brief, _under_cores(brief, one), around) for one in _numbered(brief) if not one.stands_out),
        *_floors(brief, around),
        *(_edge(brief, made) for made in brief.edges_made),
    )


def hung(brief: FormBrief) -> Iterator[Board]:
    """Boards that hang from bridges: they close what rises above the form, where no side of it does."""
    rising = [one for one in brief.moulded if brief.rises(one) > _LEVEL_MM and one.kind in ("rib", "drop edge")]
    if not rising:
        return
    board = brief.sheet.thickness_mm
    height = max(brief.rises(one) for one in rising)
    whole = unary_union([one.prism.outline.polygon.buffer(1e-6, join_style="mitre") for one in rising])
    rim = brief.outline.polygon.exterior.buffer(1e-3)
    number = 0
    for ring in polygons_of(whole):
        (plain,) = polygons_of(ring.simplify(1e-3))
        corners = list(plain.exterior.coords)[:-1]
        if not ring.exterior.is_ccw:
            corners.reverse()
        for (ax, ay), (bx, by) in zip(corners, (*corners[1:], corners[0]), strict=True):
            run = ((bx - ax) ** 2 + (by - ay) ** 2) ** 0.5
            middle = At((ax + bx) / 2, (ay + by) / 2)
            if run < 1 or rim.contains(middle):
                continue
            number += 1
            nx, ny = (by - ay) / run * board, -(bx - ax) / run * board
            foot = Outline((Vertex(ax, ay), Vertex(ax + nx, ay + ny), Vertex(bx + nx, by + ny), Vertex(bx, by)))
            of = f"{brief.piece}/hung-{number}"
            yield placed(
                f"hung-{number}", f"Hung board {number}, from a bridge", "hung strip",
                (
                    work(rules.strip, of, inside_mm=run, at_start_mm=0.0, at_end_mm=0.0),
                    work(rules.strip_height, of, thickness_mm=height, lap_mm=0.0),
                ),
                foot, (brief.depth_mm, brief.depth_mm + height, brief.depth_mm + height), board, brief.sheet.id,
            )  # fmt: skip


def core_sides(brief: FormBrief) -> Iterator[Board]:
    """The boards of core boxes: four sides and a floor each, narrowing by the draft so that the box comes out."""
    for one in _numbered(brief):
        if not one.stands_out and _wants_box(one):
            yield from _box_of(brief, one)


def _box_of(brief: FormBrief, one: MouldShape) -> Iterator[Board]:
    board, deep = brief.sheet.thickness_mm, one.prism.top_mm - one.prism.bottom_mm
    slant = deep * (1 + one.prism.draft**2) ** 0.5
    lost = one.prism.draft * deep
    bottom, top = one.prism.bottom_mm, one.prism.top_mm
    wide, narrow = _four(one.prism.outline.box, board), _four(one.prism.outline.box, board, lost)
    for edge, at_mouth in wide.items():
        run, key = max(at_mouth[2:]), f"{one.feature}-{edge}"
        of = f"{brief.piece}/{key}"
        shape = (0.0, 0.0, 0.0, run, 0.0, 0.0, run - lost, slant, 0.0, lost, slant, 0.0) if lost else ()
        low, high = (narrow[edge], at_mouth) if one.prism.mouth == "top" else (at_mouth, narrow[edge])
        sizes = (
            work(rules.strip, of, inside_mm=run, at_start_mm=0.0, at_end_mm=0.0),
            work(rules.strip_height, of, thickness_mm=slant, lap_mm=0.0),
        )
        yield placed(
            key, f"{one.name}, {edge} of the box", "core side", sizes, _boxed(low), (bottom, top, top), board,
            brief.sheet.id, shape=shape, head=_boxed(high).path if lost else (),
        )  # fmt: skip


_Foot = tuple[float, float, float, float]


def _four(box: tuple[float, float, float, float], board: float, in_by: float = 0.0) -> dict[str, _Foot]:
    """The four sides of a box round a core, its outer faces on it or within: corner and sizes of each in plan [mm]."""
    left, front, right, back = box[0] + in_by, box[1] + in_by, box[2] - in_by, box[3] - in_by
    return {
        "front": (left, front, right - left, board), "back": (left, back - board, right - left, board),
        "left": (left, front + board, board, back - front - 2 * board),
        "right": (right - board, front + board, board, back - front - 2 * board),
    }  # fmt: skip


def _boxed(foot: _Foot) -> Outline:
    x, y, dx, dy = foot
    return Outline((Vertex(x, y), Vertex(x + dx, y), Vertex(x + dx, y + dy), Vertex(x, y + dy)))


def _numbered(brief: FormBrief) -> Iterator[MouldShape]:
    """One of each key: grooves and letters of one feature are one former."""
    return (each[0] for each in brief.by_feature.values())


def _under_cores(brief: FormBrief, one: MouldShape) -> MouldShape:
    """A former that meets a core over it, such as that of a drain in a planter's floor, ends there."""
    prism = one.prism
    left, front, right, back = prism.outline.box
    for core, foot in brief.cores:
        low, (a, b, c, d) = core.prism.bottom_mm, foot.box
        if core is one or not prism.bottom_mm < low < prism.top_mm:
            continue
        within = a <= left and b <= front and c >= right and d >= back
        if within and foot.polygon.contains(prism.outline.polygon):
            return replace(one, prism=replace(prism, top_mm=low))
    return one


def _wants_box(one: MouldShape) -> bool:
    if one.knockout == "box":
        return one.prism.outline.is_rectangle
    if one.knockout not in ("hard", "split"):
        return False
    left, front, right, back = one.prism.outline.box
    wide, deep = min(right - left, back - front), one.prism.top_mm - one.prism.bottom_mm
    round_ = any(edge.is_arc and edge.radius > wide / 3 for edge in one.prism.outline.edges)
    return wide >= _BOX_FROM_MM[0] and deep >= _BOX_FROM_MM[1] and not round_


def _former(brief: FormBrief, one: MouldShape, around: Around) -> Knockout:
    """The former of one feature."""
    prism = one.prism
    low, high = max(0.0, prism.bottom_mm), min(brief.depth_mm, prism.top_mm)
    where = _where(brief, one, low, high)
    if one.kind in _HELD_IN:
        told = _way_of_holding(brief, one, where)
        return _held(brief, one, where, told, around if one.kind in FLOATS else None)
    deep = high - low
    ready = ready_for(prism, degrees(atan(prism.draft)), brief.supplies.formers) if one.knockout == "tube" else None
    build = ready.name if ready else _build(one, deep, brief.sheet.thickness_mm)
    pulled = deep >= _TALL_MM and (not ready.stays if ready else build == "a solid block")
    if pulled:  # what is bonded does not come out on pour day
        brief = replace(brief, habits=brief.habits.model_copy(update={"knockouts": "screwed"}))
    through = where == "on the base" and high >= brief.depth_mm - _LEVEL_MM
    hold = brief.habits.knockouts
    laid = brief.on_ground and where != "hung from above"
    if laid:
        how = PINNED if build == "a box of boards" else WEIGHTED
    elif where == "hung from above":
        how = "Hang it from bridges over the form, screwed to both, and lay the ballast on."
    elif through:
        how = f"{hold.capitalize()} to the base, flush with the sides."
    else:
        how = f"{hold.capitalize()} to the base; sand its edges so that it lets go."
    if build == "foam in layers" and not laid and (hold != "bonded" or where != "on the base"):
        how += PLATED
    if pulled:
        how += PULLED
    if ready:
        how = f"Cut it to {{{deep:.2f} cut}}. {_AS_IT_IS[ready.stays]} {how}"
        made = _floating(brief, one, where, (build, how), around)
        return replace(made, ready=ready.id, layers=None, pulled=pulled)
    made = _floating(brief, one, where, (build, _PARTED + how if one.knockout == "split" else how), around)
    return replace(made, pulled=pulled)


def _way_of_holding(brief: FormBrief, one: MouldShape, where: Where) -> tuple[str, str]:
    """What holds something that stays in, or lies in the concrete, and how."""
    by = one.kind
    if by == "bolt" and where == "on the base":
        by = "bolt on the base"
    elif by == "bolt" and brief.habits.hung_bolts == "split block":
        by = "bolt in a split block"
    build, how = _HELD_IN[by]
    if brief.on_ground and where in ("on the base", "inside") and one.kind in ON_GROUND:
        build, how = ON_GROUND[one.kind]
    over = where == "hung from above"
    return build, how.replace(
        "{to}", "to a bridge over the form, flush with the sides" if over else "to the base from below"
    )


def _build(one: MouldShape, deep: float, board: float) -> str:
    """What a knockout is made of."""
    if _wants_box(one):
        return "a box of boards"
    if one.knockout == "split":
        return "a block split in two"
    if deep <= _THIN_MM or (one.knockout == "hard" and deep <= board):
        return "sheet cut to shape"
    return "a solid block" if one.knockout == "hard" else "foam in layers"


def _where(brief: FormBrief, one: MouldShape, low: float, high: float) -> Where:
    if one.kind == "bolt in a side" or one.lies:
        return "beside"
    if low <= _LEVEL_MM:
        return "on the base"
    return "hung from above" if high >= brief.depth_mm - _LEVEL_MM else "inside"


def _floating(brief: FormBrief, one: MouldShape, where: Where, told: tuple[str, str], around: Around) -> Knockout:
    """A former with what lifts it and what holds it."""
    prism, foam = one.prism, around.foam
    low, high = max(0.0, prism.bottom_mm), min(brief.depth_mm, prism.top_mm)
    deep, of, hold = high - low, f"{brief.piece}/{one.feature}", brief.habits.knockouts
    on_base, laid = where == "on the base", brief.on_ground and where != "hung from above"
    volume, foot = _volume(prism, low, high), _area_at(prism, low)
    made_of_foam, layered = told[0] == "foam in layers", told[0] in ("foam in layers", "sheet cut to shape")
    sealed = on_base and hold == "bonded and screwed" and not laid
    lifts = work(
        rules.uplift, of, volume_l=volume / 1e6, base_area_mm2=foot,
        height_mm=brief.depth_mm - low if on_base else deep,
        density_kg_m3=around.density_kg_m3, wetted=WETTED_IF_SEALED_AND_SCREWED if sealed else 1.0,
        insert_kg=volume * foam.density_kg_m3 / 1e9 if made_of_foam else 0.0,
    )  # fmt: skip
    bonded = foot if on_base and hold != "screwed" else 0.0
    screws = 0
    if hold != "bonded" or not on_base:
        screws = max(4 if foot > _SMALL_MM2 else 1, ceil(SAFETY * lifts.value / SCREW_WORKING_N))
    held = work(
        rules.held_down, of, bonded_mm2=bonded, bond_mpa=BOND_WORKING_MPA, screws=float(screws), screw_n=SCREW_WORKING_N
    )
    thick = foam.thickness_mm if made_of_foam else brief.sheet.thickness_mm
    around_mm = prism.outline.length_mm
    pinned = laid and told[0] == "a box of boards"  # open below, and held by stakes within it
    return Knockout(
        feature=one.feature, name=one.name, kind=one.kind, build=told[0], where=where, paths=_drawn(brief, one),
        ends=_ends(prism), mouth=prism.mouth, bottom_mm=low, height_mm=deep,
        draft_deg=round(degrees(atan(prism.draft)), 3),
        layers=None if not layered else work(rules.foam_layers, of, height_mm=deep, foam_mm=thick),
        layer_mm=thick, tape=work(rules.wrap, of, around_mm=around_mm, rows=_rows(brief, deep)),
        uplift=None if pinned else lifts, held=None if laid else held,
        ballast=None if pinned else work(rules.ballast, of, uplift_n=lifts),
        fill_step=None if laid else _fill_step(prism, of, deep, around, held),
        screws=0 if laid else screws, holding=told[1],
    )  # fmt: skip


def _held(brief: FormBrief, one: MouldShape, where: Where, told: tuple[str, str], around: Around | None) -> Knockout:
    """Something that stays in the piece, or that only marks it, and how it is held."""
    prism, of = one.prism, f"{brief.piece}/{one.feature}"
    lifts: Figure | None = None
    if around is not None:
        volume = _volume(prism, max(0.0, prism.bottom_mm), min(brief.depth_mm, prism.top_mm))
        lifts = work(
            rules.uplift, of, volume_l=volume / 1e6, base_area_mm2=prism.outline.area_mm2,
            height_mm=prism.top_mm - prism.bottom_mm, density_kg_m3=around.density_kg_m3, wetted=1.0,
            insert_kg=one.insert_kg,
        )  # fmt: skip
    lifted = lifts is not None and lifts.value > 0
    laid = brief.on_ground and where in ("on the base", "inside")
    screws = max(1, ceil(SAFETY * lifts.value / SCREW_WORKING_N)) if lifts is not None and lifted and not laid else 0
    return Knockout(
        feature=one.feature, name=one.name, kind=one.kind, build=told[0], where=where, paths=_drawn(brief, one),
        bottom_mm=prism.bottom_mm, height_mm=prism.top_mm - prism.bottom_mm, uplift=lifts if lifted else None,
        held=work(rules.held_down, of, bonded_mm2=0.0, bond_mpa=BOND_WORKING_MPA, screws=float(screws),
                  screw_n=SCREW_WORKING_N) if screws else None,
        ballast=work(rules.ballast, of, uplift_n=lifts) if lifts is not None and lifted else None,
        screws=screws, holding=told[1], pulled=one.kind == "pipe to pull",
    )  # fmt: skip


def _rows(brief: FormBrief, deep_mm: float) -> float:
    """Rows of tape that cover a wall of some height."""
    return float(ceil(deep_mm / brief.supplies.tape.width_mm))


def _block(brief: FormBrief, block: CornerBlock, around: Around) -> Knockout:
    """A block that rounds an upright corner, from the base to the rails."""
    of, deep = f"{brief.piece}/{block.key}", brief.depth_mm
    return Knockout(
        feature=block.key, name=f"Rounded {block.key.replace('-', ' ')}", kind="corner",
        build="foam in layers", where="in a corner", paths=(block.block.path,), bottom_mm=0.0, height_mm=deep,
        layers=work(rules.foam_layers, of, height_mm=deep, foam_mm=around.foam.thickness_mm),
        layer_mm=around.foam.thickness_mm,
        tape=work(rules.wrap, of, around_mm=block.block.length_mm, rows=_rows(brief, deep)),
        screws=2,
        holding="Screw it through both sides." if brief.on_ground
        else "Screw it through both sides, and seal its two joints.",
    )  # fmt: skip


def _floors(brief: FormBrief, around: Around) -> Iterator[Knockout]:
    """A raised floor inside of what hangs below it: under a slab with drop edges that is cast face up."""
    under = [one for one in brief.moulded if one.stands_out and one.prism.bottom_mm < -_LEVEL_MM]
    if not under or brief.beneath is not None:  # over cabinets the board ends behind it
        return
    deep = max(-one.prism.bottom_mm for one in under)
    left = brief.outline.polygon.difference(unary_union([one.prism.outline.polygon for one in under]))
    for number, part in enumerate(polygons_of(left), 1):
        corners = list(part.exterior.coords)[:-1]
        outline = Outline(tuple(Vertex(x, y) for x, y in (corners if part.exterior.is_ccw else corners[::-1])))
        of = f"{brief.piece}/raised-floor-{number}"
        yield Knockout(
            feature=f"raised-floor-{number}", name="Raised floor", kind="raised floor", build="foam in layers",
            where="on the base", paths=(outline.path,), bottom_mm=-deep, height_mm=deep,
            layers=work(rules.foam_layers, of, height_mm=deep, foam_mm=around.foam.thickness_mm),
            layer_mm=around.foam.thickness_mm,
            holding="Bond it to the base all over; face it with sheet where the face must be smooth.",
        )  # fmt: skip


def _edge(brief: FormBrief, made: MouldEdge) -> Knockout:
    """What shapes an edge in the mould: a strip along the floor, or a tool along the open side."""
    edges = [
        edge for edge, name in zip(brief.outline.edges, brief.outline.edge_names, strict=True) if name == made.edge
    ]
    (first, *_) = edges or [brief.outline.edges[0]]
    on_floor = made.side == "floor"
    build = f"a strip shaped to a {made.kind}" if on_floor else f"an edging tool for a {made.kind}"
    line = (first.start.x, first.start.y, first.bulge, first.end.x, first.end.y, 0.0)
    how = "Run it along the side when a pressed finger leaves {6 limit}."
    if on_floor:
        how = "Glue it into the corner before the joints are sealed."
    if on_floor and brief.on_ground:
        how = "Screw it to the foot of the side, from outside."
    return Knockout(
        feature=f"edge-{made.edge.replace(' ', '-')}", name=f"{made.edge.capitalize()} edge, {made.kind}", kind="edge",
        build=build, where="along an edge", paths=(line,),
        bottom_mm=0.0 if on_floor else brief.depth_mm - made.size_mm, height_mm=made.size_mm, holding=how,
    )  # fmt: skip


def _ends(prism: Prism) -> tuple[Path, ...]:
    """The outline of a former at the end that it narrows to; none where it does not."""
    if not prism.draft:
        return ()
    far = prism.outline_at(prism.bottom_mm if prism.mouth == "top" else prism.top_mm)
    return () if far is None else (far.path,)


def _fill_step(prism: Prism, of: str, deep: float, around: Around, held: Figure) -> Figure | None:
    """By how much more concrete may stand on one side of a tall former than on the other."""
    if deep < _TALL_MM:
        return None
    left, front, right, back = prism.outline.box
    return work(
        rules.fill_difference, of, height_mm=deep, side_mm=max(right - left, back - front),
        density_kg_m3=around.density_kg_m3, held_n=held,
    )  # fmt: skip


def _area_at(prism: Prism, height: float) -> float:
    found = prism.outline_at(height)
    return 0.0 if found is None else found.area_mm2


def _volume(prism: Prism, low: float, high: float) -> float:
    """Of a former that narrows evenly [mm³]: Simpson's rule, exact for it."""
    ends = _area_at(prism, low) + _area_at(prism, high) + 4 * _area_at(prism, (low + high) / 2)
    return max(0.0, (high - low) / 6 * ends)


def polygons_of(shape: BaseGeometry) -> list[Polygon]:
    """The polygons that a shape is made of."""
    return [one for one in getattr(shape, "geoms", [shape]) if isinstance(one, Polygon) and not one.is_empty]


def _drawn(brief: FormBrief, one: MouldShape) -> tuple[Path, ...]:
    """The outlines of everything that one feature puts into the form: each groove, each letter and the holes in it."""
    same = brief.by_feature[one.feature]
    return tuple(outline.path for each in same for outline in (each.prism.outline, *each.prism.holes))
