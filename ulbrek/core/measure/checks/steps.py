"""What is found of steps: how a foot takes them, and how far one falls beside them."""

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.base.units import Length
from ulbrek.core.measure.inputs.outlines import Steps
from ulbrek.core.measure.shape import Shape, stone_inside

LOW_MM, HIGH_MM = 100.0, 196.0  # Source: IRC R311.7.5.1 (7 3/4 in), from memory; lower ones trip: common practice.
SHORT_MM = 250.0  # Source: IRC R311.7.5.2 (10 in), from memory.
STEEP_MM, SHALLOW_MM = 700.0, 550.0  # two risers and a tread. Source: Approved Document K, from memory.
GUARD_MM = 600.0  # Source: Approved Document K, from memory; IRC R312.1: 762 mm (30 in).
LANDING_MM = 900.0
SHELL_MM = 100.0  # over stone. Source: common practice (4 in).
WORTH_L, WORTH_SHARE = 100.0, 0.25  # of what is poured, that stone inside would save. Source: common practice.
RAIL_FROM = 4  # risers. Source: IRC R311.7.8, from memory.


@check("riser-trips", "caution")
def riser_trips(shape: Shape) -> list[Finding]:
    """Risers that a foot does not expect

    Source: IRC R311.7.5.1, from memory: at most 7 3/4 in (196 mm); under 100 mm they are not seen: common practice
    """
    steps = shape.piece.outline
    if not isinstance(steps, Steps) or LOW_MM <= steps.rise.mm <= HIGH_MM:
        return []
    low = steps.rise.mm < LOW_MM
    return [
        finding(
            riser_trips,
            title="{piece}: risers of {rise} are too low to be seen" if low
            else "{piece}: risers of {rise} are high for a step",
            reason="A foot expects {100 to 196 limit}.",
            remedy="Change their height, or how many there are; all of one flight alike.",
            field="/outline/rise",
            values={
                "piece": shape.piece.name, "rise": Quantity(steps.rise.mm, "mm"),
            },
        )
    ]  # fmt: skip


@check("tread-too-short", "caution")
def tread_too_short(shape: Shape) -> list[Finding]:
    """A tread too short for a foot

    Source: IRC R311.7.5.2, from memory: at least 10 in (250 mm)
    """
    steps = shape.piece.outline
    if not isinstance(steps, Steps):
        return []
    short = min([steps.going.mm] * (steps.number > 1) + [(steps.landing or steps.going).mm])
    if short >= SHORT_MM:
        return []
    return [
        finding(
            tread_too_short,
            title="{piece}: a tread of {going} is short for a foot",
            reason="Going down, heels find at least {least}.",
            remedy="Make the treads longer.",
            field="/outline/going",
            values={
                "piece": shape.piece.name, "going": Quantity(short, "mm"), "least": Quantity(SHORT_MM, "limit"),
            },
        )
    ]  # fmt: skip


@check("landing-too-short", "caution")
def landing_too_short(shape: Shape) -> list[Finding]:
    """A landing between flights that nobody can stand on

    Source: IRC R311.7.6, from memory: at least 36 in (900 mm) the way one walks
    """
    steps = shape.piece.outline
    if not isinstance(steps, Steps) or steps.rest_after is None or steps.rest.mm >= LANDING_MM:
        return []
    return [
        finding(
            landing_too_short,
            title="{piece}: a landing of {rest} between two flights is short",
            reason="Whoever comes down must find room for a step of their own before the next riser: {least}.",
            remedy="Make the landing longer, or let the flight go through.",
            field="/outline/rest",
            change=Change(
                "Make it {least}", {"/outline/rest": Length(mm=LANDING_MM).model_dump(mode="json")},
                {"least": Quantity(LANDING_MM, "limit")},
            ),
            also=(Change("Without a landing", {"/outline/rest_after": None}),),
            values={
                "piece": shape.piece.name, "rest": Quantity(steps.rest.mm, "mm"),
                "least": Quantity(LANDING_MM, "limit"),
            },
        )
    ]  # fmt: skip


@check("steps-out-of-stride", "hint")
def steps_out_of_stride(shape: Shape) -> list[Finding]:
    """Two risers and a tread are no stride

    Source: Approved Document K, from memory: 550 to 700 mm
    """
    steps = shape.piece.outline
    if not isinstance(steps, Steps) or steps.number == 1:
        return []
    stride = 2 * steps.rise.mm + steps.going.mm
    if SHALLOW_MM <= stride <= STEEP_MM:
        return []
    return [
        finding(
            steps_out_of_stride,
            title="{piece}: two risers and a tread are {stride}, a stride is {550 to 700 limit}",
            reason="Steps out of stride are climbed with care each time.",
            remedy="Shorter treads, or lower risers." if stride > STEEP_MM else "Longer treads, or higher risers.",
            field="/outline/going",
            values={
                "piece": shape.piece.name, "stride": Quantity(stride, "tape"),
            },
        )
    ]  # fmt: skip


@check("steps-need-a-guard", "caution")
def steps_need_a_guard(shape: Shape) -> list[Finding]:
    """A fall beside steps

    Where somebody can fall, the code asks for a guard at the sides and a rail to hold. How high, how strong and from
    where on is for the local code.

    Source: Approved Document K (600 mm) and IRC R311.7.8, R312.1 (four risers, 30 in), from memory
    """
    steps = shape.piece.outline
    if not isinstance(steps, Steps):
        return []
    high = steps.number * steps.rise.mm
    if high <= GUARD_MM and steps.number < RAIL_FROM:
        return []
    return [
        finding(
            steps_need_a_guard,
            title="{piece}: a fall of {high} beside the steps asks for a guard" if high > GUARD_MM
            else "{piece}: {risers} risers ask for a rail to hold",
            reason="Where people can fall, most codes want a guard from {guard}, a rail from {rail} risers.",
            remedy="Ask the local building office, and set sleeves or bolts for its posts before the pour.",
            field="/outline/number",
            values={
                "piece": shape.piece.name, "high": Quantity(high, "mm"), "risers": str(steps.number),
                "guard": Quantity(GUARD_MM, "limit"), "rail": str(RAIL_FROM),
            },
        )
    ]  # fmt: skip


@check("shell-too-thin", "caution")
def shell_too_thin(shape: Shape) -> list[Finding]:
    """Little concrete over the stone inside of steps

    Source: common practice, at least 100 mm (4 in)
    """
    inside = shape.stone_inside
    if inside is None or inside.side_mm >= SHELL_MM:
        return []
    return [
        finding(
            shell_too_thin,
            title="{piece}: {shell} of concrete over the stone inside",
            reason="Under {least} it cracks where the stone settles, and steel has no cover on both sides.",
            remedy="Keep the stone farther from the faces.",
            field="/outline/over_stone",
            change=Change("Keep it {least} away", _shell_of(SHELL_MM), {"least": Quantity(SHELL_MM, "limit")}),
            values={
                "piece": shape.piece.name, "shell": Quantity(inside.side_mm, "mm"),
                "least": Quantity(SHELL_MM, "limit"),
            },
        )
    ]  # fmt: skip


@check("no-room-for-stone", "caution")
def no_room_for_stone(shape: Shape) -> list[Finding]:
    """Steps that are to be filled with stone, and have no room for any

    Source: geometry
    """
    steps = shape.piece.outline
    if not isinstance(steps, Steps) or steps.over_stone is None or shape.stone_inside is not None:
        return []
    return [
        finding(
            no_room_for_stone,
            title="{piece}: {shell} of concrete all round leaves no room for stone",
            reason="They are planned solid.",
            remedy="Cast them solid, or with less concrete over the stone.",
            field="/outline/over_stone",
            change=Change("Cast them solid", {"/outline/over_stone": None}),
            values={"piece": shape.piece.name, "shell": Quantity(steps.over_stone.mm, "mm")},
        )
    ]


@check("steps-cast-solid", "hint")
def steps_cast_solid(shape: Shape) -> list[Finding]:
    """Concrete where stone would do

    Source: common practice
    """
    steps = shape.piece.outline
    if not isinstance(steps, Steps) or steps.over_stone is not None:
        return []
    inside = stone_inside(steps, SHELL_MM, shape.cast_depth)
    whole_l = shape.outline.area_mm2 * shape.cast_depth / 1e6
    if inside is None or inside.volume_l < max(WORTH_L, WORTH_SHARE * whole_l):
        return []
    return [
        finding(
            steps_cast_solid,
            title="{piece}: stone inside would take the place of {saved} of concrete",
            reason="Tamped stone carries as well, costs less, and does not warm itself as a thick block does.",
            remedy="A shell of {least} or more over stone; or cast them solid, where there is no stone at hand.",
            field="/outline/over_stone",
            change=Change("Stone inside, {least} of concrete over it", _shell_of(SHELL_MM), {
                "least": Quantity(SHELL_MM, "limit")}),
            values={
                "piece": shape.piece.name, "saved": Quantity(inside.volume_l, "l"),
                "least": Quantity(SHELL_MM, "limit"),
            },
        )
    ]  # fmt: skip


def _shell_of(mm: float) -> dict[str, object]:
    return {"/outline/over_stone": Length(mm=mm).model_dump(mode="json")}
