"""Knockouts that a job asks for and that cannot be had."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.form.ready import is_round, ready_for
from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.materials.supplies import ReadyFormer
from ulbrek.core.measure.features.base import AnchoredFeature
from ulbrek.core.measure.inputs.piece import Piece


@check("no-tin-or-tube", "caution")
def no_tin_or_tube(pieces: Sequence[Piece], ready: Sequence[ReadyFormer]) -> Iterator[tuple[str, Finding]]:
    """No tin or tube of that size

    A tin, a tube or a tray makes a hole of its own size and no other; none on the shop's list is as wide, as deep and
    as tapered as this hole.

    Source: common practice
    """
    for number, piece in enumerate(pieces):
        for index, feature in enumerate(piece.features):
            if feature.knockout != "tube" or not isinstance(feature, AnchoredFeature):
                continue
            deep = feature.depth_into_face or piece.thickness.mm
            outline, draft = feature.footprint(), getattr(feature, "draft_deg", 0.0)
            if ready_for(Prism(outline, 0.0, deep), draft, ready):
                continue
            left, front, right, back = outline.box
            field = f"/pieces/{number}/features/{index}/former"
            round_ = is_round(outline)
            yield (
                piece.id,
                finding(
                    no_tin_or_tube,
                    title="No tin or tube of {across} for {feature}"
                    if round_
                    else "No tray of {across} × {deep_in_plan} for {feature}",
                    reason="None on the shop’s list is that size and {depth} deep; foam is planned instead.",
                    remedy="Add it under Shop, Tins and tubes, or make the hole the size of one that is there.",
                    field=field,
                    values={
                        "feature": feature.name,
                        "across": Quantity(right - left, "mm"),
                        "deep_in_plan": Quantity(back - front, "mm"),
                        "depth": Quantity(deep, "mm"),
                    },
                    change=Change("Use foam", {field: "foam"}),
                ),
            )
