"""Bridges over a form: what hangs into the concrete hangs from them; bolts in one line share one, bored for them."""

from collections.abc import Iterator, Sequence
from itertools import groupby
from typing import Literal, NamedTuple

from ulbrek.core.base.figure import work
from ulbrek.core.form import rules
from ulbrek.core.form.bores import PLAY_MM
from ulbrek.core.form.brief import FormBrief
from ulbrek.core.form.result import Batten, Bridge, BridgeHole, Knockout, Path
from ulbrek.core.kit.geometry.shapes import rectangle

BESIDE_MM = 50.0  # what is screwed to the side under a bridge. Source: common practice.
_SPAN_MM = 1_200.0  # a longer one sags and turns. Source: common practice.
_IN_LINE_MM = 1.0
_DRAWN_MM = 40.0
_BORED = ("bolt", "shared bar", "sleeve")

_Way = Literal["front to back", "left to right"]


class _Hung(NamedTuple):
    """Where a bolt hangs, from the left and the front as the form lies, and its diameter [mm]."""

    feature: str
    name: str
    x_mm: float
    y_mm: float
    diameter_mm: float


def bridges(brief: FormBrief, knockouts: Sequence[Knockout]) -> tuple[Bridge, ...]:
    """The bridges that are bored, over bolts and bars: as few as take them, none too long to be stiff.

    Args:
        brief: the form
        knockouts: what stands and hangs in it
    """
    hung = list(_hung(brief, knockouts))
    if not hung:
        return ()
    runs: dict[_Way, float] = {"front to back": brief.width_mm, "left to right": brief.length_mm}
    shorter: _Way = "front to back" if brief.length_mm >= brief.width_mm else "left to right"
    longer: _Way = "left to right" if shorter == "front to back" else "front to back"
    found = list(_lines(hung, shorter))
    if runs[longer] <= _SPAN_MM and len(other := list(_lines(hung, longer))) < len(found):
        shorter, found = longer, other
    split = brief.habits.hung_bolts == "split block"
    beyond = brief.sheet.thickness_mm + BESIDE_MM
    length = work(rules.bridge, f"{brief.piece}/bored", across_mm=runs[shorter], beyond_mm=beyond)
    return tuple(
        Bridge(
            number, shorter, off, length, split,
            tuple(
                BridgeHole(one.feature, one.name, one.y_mm if shorter == "front to back" else one.x_mm,
                           one.diameter_mm + (0.0 if split else PLAY_MM))
                for one in line
            ),
            _lies(brief, shorter, off, length.value),
        )
        for number, (off, line) in enumerate(found, 1)
    )  # fmt: skip


def battens(brief: FormBrief, knockouts: Sequence[Knockout], bored: Sequence[Bridge]) -> Iterator[Batten]:
    """The lumber of all bridges: one for each line of bolts, two for each of all else that hangs.

    Args:
        brief: the form
        knockouts: what stands and hangs in it
        bored: the bridges over its bolts and bars
    """
    if bored:
        name = "Bridge, bored and ripped in two" if bored[0].split else "Bridge, bored for bolts"
        yield Batten("bored bridge", name, bored[0].length, len(bored))
    others = [one for one in knockouts if one.where == "hung from above" and one.kind not in _BORED]
    if others:
        across, beyond = min(brief.length_mm, brief.width_mm), brief.sheet.thickness_mm + BESIDE_MM
        length = work(rules.bridge, brief.piece, across_mm=across, beyond_mm=beyond)
        yield Batten("bridge", "Bridge over the form", length, 2 * len(others))


def in_words(bored: Sequence[Bridge]) -> str:
    """Where bridges lie and where they are bored, those that are alike in one line.

    Args:
        bored: the bridges over bolts and bars
    """
    if not bored:
        return ""
    alike: dict[tuple[tuple[float, float], ...], list[float]] = {}
    for one in bored:
        alike.setdefault(tuple((round(hole.at_mm, 3), hole.hole_mm) for hole in one.holes), []).append(one.off_mm)
    level = bored[0].runs == "left to right"
    sides = ("front", "left") if level else ("left", "front")
    told = []
    for holes, offs in alike.items():
        many, sizes = len(offs) > 1, sorted({size for _, size in holes})
        sized = sizes[0] if len(sizes) == 1 else None
        told.append(
            f"{len(offs)} from {bored[0].runs}, "
            f"middle {', '.join(f'{{{off:.2f} mm}}' for off in offs)} from the {sides[0]}: "
            f"{'each ' * many}bored {f'{{{sized:.2f} mm}} wide ' if sized else ''}at "
            + ", ".join(f"{{{at:.2f} mm}}" + ("" if sized else f" ({{{size:.2f} mm}} wide)") for at, size in holes)
            + f" from the {sides[1]}."
        )
    split = (
        "Rip each along its holes, draw the halves together round the bolts with a screw or a clamp beside each, and "
        "slacken them once the concrete has set. "
    )
    return f"Inside, as the form lies: {' '.join(told)} {split * bored[0].split}"


def _hung(brief: FormBrief, knockouts: Sequence[Knockout]) -> Iterator[_Hung]:
    for one in knockouts:
        if one.where == "hung from above" and one.kind in _BORED:
            left, front, right, back = brief.by_feature[one.feature][0].prism.outline.box
            low_x, low_y, high_x, _ = brief.outline.box
            x = (left + right) / 2
            yield _Hung(
                one.feature,
                one.name,
                high_x - x if brief.mirrored else x - low_x,
                (front + back) / 2 - low_y,
                right - left,
            )


def _lies(brief: FormBrief, way: _Way, off_mm: float, length_mm: float) -> Path:
    """The outline of a bridge in plan: as wide as it is drawn."""
    low_x, low_y, high_x, _ = brief.outline.box
    half = _DRAWN_MM / 2
    if way == "front to back":
        x = high_x - off_mm if brief.mirrored else low_x + off_mm
        beyond = (length_mm - brief.width_mm) / 2
        return rectangle(_DRAWN_MM, length_mm).moved(x - half, low_y - beyond).path
    beyond = (length_mm - brief.length_mm) / 2
    return rectangle(length_mm, _DRAWN_MM).moved(low_x - beyond, low_y + off_mm - half).path


def _lines(hung: Sequence[_Hung], way: _Way) -> Iterator[tuple[float, list[_Hung]]]:
    """The bolts by the line that a bridge which runs so lies on: how far off that is, and which hang from it."""
    crosswise = way == "front to back"
    placed = sorted((one.x_mm, one.y_mm, one) if crosswise else (one.y_mm, one.x_mm, one) for one in hung)
    for _, found in groupby(placed, key=lambda one: round(one[0] / _IN_LINE_MM)):
        line = list(found)
        yield line[0][0], [one for _, _, one in line]
