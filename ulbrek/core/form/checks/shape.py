"""Corners, curves and edges that boards cannot make."""

from collections.abc import Sequence

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.form.boards import WEB_MM
from ulbrek.core.form.brief import FormBrief
from ulbrek.core.form.result import Bend, Board
from ulbrek.core.form.sides import Side, too_sharp

_TRIFLE_DEG = 0.05
MOST_STRAIN_PERCENT = 1.0  # of the web behind a kerf. Source: common practice, faced board.


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
            title="The corner at the end of {side} is too sharp for two boards",
            reason="It turns more than {turn}: the bevel is too long to cut or hold, and its thin point breaks.",
            remedy="Blunt that corner of the piece, or form that end with a foam block.",
            field="/corner",
            values={"side": side, "turn": Quantity(150.0, "deg")},
        )
        for side in too_sharp(sides)
    ]


@check("liner-breaks", "stop")
def liner_breaks(brief: FormBrief, sides: Sequence[Side]) -> list[Finding]:
    """Liner breaks on its curve

    Each sheet bends to a smallest radius when it is dry; thinner ones bend further.

    Source: common practice
    """
    least = brief.liner.bends_to_mm
    if brief.habits.curve != "liner on ribs" or least is None:
        return []
    tight = [
        (side, radius)
        for side in sides
        if side.edge.is_arc and side.key not in brief.unboarded
        for radius in (side.edge.radius - (brief.liner.thickness_mm if side.edge.bulge < 0 else 0.0),)
        if radius < least
    ]
    tightest = min((side.edge.radius - brief.liner.thickness_mm for side in sides if side.edge.is_arc), default=1.0)
    return [
        finding(
            liner_breaks,
            title="{liner} would crack on the {side}",
            reason="It bends to a radius of {least}; the {side} needs {radius}.",
            remedy="Take a thinner liner, or saw kerfs into a side so that it bends.",
            field="/curve",
            values={
                "liner": brief.liner.name,
                "side": side.name,
                "least": Quantity(least, "mm"),
                "radius": Quantity(radius, "mm"),
            },
            change=Change("Use a kerfed side", {"/curve": "kerfed strip"})
            if 100 * WEB_MM / (2 * tightest) <= MOST_STRAIN_PERCENT
            else None,
        )
        for side, radius in tight
    ]


@check("edge-from-the-open-side", "hint")
def edge_from_the_open_side(brief: FormBrief) -> list[Finding]:
    """An edge on the open side is tooled

    What is said to be made in the mould lies at its open side where the piece is cast face up: no board shapes it.

    Source: common practice
    """
    if all(made.side == "floor" for made in brief.edges_made):
        return []
    return [
        finding(
            edge_from_the_open_side,
            title="Cast face up: tool the face edges, the form cannot shape them",
            reason="Face up, the face is where the screed runs; an edging tool shapes its edges as it stiffens.",
            remedy="Have the edger ready for finishing, or cast it face down.",
            field="/corner",
        )
    ]


@check("kerfed-strip-breaks", "stop")
def kerfed_strip_breaks(brief: FormBrief, boards: Sequence[Board]) -> list[Finding]:
    """A kerfed side breaks

    What a kerf leaves of the strip is bent as sharply as the curve; beyond a hundredth of strain board cracks.

    Source: geometry of bending; the limit is common practice
    """
    return [
        finding(
            kerfed_strip_breaks,
            title="{strip} would crack behind its kerfs",
            reason="The {web} left behind each kerf stretches {strain}, board takes {most}.",
            remedy="Bend a thin liner on ribs there, or form the curve with foam.",
            field="/curve",
            values={
                "strip": board.name,
                "web": Quantity(bend.web_mm, "mm"),
                "strain": Quantity(bend.strain.value, "%"),
                "most": Quantity(MOST_STRAIN_PERCENT, "%"),
            },
            change=_on_ribs(brief, bend),
        )
        for board, bend in _bent(boards)
        if bend.strain.value > MOST_STRAIN_PERCENT
    ]


@check("kerfs-print", "hint")
def kerfs_print(brief: FormBrief, boards: Sequence[Board]) -> list[Finding]:
    """Kerfs print as flats

    Between two kerfs the strip stays flat; the piece comes out with as many narrow faces.

    Source: geometry: the sag of a flat s long is s² / (8 R)
    """
    return [
        finding(
            kerfs_print,
            title="{strip} shows as {kerfs} narrow facets",
            reason="Between two kerfs the side stays flat, up to {sag} off the curve.",
            remedy="Line it with thin faced sheet, or rub the edge round after stripping.",
            field="/curve",
            values={
                "strip": board.name,
                "kerfs": Quantity(bend.kerfs.value, "1"),
                "sag": Quantity(bend.sag.value, "bow"),
            },
            change=_on_ribs(brief, bend),
        )
        for board, bend in _bent(boards)
    ]


SAW_TILTS_DEG = 45.0  # Source: common practice: table saws and track saws tilt that far


@check("bevel-past-the-saw", "hint")
def bevel_past_the_saw(boards: Sequence[Board]) -> list[Finding]:
    """A bevel past what a saw tilts to

    Blades tilt to 45°. What is steeper is sawn with the board upright against a tall fence, at 90° less the bevel.

    Source: common practice
    """
    steep = [
        (board, max(board.bevel_start_deg, board.bevel_end_deg))
        for board in boards
        if max(board.bevel_start_deg, board.bevel_end_deg) > SAW_TILTS_DEG + _TRIFLE_DEG
    ]
    if not steep:
        return []
    board, bevel = max(steep, key=lambda one: one[1])
    return [
        finding(
            bevel_past_the_saw,
            title="{board}: a bevel of {bevel} is more than a saw tilts",
            reason="Blades tilt to 45°.",
            remedy="Stand the board on its end against a tall fence, clamped to a carrier, blade tilted to {other}.",
            field="/corner",
            values={
                "board": board.name,
                "bevel": Quantity(bevel, "deg"),
                "other": Quantity(90.0 - bevel, "deg"),
            },
        )
    ]


def _bent(boards: Sequence[Board]) -> list[tuple[Board, Bend]]:
    return [(board, board.bend) for board in boards if board.bend]


def _on_ribs(brief: FormBrief, bend: Bend) -> Change | None:
    """A liner instead, where it bends so far."""
    least = brief.liner.bends_to_mm
    fits = least is None or bend.sag.inputs["radius_mm"].value - brief.liner.thickness_mm >= least
    return Change("Use a liner on ribs", {"/curve": "liner on ribs"}) if fits else None


@check("not-in-one-form", "caution")
def not_in_one_form(piece: str, asked: int, made: int) -> list[Finding]:
    """Not several in one form

    Side by side, with a divider between each and the next, only plain rectangles are cast.

    Source: common practice
    """
    return [
        finding(
            not_in_one_form,
            title="{piece} cannot be cast {asked} to a form",
            reason="Only plain rectangles of even thickness, without seams, stand side by side behind dividers.",
            remedy="It gets a form of its own here. Build more forms, or fill this one again.",
            field="/side_by_side",
            values={"piece": piece, "asked": str(asked)},
            change=Change("One casting a form", {"/side_by_side": made}),
        )
    ]
