"""Where everything stands in a form, measured from the inner faces of its sides as the form lies on the bench."""

from dataclasses import replace

from shapely import LineString, Point

from ulbrek.core.form.bores import bores_of, swapped
from ulbrek.core.form.brief import FormBrief
from ulbrek.core.form.result import Knockout, SetOut
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import Prism

_FAR_MM = 1e5
_MEASURED = ("on the base", "inside", "hung from above")
_AHEAD = {"left": (-1.0, 0.0), "right": (1.0, 0.0), "front": (0.0, -1.0), "back": (0.0, 1.0)}


def set_out(brief: FormBrief, knockout: Knockout) -> Knockout:
    """The knockout with its distances; as it is where its place is given by a side or a corner.

    Args:
        brief: the form
        knockout: something in it
    """
    shapes = brief.by_feature.get(knockout.feature, ())
    if shapes and shapes[0].lies:
        return replace(knockout, bores=tuple(bores_of(brief, shapes[0])))
    if knockout.where == "beside" and shapes:
        return replace(knockout, holding=f"{knockout.holding} {_in_its_side(brief, shapes[0].prism)}")
    if knockout.where not in _MEASURED or not shapes:
        return knockout
    boxes = [one.prism.outline.box for one in shapes]
    left, front = min(box[0] for box in boxes), min(box[1] for box in boxes)
    right, back = max(box[2] for box in boxes), max(box[3] for box in boxes)
    middle = ((left + right) / 2, (front + back) / 2)
    to_centre = len(shapes) == 1 and all(edge.is_arc for edge in shapes[0].prism.outline.edges)
    inside = next((one for one in brief.cavities if one.polygon.contains(Point(middle))), brief.outline)
    begin = {
        side: middle if to_centre else at
        for side, at in (
            ("left", (left, middle[1])), ("right", (right, middle[1])), ("front", (middle[0], front)),
            ("back", (middle[0], back)),
        )
    }  # fmt: skip
    away = {side: _to_side(inside, at, _AHEAD[side]) for side, at in begin.items()}
    if brief.mirrored:
        away["left"], away["right"] = away["right"], away["left"]
    return replace(
        knockout,
        set_out=SetOut(away["left"], away["right"], away["front"], away["back"], right - left, back - front, to_centre),
    )


def _in_its_side(brief: FormBrief, prism: Prism) -> str:
    """Where a bolt goes through a side: from its nearer end, inside, and above the base."""
    left, front, right, back = prism.outline.box
    low_x, low_y, high_x, high_y = brief.outline.box
    gaps = {"front": front - low_y, "back": high_y - back, "left": left - low_x, "right": high_x - right}
    side = min(gaps, key=lambda one: abs(gaps[one]))
    names, at, low, high = (
        (("left", "right"), (left + right) / 2, low_x, high_x)
        if side in ("front", "back")
        else (("front", "back"), (front + back) / 2, low_y, high_y)
    )
    nearer, away = (names[0], at - low) if at - low <= high - at else (names[1], high - at)
    if brief.mirrored:
        side, nearer = swapped(side), swapped(nearer)
    height = (prism.bottom_mm + prism.top_mm) / 2
    return (
        f"In the {side} side as the form lies: centre {{{away:.2f} mm}} from its {nearer} end, inside, "
        f"{{{height:.2f} mm}} above the {'ground' if brief.on_ground else 'base'}."
    )


def _to_side(inside: Outline, at: tuple[float, float], ahead: tuple[float, float]) -> float:
    """How far it is from a place straight to the side of the form [mm]; nothing where it stands out of it."""
    x, y = at
    ray = LineString([at, (x + ahead[0] * _FAR_MM, y + ahead[1] * _FAR_MM)])
    met = inside.polygon.exterior.intersection(ray)
    return 0.0 if met.is_empty else Point(at).distance(met)
