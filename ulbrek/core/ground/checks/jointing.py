"""What is wrong with joints: panels too long or too slim, grooves too shallow, nothing between it and a wall."""

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.ground.brief import GroundBrief
from ulbrek.core.ground.inputs import SIDES, Plot
from ulbrek.core.ground.joints import GROOVE_LEAST_MM, SLIM, TIMES_LEAST, TIMES_MOST
from ulbrek.core.ground.result import Joints

_SHY_MM = 1.0


@check("panel-too-long", "caution")
def panel_too_long(brief: GroundBrief, panel: tuple[float, float]) -> list[Finding]:
    """A panel that cracks by itself

    Source: ACI 302.1R and 360R, from memory: 24 to 36 times the thickness
    """
    long, _ = panel
    most = TIMES_MOST * brief.shrinks_mm
    if long <= most + _SHY_MM:
        return []
    at = f"/plots/{brief.piece}"
    return [
        finding(
            panel_too_long,
            title="{name}: a panel is {long} long",
            reason="Concrete shrinks; over {most} at this thickness it cracks where it likes.",
            remedy="Divide it by more joints.",
            field=f"{at}/columns",
            values={"name": brief.name, "long": Quantity(long, "tape"), "most": Quantity(most, "at most")},
            change=Change("Divide it by its thickness", {f"{at}/columns": None, f"{at}/rows": None}),
        )
    ]


@check("panel-too-slim", "hint")
def panel_too_slim(brief: GroundBrief, plot: Plot, panel: tuple[float, float]) -> list[Finding]:
    """A panel that is far longer than wide

    Source: ACI 302.1R, from memory: near square, 1.5 to 1 at the most
    """
    long, short = panel
    own = plot.columns is not None or plot.rows is not None
    if not own or long <= SLIM * short + _SHY_MM or long <= TIMES_LEAST * brief.shrinks_mm:
        return []
    at = f"/plots/{brief.piece}"
    return [
        finding(
            panel_too_slim,
            title="{name}: a panel is {long} by {short}",
            reason="A panel over one and a half times as long as wide cracks across its middle.",
            remedy="Divide it nearer to squares.",
            field=f"{at}/columns",
            values={"name": brief.name, "long": Quantity(long, "tape"), "short": Quantity(short, "tape")},
            change=Change("Divide it by its thickness", {f"{at}/columns": None, f"{at}/rows": None}),
        )
    ]


@check("joint-too-shallow", "caution")
def joint_too_shallow(brief: GroundBrief, joints: Joints | None) -> list[Finding]:
    """A groove that does not guide the crack

    Source: ACI 302.1R and 360R, from memory: a quarter of the thickness, 25 mm (1 in) at the least
    """
    needed = max(brief.shrinks_mm / 4, GROOVE_LEAST_MM)
    if joints is None or joints.depth is None or joints.depth.value >= needed - _SHY_MM:
        return []
    at = f"/plots/{brief.piece}/groove"
    return [
        finding(
            joint_too_shallow,
            title="{name}: joints {depth} deep guide no crack",
            reason="It takes a quarter of the thickness, {needed} here.",
            remedy="Make them deeper.",
            field=at,
            values={
                "name": brief.name, "depth": Quantity(joints.depth.value, "there"),
                "needed": Quantity(needed, "needed"),
            },
            change=Change("A quarter of the slab", {at: None}),
        )
    ]  # fmt: skip


@check("no-isolation", "caution")
def no_isolation(brief: GroundBrief, plot: Plot) -> list[Finding]:
    """Nothing between the slab and the building

    Source: ACI 302.1R, from memory: a strip through the whole depth, 6 to 13 mm thick
    """
    house = plot.house
    if house is None or house in plot.isolated:
        return []
    at = f"/plots/{brief.piece}/isolated"
    sides = [side for side in SIDES if side == house or side in plot.isolated]
    return [
        finding(
            no_isolation,
            title="{name} is cast against the building",
            reason="It settles and moves by itself: bound to the wall it cracks, or cracks that.",
            remedy="Put an isolation strip along the wall, as high as the slab is thick.",
            field=at,
            values={"name": brief.name},
            change=Change("Put a strip there", {at: sides}),
        )
    ]
