"""What would go wrong with the form."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import floor

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.form.boards import Built
from ulbrek.core.form.formers import SAFETY
from ulbrek.core.form.inputs import AsCut
from ulbrek.core.form.result import Board, InsideSize, Joint, Knockout
from ulbrek.core.form.sides import Side, too_sharp
from ulbrek.core.form.wanted import Wanted
from ulbrek.core.kit.nesting import SheetStock
from ulbrek.core.materials.fixings import LEAST_END_MM

NAILED_TO_MM, GLUED_TO_MM = 100.0, 60.0  # Source: common practice.
OFF_MM, FAR_OFF_MM = 1.0, 3.0
_NEAREST_MM = 50.0  # no two screws are set nearer than that
EVEN_MM = 0.5
THIN_STRIP_MM, LONG_SIDE_MM = 12.0, 600.0


@check("boards-make-another-size", "caution")
def boards_make_another_size(wanted: Wanted, inside: Sequence[InsideSize]) -> list[Finding]:
    """The boards make another size

    A cast dimension is the inside of the form; what the boards were cut to decides it, not the drawing.

    Source: common practice
    """
    off = [one for one in inside if abs(one.made.value - one.wanted_mm) > OFF_MM]
    return [
        finding(
            boards_make_another_size,
            severity="stop" if abs(one.made.value - one.wanted_mm) > FAR_OFF_MM else "caution",
            title="These boards make {made} along the {edge}, not {wanted}",
            reason="The inside of the form is the piece. Every hole and edge measured from it is off by as much.",
            remedy="Cut the board anew, or shim it, before the joints are sealed.",
            field=f"/as_cut/{_pointer(wanted, one.board)}",
            values={
                "made": Quantity(one.made.value, "mm"),
                "wanted": Quantity(one.wanted_mm, "mm"),
                "edge": one.edge,
            },
            change=Change("Cut it anew to fit", {f"/as_cut/{_pointer(wanted, one.board)}": AsCut().model_dump()}),
        )
        for one in off
    ]


@check("strip-heights-differ", "caution")
def strip_heights_differ(wanted: Wanted, boards: Sequence[Board]) -> list[Finding]:
    """Strip heights differ

    The strips are the rail that the screed runs on.

    Source: common practice: within half a millimetre all round
    """
    odd = [
        board for board in boards if board.kind == "strip" and abs(board.height_cut_mm - board.height.value) > EVEN_MM
    ]
    return [
        finding(
            strip_heights_differ,
            title="The {strip} is {cut} high, not {wanted}",
            reason="The screed follows the strips: the piece comes out thin or humped on that side.",
            remedy="Rip all strips at one setting of the fence, and this one with them.",
            field=f"/as_cut/{_pointer(wanted, board.key)}",
            values={
                "strip": board.name.lower(),
                "cut": Quantity(board.height_cut_mm, "mm"),
                "wanted": Quantity(board.height.value, "mm"),
            },
            change=Change("Rip it anew", {f"/as_cut/{_pointer(wanted, board.key)}": AsCut().model_dump()}),
        )
        for board in odd
    ]


@check("strip-does-not-reach", "stop")
def strip_does_not_reach(wanted: Wanted, sides: Sequence[Side], boards: Sequence[Board]) -> list[Finding]:
    """A strip does not reach its neighbour

    A pinwheel strip must at least cover the thickness of the neighbour it runs past, or the corner stands open.

    Source: common practice
    """
    if wanted.habits.corner != "pinwheel":
        return []
    least = {side.key: side.edge.chord + side.start.reach_mm + side.end.reach_mm for side in sides}
    short = [b for b in boards if b.kind == "strip" and b.length_cut_mm < least[b.key] - EVEN_MM]
    return [
        finding(
            strip_does_not_reach,
            title="The {strip} is too short to close its corner",
            reason="It is cut to {cut} and must reach {least}. Paste runs out there and leaves bare stone.",
            remedy="Cut it anew, left long; its end does not have to be exact.",
            field=f"/as_cut/{_pointer(wanted, board.key)}",
            values={
                "strip": board.name.lower(),
                "cut": Quantity(board.length_cut_mm, "mm"),
                "least": Quantity(least[board.key], "mm"),
            },
            change=Change("Cut it anew", {f"/as_cut/{_pointer(wanted, board.key)}": AsCut().model_dump()}),
        )
        for board in short
    ]


@check("screw-near-end", "caution")
def screw_near_end(wanted: Wanted, sides: Sequence[Side]) -> list[Finding]:
    """Screw near a strip's end

    Faced particle board splits when a screw is nearer than 25 mm to its end.

    Source: common practice
    """
    straight = [side.edge.chord for side in sides if not side.edge.is_arc]
    short = min(straight, default=2 * LEAST_END_MM)
    if short >= 2 * LEAST_END_MM or wanted.habits.fixing != "screws":
        return []
    return [
        finding(
            screw_near_end,
            title="A strip of {length} has no place for a screw",
            reason="Nearer than {least} to its end faced board splits.",
            remedy="Hold the short strips by the corner screws alone, with a block glued behind.",
            field="/screw_spacing",
            values={"length": Quantity(short, "mm"), "least": Quantity(LEAST_END_MM, "mm")},
        )
    ]


@check("thin-strip", "caution")
def thin_strip(wanted: Wanted) -> list[Finding]:
    """Thin strip over a long side

    Source: common practice: not under 12 mm over a long side
    """
    side = max(wanted.length_mm, wanted.width_mm)
    if wanted.sheet.thickness_mm >= THIN_STRIP_MM or side <= LONG_SIDE_MM:
        return []
    return [
        finding(
            thin_strip,
            title="{thickness} strips bow over {side}",
            reason="A thin strip leans and waves between its screws, and the edge of the piece with it.",
            remedy="Cut the strips from thicker sheet, or back them with a straight batten.",
            field="/sheet",
            values={"thickness": Quantity(wanted.sheet.thickness_mm, "mm"), "side": Quantity(side, "mm")},
        )
    ]


@check("knockout-floats", "stop")
def knockout_floats(wanted: Wanted, knockouts: Sequence[Knockout]) -> list[Finding]:
    """A knockout floats

    Foam in wet concrete is a boat: what holds it must take half as much again as lifts it.

    Source: hydrostatics; the margin is common practice
    """
    loose = [(one, one.held, one.uplift) for one in knockouts if one.held and one.uplift]
    loose = [(one, held, lifts) for one, held, lifts in loose if held.value < SAFETY * lifts.value]
    return [
        finding(
            knockout_floats,
            title="{knockout} floats up",
            reason="It lifts with {uplift}; what holds it takes {held}.",
            remedy="Bond it and screw it from below, or lay a weight on it until the concrete has set.",
            field="/knockouts",
            values={
                "knockout": one.name,
                "uplift": Quantity(lifts.value, "N"),
                "held": Quantity(held.value, "N"),
            },
            change=Change("Bond it and screw it", {"/knockouts": "bonded and screwed"})
            if wanted.habits.knockouts != "bonded and screwed"
            else None,
        )
        for one, held, lifts in loose
    ]


@check("glue-in-the-sun", "caution")
def glue_in_the_sun(wanted: Wanted) -> list[Finding]:
    """Hot glue in the sun

    Source: common practice
    """
    if wanted.habits.sealing != "hot glue":
        return []
    return [
        finding(
            glue_in_the_sun,
            title="Hot glue lets go in the sun",
            reason="A form in hot sun softens it: joints open and knockouts wander.",
            remedy="Keep the form in the shade until it is stripped, or seal with silicone.",
            field="/sealing",
            change=Change("Seal with silicone", {"/sealing": "silicone"}),
        )
    ]


@check("no-release", "stop")
def no_release(wanted: Wanted, castings: int) -> list[Finding]:
    """No release agent

    New faced board lets go by itself, once. Bare wood drinks the water and keeps the casting.

    Source: common practice
    """
    bare = wanted.sheet.face == "bare"
    if wanted.habits.release != "none" or (not bare and castings <= 1):
        return []
    return [
        finding(
            no_release,
            severity="stop" if bare else "caution",
            title="No release on bare wood" if bare else "No release on a form that is used again",
            reason="Forgetting it means prying the piece out, and the form with it.",
            remedy="Wipe a thin film of oil on every contact face before each pour, after the sealant has cured.",
            field="/release",
            change=Change("Wipe on oil", {"/release": "oil"}),
        )
    ]


@check("too-large-for-sheet", "stop")
def too_large_for_sheet(names: Sequence[str], stock: SheetStock) -> list[Finding]:
    """Board larger than the sheet

    A board in many parts has a joint in every direction, and each of them leaks and prints.

    Source: common practice, 12 parts at most
    """
    return [
        finding(
            too_large_for_sheet,
            title="{board} would take more than 12 parts of a sheet",
            reason="A sheet is {length} by {width}; every joint between parts leaks and prints through.",
            remedy="Divide the piece into castings at seams, or take larger sheets.",
            field="/sheet",
            values={
                "board": name,
                "length": Quantity(stock.length_mm, "mm"),
                "width": Quantity(stock.width_mm, "mm"),
            },
        )
        for name in names
    ]


@dataclass(frozen=True)
class Seen:
    """A form as it is looked at for what would go wrong; ``castings`` is how often it is filled."""

    wanted: Wanted
    sides: Sequence[Side]
    built: Built
    joint: Joint
    knockouts: Sequence[Knockout]
    castings: int


def all_findings(seen: Seen) -> Iterator[Finding]:
    """Everything that is found of one form."""
    wanted, boards = seen.wanted, seen.built.boards
    yield from boards_make_another_size(wanted, seen.built.inside)
    yield from strip_heights_differ(wanted, boards)
    yield from strip_does_not_reach(wanted, seen.sides, boards)
    yield from screw_near_end(wanted, seen.sides)
    yield from thin_strip(wanted)
    yield from knockout_floats(wanted, seen.knockouts)
    yield from glue_in_the_sun(wanted)
    yield from no_release(wanted, seen.castings)
    yield from corner_cannot_close(seen.sides)
    yield from liner_breaks(wanted, seen.sides)
    yield from nails_will_not_do(wanted, seen.castings)
    yield from glue_too_high(wanted)
    yield from screws_too_far_apart(wanted, seen.joint)
    yield from seam_takes_its_divider(wanted)
    yield from edge_from_the_open_side(wanted)


def _pointer(wanted: Wanted, board: str) -> str:
    return f"{wanted.piece}.{board}"


@check("corner-cannot-close", "stop")
def corner_cannot_close(sides: Sequence[Side]) -> list[Finding]:
    """Corner too sharp for two boards

    Boards are mitred by half the angle they turn through; beyond 150 degrees of turn the bevel is a feather that no saw
    cuts and no screw holds.

    Source: geometry; the limit is common practice
    """
    return [
        finding(
            corner_cannot_close,
            title="No two boards close the corner at the end of {side}",
            reason="It turns by more than {turn}: so long a bevel cannot be cut or held, and so thin a point breaks.",
            remedy="Blunt that corner of the piece, or make that end of a block of foam.",
            field="/corner",
            values={"side": side, "turn": Quantity(150.0, "°")},
        )
        for side in too_sharp(sides)
    ]


@check("liner-breaks", "stop")
def liner_breaks(wanted: Wanted, sides: Sequence[Side]) -> list[Finding]:
    """Liner breaks on its curve

    Each sheet bends to a smallest radius when it is dry; thinner ones bend further.

    Source: common practice
    """
    least = wanted.liner.bends_to_mm
    if wanted.habits.curve != "liner on ribs" or least is None:
        return []
    tight = [
        (side, radius)
        for side in sides
        if side.edge.is_arc and side.key not in wanted.open_edges
        for radius in (side.edge.radius - (wanted.liner.thickness_mm if side.edge.bulge < 0 else 0.0),)
        if radius < least
    ]
    return [
        finding(
            liner_breaks,
            title="{liner} breaks on the {side}",
            reason="It bends to a radius of {least}; the {side} asks for {radius}.",
            remedy="Take a thinner liner, or kerf a strip so that it bends.",
            field="/curve",
            values={
                "liner": wanted.liner.name,
                "side": side.name,
                "least": Quantity(least, "mm"),
                "radius": Quantity(radius, "mm"),
            },
            change=Change("Kerf a strip instead", {"/curve": "kerfed strip"}),
        )
        for side, radius in tight
    ]


@check("nails-will-not-do", "caution")
def nails_will_not_do(wanted: Wanted, castings: int) -> list[Finding]:
    """Nails will not do

    Nails do for a mould that is thrown away after one casting and is no higher than 100 mm.

    Source: common practice
    """
    high = wanted.head_mm > NAILED_TO_MM
    if wanted.habits.fixing != "nails" or not (high or castings > 1):
        return []
    return [
        finding(
            nails_will_not_do,
            title="Nails will not hold {height} of concrete" if high else "A nailed form does not come apart kindly",
            reason="Nails pull out under the push, and are pried on strip day; a form that is used again is screwed.",
            remedy="Screw it.",
            field="/fixing",
            values={"height": Quantity(wanted.head_mm, "mm")},
            change=Change("Screw it", {"/fixing": "screws"}),
        )
    ]


@check("glue-too-high", "caution")
def glue_too_high(wanted: Wanted) -> list[Finding]:
    """Too high for hot glue

    Small forms are held by hot glue and blocks alone; higher than 60 mm the push opens the glue.

    Source: common practice
    """
    if wanted.habits.fixing != "hot glue and blocks" or wanted.head_mm <= GLUED_TO_MM:
        return []
    return [
        finding(
            glue_too_high,
            title="{height} is too high for hot glue alone",
            reason="Wet concrete pushes the strips outwards, most at their foot; glue lets go at once, not slowly.",
            remedy="Screw it.",
            field="/fixing",
            values={"height": Quantity(wanted.head_mm, "mm")},
            change=Change("Screw it", {"/fixing": "screws"}),
        )
    ]


@check("seam-takes-its-divider", "hint")
def seam_takes_its_divider(wanted: Wanted) -> list[Finding]:
    """The divider at a seam takes its thickness

    Cast against a thin divider the two sides of a seam match; each casting is shorter by half of it: the joint.

    Source: geometry
    """
    if not any(divider.thin for divider in wanted.dividers):
        return []
    return [
        finding(
            seam_takes_its_divider,
            title="Each seam is {thickness} wide: its divider",
            reason="Both castings are poured against it, so they match; it is gone when they stand in their place.",
            remedy="Fill the joint with that width, or take a thinner liner.",
            field="/liner",
            values={"thickness": Quantity(wanted.liner.thickness_mm, "mm")},
        )
    ]


@check("edge-from-the-open-side", "hint")
def edge_from_the_open_side(wanted: Wanted) -> list[Finding]:
    """An edge on the open side is tooled

    What is said to be made in the mould lies at its open side where the piece is cast face up: no board shapes it.

    Source: common practice
    """
    if all(made.side == "floor" for made in wanted.edges_made):
        return []
    return [
        finding(
            edge_from_the_open_side,
            title="Edges of the face are tooled, not moulded",
            reason="Cast face up, the face is where the screed runs; an edging tool shapes its arrises as it stiffens.",
            remedy="Have the edger ready for the finishing, or cast it face down.",
            field="/corner",
        )
    ]


@check("board-is-spliced", "caution")
def board_is_spliced(names: Sequence[str], stock: SheetStock) -> list[Finding]:
    """A board is spliced

    Two parts are butted over a plate and a bearer, sealed, and sanded flush: the joint shows in the face as a line.

    Source: common practice
    """
    return [
        finding(
            board_is_spliced,
            title="{board} is longer than a sheet, and spliced",
            reason="A sheet is {length} by {width}. The joint prints through as a fine line.",
            remedy="Butt the parts over a plate that is screwed to both, seal the joint, sand it flush. Keep it off "
            "the face where you can, or take a longer sheet.",
            field="/sheet",
            values={
                "board": name,
                "length": Quantity(stock.length_mm, "mm"),
                "width": Quantity(stock.width_mm, "mm"),
            },
        )
        for name in names
    ]


@check("layout-lost", "hint")
def layout_lost(sheet: str, name: str, *, lost: bool) -> list[Finding]:
    """An accepted cut plan no longer fits

    A cut plan holds for the boards it was made of. When one of them has changed, a quick plan takes its place.

    Source: what was accepted, compared with what is to be cut
    """
    if not lost:
        return []
    return [
        finding(
            layout_lost,
            title="The cut plan of {sheet} that was accepted no longer fits",
            reason="Boards were changed, added or taken out since. A quick plan is shown instead.",
            remedy="Look for a better one again, or undo the change.",
            field=f"/layouts/{sheet}",
            values={"sheet": name},
            change=Change("Keep the quick plan", {f"/layouts/{sheet}": []}),
        )
    ]


@check("screws-too-far-apart", "stop")
def screws_too_far_apart(wanted: Wanted, joint: Joint) -> list[Finding]:
    """Screws too far apart for the push

    Wet concrete pushes a side outwards with the square of its height; screws in the base's edge are pulled out.

    Source: hydrostatics; withdrawal from particle board by the Wood Handbook's form, from memory
    """
    spacing = wanted.habits.screw_spacing.mm
    bears = joint.holds.value / max(joint.push.value, 1e-9) * spacing
    if joint.fixing != "screws" or joint.way != "in" or bears >= spacing:
        return []
    nearer = max(50.0, floor(bears / 10) * 10.0)
    return [
        finding(
            screws_too_far_apart,
            title="Screws every {spacing} do not hold {height} of concrete",
            reason="Between two of them the side is pushed out with {push}; one holds {holds} in the base's edge.",
            remedy="Set them at most {nearer} apart, or strap the form all round.",
            field="/screw_spacing",
            values={
                "spacing": Quantity(spacing, "mm"),
                "height": Quantity(wanted.head_mm, "mm"),
                "push": Quantity(joint.push.value, "N"),
                "holds": Quantity(joint.holds.value, "N"),
                "nearer": Quantity(nearer, "mm"),
            },
            change=_set_every(nearer) if bears >= _NEAREST_MM else None,
        )
    ]


def _set_every(nearer_mm: float) -> Change:
    values = {"nearer": Quantity(nearer_mm, "mm")}
    return Change("Set them every {nearer}", {"/screw_spacing": {"mm": nearer_mm, "typed": None}}, values)
