"""Lengths as people write them."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import TypeAdapter, ValidationError

from ulbrek.core.base.units import Length, UnreadableLengthError, read_length, write_length
from ulbrek.core.base.units.limits import Depth

INCH = 25.4


@pytest.mark.parametrize(
    ("text", "bare", "mm"),
    [
        ("24 3/8", "in", 619.125),
        ("24 3/8", "mm", 619.125),  # a fraction is inches for everybody
        ("2' 1\"", "mm", 635),
        ("2′ 1″", "mm", 635),
        ("2' 1", "mm", 635),
        ("2 ft 1/2 in", "mm", 622.3),
        ("1' 8-1/2\"", "mm", 520.7),
        ("1'-8 1/2\"", "mm", 520.7),
        ("43⅛″", "mm", 1095.375),
        ("½", "mm", 12.7),
        ("620 mm", "in", 620),
        ("62cm", "in", 620),
        ("62,5 cm", "in", 625),
        ("1 m 20 cm", "in", 1200),
        ("620", "mm", 620),
        ("24", "in", 609.6),
        (" 24.5 in. ", "mm", 622.3),
        ("2 FEET", "mm", 609.6),
    ],
)
def test_a_length_is_read_as_it_is_called_out(text: str, bare: str, mm: float) -> None:
    assert read_length(text, bare) == pytest.approx(mm, abs=1e-9)  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("", "No length was given"),
        ("sink", "“sink” cannot be read as a length"),
        ("24 3/0", "divides by zero"),
        ("-3 in", "is negative"),
        ("1 m 20", "cannot be read as one length"),  # 1.02 m or 1.20 m: it is asked again
        ("12 in 3 mm", "cannot be read as one length"),
        ("24 24 24", "cannot be read as a length"),
        ("200 m", "over 100 m"),
        ("1" * 60, "too long"),
    ],
)
def test_what_cannot_be_read_is_refused_with_what_would_do(text: str, said: str) -> None:
    with pytest.raises(UnreadableLengthError, match=said) as refused:
        read_length(text)
    assert "Write it like 24 3/8" in str(refused.value)


@given(st.integers(0, 64 * 1200))
def test_what_is_written_in_inches_reads_back_to_a_64th(marks: int) -> None:
    mm = marks * INCH / 64
    written = write_length(mm, "in", denominator=32).split(" + ")[0].split(" − ")[0]
    assert abs(read_length(written) - mm) <= INCH / 64 + 1e-9


@given(st.floats(0, 20_000))
def test_what_is_written_in_millimetres_reads_back_to_a_tenth(mm: float) -> None:
    assert abs(read_length(write_length(mm, "mm")) - mm) <= 0.05 + 1e-9


@pytest.mark.parametrize(
    ("mm", "inches"),
    [(609.6, "24″"), (620, "24 7/16″ − 0.7 mm"), (38.1, "1 1/2″"), (5, "3/16″"), (5.3, "3/16″ + 0.5 mm"), (0, "0″")],
)
def test_an_error_of_the_nearest_mark_over_a_64th_is_said(mm: float, inches: str) -> None:
    assert write_length(mm, "in") == inches


@pytest.mark.parametrize("typed", ["24 3/8", "2' 1\"", "620 mm", "62cm", "2 ft 1/2 in"])
def test_a_length_comes_back_as_it_was_typed(typed: str) -> None:
    length = Length.model_validate({"typed": typed, "bare": "in"})
    assert Length.model_validate_json(length.model_dump_json()) == length
    assert length.typed == typed


def test_typed_words_and_millimetres_that_disagree_are_refused() -> None:
    with pytest.raises(ValidationError, match=r"“24 in” reads as 609.6 mm, but 600 mm stands beside it. Keep one"):
        Length(mm=600, typed="24 in")


def test_a_changed_length_stays_on_the_tape_it_was_written_for() -> None:
    assert Length.model_validate('1 1/4"').at_least(38).typed == "1 1/2″"
    assert Length.model_validate("30 mm").at_least(38).typed == "38 mm"
    assert Length.model_validate("30 mm").at_most(37.9).mm == 37
    assert Length.model_validate({"typed": "12", "bare": "in"}).units == "in"


def test_a_length_out_of_bounds_names_the_bounds() -> None:
    with pytest.raises(ValidationError, match=r"2 mm is out of bounds. Give 5 to 2000 mm."):
        TypeAdapter(Depth).validate_python("2 mm")
