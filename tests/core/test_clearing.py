"""Any change that is offered for a shape clears what it was offered for."""

from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.jobs import hole, opening, top, with_fields
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.core.plan.result import JobFinding

SHOP = Shop()
PLACES = st.integers(0, 900).map(lambda mm: f"{mm} mm")
INCHES = st.integers(0, 35 * 16).map(lambda marks: f"{marks}/16 in")


def findings(job: Job) -> list[JobFinding]:
    return [one for one in plan(job, SHOP).findings if one.station == "measure"]


@settings(max_examples=60, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(
    x=st.one_of(PLACES, INCHES),
    y=st.one_of(PLACES, INCHES),
    side=st.sampled_from(["left", "right"]),
    to=st.sampled_from(["centre", "edge"]),
    size=st.tuples(st.integers(100, 1100), st.integers(100, 700)),
    tap=st.tuples(st.integers(0, 900), st.integers(0, 600)),
)
def test_every_offered_change_clears_its_finding(
    x: str, y: str, side: str, to: str, size: tuple[int, int], tap: tuple[int, int]
) -> None:
    sink = opening(
        x={"side": side, "to": to, "offset": x},
        y={"to": to, "offset": y},
        length=f"{size[0]} mm",
        width=f"{size[1]} mm",
    )
    job = top(sink, hole(f"{tap[0]} mm", f"{tap[1]} mm"))
    before = findings(job)
    for one in before:
        if one.finding.change is None:
            continue
        after = findings(with_fields(job, dict(one.finding.change.fields)))
        left = {(f.finding.code, f.finding.field) for f in after}
        assert (one.finding.code, one.finding.field) not in left
        assert len(after) <= len(before)


def change(job: Job) -> Any:
    (first, *_) = findings(job)
    return first.finding.change


def test_the_smallest_move_is_offered_and_said_in_words() -> None:
    offered = change(top(opening(y={"to": "edge", "offset": "50 mm"})))
    assert offered.label == "Move {feature} {back} back"
    assert offered.values["back"].value == pytest.approx(10)
    assert offered.fields == {
        "/pieces/0/features/0/y": {"side": "front", "to": "edge", "offset": {"mm": 60.0, "typed": "60 mm"}}
    }


def test_a_corner_is_left_by_two_moves_at_once() -> None:
    offered = change(top(opening(x={"to": "edge", "offset": "40 mm"}, y={"to": "edge", "offset": "50 mm"})))
    assert offered.label == "Move {feature} {right} to the right and {back} back"
    assert (offered.values["right"].value, offered.values["back"].value) == (pytest.approx(20), pytest.approx(10))


def test_a_move_is_rounded_on_the_tape_it_was_typed_for_and_to_the_safe_side() -> None:
    offered = change(top(opening(y={"to": "edge", "offset": "2 1/8 in"})))
    assert offered.fields["/pieces/0/features/0/y"]["offset"] == {"mm": 60.325, "typed": "2 3/8″"}
    from_the_back = change(top(opening(y={"side": "back", "to": "edge", "offset": "2 1/8 in"})))
    assert from_the_back.fields["/pieces/0/features/0/y"]["offset"]["typed"] == "2 3/8″"


def test_the_smaller_of_two_moves_out_of_the_other() -> None:
    job = top(opening(), hole("450 mm", "440 mm"))
    (crossing,) = [one for one in findings(job) if one.finding.code == "feature-through-another"]
    assert crossing.finding.values == {"feature": "Tap hole", "other": "Sink"}
    assert crossing.finding.field == "/pieces/0/features/1"


def test_an_opening_too_wide_for_its_piece_is_made_smaller_and_centred() -> None:
    offered = change(top(opening(width="560 mm")))
    assert offered.label == "Make {feature} smaller"
    assert offered.fields["/pieces/0/features/0/width"]["mm"] == 480
    assert offered.fields["/pieces/0/features/0/y"]["offset"]["mm"] == 300


def test_where_there_is_no_room_nothing_is_offered() -> None:
    narrow = {"outline": {"length": "900 mm", "width": "190 mm"}}
    assert change(top(opening(y={"offset": "95 mm"}, width="150 mm"), piece=narrow)) is None
