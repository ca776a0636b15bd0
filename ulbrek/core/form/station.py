"""Builds the form of one piece."""

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import NamedTuple

from ulbrek.core.base.act import ActNeed
from ulbrek.core.base.figure import Figure, work
from ulbrek.core.form import checks, flight, rules
from ulbrek.core.form.boards import build
from ulbrek.core.form.bridges import battens, bridges
from ulbrek.core.form.brief import FormBrief
from ulbrek.core.form.drops import drops, under_drops
from ulbrek.core.form.formers import Around, core_sides, formers, hung
from ulbrek.core.form.inputs import BoardAsCut
from ulbrek.core.form.result import Board, FormResult, FormSupplies, Knockout
from ulbrek.core.form.screws import corner_screws, divider_screws, joint, strip_screws
from ulbrek.core.form.setting_out import set_out
from ulbrek.core.form.sides import sides_of
from ulbrek.core.form.steps import Held, steps
from ulbrek.core.form.stiffening import stiffness
from ulbrek.core.materials.boards import Foam

STRIP_MPA, STRIP_IN_FROST_MPA, FROST_C = 3.5, 5.0, 5.0  # Source: common practice.


class FormFill(NamedTuple):
    """What is cast in a form: the area of the piece in plan, the concrete, and how often the form is filled."""

    net_area: Figure
    density: Figure
    castings: int


def form(brief: FormBrief, formed: FormFill, foam: Foam, as_cut: Mapping[str, BoardAsCut]) -> FormResult:
    """The form of one piece, its figures and findings.

    Args:
        brief: the piece as it lies in it, the sheets and the habits
        formed: what is cast in it
        foam: what knockouts are built of
        as_cut: boards of this form that were cut otherwise, by their key
    """
    sides, blocks = sides_of(brief)
    built = build(brief, sides, as_cut)
    boards = (*built.boards, *under_drops(brief), *hung(brief), *core_sides(brief))
    base = None if brief.on_ground or brief.beneath else boards[0]
    strips = [board for board in boards if board.kind in ("strip", "liner", "kerfed strip")]
    joints = joint(brief, min((board.height.value for board in strips), default=brief.depth_mm), formed.density)
    knockouts = tuple(set_out(brief, one) for one in formers(brief, blocks, Around(foam, formed.density.value)))
    screwed = brief.fixing == "screws"
    bored = bridges(brief, knockouts)
    stiff = stiffness(brief, joints, formed.density, base, sides, knockouts)
    stiff = replace(stiff, battens=(*stiff.battens, *battens(brief, knockouts, bored)))
    if brief.climbs:
        along = flight.screws(brief, boards, flight.braced(brief, stiff.brace_spacing), joints) if screwed else []
    else:
        along = strip_screws(brief, sides, joints, stiff.stakes) if screwed else []
    corners = [*corner_screws(sides, boards, joints), *divider_screws(brief, boards, joints)] if screwed else []
    seen = checks.FormCase(brief, sides, built, boards, joints, knockouts, formed.castings)
    return FormResult(
        piece=brief.piece,
        sheet_name=brief.sheet.name,
        corner=brief.habits.corner,
        stands=brief.stands,
        on_ground=brief.on_ground,
        over_cabinets=brief.beneath is not None,
        cavities=tuple(one.path for one in brief.cavities or (brief.outline,)),
        depth_mm=brief.depth_mm,
        boards=boards,
        inside=built.inside,
        joint=joints,
        screws=(*along, *corners),
        knockouts=knockouts,
        bridges=bored,
        screw_count=work(
            rules.screws_in_all,
            brief.piece,
            strip_screws=float(len(along)),
            corner_screws=float(len(corners)),
            knockout_screws=float(sum(one.screws for one in knockouts)),
        ),
        stiffness=stiff,
        consumed=_consumed(brief, formed, knockouts, heads=len(along) if joints.way == "down" else 0),
        boards_mass=_boards_mass(brief, boards),
        out_of_level=work(rules.out_of_level, brief.piece, length_mm=max(brief.length_mm, brief.width_mm)),
        steps=steps(brief, boards, Held(joints, stiff, bored), knockouts),
        findings=tuple(checks.all_findings(seen)),
    )


def _consumed(brief: FormBrief, formed: FormFill, knockouts: Sequence[Knockout], heads: int) -> FormSupplies:
    of, habits = brief.piece, brief.habits
    standing = [one for one in brief.moulded if not one.stands_out]
    round_openings = sum(one.prism.outline.length_mm for one in standing if one.prism.bottom_mm <= 0)
    through = [one for one in standing if one.prism.bottom_mm <= 0 and one.prism.top_mm >= brief.depth_mm]
    round_piece, dropped = brief.formed_mm, drops(brief)
    corners = sum(1 for one in brief.castings for edge in one.edges if not edge.is_arc) - (
        len(brief.beneath.walled) if brief.beneath else 0
    )
    sealed = 0.0 if brief.on_ground else 1.0  # nobody runs a bead on the ground
    joints = work(
        rules.sealed_joints,
        of,
        inside_mm=sealed * (round_piece + sum(one.prism.outline.length_mm for one in dropped)),
        upright_mm=sealed * corners * brief.depth_mm,
        knockouts_mm=sealed * round_openings,
    )
    met: Figure | float = formed.net_area
    if (brief.on_ground and not brief.climbs) or brief.beneath:
        met = sum(one.prism.outline.polygon.area - one.prism.bottom_mm * one.prism.outline.length_mm for one in dropped)
    contact = work(
        rules.contact_area,
        of,
        net_area_mm2=met,
        castings=2.0 if brief.climbs else float(len(brief.castings)),
        edges_mm=round_piece,
        openings_mm=sum(one.prism.outline.length_mm for one in through),
        thickness_mm=brief.depth_mm,
    )
    agent = brief.supplies.release(habits.release)
    wraps = sum(one.tape.value for one in knockouts if one.tape)
    return FormSupplies(
        joint_length=joints,
        bead=work(rules.bead, of, joint_m=joints, radius_mm=habits.bead_radius.mm),
        tape=work(rules.masking, of, joint_m=joints, knockouts_m=wraps, screws=float(heads)),
        contact_area=contact,
        release=work(rules.release_needed, of, contact_area_m2=contact, coverage_m2_per_l=agent.coverage_m2_per_l)
        if agent
        else None,
    )


def _boards_mass(brief: FormBrief, boards: Sequence[Board]) -> Figure:
    of = {one.id: one.density_kg_m3 for one in (brief.liner, brief.sheet, brief.base)}
    volumes = [(b.length_cut_mm * b.height_cut_mm * b.thickness_mm / 1e6, of.get(b.sheet, 0.0)) for b in boards]
    volume = sum(litres for litres, _ in volumes)
    density = sum(litres * each for litres, each in volumes) / volume if volume else brief.sheet.density_kg_m3
    return work(rules.boards_mass, brief.piece, board_volume_l=volume, density_kg_m3=density)


def strip_need(piece: str, temperature_c: float) -> ActNeed:
    """Stripping the sides of a piece, and the strength that it needs.

    Args:
        piece: its id
        temperature_c: of the concrete; under 5 °C frost may come
    """
    sides = STRIP_IN_FROST_MPA if temperature_c < FROST_C else STRIP_MPA
    strength = work(rules.strip_strength, piece, sides_mpa=sides)
    return ActNeed(
        id="strip",
        name="Strip the form",
        test="Edges look dry and light; a nail scratches but does not dig in.",
        strength=strength,
        frees=True,
        care="Tap the sides away from the piece. Glasses on: screws and splinters fly.",
    )
