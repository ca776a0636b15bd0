"""What the boards make, and what the piece wants."""

from collections.abc import Sequence

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.form.brief import FormBrief
from ulbrek.core.form.inputs import BoardAsCut
from ulbrek.core.form.result import Board, InsideSize
from ulbrek.core.form.sides import Side

OFF_MM, FAR_OFF_MM = 1.0, 3.0
EVEN_MM = 0.5


@check("boards-make-another-size", "caution")
def boards_make_another_size(brief: FormBrief, inside: Sequence[InsideSize]) -> list[Finding]:
    """The boards make another size

    A cast dimension is the inside of the form; what the boards were cut to decides it, not the drawing.

    Source: common practice
    """
    off = [one for one in inside if abs(one.made.value - one.wanted_mm) > OFF_MM]
    return [
        finding(
            boards_make_another_size,
            severity="stop" if abs(one.made.value - one.wanted_mm) > FAR_OFF_MM else "caution",
            title="The form comes out {made} at the {edge}, not {wanted}",
            reason="The inside of the form is the piece. Every hole and edge measured from it is off by as much.",
            remedy="Cut the board again, or shim it, before the joints are sealed.",
            field=f"/as_cut/{pointer(brief, one.board)}",
            values={
                "made": Quantity(one.made.value, "cut"),
                "wanted": Quantity(one.wanted_mm, "cut"),
                "edge": one.edge,
            },
            change=Change("Cut it again to fit", {f"/as_cut/{pointer(brief, one.board)}": BoardAsCut().model_dump()}),
        )
        for one in off
    ]


@check("strip-heights-differ", "caution")
def strip_heights_differ(brief: FormBrief, boards: Sequence[Board]) -> list[Finding]:
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
            title="{strip} is {cut} high, not {wanted}",
            reason="The screed follows the sides: the piece comes out thin or humped there.",
            remedy="Rip all sides at one fence setting, and this one with them.",
            field=f"/as_cut/{pointer(brief, board.key)}",
            values={
                "strip": board.name,
                "cut": Quantity(board.height_cut_mm, "mm"),
                "wanted": Quantity(board.height.value, "mm"),
            },
            change=Change("Rip it again", {f"/as_cut/{pointer(brief, board.key)}": BoardAsCut().model_dump()}),
        )
        for board in odd
    ]


@check("strip-does-not-reach", "stop")
def strip_does_not_reach(brief: FormBrief, sides: Sequence[Side], boards: Sequence[Board]) -> list[Finding]:
    """A side does not reach its neighbour

    A pinwheel strip must at least cover the thickness of the neighbour it runs past, or the corner stands open.

    Source: common practice
    """
    if brief.habits.corner != "pinwheel":
        return []
    least = {side.key: side.edge.chord + side.start.reach_mm + side.end.reach_mm for side in sides}
    short = [b for b in boards if b.kind == "strip" and b.length_cut_mm < least[b.key] - EVEN_MM]
    return [
        finding(
            strip_does_not_reach,
            title="{strip} is too short to close its corner",
            reason="It is cut to {cut} and must reach {least}. Paste runs out there and leaves bare aggregate.",
            remedy="Cut it again, a little long; its end does not have to be exact.",
            field=f"/as_cut/{pointer(brief, board.key)}",
            values={
                "strip": board.name,
                "cut": Quantity(board.length_cut_mm, "mm"),
                "least": Quantity(least[board.key], "mm"),
            },
            change=Change("Cut it again", {f"/as_cut/{pointer(brief, board.key)}": BoardAsCut().model_dump()}),
        )
        for board in short
    ]


@check("seam-takes-its-divider", "hint")
def seam_takes_its_divider(brief: FormBrief) -> list[Finding]:
    """The divider at a seam takes its thickness

    Cast against a thin divider the two sides of a seam match; each casting is shorter by half of it: the joint.

    Source: geometry
    """
    if not any(divider.thin for divider in brief.dividers):
        return []
    return [
        finding(
            seam_takes_its_divider,
            title="Each seam leaves a {thickness} joint, the thickness of the divider",
            reason="Both castings are poured against it, so they match; it is gone when they are installed. "
            "Set without a joint the whole is {shorter} shorter.",
            remedy="Plan the joint that wide, or use a thinner liner.",
            field="/liner",
            values={
                "thickness": Quantity(brief.liner.thickness_mm, "mm"),
                "shorter": Quantity(brief.liner.thickness_mm * sum(one.thin for one in brief.dividers), "mm"),
            },
        )
    ]


@check("leak-path", "stop")
def leak_path(brief: FormBrief, boards: Sequence[Board]) -> list[Finding]:
    """A joint stays open

    A liner or a divider that ends short of its corner, or a base that the strips do not stand on, leaves a gap that no
    bead closes: paste runs out of it and leaves bare stone.

    Source: common practice: seal so that no light shows
    """
    return [
        finding(
            leak_path,
            title="{board} is cut short and leaves a gap",
            reason="It is {cut} and must be {least}. Paste runs out of a gap and leaves bare aggregate.",
            remedy="Cut it again, or let a piece of the same sheet into the gap and seal it on both sides.",
            field=f"/as_cut/{pointer(brief, board.key)}",
            values={"board": board.name, "cut": Quantity(cut, "mm"), "least": Quantity(least, "mm")},
            change=Change("Cut it again", {f"/as_cut/{pointer(brief, board.key)}": BoardAsCut().model_dump()}),
        )
        for board in boards
        for cut, least in _too_small(brief, board)
    ]


def _too_small(brief: FormBrief, board: Board) -> list[tuple[float, float]]:
    """What a board is cut to, and what it must be, where it is smaller by more than half a millimetre [mm]."""
    sizes = [(board.length_cut_mm, board.length.value), (board.height_cut_mm, board.height.value)]
    if board.kind == "base" and (brief.beneath is not None or brief.climbs):
        return []  # it is cut to lie on its braces, or to the profile
    if board.kind == "base" and not brief.laps:  # the ledge may be narrower; the strips must stand on it
        on_it = 2 * brief.sheet.thickness_mm
        sizes = [(board.length_cut_mm, brief.length_mm + on_it), (board.height_cut_mm, brief.width_mm + on_it)]
    elif board.kind not in ("liner", "kerfed strip", "divider", "bed"):
        return []
    return [(cut, least) for cut, least in sizes if cut < least - EVEN_MM]


def pointer(brief: FormBrief, board: str) -> str:
    """The key under which a board that was cut otherwise is kept."""
    return f"{brief.piece}.{board}"
