"""Old notes as a table: columns that are guessed and mapped, lines that are read or refused by their number."""

import csv
import io
import random
from datetime import UTC, date, datetime, timedelta
from uuid import UUID

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.mixes import DRYING_LOSS, MixedBag
from ulbrek.core.records.learning import is_possible
from ulbrek.core.records.past import evidence_of_past
from ulbrek.files.past_castings import FIELDS, NoTableError, PastColumns, look_at, read_past

MIXES = Shop().mixes
NOTES = """Date;Piece;Bags;Water (L);Temp;Set h;Volume L;Left;Mass strip;Mass dry;Fault;Remarks
12.05.2024;Garden bench;4;9,8;18;3,6;46;2;;;chipped;windy
25.06.2024;Weights;2;4,6;26;2,6;20;3;10,2;9,95;;
"""


def mapped(text: str = NOTES, **more: object) -> PastColumns:
    likely = {one.likely: at for at, one in enumerate(look_at(text).columns) if one.likely}
    told = {"columns": likely, "order": "day first", "mix": "ordinary", "bag": "25kg", **more}
    return PastColumns.model_validate(told)


def test_heads_are_guessed_and_dates_say_their_order() -> None:
    table = look_at(NOTES)
    assert [one.likely for one in table.columns] == [
        "date", "name", "bags", "water_l", "celsius", "set_h", "filled_l", "left_over_l", "stripped_kg", "dry_kg",
        "defect", "note",
    ]  # fmt: skip
    assert (table.lines, table.order, table.columns[3].samples) == (2, "day first", ("9,8", "4,6"))
    assert look_at("Date,Piece\n5/6/2024,Top\n").order is None  # the fifth of June, or the sixth of May
    assert look_at("Date,Piece\n5/16/2024,Top\n").order == "month first"
    assert look_at("Date\tPiece\n2024-05-16\tTop\n").order == "year first"


def test_dates_are_found_by_what_they_are_and_may_name_their_month() -> None:
    table = look_at("Was,Wann\n3 bags,3.4.2023\n2 bags,17.4.2023\n")
    assert (table.columns[1].likely, table.order) == ("date", "day first")
    named = look_at('When,Piece\n"May 12, 2023",Top\n3 Sept 2023,Step\n')
    assert (named.columns[0].likely, named.order) == ("date", "year first")
    columns = {"columns": {"date": 0, "name": 1}, "mix": "ordinary", "bag": "25kg"}
    lines, wrong = read_past(
        'When,Piece\n"May 12, 2023",Top\n3 Sept 2023,Step\n31 June 2023,Block\n12 Noon 2023,Seat\n',
        PastColumns.model_validate(columns), MIXES,
    )  # fmt: skip
    assert [one.past.date for one in lines] == [date(2023, 5, 12), date(2023, 9, 3)]
    assert [(one.line, one.column) for one in wrong] == [(4, "When"), (5, "When")]


@pytest.mark.parametrize(
    ("cell", "bags"), [("2 1/2", 2.5), ("1/2", 0.5), (".9", 0.9), ("2", 2.0), ("1/0", None), ("2 and a half", None)]
)
def test_numbers_may_be_fractions_or_begin_with_a_point(cell: str, bags: float | None) -> None:
    text = f"Date;Piece;Bags\n2024-05-12;Bench;{cell}\n"
    lines, wrong = read_past(text, mapped(text, order="year first"), MIXES)
    assert [one.past.bags for one in lines] == ([] if bags is None else [bags])
    assert [one.column for one in wrong] == (["Bags"] if bags is None else [])


def test_lines_are_read_with_commas_and_units() -> None:
    (bench, weights), wrong = read_past(NOTES, mapped(), MIXES)
    assert wrong == []
    assert (bench.line, bench.past.date, bench.past.name) == (2, date(2024, 5, 12), "Garden bench")
    assert (bench.past.water_l, bench.past.stripped_kg, bench.past.defect) == (9.8, None, "chipped")
    assert weights.past.dry_kg == 9.95
    (pounds, _), _ = read_past(NOTES, mapped(units="in"), MIXES)
    assert pounds.past.water_l == pytest.approx(9.8 * 0.946352946)
    assert pounds.past.filled_l == pytest.approx(46 * 28.3168466)
    assert pounds.past.celsius == pytest.approx((18 - 32) / 1.8)
    assert pounds.past.set_h == 3.6


@pytest.mark.parametrize(
    ("line", "column", "problem"),
    [
        ("31.02.2024;Step;3;7", "Date", "cannot be read as a date"),
        (";Step;3;7", "Date", "no date"),
        ("12.05.2099;Step;3;7", "Date", "still to come"),
        ("12.05.2024;;3;7", "Piece", "empty"),
        ("12.05.2024;Step;three;7", "Bags", "not a number"),
        ("12.05.2024;Step;0;7", "Bags", "more than 0"),
        ("12.05.2024;Step;3;7;900", "Temp", "at most 60"),
    ],
)
def test_what_is_wrong_is_told_by_line_and_column(line: str, column: str, problem: str) -> None:
    read, wrong = read_past(NOTES + "\n" + line + "\n", mapped(), MIXES)
    assert len(read) == 2
    assert [(one.line, one.column) for one in wrong] == [(5, column)]
    assert problem in wrong[0].problem
    assert wrong[0].remedy


def test_a_line_may_name_a_mix_that_the_shop_has() -> None:
    text = "Date,Piece,Mix\n2024-05-12,Top,{}\n"
    columns = {"columns": {"date": 0, "name": 1, "mix": 2}, "order": "year first"}
    other = MIXES[1]
    ([line], wrong) = read_past(text.format(other.name.upper()), mapped(**columns), MIXES)
    assert (line.past.mix, line.past.bag, wrong) == (other.id, other.sizes[0].id, [])
    read, wrong = read_past(text.format("nobody’s"), mapped(**columns), MIXES)
    assert (read, "no mix" in wrong[0].problem) == ([], True)


@pytest.mark.parametrize("text", ["", "\n \n", "just a line", "a,b\n", "x" * 99, "Date,Piece\n" * 2_500])
def test_what_is_no_table_is_said_to_be_none(text: str) -> None:
    with pytest.raises(NoTableError, match=r"\. "):
        look_at(text)


def test_dates_and_names_must_be_mapped() -> None:
    with pytest.raises(NoTableError, match="date"):
        read_past(NOTES, mapped(columns={"name": 1}), MIXES)


@given(st.text(max_size=400), st.dictionaries(st.sampled_from(FIELDS), st.integers(0, 59), max_size=13))
def test_whatever_a_file_holds_is_read_or_refused(text: str, columns: dict[str, int]) -> None:
    asked = mapped(columns={"date": 0, "name": 1, **columns})
    try:
        read, wrong = read_past(text, asked, MIXES)
    except NoTableError:
        return
    assert all(one.problem and one.remedy and one.line > 1 for one in wrong)
    assert all(one.past.date <= date.today() for one in read)  # noqa: DTZ011


def test_a_table_that_is_written_is_read_as_it_was() -> None:
    dice = random.Random(9)  # noqa: S311 - the same table every time
    for parted in ",;\t|":
        rows = [
            [(date(2024, 1, 31) + timedelta(days=n)).isoformat(), f"Top, “{n}”; one", dice.randint(1, 9)]
            for n in range(30)
        ]
        written = io.StringIO()
        csv.writer(written, delimiter=parted).writerows([["Date", "Piece", "Bags"], *rows])
        asked = mapped(columns={"date": 0, "name": 1, "bags": 2}, order="year first")
        read, wrong = read_past(written.getvalue(), asked, MIXES)
        assert wrong == []
        assert [[one.past.date.isoformat(), one.past.name, one.past.bags] for one in read] == rows


def test_old_notes_say_what_records_would() -> None:
    mix = next(one for one in MIXES if one.id == "ordinary")
    size = next(one for one in mix.sizes if one.id == "25kg")
    (bench, weights), _ = read_past(NOTES, mapped(), MIXES)
    at = datetime(2024, 5, 12, 12, tzinfo=UTC)
    found = evidence_of_past(UUID(int=1), bench.past, at, mix, {"water": "guessed"})
    assert found["water"].happened == pytest.approx(9.8 / 4)
    assert (found["water"].left_out, found["yield"].left_out) == ("guessed", "")
    assert found["yield"].ratio == pytest.approx(48 / 4 / MixedBag(size, 9.8 / 4).printed.value)
    assert found["set"].said > mix.initial_set_h  # 18 °C is slower than 20
    other = evidence_of_past(UUID(int=2), weights.past, at, mix, {})
    assert other["drying"].ratio == pytest.approx((1 - 9.95 / 10.2) / DRYING_LOSS.likely)
    assert other["set"].said < mix.initial_set_h
    twice = bench.past.model_copy(update={"filled_l": 95.0})
    assert not is_possible("yield", evidence_of_past(UUID(int=3), twice, at, mix, {})["yield"].ratio)
