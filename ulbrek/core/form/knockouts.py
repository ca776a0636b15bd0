"""The foam formers of openings and holes: layers, tape, and what keeps them from floating."""

from math import ceil

from ulbrek.core.base.figure import work
from ulbrek.core.form import rules
from ulbrek.core.form.boards import Wanted
from ulbrek.core.form.result import Knockout
from ulbrek.core.kit.geometry import Outline
from ulbrek.core.materials.boards import Foam
from ulbrek.core.materials.fixings import BOND_WORKING_MPA, SCREW_WORKING_N, TAPE_WIDTH_MM

WETTED_IF_SEALED_AND_SCREWED = 0.25  # Source: common practice.
SAFETY = 1.5
_SMALL_MM2 = 20_000.0  # a former as large as a dinner plate is screwed at four places, a smaller one at one


def knockout(wanted: Wanted, feature: tuple[str, str], outline: Outline, foam: Foam, density_kg_m3: float) -> Knockout:
    """The former of one opening, flush with the rails.

    Args:
        wanted: what the form is for
        feature: id and name of the opening
        outline: its outline
        foam: what it is built of
        density_kg_m3: density of the fresh concrete
    """
    piece, height_mm, hold = wanted.piece, wanted.thickness_mm, wanted.habits.knockouts
    of = f"{piece}/{feature[0]}"
    area = outline.area_mm2
    lifts = work(
        rules.uplift,
        of,
        volume_l=area * height_mm / 1e6,
        base_area_mm2=area,
        height_mm=height_mm,
        density_kg_m3=density_kg_m3,
        wetted=WETTED_IF_SEALED_AND_SCREWED if hold == "bonded and screwed" else 1.0,
        insert_kg=area * height_mm * foam.density_kg_m3 / 1e9,
    )
    screws = 0
    if hold != "bonded":
        screws = max(4 if area > _SMALL_MM2 else 1, ceil(SAFETY * lifts.value / SCREW_WORKING_N))
    held = work(
        rules.held_down,
        of,
        bonded_mm2=0.0 if hold == "screwed" else area,
        bond_mpa=BOND_WORKING_MPA,
        screws=float(screws),
        screw_n=SCREW_WORKING_N,
    )
    return Knockout(
        feature[0],
        feature[1],
        work(rules.foam_layers, of, height_mm=height_mm, foam_mm=foam.thickness_mm),
        foam.thickness_mm,
        height_mm,
        work(rules.wrap, of, around_mm=outline.length_mm, rows=float(ceil(height_mm / TAPE_WIDTH_MM))),
        lifts,
        held,
        screws,
    )
