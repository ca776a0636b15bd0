"""How the saw is set for the cuts of a plan: depth, settings, and where the guide of a hand-held saw lies."""

from collections.abc import Iterable, Iterator

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.form import rules
from ulbrek.core.form.inputs import FormHabits
from ulbrek.core.form.result import Setting
from ulbrek.core.kit.nesting.panels import Saw, SheetPlan
from ulbrek.core.materials.boards import Sheet

THROUGH_MM = 2.0  # how far the blade comes out below. Source: common practice.
GUIDE_WIDE_MM = 50.0  # of the piece, that a guide can be clamped on. Source: common practice.


def depth_of(sheet: Sheet, habits: FormHabits) -> Figure | None:
    """What a track saw or a hand-held saw is set to; None for a table saw, whose fence is all that is set."""
    if habits.saw == "table saw":
        return None
    rail = habits.rail.mm if habits.saw == "track saw" else 0.0
    return work(rules.saw_depth, sheet.id, board_mm=sheet.thickness_mm, rail_mm=rail, through_mm=THROUGH_MM)


def settings_of(sheet: Sheet, plans: Iterable[SheetPlan], habits: FormHabits) -> Iterator[Setting]:
    """Every setting once, in the order in which it comes."""
    counted: dict[tuple[str, float], list[Saw]] = {}
    for plan in plans:
        for saw in plan.saws:
            counted.setdefault((saw.kind, round(saw.setting_mm, 1)), []).append(saw)
    for (_, setting), saws in counted.items():
        guide, beyond = _guide(sheet, saws[0], habits) if habits.saw == "hand-held saw along a guide" else (None, False)
        yield Setting(saws[0].kind, setting, len(saws), guide, beyond)


def _guide(sheet: Sheet, saw: Saw, habits: FormHabits) -> tuple[Figure, bool]:
    of, setting = f"{sheet.id}/{saw.kind}/{saw.setting_mm:.1f}", saw.setting_mm
    if setting - habits.guide_left.mm >= GUIDE_WIDE_MM:
        return work(rules.guide_on_the_piece, of, setting_mm=setting, offset_mm=habits.guide_left.mm), False
    return work(
        rules.guide_beyond_the_cut, of, setting_mm=setting, kerf_mm=habits.kerf.mm, offset_mm=habits.guide_right.mm
    ), True
