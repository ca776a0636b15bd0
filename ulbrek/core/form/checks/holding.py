"""What would not hold: strips, screws, glue, knockouts."""

from collections.abc import Sequence
from math import floor

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.form.brief import FormBrief
from ulbrek.core.form.formers import SAFETY
from ulbrek.core.form.result import Joint, Knockout
from ulbrek.core.form.sides import Side
from ulbrek.core.materials.fixings import LEAST_BACK_MM, LEAST_END_MM

NAILED_TO_MM, GLUED_TO_MM = 100.0, 90.0  # Source: common practice.
THIN_STRIP_MM, LONG_SIDE_MM = 12.0, 600.0
LEAST_STEP_MM = 50.0  # nobody fills more evenly than that by eye
_NEAREST_MM = 50.0  # no two screws are set nearer than that


@check("screw-near-end", "hint")
def screw_near_end(brief: FormBrief, sides: Sequence[Side]) -> list[Finding]:
    """Screw near a side's end

    Faced particle board splits when a screw is nearer than 25 mm to its end.

    Source: common practice
    """
    straight = [side.edge.chord for side in sides if not side.edge.is_arc]
    short = min(straight, default=2 * LEAST_END_MM)
    if short >= 2 * LEAST_END_MM or brief.fixing != "screws" or brief.on_ground:
        return []
    return [
        finding(
            screw_near_end,
            title="A {length} side is too short for a screw",
            reason="Nearer than {least} to its end faced board splits.",
            remedy="Hold short sides by the corner screws alone, with a block glued behind.",
            field="/screw_spacing",
            values={"length": Quantity(short, "mm"), "least": Quantity(LEAST_END_MM, "limit")},
        )
    ]


@check("thin-strip", "caution")
def thin_strip(brief: FormBrief) -> list[Finding]:
    """Thin board along a long side

    Source: common practice: not under 12 mm over a long side
    """
    side = max(brief.length_mm, brief.width_mm)
    if brief.sheet.thickness_mm >= THIN_STRIP_MM or side <= LONG_SIDE_MM:
        return []
    return [
        finding(
            thin_strip,
            title="{thickness} sides bow over {side}",
            reason="A thin side leans and waves between its screws, and the edge of the piece with it.",
            remedy="Cut the sides from thicker sheet, or back them with a straight batten.",
            field="/sheet",
            values={"thickness": Quantity(brief.sheet.thickness_mm, "mm"), "side": Quantity(side, "mm")},
        )
    ]


@check("knockout-floats", "stop")
def knockout_floats(brief: FormBrief, knockouts: Sequence[Knockout]) -> list[Finding]:
    """A knockout floats

    Foam in wet concrete is a boat: what holds it must take half as much again as lifts it.

    Source: hydrostatics; the margin is common practice
    """
    loose = [(one, one.held, one.uplift) for one in knockouts if one.held and one.uplift]
    loose = [(one, held, lifts) for one, held, lifts in loose if held.value < SAFETY * lifts.value]
    return [
        finding(
            knockout_floats,
            title="{knockout} may float: its hold-down is {held}, it needs {wanted}",
            reason="Wet concrete lifts it with {uplift}; hold half as much again.",
            remedy="Bond it and screw it from below, or lay a weight on it until the concrete has set.",
            field="/knockouts",
            values={
                "knockout": one.name,
                "uplift": Quantity(lifts.value, "N"),
                "held": Quantity(held.value, "N"),
                "wanted": Quantity(SAFETY * lifts.value, "N"),
            },
            change=Change("Bond and screw it", {"/knockouts": "bonded and screwed"})
            if brief.habits.knockouts != "bonded and screwed"
            else None,
        )
        for one, held, lifts in loose
    ]


@check("nails-will-not-do", "caution")
def nails_will_not_do(brief: FormBrief, castings: int) -> list[Finding]:
    """Nails will not do

    Nails do for a mould that is thrown away after one casting and is no higher than 100 mm.

    Source: common practice
    """
    high = brief.head_mm > NAILED_TO_MM
    if brief.fixing != "nails" or brief.on_ground or not (high or castings > 1):
        return []
    return [
        finding(
            nails_will_not_do,
            title="Nails will not hold {height} of wet concrete" if high else "Nails make the form hard to strip",
            reason="Nails pull out under the pressure and have to be pried out to strip; a form used again is screwed.",
            remedy="Screw it together.",
            field="/fixing",
            values={"height": Quantity(brief.head_mm, "mm")},
            change=Change("Screw it", {"/fixing": "screws"}),
        )
    ]


@check("glue-too-high", "caution")
def glue_too_high(brief: FormBrief) -> list[Finding]:
    """Too high for hot glue

    Small forms are held by hot glue and blocks alone; higher than 90 mm the push opens the glue.

    Source: common practice
    """
    if brief.fixing != "hot glue and blocks" or brief.head_mm <= GLUED_TO_MM:
        return []
    return [
        finding(
            glue_too_high,
            title="{height} is too high for hot glue alone",
            reason="Wet concrete presses hardest at the foot of the sides, and glue lets go all at once.",
            remedy="Screw it together.",
            field="/fixing",
            values={"height": Quantity(brief.head_mm, "mm")},
            change=Change("Screw it", {"/fixing": "screws"}),
        )
    ]


@check("screws-too-far-apart", "stop")
def screws_too_far_apart(brief: FormBrief, joint: Joint) -> list[Finding]:
    """Screws too far apart for the push

    Wet concrete pushes a side outwards with the square of its height; screws in the base's edge are pulled out.

    Source: hydrostatics; withdrawal from particle board by the Wood Handbook's form, from memory
    """
    spacing = brief.habits.screw_spacing.mm
    bears = joint.holds.value / max(joint.push.value, 1e-9) * spacing
    if joint.fixing != "screws" or joint.way != "in" or bears >= spacing:
        return []
    nearer = max(50.0, floor(bears / 10) * 10.0)
    return [
        finding(
            screws_too_far_apart,
            title="Screws at {spacing} are too far apart for {height} of wet concrete",
            reason="Each would carry {push} and holds {holds} in the edge of the base.",
            remedy="Set them at most {nearer} apart, or strap the form all round.",
            field="/screw_spacing",
            values={
                "spacing": Quantity(spacing, "spacing"),
                "height": Quantity(brief.head_mm, "mm"),
                "push": Quantity(joint.push.value, "N"),
                "holds": Quantity(joint.holds.value, "N"),
                "nearer": Quantity(nearer, "spacing"),
            },
            change=_set_every(nearer) if bears >= _NEAREST_MM else None,
        )
    ]


def _set_every(nearer_mm: float) -> Change:
    values = {"nearer": Quantity(nearer_mm, "spacing")}
    return Change("Set them at {nearer}", {"/screw_spacing": {"mm": nearer_mm, "typed": None}}, values)


@check("screw-comes-out", "stop")
def screw_comes_out(joint: Joint, strip_height_mm: float) -> list[Finding]:
    """A screw comes out of the rail

    Driven up through the base, it must end in the strip: one that stands out of its upper edge stops the screed.

    Source: geometry; two millimetres over its point are common practice
    """
    if joint.fixing != "screws" or joint.way != "up" or joint.bite.value <= strip_height_mm - LEAST_BACK_MM:
        return []
    return [
        finding(
            screw_comes_out,
            title="{screw} screws come out of sides {height} high",
            reason="They go {bite} into the side; the screed strikes their points.",
            remedy="Hold so low a side with hot glue and blocks, or let it lap the base.",
            field="/fixing",
            values={
                "screw": Quantity(joint.screw_mm, "screw"),
                "height": Quantity(strip_height_mm, "mm"),
                "bite": Quantity(joint.bite.value, "mm"),
            },
            change=Change("Use hot glue and blocks", {"/fixing": "hot glue and blocks"}),
        )
    ]


@check("screws-stand-proud", "caution")
def screws_stand_proud(brief: FormBrief, joint: Joint) -> list[Finding]:
    """Screw heads stand proud of the rail

    The strips are the rail that the screed runs on: a head on a washer stops it, and leaves a groove in the face.

    Source: common practice: heads countersunk so that the screed does not strike them
    """
    if joint.fixing != "screws" or joint.way != "down" or brief.habits.heads == "countersunk":
        return []
    return [
        finding(
            screws_stand_proud,
            title="Screw heads stand proud of the screed edge",
            reason="The screed rides up on each head and drags a groove through the face.",
            remedy="Countersink every head below the edge, or screw up through the base.",
            field="/heads",
            change=Change("Countersink them", {"/heads": "countersunk"}),
        )
    ]


@check("core-is-pushed-aside", "caution")
def core_is_pushed_aside(brief: FormBrief, knockouts: Sequence[Knockout]) -> list[Finding]:
    """A core is pushed aside

    Concrete that stands higher on one side of a core pushes it to the other, with the square of its height.

    Source: hydrostatics; that nobody fills more evenly than 50 mm by eye is common practice
    """
    loose = [(one, one.fill_step.value) for one in knockouts if one.fill_step]
    return [
        finding(
            core_is_pushed_aside,
            title="{core} shifts when one side is filled {step} higher",
            reason="Near its top so small a difference presses harder than what holds it.",
            remedy="Bond and screw it, brace it from both ends across the form, and fill round it in turns.",
            field="/knockouts",
            values={"core": one.name, "step": Quantity(step, "at most")},
            change=Change("Bond and screw it", {"/knockouts": "bonded and screwed"})
            if brief.habits.knockouts != "bonded and screwed"
            else None,
        )
        for one, step in loose
        if step < LEAST_STEP_MM
    ]
