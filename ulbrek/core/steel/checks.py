"""What would go wrong with the steel."""

from collections.abc import Sequence

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.materials.steel import Bar, Finish, Mesh
from ulbrek.core.steel.inputs import SteelInputs
from ulbrek.core.steel.result import PlacedBar, Stack
from ulbrek.core.steel.rules import INDOOR_COVER_MM, thickest_bar

_TRIFLE_MM = 1e-6


@check("too-little-cover", "caution")
def too_little_cover(inputs: SteelInputs, stack: Stack, bars: Sequence[Bar], finish: Finish) -> list[Finding]:
    """Too little concrete over the steel

    Too near the show face steel ghosts through or rusts; outdoors, plain steel rusts and bursts thin concrete.

    Source: common practice indoors, 12 mm to the show face; ACI 318-19 Table 20.5.1.3.1 outdoors, from memory
    """
    needed, cover = stack.cover_needed.value, min(stack.cover_show.value, stack.cover_back.value)
    outside = inputs.exposure != "indoors"
    if cover >= needed - _TRIFLE_MM or (outside and finish != "plain" and cover >= INDOOR_COVER_MM):
        return []
    thinner = [] if outside else _thinner_bar(stack, bars)
    change = None
    if outside:
        change = Change("Take fibre instead", {"/school": "fibre only"})
    elif thinner:
        change = Change("Take the {bar}", {"/bar": thinner[-1].id}, {"bar": thinner[-1].name})
    elif len(stack.layers) > 2:
        change = Change("Take mesh alone", {"/school": "mesh"})
    return [
        finding(
            too_little_cover,
            severity="stop" if outside else "caution",
            title="Only {cover} of concrete over the steel",
            reason="It needs {needed}. Nearer to the face steel shows as a dark line or a rust stain."
            if not outside
            else "It needs {needed} where plain steel gets wet; under that it rusts and bursts the concrete.",
            remedy="Take thinner steel, or make the piece thicker."
            if not outside
            else "Take fibre, stainless or galvanised steel, or make the piece thicker.",
            field="/bar",
            values={"cover": Quantity(cover, "mm"), "needed": Quantity(needed, "mm")},
            change=change,
        )
    ]


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
            title="A {bar} is too thick for {thickness}",
            reason="Over {most} it takes the place of the concrete that should surround it, and cracks follow it.",
            remedy="Take a thinner bar.",
            field="/bar",
            values={
                "bar": bar.name,
                "thickness": Quantity(thickness_mm, "mm"),
                "most": Quantity(most, "mm"),
            },
            change=Change("Take the {bar}", {"/bar": fitting[-1].id}, {"bar": fitting[-1].name}) if fitting else None,
        )
    ]


@check("mixed-finishes", "caution")
def mixed_finishes(mesh: Mesh, bar: Bar, placed: Sequence[PlacedBar]) -> list[Finding]:
    """Galvanised and plain steel in one piece

    Where they touch, the zinc is eaten to spare the plain steel.

    Source: common practice
    """
    if not placed or mesh.finish == bar.finish:
        return []
    return [
        finding(
            mixed_finishes,
            title="{mesh} is {mesh_finish}, the {bar} {bar_finish}",
            reason="Where two kinds touch in wet concrete one of them is eaten.",
            remedy="Take both of one kind.",
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
def bare_strips(inputs: SteelInputs, narrow: Sequence[str]) -> list[Finding]:
    """Nothing in the narrow strips

    A narrow strip beside an opening is where a top cracks first; steel holds it together when it does.

    Source: common practice
    """
    if inputs.school == "mesh and bars" or not narrow:
        return []
    return [
        finding(
            bare_strips,
            title="No bar in the narrow strip beside the {opening}",
            reason="That is where it cracks first. Fibre helps against hairlines, it does not carry the piece.",
            remedy="Lay a bar right through on both sides of it.",
            field="/school",
            values={"opening": narrow[0]},
            change=Change("Lay mesh and bars", {"/school": "mesh and bars"}),
        )
    ]


@check("bar-longer-than-stock", "caution")
def bar_longer_than_stock(keys: Sequence[str], stock_mm: float) -> list[Finding]:
    """Bar longer than it is sold

    Source: common practice: lapped by 40 diameters and tied
    """
    return [
        finding(
            bar_longer_than_stock,
            title="The bar beside the {bar} is longer than the stock",
            reason="Bars are {stock} long.",
            remedy="Lap two by 40 diameters and tie them, away from the opening.",
            field="/bar",
            values={"bar": key.split(".", maxsplit=2)[1], "stock": Quantity(stock_mm, "mm")},
        )
        for key in keys
    ]


def _thinner_bar(stack: Stack, bars: Sequence[Bar]) -> list[Bar]:
    """Bars that leave enough cover in place of the present one, thickest last."""
    if len(stack.layers) < 3:
        return []
    present, over = stack.layers[2], len(stack.layers) - 2
    spare = 2 * (stack.cover_needed.value - stack.cover_show.value)
    fitting = [one for one in bars if (present - one.diameter_mm) * over >= spare - _TRIFLE_MM]
    return sorted(fitting, key=lambda one: one.diameter_mm)


@check("cage-not-worked-out", "caution")
def cage_not_worked_out(inputs: SteelInputs, piece: str) -> list[Finding]:
    """Cage not worked out

    Mesh and bars are laid out in flat pieces. Vessels, and ramps, legs and steps drawn from the side, carry
    bent cages.

    Source: this version's own limits
    """
    if inputs.school in ("none", "fibre only"):
        return []
    return [
        finding(
            cage_not_worked_out,
            title="The steel of {piece} is yours to work out",
            reason="It is no flat slab and wants a bent cage; none is laid out, and none is counted.",
            remedy="Bend a cage as you are used to, or choose fibre.",
            field="/school",
            values={"piece": piece},
        )
    ]
