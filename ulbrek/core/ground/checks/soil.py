"""What is wrong under the slab, and with its thickness."""

from typing import NamedTuple

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.ground.brief import GroundBrief
from ulbrek.core.ground.inputs import GroundInputs, Plot

# Thinnest slabs [mm]: below the first it fails, below the second it is not sure. Source: common practice.
THINNEST_MM = {
    "path or patio": (50.0, 75.0), "machine or shed": (75.0, 90.0), "car": (90.0, 100.0),
    "old slab, bonded": (25.0, 38.0), "old slab, apart": (50.0, 75.0),
}  # fmt: skip
# Source: IRC Table R402.2, severe weathering (3500 psi), from memory; with salt: common practice.
FREEZING_MPA, SALTED_MPA = 24.0, 31.0


class Frost(NamedTuple):
    """A mix as frost takes it: whether it is air-entrained, how strong it is, and one of the shop's that would do.

    ``other`` is that one's id, its name and the id of its bag.
    """

    entrained: bool
    strength_mpa: float
    other: tuple[str, str, str] | None


def needed_mpa(inputs: GroundInputs) -> float:
    """What strength the winters there ask of a mix [MPa].

    Args:
        inputs: what the job says of the ground
    """
    return SALTED_MPA if inputs.winters == "freezing and salted" else FREEZING_MPA


FAIR_MM = 50.0  # of stone, tamped: less than that evens nothing out. Source: common practice.
_SHY_MM = 1.0
STEPPED_ON_MM = 700.0  # a slab as short as that bridges nothing


@check("utilities-not-asked", "caution")
def utilities_not_asked(inputs: GroundInputs, names: tuple[str, ...]) -> list[Finding]:
    """Nobody has asked what runs in the ground

    A stake goes 300 mm (12 in) deep; cables and pipes lie there.

    Source: common practice; in many places it is the law to ask
    """
    if inputs.utilities != "not asked yet" or not names:
        return []
    return [
        finding(
            utilities_not_asked,
            title="Nobody has asked yet what runs under {names}",
            reason="Cables, gas and water may lie as deep as a stake goes.",
            remedy="Ask before you dig. It is free in most countries, and the law in many.",
            field="/utilities",
            values={"names": ", ".join(names)},
            change=Change("Nothing runs there", {"/utilities": "nothing there"}),
            also=(Change("It is marked", {"/utilities": "marked, dug by spade"}),),
        )
    ]


@check("no-air-where-it-freezes", "caution")
def no_air_where_it_freezes(inputs: GroundInputs, names: tuple[str, ...], frost: Frost) -> list[Finding]:
    """A mix without air where it freezes

    Water that freezes in wet concrete bursts its face, more so under salt. Fine bubbles give it room; a tight mix lets
    little of it in.

    Source: IRC Table R402.2, severe weathering: 3500 psi with 5 to 7 % of air, from memory
    """
    if inputs.winters == "mild" or not names:
        return []
    needed = needed_mpa(inputs)
    weak = frost.strength_mpa < needed - 1
    if frost.entrained and not weak:
        return []
    values: dict[str, Quantity | str] = {
        "names": ", ".join(names), "needed": Quantity(needed, "MPa"), "has": Quantity(frost.strength_mpa, "MPa"),
    }  # fmt: skip
    change = (
        Change(
            "Use {mix}",
            {"/mix/mix": frost.other[0], "/mix/bag": frost.other[2], "/mix/scratch": None},
            {"mix": frost.other[1]},
        )
        if frost.other
        else None
    )
    return [
        finding(
            no_air_where_it_freezes,
            title="{names}: the mix has no air in it, and it freezes there" if not frost.entrained
            else "{names}: {has} is little where it freezes",
            reason="Water that freezes in it bursts its face, and salt makes that worse.",
            remedy="An air-entrained mix of {needed} or more, no more water than it needs, and no salt in the first "
            "winter.",
            field="/ground/winters",
            values=values,
            change=change,
        )
    ]  # fmt: skip


@check("sub-base-thin", "caution")
def sub_base_thin(brief: GroundBrief, plot: Plot) -> list[Finding]:
    """Too little under the slab

    Source: common practice: 100 mm (4 in) under paths and pads, 150 (6) under cars
    """
    if plot.under != "ground" or plot.sub_base is None:
        return []
    needed = FAIR_MM if plot.carries != "car" and plot.soil == "firm" else 2 * FAIR_MM
    if plot.sub_base.mm >= needed - _SHY_MM:
        return []
    at = f"/plots/{brief.piece}/sub_base"
    return [
        finding(
            sub_base_thin,
            title="{name}: {there} of stone under it is little",
            reason="On soil that gives or freezes a slab tips and cracks.",
            remedy="At least {needed} here, tamped.",
            field=at,
            values={
                "name": brief.name, "there": Quantity(plot.sub_base.mm, "there"), "needed": Quantity(needed, "needed"),
            },
            change=Change("By load and soil", {at: None}),
        )
    ]  # fmt: skip


@check("slab-too-thin", "caution")
def slab_too_thin(brief: GroundBrief, plot: Plot) -> list[Finding]:
    """A slab too thin for what it lies on and carries

    Source: common practice: paths 75 to 100 mm, cars 100 and more, bonded overlays 25 to 38, others 50 to 75
    """
    left, front, right, back = brief.outline.box
    if max(right - left, back - front) <= STEPPED_ON_MM and plot.under == "ground":
        return []
    fails, sure = THINNEST_MM[plot.carries if plot.under == "ground" else plot.under]
    there = brief.thickness_mm
    if there >= sure - _SHY_MM:
        return []
    over = plot.under != "ground"
    return [
        finding(
            slab_too_thin,
            severity="stop" if there < fails - _SHY_MM else "caution",
            title="{name}: {there} is thin over an old slab" if over else "{name}: {there} is thin for what it carries",
            reason="It curls and breaks up." if over else "It breaks over the first soft place.",
            remedy="{sure} at the least.",
            field="/thickness",
            values={"name": brief.name, "there": Quantity(there, "there"), "sure": Quantity(sure, "needed")},
            change=Change("{sure} thick", {"/thickness": {"mm": sure}}, {"sure": Quantity(sure, "needed")}),
        )
    ]
