"""Builds the form of one piece."""

from collections.abc import Mapping, Sequence
from math import ceil
from typing import NamedTuple

from ulbrek.core.base.act import ActNeed
from ulbrek.core.base.figure import Figure, work
from ulbrek.core.form import checks, rules
from ulbrek.core.form.boards import Wanted, build
from ulbrek.core.form.inputs import AsCut
from ulbrek.core.form.knockouts import knockout
from ulbrek.core.form.result import Board, Brace, Consumed, FormResult, Knockout, Stiffness
from ulbrek.core.form.screws import corner_screws, joint, strip_screws
from ulbrek.core.form.steps import steps
from ulbrek.core.kit.beams import bow, span_within_limit
from ulbrek.core.kit.beams.boards import BOTTOM_STRIP, SEVERAL_SPANS, WHOLE_BOARD
from ulbrek.core.kit.geometry import Outline
from ulbrek.core.materials.boards import Foam
from ulbrek.core.materials.fixings import RELEASES

LOW_BOARD_MM = 150.0  # higher sides are taken as strips under the full head
STRIP_MPA, STRIP_AGE_H = 5.0, 12.0  # Source: common practice; ACI 347, 12 h above 10 °C, from memory.


class Formed(NamedTuple):
    """What a form is made round: its openings by id, name and outline, the concrete, and how often it is filled."""

    openings: Sequence[tuple[str, str, Outline]]
    net_area: Figure
    density: Figure
    castings: int


def form(wanted: Wanted, formed: Formed, foam: Foam, as_cut: Mapping[str, AsCut]) -> FormResult:
    """The form of one piece, its figures and findings.

    Args:
        wanted: the piece's size, the sheet and the habits
        formed: what is cast in it
        foam: what knockouts are built of
        as_cut: boards of this form that were cut otherwise, by their key
    """
    boards, inside = build(wanted, as_cut)
    made = joint(wanted, boards[1].height.value)
    density = formed.density.value
    formers = tuple(knockout(wanted, (id_, name), o, foam, density) for id_, name, o in formed.openings)
    along, corners = strip_screws(wanted, boards, made), corner_screws(wanted, boards, made)
    return FormResult(
        piece=wanted.piece,
        sheet_name=wanted.sheet.name,
        corner=wanted.habits.corner,
        sides=wanted.habits.sides,
        boards=boards,
        inside=inside,
        joint=made,
        screws=(*along, *corners),
        knockouts=formers,
        screw_count=work(
            rules.screws_in_all,
            wanted.piece,
            strip_screws=float(len(along)),
            corner_screws=float(len(corners)),
            knockout_screws=float(sum(one.screws for one in formers)),
        ),
        stiffness=_stiffness(wanted, formed, boards[0]),
        consumed=_consumed(wanted, formed, formers, heads=len(along) if made.way == "down" else 0),
        boards_mass=_boards_mass(wanted, boards),
        out_of_level=work(rules.out_of_level, wanted.piece, length_mm=max(wanted.length_mm, wanted.width_mm)),
        steps=steps(wanted, boards, made, formers),
        findings=tuple(checks.all_findings(wanted, boards, inside, formers, formed.castings)),
    )


def _stiffness(wanted: Wanted, formed: Formed, base: Board) -> Stiffness:
    """What the wet concrete's push asks for: braces along the sides, bearers under the base."""
    of, sheet = wanted.piece, wanted.sheet
    pressure = work(rules.fluid_pressure, of, height_mm=wanted.thickness_mm, density_kg_m3=formed.density)
    low = wanted.thickness_mm <= LOW_BOARD_MM
    side: dict[str, Figure | float] = {
        "coefficient": SEVERAL_SPANS,
        "head_share": WHOLE_BOARD if low else BOTTOM_STRIP,
        "pressure_mpa": pressure,
        "modulus_mpa": sheet.modulus_mpa,
        "thickness_mm": sheet.thickness_mm,
    }
    between = work(span_within_limit, f"{of}/side", **side)
    screwed = wanted.habits.screw_spacing.mm
    bearer = work(span_within_limit, f"{of}/base", **{**side, "head_share": BOTTOM_STRIP})
    run = max(base.length_cut_mm, base.height_cut_mm)
    spans = max(1, ceil(run / bearer.value))
    return Stiffness(
        pressure=pressure,
        side_bow=work(bow, f"{of}/side", **side, span_mm=min(screwed, between.value)),
        brace_spacing=between,
        braces=tuple(_braces(wanted, between.value)) if between.value < screwed else (),
        bearer_spacing=bearer,
        bearers_mm=tuple(run * index / spans for index in range(spans + 1)),
    )


def _braces(wanted: Wanted, spacing: float) -> list[Brace]:
    """Where braces stand outside the sides, in plan [mm]."""
    length, width, out = wanted.length_mm, wanted.width_mm, wanted.sheet.thickness_mm
    along = [length * step / ceil(length / spacing) for step in range(1, ceil(length / spacing))]
    across = [width * step / ceil(width / spacing) for step in range(1, ceil(width / spacing))]
    return [
        *(Brace(x, y) for x in along for y in (-out, width + out)),
        *(Brace(x, y) for y in across for x in (-out, length + out)),
    ]


def _consumed(wanted: Wanted, formed: Formed, formers: Sequence[Knockout], heads: int) -> Consumed:
    of, habits = wanted.piece, wanted.habits
    round_openings = sum(outline.length_mm for _, _, outline in formed.openings)
    round_piece = 2 * (wanted.length_mm + wanted.width_mm)
    joints = work(
        rules.sealed_joints,
        of,
        inside_mm=round_piece,
        upright_mm=4 * wanted.thickness_mm,
        knockouts_mm=round_openings,
    )
    contact = work(
        rules.contact_area,
        of,
        net_area_mm2=formed.net_area,
        edges_mm=round_piece,
        openings_mm=round_openings,
        thickness_mm=wanted.thickness_mm,
    )
    agent = RELEASES.get(habits.release)
    wraps = sum(one.tape.value for one in formers)
    return Consumed(
        joint_length=joints,
        bead=work(rules.bead, of, joint_m=joints, radius_mm=habits.bead_radius.mm),
        tape=work(rules.masking, of, joint_m=joints, knockouts_m=wraps, screws=float(heads)),
        contact_area=contact,
        release=work(rules.release_needed, of, contact_area_m2=contact, coverage_m2_per_l=agent.coverage_m2_per_l)
        if agent
        else None,
    )


def _boards_mass(wanted: Wanted, boards: Sequence[Board]) -> Figure:
    volume = sum(b.length_cut_mm * b.height_cut_mm * b.thickness_mm for b in boards) / 1e6
    return work(rules.boards_mass, wanted.piece, board_volume_l=volume, density_kg_m3=wanted.sheet.density_kg_m3)


def strip_need(piece: str) -> ActNeed:
    """Stripping the sides of a piece, and the strength and age that it needs.

    Args:
        piece: its id
    """
    strength = work(rules.strip_strength, piece, sides_mpa=STRIP_MPA)
    return ActNeed(
        id="strip",
        name="Strip the sides",
        test="Dry and light at the edges; a nail scratches it and does not dig in.",
        strength=strength,
        age_h=STRIP_AGE_H,
        care="Tap strips away from the piece. Glasses on: screws and splinters fly.",
    )
