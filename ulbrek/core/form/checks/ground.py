"""What is found of forms whose base is the ground."""

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.form.brief import FormBrief
from ulbrek.core.form.result import Joint
from ulbrek.core.materials.fixings import LEAST_BACK_MM, LEAST_BITE_MM

_ON_A_BASE = Change("Set it on a base", {"/sides": "on the base"})


@check("needs-a-base", "caution")
def needs_a_base(name: str, brief: FormBrief) -> list[Finding]:
    """The ground cannot be its base

    What stands on edge is closed by panels, and a lower face that slopes or steps is made by a bed of boards.

    Source: common practice
    """
    if brief.habits.sides != "staked to the ground" or not brief.wants_base:
        return []
    return [
        finding(
            needs_a_base,
            title="{piece} cannot be formed on the ground",
            reason="It is cast on edge between two panels."
            if brief.stands
            else "Its lower face slopes or steps, and boards have to make that.",
            remedy="It is planned on a base here. Set the whole job on one, or plan this piece in a job of its own.",
            field="/sides",
            values={"piece": name},
            change=_ON_A_BASE,
        )
    ]


@check("face-on-the-ground", "caution")
def face_on_the_ground(name: str, brief: FormBrief) -> list[Finding]:
    """The face lies on the ground

    Face down, the mould makes the face. Ground and loose plastic print every stone, hollow and fold.

    Source: common practice
    """
    if not (brief.on_ground and brief.mirrored):
        return []
    return [
        finding(
            face_on_the_ground,
            title="{piece}: its face is cast against the ground",
            reason="Every stone, hollow and fold of the plastic prints into the face.",
            remedy="Set the form on a base, or cast it face up in Measure and finish it with a float or broom.",
            field="/sides",
            values={"piece": name},
            change=_ON_A_BASE,
        )
    ]


@check("gap-needs-ripped-strips", "hint")
def gap_needs_ripped_strips(brief: FormBrief) -> list[Finding]:
    """No board fills the gaps of a field

    A gap that is one board wide takes that board, one of two boards or more two of them. Any other takes a strip that
    is ripped for it.

    Source: geometry
    """
    board = brief.sheet.thickness_mm
    return [
        finding(
            gap_needs_ripped_strips,
            title="{gap} gaps need strips ripped to {ripped}",
            reason="The sides are {board} boards.",
            remedy="Rip them, or make the gaps {one}, or {two} and more, under Measure." if one.gap_mm > board
            else "Rip them, or make the gaps {one} under Measure.",
            field="/field",
            values={
                "gap": Quantity(one.gap_mm, "mm"), "ripped": Quantity(one.ripped_mm, "cut"),
                "board": Quantity(board, "mm"), "one": Quantity(board, "mm"), "two": Quantity(2 * board, "mm"),
            },
        )
        for one in (brief.field.channels if brief.field else ())
        if one.ripped_mm
    ]  # fmt: skip


@check("strips-lock", "caution")
def strips_lock(brief: FormBrief) -> list[Finding]:
    """Bare strips lock between two sections

    Wood between two slabs drinks from both, swells, and is held until it has dried again; pried out it takes the edges
    with it. Tape keeps water out, a taper lets go at once, and so does a cut that is slanted.

    Source: common practice
    """
    if brief.field is None or brief.habits.strips_out != "oiled" or brief.sheet.face != "bare":
        return []
    return [
        finding(
            strips_lock,
            title="Oiled strips swell and lock between the sections",
            reason="Wood drinks from both sides; pried out while it is wet, it takes the edges with it.",
            remedy="Wrap them in packing tape, or leave them until they have dried, {3 to 14 d}.",
            field="/strips_out",
            change=Change("Tape them", {"/strips_out": "taped"}),
        )
    ]


@check("stake-screw-comes-through", "caution")
def stake_screw_comes_through(brief: FormBrief, joint: Joint) -> list[Finding]:
    """No screw fits stake and board

    It must hold in the board and not come out on the side of the concrete, where it would lock the board in.

    Source: geometry; a bite of 6 mm, and 2 mm left behind the point, are common practice
    """
    board = brief.sheet.thickness_mm
    if joint.way != "stake" or joint.fixing != "screws":
        return []
    if LEAST_BITE_MM <= joint.bite.value <= board - LEAST_BACK_MM:
        return []
    return [
        finding(
            stake_screw_comes_through,
            title="No screw on your list fits a stake and a {board} side",
            reason="{screw} screws go {bite} past the stake: they come out into the concrete and lock the side in."
            if joint.bite.value > 0
            else "{screw} screws do not reach through the stake.",
            remedy="Use thicker sides, thinner lumber for the stakes, or add a length between to your screws.",
            field="/sheet",
            values={
                "board": Quantity(board, "mm"),
                "screw": Quantity(joint.screw_mm, "screw"),
                "bite": Quantity(max(0.0, joint.bite.value), "mm"),
            },
        )
    ]
