"""Bolts: what is stacked on them, from the concrete to the last thread; sleeves: the play of what goes through."""

from collections.abc import Iterator

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.measure import rules
from ulbrek.core.measure.features.bolt import Bolt
from ulbrek.core.measure.features.sleeve import Sleeve
from ulbrek.core.measure.result import BoltStack, HeadsOnBar, SleevePlay
from ulbrek.core.measure.shape import Shape


def bolts_of(shape: Shape) -> Iterator[BoltStack]:
    """Each bolt of a piece with its length and what is bolted on by it; repeats are alike."""
    for feature in shape.piece.features:
        if not isinstance(feature, Bolt):
            continue
        of = f"{shape.piece.id}/{feature.id}"
        length = work(rules.bolt_length, of, embedded_mm=feature.embedded.mm, projects_mm=feature.projects.mm)
        if feature.clamps is None:
            yield BoltStack(feature.id, feature.name, length, None, None, None)
            continue
        sunk = {"clamps_mm": feature.clamps.mm, "counterbore_mm": feature.counterbore.mm}
        yield BoltStack(
            feature.id,
            feature.name,
            length,
            work(
                rules.bolt_stands_out,
                of,
                **sunk,
                gasket_mm=feature.gasket.mm,
                diameter_mm=feature.diameter.mm,
            ),
            work(rules.counterbore_deep, of, diameter_mm=feature.diameter.mm),
            work(rules.under_washer, of, **sunk),
        )


def sleeves_of(shape: Shape) -> Iterator[SleevePlay]:
    """Each tube of a piece that something goes through, with the play of that; repeats are alike."""
    for feature in shape.piece.features:
        if isinstance(feature, Sleeve) and feature.takes is not None and feature.wall is not None:
            of = f"{shape.piece.id}/{feature.id}"
            play = work(
                rules.sleeve_play, of, diameter_mm=feature.diameter.mm, wall_mm=feature.wall.mm,
                takes_mm=feature.takes.mm,
            )  # fmt: skip
            yield SleevePlay(feature.id, feature.name, play)


def heads_of(shape: Shape, mass_dry: Figure) -> Iterator[HeadsOnBar]:
    """Each bar that a piece shares with another of its kind.

    Args:
        shape: of one head
        mass_dry: what it weighs with half of the bar [kg]
    """
    for feature in shape.piece.features:
        if isinstance(feature, Sleeve) and feature.joins_castings:
            of, left = f"{shape.piece.id}/{feature.id}", None
            if feature.length is not None:
                deep = feature.in_head_mm(shape.cast_depth)
                left = work(rules.grip, of, bar_mm=feature.length.mm, embedded_mm=deep)
            yield HeadsOnBar(feature.id, feature.name, left, work(rules.both_heads, of, mass_kg=mass_dry))
