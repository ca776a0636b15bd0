"""What would go wrong with the steel."""

from collections.abc import Sequence
from typing import Any, NamedTuple

from ulbrek.core.base.finding import Change, Finding, Quantity, Severity, check, finding
from ulbrek.core.materials.steel import Bar, Finish, Mesh
from ulbrek.core.steel.inputs import Exposure, School, SteelInputs
from ulbrek.core.steel.piece import SteelBrief
from ulbrek.core.steel.result import Cage, LappedBar, PlacedBar, Stack
from ulbrek.core.steel.rules import INDOOR_COVER_MM, thickest_bar
from ulbrek.core.steel.words import bar_words

_TRIFLE_MM = 1e-6
_SHY_MM = 1.0  # nobody lays mesh truer
SLAB_COVER_MM = 38.0  # in the middle of a slab over stone. Source: common practice, 1 1/2 in.
SHOWS_MM = 8.0  # of concrete: steel behind less than that, or than its own diameter, shows


@check("too-little-cover", "caution")
def too_little_cover(inputs: SteelInputs, what: SteelBrief, stack: Stack, bars: Sequence[Bar]) -> list[Finding]:
    """Too little concrete over the steel

    Too near the show face steel ghosts through; plain steel that gets wet rusts and bursts thin concrete. These small
    pieces are not structures: short of the table they have their ways out, and in the middle of a slab on the ground
    steel that only holds cracks together lies well with half of what the table asks against soil. Within 8 mm, or its
    own diameter, of a face it shows.

    Source: common practice indoors, in the middle third and 12 mm to the show face, and 38 mm (1 1/2 in) over stone;
        ACI 318-19 Tables 20.5.1.3.1 and 20.5.1.3.3 outdoors, from memory
    """
    show, back = stack.cover_show.value, stack.cover_back.value
    on_floor, on_top = stack.layers[0], stack.layers[-1]
    outer = (on_floor, on_top) if what.show_down else (on_top, on_floor)
    faces = (
        ("face", show, stack.cover_needed.value, min(outer[0], SHOWS_MM)),
        ("back", back, stack.back_needed.value, min(outer[1], SHOWS_MM)),
    )
    face, cover, needed, shows = min(faces, key=lambda one: (one[1] >= one[3], one[1] - one[2]))
    if cover < shows - _TRIFLE_MM:
        severity: Severity = "stop"
    elif cover < needed - _TRIFLE_MM:
        in_ground = stack.rusts and what.cast_there and inputs.height is None
        if in_ground and cover >= SLAB_COVER_MM - _SHY_MM:
            return []
        needed = SLAB_COVER_MM if in_ground else needed
        severity = "hint" if in_ground else "caution"
    elif not (stack.rusts or stack.glass) and show < INDOOR_COVER_MM - _TRIFLE_MM:
        face, cover, needed, severity = "face", show, INDOOR_COVER_MM, "hint"
    else:
        return []
    return [_short_of_cover(inputs, what, stack, bars, _Short(face, cover, max(needed, shows), severity))]


class _Short(NamedTuple):
    face: str
    cover_mm: float
    needed_mm: float
    severity: Severity


def _short_of_cover(
    inputs: SteelInputs,
    what: SteelBrief,
    stack: Stack,
    bars: Sequence[Bar],
    short: _Short,
) -> Finding:
    face, cover, needed, severity = short
    thinner = [] if stack.rusts else _thinner_bar(stack, bars, needed - cover)
    change = None
    middle = (stack.cover_show.value + stack.cover_back.value) / 2
    if inputs.height is not None and middle >= needed:
        change = Change("Lay it in the middle", {"/height": None})
    elif thinner:
        change = Change("Use the {bar}", {"/bar": thinner[-1].id}, {"bar": thinner[-1].name})
    elif stack.meshed and len(stack.layers) > stack.meshed:
        change = Change("Use mesh alone", _as_school(inputs, what.piece, "mesh"))
    values: dict[str, Quantity | str] = {
        "cover": Quantity(abs(cover), "there"), "needed": Quantity(needed, "limit"), "face": face,
    }  # fmt: skip
    return finding(
        too_little_cover,
        severity=severity,
        title="The steel sticks out of the {face} by {cover}"
        if cover < 0
        else "Too little cover to the {face}: {cover}, needs {needed}",
        reason="Plain steel that gets wet may rust and burst the concrete."
        if stack.rusts
        else "Nearer to the face steel shows as a dark line or a rust stain.",
        remedy="Use fibre, stainless or galvanised steel, or make the piece thicker."
        if stack.rusts
        else "Use thinner steel, or make the piece thicker.",
        field="/bar",
        values=values,
        change=change,
        also=(Change("Use fibre instead", _as_school(inputs, what.piece, "fibre only")),) if stack.rusts else (),
    )


@check("bar-too-thick", "caution")
def bar_too_thick(bar: Bar, thickness_mm: float, placed: Sequence[PlacedBar], bars: Sequence[Bar]) -> list[Finding]:
    """Bar too thick for the piece

    Source: common practice: at most the thickness over 3.5
    """
    most = thickest_bar(thickness_mm)
    if not placed or bar.diameter_mm <= most + _TRIFLE_MM:
        return []
    fitting = sorted((one for one in bars if one.diameter_mm <= most), key=lambda one: one.diameter_mm)
    return [
        finding(
            bar_too_thick,
            title="{bar} is too thick for a {thickness} piece",
            reason="Over {most} it takes the place of the concrete that should surround it, and cracks follow it.",
            remedy="Use a thinner bar.",
            field="/bar",
            values={
                "bar": bar.name,
                "thickness": Quantity(thickness_mm, "mm"),
                "most": Quantity(most, "fine"),
            },
            change=Change("Use the {bar}", {"/bar": fitting[-1].id}, {"bar": fitting[-1].name}) if fitting else None,
        )
    ]


@check("mixed-finishes", "caution")
def mixed_finishes(mesh: Mesh, bar: Bar, placed: Sequence[PlacedBar]) -> list[Finding]:
    """Galvanised and plain steel in one piece

    Where they touch, the zinc is eaten to spare the plain steel.

    Source: common practice
    """
    if not placed or mesh.finish in (bar.finish, "glass"):
        return []
    return [
        finding(
            mixed_finishes,
            title="Galvanised mesh touches plain bar"
            if mesh.finish == "galvanised" and bar.finish == "plain"
            else "{mesh_finish} mesh touches {bar_finish} bar",
            reason="In damp concrete one corrodes the other.",
            remedy="Use one kind for both.",
            field="/bar",
            values={
                "mesh": mesh.name,
                "mesh_finish": mesh.finish,
                "bar": bar.name,
                "bar_finish": bar.finish,
            },
        )
    ]


@check("bare-strips", "hint")
def bare_strips(inputs: SteelInputs, piece: str, narrow: Sequence[str]) -> list[Finding]:
    """Nothing in the narrow strips

    A narrow strip beside an opening is where a top cracks first; steel holds it together when it does.

    Source: common practice
    """
    if inputs.school_of(piece) in ("mesh and bars", "grid of bars") or not narrow:
        return []
    return [
        finding(
            bare_strips,
            title="No bar in the narrow web beside {opening}",
            reason="That is where it cracks first. Fibre helps against hairlines; it does not carry the piece.",
            remedy="Lay a full-length bar on both sides of it.",
            field="/school",
            values={"opening": narrow[0]},
            change=Change("Lay mesh and bars", _as_school(inputs, piece, "mesh and bars")),
        )
    ]


@check("bar-longer-than-stock", "hint")
def bar_longer_than_stock(lapped: Sequence[LappedBar], stock_mm: float, lap_mm: float) -> list[Finding]:
    """Bar longer than it is sold

    Source: the lap of the standard chosen
    """
    if not lapped:
        return []
    first, parts = lapped[0]
    alone = len(lapped) == 1
    return [
        finding(
            bar_longer_than_stock,
            title="Lap the bar {bar} from {parts} lengths" if alone else "{bars} bars are lapped from shorter lengths",
            reason="It is longer than the {stock} stock." if alone else "They are longer than the {stock} stock.",
            remedy="Overlap {lap}, tie twice, and keep the laps away from openings.",
            field="/bar",
            values={
                "bar": bar_words(first.split(".", maxsplit=1)[1]),
                "parts": str(parts),
                "bars": str(len(lapped)),
                "stock": Quantity(stock_mm, "sold"),
                "lap": Quantity(lap_mm, "tape"),
            },
        )
    ]


@check("steel-feet-show", "caution")
def feet_show(inputs: SteelInputs, show_down: bool) -> list[Finding]:
    """What the steel stands on shows

    Clips, chairs and stones stand on the form's floor, and that side is the face of a piece that is cast face down.

    Source: common practice
    """
    if inputs.held not in ("clipped up from the base", "on chairs", "on stones") or not show_down:
        return []
    return [
        finding(
            feet_show,
            title="The feet of the steel show in the face",
            reason="The face lies on the base, and so do the feet.",
            remedy="Hang the steel over the form, or place it at half fill.",
            field="/held",
            change=Change("Hang it over the form", {"/held": "tied over the form"}),
        )
    ]


@check("no-bolts-to-hang-from", "caution")
def no_bolts_to_hang_from(inputs: SteelInputs, what: SteelBrief) -> list[Finding]:
    """No bolts to hang the steel from

    Steel that is wired to cast-in bolts needs bolts in the face or the back; one by itself lets it turn and sag.

    Source: common practice
    """
    if inputs.held != "tied to its bolts" or what.bolts > 1:
        return []
    return [
        finding(
            no_bolts_to_hang_from,
            title="{piece} has no bolts to hang the steel from"
            if not what.bolts
            else "{piece} has one bolt: the steel would sag beside it",
            reason="Steel is wired to bolts that stand in the form, two at least.",
            remedy="Hang the steel from battens over the form, or place it at half fill.",
            field="/held",
            values={"piece": what.name},
            change=Change("Hang it over the form", {"/held": "tied over the form"}),
        )
    ]


def _thinner_bar(stack: Stack, bars: Sequence[Bar], short_mm: float) -> list[Bar]:
    """Bars that leave so much more cover in place of the present one, thickest last."""
    over = len(stack.layers) - stack.meshed
    if not over:
        return []
    present = stack.layers[-1]
    spare = 2 * short_mm
    fitting = [one for one in bars if (present - one.diameter_mm) * over >= spare - _TRIFLE_MM]
    return sorted(fitting, key=lambda one: one.diameter_mm)


@check("no-room-for-a-cage", "caution")
def no_room_for_a_cage(piece: str, bar: Bar, fitting: Sequence[Bar]) -> list[Finding]:
    """No room for a cage

    A bar cannot be bent tighter than round its mandrel, and wants concrete on both sides.

    Source: geometry; mandrels of ACI 318 or EN 1992, from memory
    """
    thinner = max(fitting, key=lambda one: one.diameter_mm, default=None)
    return [
        finding(
            no_room_for_a_cage,
            title="{piece} has no room for a bent cage of {bar}",
            reason="Its legs are shorter than its bends, or too little concrete is left round it.",
            remedy="Use a thinner bar." if thinner else "Use fibre in the mix, or make the piece thicker.",
            field="/bar",
            values={"piece": piece, "bar": bar.name},
            change=Change("Use the {bar}", {"/bar": thinner.id}, {"bar": thinner.name}) if thinner else None,
        )
    ]


@check("cage-near-face", "caution")
def cage_near_face(piece: str, cage: Cage, finish: Finish, exposure: Exposure) -> list[Finding]:
    """A cage too near a face

    Source: common practice indoors; ACI 318-19 Table 20.5.1.3.1 outdoors for plain steel, from memory
    """
    needed, cover = cage.cover_needed.value, cage.cover.value
    if cover >= needed - _TRIFLE_MM:
        return []
    outside = exposure != "indoors" and finish == "plain"
    return [
        finding(
            cage_near_face,
            severity="stop" if cover < SHOWS_MM else "caution",
            title="Only {cover} of cover over the cage of {piece}; it needs {needed}",
            reason="Under that plain steel rusts and bursts the concrete."
            if outside
            else "Nearer to a face steel shows as a dark line.",
            remedy="Use fibre, stainless or galvanised bar, a thinner bar, or thicker walls.",
            field="/bar",
            values={"cover": Quantity(cover, "there"), "needed": Quantity(needed, "limit"), "piece": piece},
        )
    ]


def _as_school(inputs: SteelInputs, piece: str, school: School) -> dict[str, Any]:
    """The change that reinforces one piece by another school: the job's, or its own where it has one."""
    return {"/by_piece": {**inputs.by_piece, piece: school}} if piece in inputs.by_piece else {"/school": school}
