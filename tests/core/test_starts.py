"""What a piece is begun as: sound at its usual numbers, and as a caster would draw it at others."""

from typing import get_args

import pytest

from tests.jobs import top_document
from ulbrek.core.base.units import Length, Units
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.measure.beginning import FEATURES_BEGUN, CannotBeginError, begin_feature, begin_outline
from ulbrek.core.measure.features import AnyFeature
from ulbrek.core.measure.features.base import AnchoredFeature
from ulbrek.core.measure.inputs.outlines import AnyOutline
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.measure.starts import STARTS, Start, begin
from ulbrek.core.plan.plan import plan
from ulbrek.core.plan.result import PiecePlan

BY_ID = {start.id: start for start in STARTS}


def begun(start: Start, units: Units, **sizes: str) -> Job:
    given = {**start.usual[units], **sizes}
    lengths = {key: Length.model_validate({"typed": text, "bare": units}) for key, text in given.items()}
    piece = begin(start, "one", start.name, lengths, units)
    return Job.model_validate(top_document() | {"pieces": [piece]})


@pytest.mark.parametrize("units", get_args(Units))
@pytest.mark.parametrize("start", STARTS, ids=lambda start: start.id)
def test_every_start_at_its_usual_numbers_is_a_sound_piece(start: Start, units: Units) -> None:
    job = begun(start, units)
    found = {one.finding.code for one in plan(job, Shop()).findings if one.station == "measure"}
    assert not found & {
        "feature-outside",
        "no-such-edge",
        "outline-crosses-itself",
        "radius-too-large",
        "wall-too-thin",
    }
    first = start.asked[0].key
    assert start.usual[units][first] in job.model_dump_json().replace('\\"', '"'), "it comes back as it was typed"


def test_a_weight_of_any_size_has_its_sleeve_in_the_middle() -> None:
    (sleeve,) = shape_of(begun(BY_ID["weight"], "in", diameter='18"').pieces[0]).placed
    assert sleeve.centre == pytest.approx((228.6, 228.6))


@pytest.mark.parametrize(
    ("length", "width", "height", "wall", "floor"),
    [('36"', '18"', '14"', 31.75, 50.8), ("610 mm", "100 mm", "60 mm", 25, 30), ("1 m", "40 cm", "40 cm", 31.75, 50.8)],
)
def test_a_planter_has_even_walls_whatever_its_size(
    length: str, width: str, height: str, wall: float, floor: float
) -> None:
    piece = begun(BY_ID["planter"], "in", length=length, width=width, thickness=height).pieces[0]
    shape = shape_of(piece)
    (inside,) = shape.placed
    left, front, right, back = inside.outline.box
    outside = (*shape.size, piece.thickness.mm)
    assert (left, front, outside[0] - right, outside[1] - back) == pytest.approx((wall,) * 4, abs=0.01)
    assert outside[2] - inside.feature.depth.mm == pytest.approx(floor)  # type: ignore[union-attr]  # a core


FEATURES = [kind.model_fields["kind"].default for kind in get_args(AnyFeature)]
OUTLINES = [kind.model_fields["kind"].default for kind in get_args(AnyOutline)]
PLAIN = Piece.model_validate(top_document()["pieces"][0] | {"thickness": "90 mm", "features": [], "edge_profiles": []})


def sound(piece: Piece) -> PiecePlan:
    (planned,) = plan(Job.model_validate(top_document() | {"pieces": [piece.model_dump()]}), Shop()).pieces
    codes = {found.code for found in planned.measure.findings}
    assert not codes & {"feature-outside", "no-such-edge", "outline-crosses-itself", "radius-too-large"}
    return planned


@pytest.mark.parametrize("units", get_args(Units))
@pytest.mark.parametrize("kind", FEATURES)
def test_a_feature_is_begun_in_the_middle_with_an_id_of_its_own(kind: str, units: Units) -> None:
    if kind == "cutout":
        with pytest.raises(CannotBeginError, match="Give one of bolt, core"):
            begin_feature(kind, PLAIN, units)
        return
    first = begin_feature(kind, PLAIN, units)
    once = PLAIN.model_copy(update={"features": (first,)})
    second = begin_feature(kind, once, units)
    assert (second.id, second.name) == (f"{first.id}-2", first.name)
    measured = sound(once).measure
    assert measured.volume.value > 1
    if isinstance(first, AnchoredFeature):
        (box,) = measured.features
        assert box.x_mm == pytest.approx(measured.length_mm / 2, abs=25.4 / 16)
        assert box.y_mm == pytest.approx(measured.width_mm / 2, abs=25.4 / 16)


@pytest.mark.parametrize("units", get_args(Units))
@pytest.mark.parametrize("kind", OUTLINES)
def test_another_outline_is_begun_as_large_as_the_piece_is(kind: str, units: Units) -> None:
    if kind == "imported":
        with pytest.raises(CannotBeginError, match="Give one of arch block, disc"):
            begin_outline(kind, PLAIN, units)
        return
    now = sound(PLAIN).measure
    other = sound(PLAIN.model_copy(update={"outline": begin_outline(kind, PLAIN, units)})).measure
    if kind not in ("arch block", "half disc", "steps"):
        assert other.length_mm <= now.length_mm + 25.4 / 16
        assert other.width_mm <= now.width_mm + 25.4 / 16
    assert max(other.length_mm, other.width_mm) > min(now.length_mm, now.width_mm) / 2


SMALL_AND_ODD = {
    "disc": ({"kind": "disc", "diameter": "300 mm"}, "40 mm"),
    "narrow shelf": ({"kind": "rectangle", "length": "2400 mm", "width": "150 mm"}, "45 mm"),
    "cube": ({"kind": "rectangle", "length": "4 in", "width": "4 in"}, "4 in"),
    "L": ({"kind": "l", "length": "96 in", "width": "66 in", "along": "25 in", "across": "25 in"}, "1 1/2 in"),
    "tile": ({"kind": "rectangle", "length": "200 mm", "width": "200 mm"}, "12 mm"),
}


@pytest.mark.parametrize("units", get_args(Units))
@pytest.mark.parametrize("name", SMALL_AND_ODD)
def test_what_is_begun_in_a_small_or_odd_piece_is_inside_of_it_and_holds(name: str, units: Units) -> None:
    outline, thickness = SMALL_AND_ODD[name]
    piece = Piece.model_validate({"id": "odd", "name": name, "outline": outline, "thickness": thickness})
    for kind in FEATURES_BEGUN:
        begun = piece.model_copy(update={"features": (begin_feature(kind, piece, units),)})
        loud = {one.code for one in sound(begun).measure.findings if one.severity == "stop"}
        if (name, kind) != ("tile", "bolt"):  # which no bolt holds in
            assert not loud & {"bolt-too-shallow", "deeper-than-its-piece"}, kind
        if name == "narrow shelf":
            assert "web-too-thin" not in loud, kind
