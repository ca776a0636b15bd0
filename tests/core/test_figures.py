"""Worked figures: what is put in is kept, spreads are bounded, docstrings are the rule book."""

import pytest

from ulbrek.core.base.docstring import Term, read_docstring
from ulbrek.core.base.figure import Spread, rule, unit_of, work, workings


@rule(unit="l")
def halved(whole_l: float) -> float:
    """Half of it

    Args:
        whole_l: the whole

    Formula: whole_l / 2

    Source: arithmetic
    """
    return whole_l / 2


@rule(unit="1")
def quotient(over: float, under: float) -> float:
    """A quotient

    Args:
        over: what is shared
        under: by how many

    Formula: over / under

    Source: arithmetic
    """
    return over / under


def test_a_figure_keeps_its_rule_and_what_was_put_in() -> None:
    figure = work(halved, "tub", whole_l=9.0)
    assert (figure.key, figure.rule, figure.value, figure.unit) == ("tests.halved@tub", "tests.halved", 4.5, "l")
    assert (figure.inputs["whole_l"].value, figure.inputs["whole_l"].unit) == (9.0, "l")
    assert (figure.low, figure.high) == (None, None)


def test_a_figure_put_into_a_rule_is_known_as_what_it_came_from() -> None:
    half = work(halved, whole_l=9.0)
    quarter = work(halved, "again", whole_l=half)
    assert quarter.inputs["whole_l"].figure is half
    assert workings([quarter]) == {half.key: half}
    assert workings([quarter, half]) == {}


def test_spreads_are_tried_at_every_corner_whichever_way_they_pull() -> None:
    figure = work(quotient, over=Spread(8, 10, 12), under=Spread(2, 4, 5))
    assert (figure.low, figure.value, figure.high) == (8 / 5, 10 / 4, 12 / 2)


def test_a_spread_goes_on_through_the_figures_made_of_it() -> None:
    first = work(halved, whole_l=Spread(8, 10, 12))
    second = work(quotient, over=first, under=2.0)
    assert (second.low, second.value, second.high) == (2.0, 2.5, 3.0)


@pytest.mark.parametrize(
    ("name", "unit"),
    [
        ("thickness_mm", "mm"),
        ("net_area_mm2", "mm2"),
        ("density_kg_m3", "kg/m3"),
        ("mass_kg", "kg"),
        ("volume_l", "l"),
        ("least_over_bags", "bags"),
        ("twist_deg", "deg"),
        ("spare", "1"),
        ("mass_fresh_kg", "kg"),
    ],
)
def test_the_unit_is_in_the_name(name: str, unit: str) -> None:
    assert unit_of(name) == unit


def test_a_docstring_is_read_into_its_parts() -> None:
    text = read_docstring(
        """Water of a batch.

        The first batch's dose becomes
        the others'.

        Args:
            bags: bags in each batch,
                quarters too
            water_l: water for one bag

        Formula:
            max(
                bags * water_l,
                0
            )

        Source: common practice
        """,
        "batch_water",
    )
    assert text.summary == "Water of a batch"
    assert text.reason == "The first batch's dose becomes the others'."
    assert text.terms == (Term("bags", "bags in each batch, quarters too"), Term("water_l", "water for one bag"))
    assert text.formula == "max(bags * water_l, 0)"
    assert text.source == "common practice"


@pytest.mark.parametrize("docstring", ["", "Only a summary.", "Source: without a summary"])
def test_a_rule_without_summary_or_source_is_refused(docstring: str) -> None:
    with pytest.raises(ValueError, match="The docstring of bare needs a summary and a Source"):
        read_docstring(docstring, "bare")
