"""Knockouts that a job asks for and that cannot be had."""

from collections.abc import Sequence

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.form.ready import is_round
from ulbrek.core.form.result import Knockout
from ulbrek.core.measure.features.base import AnchoredFeature
from ulbrek.core.measure.inputs.piece import Piece


@check("no-tin-or-tube", "caution")
def no_tin_or_tube(piece: Piece, built: Sequence[Knockout]) -> list[Finding]:
    """No tin or tube of that size

    A tin, a tube or a tray makes a hole of its own size and no other; none on the shop's list is as wide, as deep and
    as tapered as this hole.

    Source: common practice
    """
    found = []
    made = {one.feature: one for one in built}
    for index, feature in enumerate(piece.features):
        if feature.knockout != "tube" or not isinstance(feature, AnchoredFeature):
            continue
        knockout = made.get(feature.id)
        if knockout is None or knockout.ready:
            continue
        outline = feature.footprint()
        left, front, right, back = outline.box
        size = "a tin or tube of {across}" if is_round(outline) else "a tray of {across} × {other}"
        found.append(
            finding(
                no_tin_or_tube,
                title=f"{{feature}} needs {size}",
                reason="None on the shop’s list is that size and {depth} deep; foam is planned instead.",
                remedy="Add it under Shop, Tins and tubes, or make the hole the size of one that is there.",
                field=f"/features/{index}/former",
                values={
                    "feature": feature.name,
                    "across": Quantity(right - left, "mm"),
                    "other": Quantity(back - front, "mm"),
                    "depth": Quantity(knockout.height_mm, "mm"),
                },
                change=Change("Use foam", {f"/features/{index}/former": "foam"}),
            )
        )
    return found
