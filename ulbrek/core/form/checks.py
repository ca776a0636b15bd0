"""What would go wrong with the form."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.form.boards import EDGES, NAMES, Wanted
from ulbrek.core.form.inputs import AsCut
from ulbrek.core.form.knockouts import SAFETY
from ulbrek.core.form.result import Board, InsideSize, Knockout
from ulbrek.core.kit.nesting import SheetStock
from ulbrek.core.materials.fixings import LEAST_END_MM

OFF_MM, FAR_OFF_MM = 1.0, 3.0
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
            field=f"/as_cut/{_pointer(wanted, _maker(wanted, one.edge))}",
            values={
                "made": Quantity(one.made.value, "mm"),
                "wanted": Quantity(one.wanted_mm, "mm"),
                "edge": one.edge,
            },
            change=Change(
                "Cut it anew to fit", {f"/as_cut/{_pointer(wanted, _maker(wanted, one.edge))}": AsCut().model_dump()}
            ),
        )
        for one in off
    ]


@check("strip-heights-differ", "caution")
def strip_heights_differ(wanted: Wanted, boards: Sequence[Board]) -> list[Finding]:
    """Strip heights differ

    The strips are the rail that the screed runs on.

    Source: common practice: within half a millimetre all round
    """
    odd = [board for board in boards[1:] if abs(board.height_cut_mm - board.height.value) > EVEN_MM]
    return [
        finding(
            strip_heights_differ,
            title="The {strip} is {cut} high, not {wanted}",
            reason="The screed follows the strips: the piece comes out thin or humped on that side.",
            remedy="Rip all strips at one setting of the fence, and this one with them.",
            field=f"/as_cut/{_pointer(wanted, board.key)}",
            values={
                "strip": NAMES[board.key].lower(),
                "cut": Quantity(board.height_cut_mm, "mm"),
                "wanted": Quantity(board.height.value, "mm"),
            },
            change=Change("Rip it anew", {f"/as_cut/{_pointer(wanted, board.key)}": AsCut().model_dump()}),
        )
        for board in odd
    ]


@check("strip-does-not-reach", "stop")
def strip_does_not_reach(wanted: Wanted, boards: Sequence[Board]) -> list[Finding]:
    """A strip does not reach its neighbour

    A pinwheel strip must at least cover the thickness of the neighbour it runs past, or the corner stands open.

    Source: common practice
    """
    if wanted.habits.corner != "pinwheel":
        return []
    least = {edge: wanted.along(edge) + wanted.sheet.thickness_mm for edge in EDGES}
    short = [board for board in boards[1:] if board.length_cut_mm < least[board.key] - EVEN_MM]
    return [
        finding(
            strip_does_not_reach,
            title="The {strip} is too short to close its corner",
            reason="It is cut to {cut} and must reach {least}. Paste runs out there and leaves bare stone.",
            remedy="Cut it anew, left long; its end does not have to be exact.",
            field=f"/as_cut/{_pointer(wanted, board.key)}",
            values={
                "strip": NAMES[board.key].lower(),
                "cut": Quantity(board.length_cut_mm, "mm"),
                "least": Quantity(least[board.key], "mm"),
            },
            change=Change("Cut it anew", {f"/as_cut/{_pointer(wanted, board.key)}": AsCut().model_dump()}),
        )
        for board in short
    ]


@check("screw-near-end", "caution")
def screw_near_end(wanted: Wanted) -> list[Finding]:
    """Screw near a strip's end

    Faced particle board splits when a screw is nearer than 25 mm to its end.

    Source: common practice
    """
    short = min(wanted.length_mm, wanted.width_mm)
    if short >= 2 * LEAST_END_MM:
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
    loose = [one for one in knockouts if one.held.value < SAFETY * one.uplift.value]
    return [
        finding(
            knockout_floats,
            title="{knockout} floats up",
            reason="It lifts with {uplift}; what holds it takes {held}.",
            remedy="Bond it and screw it from below, or lay a weight on it until the concrete has set.",
            field="/knockouts",
            values={
                "knockout": one.name,
                "uplift": Quantity(one.uplift.value, "N"),
                "held": Quantity(one.held.value, "N"),
            },
            change=Change("Bond it and screw it", {"/knockouts": "bonded and screwed"})
            if wanted.habits.knockouts != "bonded and screwed"
            else None,
        )
        for one in loose
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

    Source: geometry; a splice with a plate behind it is common practice
    """
    return [
        finding(
            too_large_for_sheet,
            title="{board} is larger than a sheet",
            reason="A sheet is {length} by {width}.",
            remedy="Splice it: two boards butted on a bearer with a plate behind the joint, sealed and sanded flush; "
            "or take a larger sheet.",
            field="/sheet",
            values={
                "board": name,
                "length": Quantity(stock.length_mm, "mm"),
                "width": Quantity(stock.width_mm, "mm"),
            },
        )
        for name in names
    ]


def all_findings(
    wanted: Wanted,
    boards: Sequence[Board],
    inside: Sequence[InsideSize],
    knockouts: Sequence[Knockout],
    castings: int,
) -> Iterator[Finding]:
    """Everything that is found of one form; ``castings`` is how often it is filled."""
    yield from boards_make_another_size(wanted, inside)
    yield from strip_heights_differ(wanted, boards)
    yield from strip_does_not_reach(wanted, boards)
    yield from screw_near_end(wanted)
    yield from thin_strip(wanted)
    yield from knockout_floats(wanted, knockouts)
    yield from glue_in_the_sun(wanted)
    yield from no_release(wanted, castings)


def _maker(wanted: Wanted, edge: str) -> str:
    """The board that decides the inside along an edge."""
    return "base" if wanted.lap_mm else edge


def _pointer(wanted: Wanted, board: str) -> str:
    return f"{wanted.piece}.{board}"


@check("form-not-worked-out", "caution")
def form_not_worked_out(name: str, why: str, field: str) -> list[Finding]:
    """Form not worked out

    Boards, screws and cuts are worked out for rectangles with openings right through, cast in a box of boards. A
    piece of another shape is measured, mixed, cured and moved, and its form is yours to build.

    Source: this version's own limits
    """
    return [
        finding(
            form_not_worked_out,
            title="The form of {piece} is yours to work out",
            reason="A plain box of boards does not make it: {why}. Its boards, screws and cuts are not counted.",
            remedy="Build it as you are used to, and add its boards to the list yourself.",
            field=field,
            values={"piece": name, "why": why},
        )
    ]


@check("fix-in-the-form", "hint")
def fix_in_the_form(name: str, inserts: Sequence[str], field: str) -> list[Finding]:
    """Fix it in the form

    Sleeves, bolts, letters and whatever stays inside are fixed before the pour, square and where they belong: a sleeve
    on a plug, a bolt by a bridge over the form or a split block, letters glued on mirrored.

    Source: common practice
    """
    return [
        finding(
            fix_in_the_form,
            title="Fix in the form of {piece}: {inserts}",
            reason="Boards and knockouts are worked out; what holds these is not.",
            remedy="Hold each so that wet concrete cannot lift or turn it, and tape over threads.",
            field=field,
            values={"piece": name, "inserts": ", ".join(inserts)},
        )
    ]
