"""What a piece is begun as: sound at its usual numbers, and as a caster would draw it at others."""

from typing import get_args

import pytest

from tests.jobs import top_document
from ulbrek.core.base.units import Length, Units
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.measure.starts import STARTS, Start, begin
from ulbrek.core.plan.plan import plan

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
