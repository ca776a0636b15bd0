"""Quantities in the reader's units."""

import json
from datetime import UTC, datetime
from fractions import Fraction
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ulbrek.core.base.finding import Quantity
from ulbrek.core.base.sentence import fill
from ulbrek.core.base.units.kinds import KINDS
from ulbrek.core.base.units.quantity import write_batch_water, write_exact, write_quantity, write_range, write_sheet
from ulbrek.core.base.units.reading import Units, read_length
from ulbrek.core.cure.calendar import write_time
from ulbrek.core.cure.inputs import ClockStyle


# The front end is held to the same table: what stands on the screen stands on paper.
@pytest.mark.parametrize(
    ("value", "kind", "units", "written"), json.loads(Path(__file__).with_name("written.json").read_text("utf-8"))
)
def test_a_quantity_is_written_as_fine_as_it_can_be_set(value: float, kind: str, units: Units, written: str) -> None:
    assert write_quantity(value, kind, units) == written


def plain(text: str) -> str:
    return text.replace("\u00a0", " ")


@given(st.floats(3.2, 4000))
def test_a_dimension_in_inches_is_never_off_by_more_than_a_64th_and_holds_no_millimetres(mm: float) -> None:
    written = plain(write_quantity(mm, "mm", "in"))
    assert "mm" not in written
    assert abs(read_length(written) - mm) <= 25.4 / 64 + 1e-5


@given(st.floats(5, 4000))
def test_what_is_there_is_never_said_to_be_more_and_what_is_needed_never_less(mm: float) -> None:
    for units in ("mm", "in"):
        there, needed = (read_length(plain(write_quantity(mm, kind, units))) for kind in ("there", "needed"))
        assert there <= mm + 1e-4
        assert needed >= mm - 1e-4


@given(st.sampled_from([1, 2, 3, 5, 8]), st.floats(0.3, 6))
def test_water_of_a_batch_is_as_many_times_what_is_shown_for_a_bag(bags: int, bag_l: float) -> None:
    def number(text: str) -> Fraction:
        return Fraction(plain(text).split()[0])

    a_bag, a_batch = write_quantity(bag_l, "water", "mm"), write_batch_water(bags, bag_l, "mm")
    assert number(a_batch) == bags * number(a_bag)


def test_a_range_has_one_unit_and_one_precision_and_says_nothing_twice() -> None:
    assert plain(write_range(458, 462, "at most", "mm")) == "455 mm"  # a limit is its safe end
    assert plain(write_range(34.41, 35.84, "kg", "mm")) == "34–36 kg"
    assert plain(write_range(19.6, 21.2, "kg", "mm")) == "20–21 kg"
    assert plain(write_range(0.5, 1.2, "h", "mm")) == "30–70 min"
    assert plain(write_range(644.3, 647.5, "h", "mm")) == "27 days"
    assert plain(write_range(381, 400, "mm", "in")) == "15–15 3/4″"
    assert plain(write_range(1, 2, "bags", "mm")) == "1–2 bags"


def test_sheets_are_named_by_what_they_are_sold_as() -> None:
    assert plain(write_sheet(2440, 1220, "in")) == "4 × 8 ft"
    assert plain(write_sheet(2440, 1220, "mm")) == "1220 × 2440 mm"
    assert plain(write_sheet(900, 600, "in")) == "23 5/8″ × 35 7/16″"


def test_the_exact_value_is_there_for_whoever_checks_it() -> None:
    assert plain(write_exact(913.6, "cut", "in")) == "35.969″"
    assert plain(write_exact(25.994, "MPa", "mm")) == "25.994 MPa"


@pytest.mark.parametrize(
    ("there", "needed", "units", "said"),
    [
        (Quantity(11.6, "there"), Quantity(12, "needed"), "mm", "11 mm, needs 12 mm"),
        (Quantity(1999.6, "N"), Quantity(2003, "N"), "mm", "2,000 N, needs 2,003 N"),
        (Quantity(3.221, "water"), Quantity(3.232, "water"), "in", "3.4 qt, needs 3.42 qt"),
        (Quantity(19.2, "mm"), Quantity(19.0, "mm"), "in", "3/4″, needs just under 3/4″"),
        (Quantity(20, "mm"), Quantity(20, "mm"), "mm", "20 mm, needs 20 mm"),
    ],
)
def test_two_numbers_that_differ_are_not_written_alike(
    there: Quantity, needed: Quantity, units: Units, said: str
) -> None:
    values = {"there": there, "needed": needed}
    written = plain(fill("{there}, needs {needed}", values, units))
    assert written == said


def test_a_fixed_number_in_a_sentence_is_in_the_readers_units() -> None:
    said = "Keep {3 to 6 limit} clear, at most {20 C}, {what}."
    assert plain(fill(said, {"what": "it drips"}, "in")) == "Keep 1/8–1/4″ clear, at most 68 °F, it drips."
    assert plain(fill(said, {"what": "it drips"}, "mm")) == "Keep 3–6 mm clear, at most 20 °C, it drips."


def test_bands_of_a_kind_end_where_the_next_begins_and_the_last_has_no_end() -> None:
    for both in KINDS.values():
        for bands in both.values():
            ends = [band.below for band in bands]
            assert ends == sorted(ends)
            assert ends[-1] == float("inf")


@pytest.mark.parametrize(("at", "style", "told"), json.loads(Path(__file__).with_name("clock.json").read_text("utf-8")))
def test_a_time_of_day_is_written_as_the_shop_writes_it(at: str, style: ClockStyle, told: str) -> None:
    assert write_time(datetime.strptime(at, "%H:%M").replace(tzinfo=UTC), style) == told
