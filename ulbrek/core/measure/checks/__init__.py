"""Everything that Measure looks for in a piece, in the order in which to look at it."""

from collections.abc import Iterator

from ulbrek.core.base.finding import Finding
from ulbrek.core.measure.checks import bolted, fitting, formers, heads, pipes, places, shapes, steps
from ulbrek.core.measure.result import Closing
from ulbrek.core.measure.shape import Shape
from ulbrek.core.measure.webs import NamedWeb
from ulbrek.core.measure.weighing import Concrete


def all_findings(shape: Shape, webs: list[NamedWeb], closing: Closing | None, concrete: Concrete) -> Iterator[Finding]:
    """What would go wrong with one piece, cast of some concrete."""
    stone_mm, glass_fibred = concrete.stone_mm, concrete.glass_fibred
    yield from shapes.outline_crosses_itself(shape)
    yield from places.feature_outside(shape)
    yield from places.no_such_edge(shape)
    yield from places.feature_through_another(shape)
    yield from places.web_too_thin(shape, webs, stone_mm)
    yield from places.hot_opening(shape, webs)
    yield from places.seam_through_web(shape)
    yield from shapes.too_thin_for_its_span(shape, glass_fibred)
    yield from shapes.featheredge(shape)
    yield from formers.deeper_than_its_piece(shape)
    yield from formers.floor_too_thin(shape)
    yield from formers.undercut(shape)
    yield from formers.no_way_out(shape)
    yield from formers.box_cannot_make(shape)
    yield from formers.insert_near_face(shape)
    yield from formers.letters_missing(shape)
    yield from formers.tube_is_solid(shape)
    yield from formers.does_not_pass_its_sleeve(shape)
    yield from formers.smooth_wooden_bar(shape)
    yield from heads.bar_without_length(shape)
    yield from heads.heads_longer_than_bar(shape)
    yield from heads.no_room_for_hand(shape)
    yield from heads.head_without_other(shape)
    yield from heads.bar_not_pinned(shape)
    yield from pipes.all_findings(shape, stone_mm)
    yield from bolted.bolt_off_its_face(shape)
    yield from bolted.bolt_too_shallow(shape)
    yield from bolted.bolt_too_short(shape)
    yield from bolted.thin_under_washer(shape)
    yield from bolted.nut_stands_out(shape)
    yield from shapes.corner_too_sharp(shape)
    yield from shapes.radius_too_large(shape)
    yield from shapes.corner_too_round(shape)
    yield from steps.riser_trips(shape)
    yield from steps.tread_too_short(shape)
    yield from steps.landing_too_short(shape)
    yield from steps.steps_out_of_stride(shape)
    yield from steps.steps_need_a_guard(shape)
    yield from steps.shell_too_thin(shape)
    yield from steps.no_room_for_stone(shape)
    yield from steps.steps_cast_solid(shape)
    yield from fitting.run_does_not_add_up(shape)
    yield from fitting.rows_do_not_add_up(shape)
    yield from fitting.closing_piece(None if shape.piece.stays else closing)
    yield from fitting.off_its_weight(shape, concrete)
