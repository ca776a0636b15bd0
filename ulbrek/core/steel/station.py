"""Lays the steel of one piece."""

from collections.abc import Iterator, Sequence
from typing import NamedTuple

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.finding import Finding
from ulbrek.core.materials.steel import STEEL_KG_M3, TIE_EVERY_MM, Bar, Mesh
from ulbrek.core.steel import rules
from ulbrek.core.steel.bends import bending_by
from ulbrek.core.steel.cage import CageBrief, Profile, cage_of
from ulbrek.core.steel.checks.pipes import pipe_in_steel
from ulbrek.core.steel.checks.places import Near, bar_near_edge, bars_too_close, by_hand_lost, clear_between
from ulbrek.core.steel.checks.stuff import (
    bar_too_thick,
    bare_strips,
    cage_near_face,
    feet_show,
    mixed_finishes,
    no_bolts_to_hang_from,
    no_room_for_a_cage,
    too_little_cover,
)
from ulbrek.core.steel.hand import by_hand, snaps
from ulbrek.core.steel.inputs import SteelInputs
from ulbrek.core.steel.layout import (
    Ground,
    Lines,
    along_sides,
    bars_beside,
    crossing,
    diagonals,
    grid,
    length_m,
    mesh_panel,
)
from ulbrek.core.steel.piece import SteelBrief, cover_when_moved, from_edge, narrow_strips, reach_of, strip_of
from ulbrek.core.steel.result import (
    Cage,
    MeshPanel,
    PlacedBar,
    Snaps,
    Stack,
    SteelResult,
)

PLACING = {
    "laid at half fill": "Fill to that depth, lay it, and work it down until it is in the middle. It must not sink.",
    "tied over the form": "Hang it from battens over the form; tie a sagging mat up in the middle. Cut the ties once "
    "it cannot sink.",
    "tied to its bolts": "Wire it to the cast-in bolts at its height, and to battens over the form where they are too "
    "far apart. It must not pull a bolt off its mark.",
    "clipped up from the base": "Stand it on clips before the pour. Clips show on a face that is cast down: "
    "only where that side is hidden.",
    "on chairs": "Stand it on chairs before the pour, and do not walk on it between them.",
    "on stones": "Bed flat pieces of stone and lay the steel on them before the pour. Look again once the mix is on.",
}
STOOD = ("clipped up from the base", "on chairs", "on stones")
HELD_EVERY_MM = {
    "tied over the form": 400.0, "tied to its bolts": 400.0, "clipped up from the base": 400.0, "on chairs": 600.0,
    "on stones": 500.0,
}  # fmt: skip  # Source: common practice.
FACES = ("show", "back")
OVER_STONE = "Set over the stone once that is tamped, on blocks; spacers between the cage and the boards."
CAGE_PLACING = "Stand or hang the cage in the form before the pour, spacers between it and the form."


class ChosenSteel(NamedTuple):
    """The mesh and the bar that are chosen, and the bars that the shop has."""

    mesh: Mesh
    bar: Bar
    bars: Sequence[Bar]


class _Laid(NamedTuple):
    """What lies in a piece, or stands in it; which bars moved by hand found no place, and whether no cage has room."""

    panel: MeshPanel | None
    placed: Sequence[PlacedBar]
    stack: Stack | None
    cage: Cage | None
    lost: Sequence[int]
    no_cage: bool


def reinforce(inputs: SteelInputs, what: SteelBrief, chosen: ChosenSteel) -> SteelResult:
    """The steel of one piece, its figures and findings.

    Args:
        inputs: the school and what it is made of
        what: the piece
        chosen: what it is made from
    """
    mesh, bar, _ = chosen
    of, school = what.piece, inputs.school_of(what.piece)
    ground = Ground(what.outline, inputs.edge_distance.mm, what.seams)
    steel = school in ("mesh", "mesh and bars", "grid of bars") and min(ground.size) > 2 * ground.edge_mm
    apart_mm = bar.diameter_mm + clear_between(bar.diameter_mm, what.stone_mm)
    flat, caged = steel and what.body is None, steel and what.body is not None
    panel = mesh_panel(of, ground, mesh.spacing_mm, what.gaps) if flat and school != "grid of bars" else None
    hand = [(index, one) for index, one in enumerate(inputs.by_hand) if one.piece == of]
    placed, lost = (
        by_hand(of, ground, what.gaps, _lines(school, inputs, what, ground, apart_mm), hand) if flat else ([], [])
    )
    stack = _stack(inputs, what, chosen, panel, placed) if panel or placed else None
    cage = _cage(inputs, what, bar) if caged else None
    edge = _nearest_edge(what, bar, placed) if placed else None
    held_at = None
    if stack and inputs.held in HELD_EVERY_MM:
        size_x, size_y = ground.size
        held_at = work(
            rules.held_places, of, length_mm=max(0.0, size_x - 2 * ground.edge_mm),
            width_mm=max(0.0, size_y - 2 * ground.edge_mm), every_mm=HELD_EVERY_MM[inputs.held],
        )  # fmt: skip
    lies = stack is not None and inputs.held == "laid at half fill"
    laid = _Laid(panel, placed, stack, cage, lost, no_cage=caged and cage is None)
    return SteelResult(
        piece=of,
        school=school,
        mesh_name=mesh.name if panel else "",
        bar_name=bar.name if placed or cage else "",
        bar_mm=bar.diameter_mm,
        mesh=panel,
        bars=tuple(placed),
        stack=stack,
        cage=cage,
        edge=edge,
        held=inputs.held,
        held_at=held_at,
        placing=PLACING[inputs.held] if stack else _placing(what) if cage else "",
        fill=work(rules.fill_before_steel, of, thickness_mm=what.thickness_mm, share=inputs.fill_share)
        if lies
        else None,
        ties=_ties(what, placed, cage),
        mass=_mass(what, laid, chosen),
        snaps=snaps(ground, what.gaps) if flat else Snaps(),
        findings=tuple(_findings(inputs, what, laid, chosen)),
    )


def _placing(what: SteelBrief) -> str:
    """How a cage is placed."""
    return OVER_STONE if isinstance(what.body, Profile) and what.body.inside is not None else CAGE_PLACING


def _lines(school: str, inputs: SteelInputs, what: SteelBrief, ground: Ground, apart_mm: float) -> list[PlacedBar]:
    """The bars that the school lays in a piece that steel lies flat in."""
    if school == "mesh":
        return []
    beside = bars_beside(what.piece, ground, what.gaps, apart_mm, framed=inputs.at_openings == "framed")
    aslant = diagonals(what.piece, ground, what.gaps)
    if school == "mesh and bars":
        return [*(beside or along_sides(what.piece, ground)), *aslant]
    taken = Lines(beside, apart_mm)
    lines = grid(what.piece, ground, what.gaps, inputs.spacing.mm)
    return [*(one for one in lines if not taken.near(one)), *beside, *aslant]


def _stack(
    inputs: SteelInputs, what: SteelBrief, chosen: ChosenSteel, panel: MeshPanel | None, placed: Sequence[PlacedBar]
) -> Stack:
    key, mesh, bar = what.piece, chosen.mesh, chosen.bar
    wires = (mesh.wire_mm, mesh.wire_mm) if panel else ()
    ways = 0 if not placed else 2 if crossing(placed) else 1
    layers = (*wires, *([bar.diameter_mm] * ways))
    height = work(rules.stack_height, key, wires_mm=sum(wires), bars_mm=bar.diameter_mm * ways)
    slope_show, slope_back = what.slope_mm
    slope_under = slope_show if what.show_down else slope_back
    least = what.thickness_mm - slope_show - slope_back
    if inputs.height is None:
        below = over = work(rules.cover, key, thickness_mm=least, stack_mm=height)
        under = work(rules.under_at_thick_end, key, cover_mm=below, slope_mm=slope_under) if slope_under else below
    else:
        under = below = work(rules.under_steel, key, height_mm=inputs.height.mm)
        if slope_under:
            below = work(rules.cover_sunk, f"{key}/slope", cover_mm=under, sunk_mm=slope_under)
        over = work(rules.over_steel, key, depth_mm=least + slope_under, under_mm=under, stack_mm=height)
    show, back = (below, over) if what.show_down else (over, below)
    if what.ground_mm:
        show = work(rules.cover_ground, key, cover_mm=show, ground_mm=what.ground_mm)
    sunk_show, sunk_back = what.sunk_mm
    if sunk_show:
        show = work(rules.cover_sunk, f"{key}/show", cover_mm=show, sunk_mm=sunk_show)
    if sunk_back:
        back = work(rules.cover_sunk, f"{key}/back", cover_mm=back, sunk_mm=sunk_back)
    rusts = (bool(wires) and mesh.finish == "plain") or (bool(ways) and bar.finish == "plain")
    glass = bool(wires) and not ways and mesh.finish == "glass"
    table = _covers_outside(inputs, what) if rusts else None
    if table:
        needs = [work(rules.cover_outside, f"{key}/{face}", table_mm=mm) for face, mm in zip(FACES, table, strict=True)]
    elif glass:
        needs = [work(rules.cover_scrim, key, least_mm=rules.SCRIM_COVER_MM)] * 2
    else:
        needs = [work(rules.cover_indoors, key, thickness_mm=least, stack_mm=height)] * 2
    return Stack(height, under, show, back, needs[0], needs[1], layers, len(wires), table is not None, glass)


def _covers_outside(inputs: SteelInputs, what: SteelBrief) -> tuple[float, float] | None:
    """What the table asks for plain steel at the show face and at the back [mm]; None indoors."""
    if inputs.exposure == "indoors":
        return None
    if what.cast_there:
        return rules.OUTDOOR_COVER_MM, rules.GROUND_COVER_MM
    return rules.PRECAST_COVER_MM, rules.PRECAST_COVER_MM


def _cage(inputs: SteelInputs, what: SteelBrief, bar: Bar) -> Cage | None:
    if what.body is None:
        return None
    table = _covers_outside(inputs, what)
    if table and bar.finish == "plain":
        cover = work(rules.cover_outside, what.piece, table_mm=table[0])
    else:
        cover = work(rules.cover_in_cage, what.piece, least_mm=rules.CAGE_COVER_MM)
    how = bending_by(inputs.standard, bar.diameter_mm, what.strength_mpa)
    return cage_of(what.body, CageBrief(what.piece, how, inputs.spacing.mm, cover))


def _nearest_edge(what: SteelBrief, bar: Bar, placed: Sequence[PlacedBar]) -> Figure:
    middle = min(from_edge(what, one) for one in placed)
    return work(rules.cover_at_edge, what.piece, middle_mm=middle, diameter_mm=bar.diameter_mm)


def _ties(what: SteelBrief, placed: Sequence[PlacedBar], cage: Cage | None) -> Figure | None:
    if cage:
        links = sum(kind.count for kind in cage.bent)
        if not cage.long:
            others = cage.bent[0].count * 2 * sum(kind.count for kind in cage.bent[1:])
            return work(rules.cage_ties, what.piece, crossings=float(others)) if others else None
        crossed = float(links * sum(kind.count for kind in cage.long))
        return work(rules.cage_ties, what.piece, crossings=crossed)
    if not placed:
        return None
    run = length_m(one.line for one in placed)
    return work(rules.ties, what.piece, bars_m=run, every_mm=TIE_EVERY_MM, bars=float(len(placed)))


def _mass(what: SteelBrief, laid: _Laid, chosen: ChosenSteel) -> Figure | None:
    panel, placed, cage = laid.panel, laid.placed, laid.cage
    mesh, bar, _ = chosen
    if not (panel or placed or cage):
        return None
    per_metre = work(rules.bar_mass_per_metre, bar.id, diameter_mm=bar.diameter_mm, density_kg_m3=STEEL_KG_M3)
    if cage:
        run = sum(kind.count * kind.length.value for kind in cage.kinds) / 1000
        return work(rules.cage_mass, what.piece, bars_m=run, bar_kg_m=per_metre)
    return work(
        rules.steel_mass,
        what.piece,
        bars_m=length_m(one.line for one in placed),
        bar_kg_m=per_metre,
        wires_m=length_m(panel.wires) if panel else 0.0,
        wire_kg_m=work(rules.bar_mass_per_metre, mesh.id, diameter_mm=mesh.wire_mm, density_kg_m3=mesh.density_kg_m3),
    )


def _findings(inputs: SteelInputs, what: SteelBrief, laid: _Laid, chosen: ChosenSteel) -> Iterator[Finding]:
    mesh, bar, bars = chosen
    _, placed, stack, cage, lost, no_cage = laid
    if stack:
        yield from too_little_cover(inputs, what, stack, bars)
        yield from bar_too_thick(bar, what.thickness_mm, placed, bars)
        if stack.meshed:
            yield from mixed_finishes(mesh, bar, placed)
        yield from feet_show(inputs, what.show_down)
        yield from no_bolts_to_hang_from(inputs, what)
        yield from pipe_in_steel(what, stack, None if laid.panel else placed)
    if cage:
        yield from cage_near_face(what.name, cage, bar.finish, inputs.exposure)
    near = [
        Near(
            one,
            from_edge(what, one) - bar.diameter_mm / 2,
            reach_of(what, one),
            strip_of(what, one),
            cover_when_moved(what, one, bar),
        )
        for one in placed
    ]
    yield from bar_near_edge(inputs, near, bar.diameter_mm)
    yield from bars_too_close(inputs, placed, bar.diameter_mm, what.stone_mm)
    yield from by_hand_lost(inputs, lost)
    if what.body is None:
        yield from bare_strips(inputs, what.piece, narrow_strips(what))
    elif no_cage:
        fitting = [one for one in bars if one.diameter_mm < bar.diameter_mm and _cage(inputs, what, one)]
        yield from no_room_for_a_cage(what.name, bar, fitting)
