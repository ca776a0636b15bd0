"""What is wrong under the slab, and with its thickness."""

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.ground.brief import GroundBrief
from ulbrek.core.ground.inputs import GroundInputs, Plot

# Thinnest slabs [mm]: below the first it fails, below the second it is not sure. Source: common practice.
THINNEST_MM = {
    "path or patio": (50.0, 75.0), "machine or shed": (75.0, 90.0), "car": (90.0, 100.0),
    "old slab, bonded": (25.0, 38.0), "old slab, apart": (50.0, 75.0),
}  # fmt: skip
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
