"""What touches the concrete: sealant, release, bare wood."""

from collections.abc import Sequence

from ulbrek.core.base.finding import Change, Finding, check, finding
from ulbrek.core.form.brief import FormBrief
from ulbrek.core.form.result import Board, Knockout


@check("glue-in-the-sun", "hint")
def glue_in_the_sun(brief: FormBrief) -> list[Finding]:
    """Hot glue in the sun

    Source: common practice
    """
    if brief.habits.sealing != "hot glue" or brief.on_ground:
        return []
    return [
        finding(
            glue_in_the_sun,
            title="Hot glue lets go in the sun",
            reason="Hot sun softens it: joints open and knockouts move.",
            remedy="Keep the form in the shade until it is stripped, or seal with silicone.",
            field="/sealing",
            change=Change("Seal with silicone", {"/sealing": "silicone"}),
        )
    ]


@check("no-release", "stop")
def no_release(brief: FormBrief, castings: int) -> list[Finding]:
    """No release agent

    New faced board lets go by itself, once. Bare wood drinks the water and keeps the casting.

    Source: common practice
    """
    bare = brief.bare
    if brief.habits.release != "none" or (not bare and castings <= 1):
        return []
    return [
        finding(
            no_release,
            severity="stop" if bare and not brief.on_ground else "caution",
            title="No release agent on bare wood" if bare else "No release agent on a form that is used again",
            reason="Without it the piece has to be pried out, and the form breaks with it.",
            remedy="Wipe a thin film of oil on every contact face before each pour, after the sealant has cured.",
            field="/release",
            change=Change("Use oil", {"/release": "oil"}),
        )
    ]


@check("bare-edge", "caution")
def bare_edge(brief: FormBrief, boards: Sequence[Board], knockouts: Sequence[Knockout]) -> list[Finding]:
    """A bare edge touches the concrete

    Sawn edges of board drink water, swell and hold the casting fast: they take two coats, or tape.

    Source: common practice
    """
    if brief.habits.bare_edges != "left bare":
        return []
    edges = [board.name.lower() for board in boards if board.kind in ("hung strip", "core side", "drop strip")]
    edges += [one.name.lower() for one in knockouts if one.build == "sheet cut to shape"]
    if brief.sheet.face == "bare":
        edges.insert(0, "every side")
    return [
        finding(
            bare_edge,
            title="Raw edges touch the concrete",
            reason="Raw edges soak up water, swell and grip the casting: {edges}.",
            remedy="Seal every sawn edge with two coats, or tape it.",
            field="/bare_edges",
            values={"edges": ", ".join(edges[:3]) + (f", and {len(edges) - 3} more" if len(edges) > 3 else "")},
            change=Change("Seal with two coats", {"/bare_edges": "two coats"}),
        )
        for _ in edges[:1]
    ]
