"""Overhangs of a run: how far each side reaches, along what, and how far plain concrete may."""

from collections.abc import Iterator
from typing import NamedTuple

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.cabinets import rules
from ulbrek.core.cabinets.inputs import LEGS, CabinetRun

# Source of all: common practice.
THIN_MM, THIN_OVER_MM, THICK_OVER_MM = 45.0, 200.0, 300.0
BRACKETS_EVERY_MM = 600.0


class Overhang(NamedTuple):
    """A side that overhangs: the field that says by how much, where it is, by how much, and along what lengths [mm]."""

    field: str
    where: str
    over_mm: float
    along_mm: tuple[float, ...]


def overhangs(run: CabinetRun) -> Iterator[Overhang]:
    """The sides of a run that may overhang.

    Args:
        run: the run
    """
    legs = [leg.units_mm for name in LEGS if (leg := run.leg(name)) is not None]
    yield Overhang("/overhang", "at the front", run.overhang.mm, tuple(legs))
    open_ends = (run.left is not None or run.left_end == "open") + (run.right is not None or run.right_end == "open")
    yield Overhang("/end_overhang", "at its ends", run.end_overhang.mm, (run.depth.mm + run.overhang.mm,) * open_ends)
    if run.behind == "open":
        yield Overhang("/back_overhang", "behind", run.back_overhang.mm, (run.back.units_mm,))


def most_of(run: CabinetRun, thickness_mm: float) -> Figure:
    """How far a top may overhang without brackets.

    Args:
        run: the run
        thickness_mm: of its thinnest top
    """
    deep = run.depth.mm + run.overhang.mm + (run.back_overhang.mm if run.behind == "open" else 0.0)
    plain = THIN_OVER_MM if thickness_mm <= THIN_MM else THICK_OVER_MM
    return work(rules.overhang_limit, run.id, plain_mm=plain, depth_mm=deep)


def brackets_of(run: CabinetRun, thickness_mm: float) -> Figure | None:
    """The brackets under all overhangs that need them; None where none are wanted, or needed.

    Args:
        run: the run
        thickness_mm: of its thinnest top
    """
    if run.brackets == "nothing" or not thickness_mm:
        return None
    most = most_of(run, thickness_mm).value
    wide = [along for one in overhangs(run) if one.over_mm > most for along in one.along_mm]
    if not wide:
        return None
    return work(
        rules.brackets, run.id, along_mm=round(sum(wide), 1), sides=float(len(wide)), every_mm=BRACKETS_EVERY_MM
    )
