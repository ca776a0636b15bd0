"""Lengths as people write them."""

import pytest
from pydantic import TypeAdapter, ValidationError

from ulbrek.core.base.units import Length, UnreadableLengthError, read_length
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
