"""Files of loggers: as they are written in the world, against readings that are known."""

import random
import resource
from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from pathlib import Path
from zoneinfo import ZoneInfo

import pytest

from ulbrek.files.logger import Choices, LoggerReadings, read_logger
from ulbrek.files.problems import InvalidDocumentError

DUBLIN, TORONTO = ZoneInfo("Europe/Dublin"), ZoneInfo("America/Toronto")
START = datetime(2026, 5, 12, 13, tzinfo=UTC)
TRUE = [(START + timedelta(minutes=10 * step), 20 + step / 4) for step in range(40)]


@pytest.fixture
def read(tmp_path: Path) -> Callable[..., LoggerReadings]:
    def read(text: str | bytes, place: ZoneInfo = DUBLIN, **told: object) -> LoggerReadings:
        path = tmp_path / "logger"
        path.write_bytes(text if isinstance(text, bytes) else text.encode())
        return read_logger(path, Choices(**told), place)  # type: ignore[arg-type]

    return read


HALVES = "%m/%d/%y %I:%M:%S %p"


def comma(value: float) -> str:
    return f"{value:.2f}".replace(".", ",")


def local(at: datetime, form: str, place: ZoneInfo = DUBLIN) -> str:
    return at.astimezone(place).strftime(form)


FORMS: dict[str, Callable[[], str | bytes]] = {
    "semicolons, decimal commas, a counter, day first": lambda: "Nr.;Datum;Temperatur [°C]\r\n" + "".join(
        f"{n};{local(at, '%d.%m.%Y %H:%M:%S')};{comma(c)}\r\n" for n, (at, c) in enumerate(TRUE, 1)
    ),
    "commas, quotes, fahrenheit, month first, am and pm": lambda: (
        '"#","Date Time, GMT-04:00","Temp, (°F)"\n'
        + "".join(f'{n},"{local(at, HALVES)}","{c * 1.8 + 32:.3f}"\n' for n, (at, c) in enumerate(TRUE, 1))
    ),
    "tabs, date and time apart, a humidity beside": lambda: "Logger 3\n\nDate\tTime\tTemp °C\tRH %\n" + "".join(
        f"{local(at, '%Y-%m-%d')}\t{local(at, '%H:%M')}\t{c}\t{60 + n % 7}\n" for n, (at, c) in enumerate(TRUE)
    ),
    "with an offset on each line": lambda: "at,celsius\n" + "".join(
        f"{at.astimezone(TORONTO).isoformat()},{c}\n" for at, c in TRUE
    ),
    "UTF-16 with a mark": lambda: ("Zeit\tTemperatur (°C)\n" + "".join(
        f"{local(at, '%d.%m.%Y %H:%M')}\t{comma(c)}\n" for at, c in TRUE
    )).encode("utf-16"),
    "in an old encoding, degrees beside each number": lambda: ("Messwerte Außenlager\n" + "".join(
        f"{local(at, '%d.%m.%Y %H:%M')};{comma(c)} °C\n" for at, c in TRUE
    )).encode("cp1252"),
}  # fmt: skip


@pytest.mark.parametrize("form", FORMS)
def test_readings_come_out_as_they_were(read: Callable[..., LoggerReadings], form: str) -> None:
    told: dict[str, object] = {"order": "month first"} if "month" in form else {}
    found = read(FORMS[form](), **told)
    assert found.preview.layout.asks == ()
    assert [at for at, _ in found.kept] == [at for at, _ in TRUE]
    assert [c for _, c in found.kept] == pytest.approx([c for _, c in TRUE], abs=0.006)
    assert (found.preview.refused, found.preview.repeats, found.preview.twice) == (0, 0, 0)
    assert found.preview.every_s == 600


def test_what_cannot_be_guessed_is_asked_for(read: Callable[..., LoggerReadings]) -> None:
    text = "Date,Reading\n" + "".join(f"0{n}/0{n + 1}/2026 10:00,{60 + n}\n" for n in range(1, 6))
    preview = read(text).preview
    assert preview.layout.asks == ("degrees", "order")
    assert preview.readings == 0
    found = read(text, degrees="F", order="month first")
    assert found.kept[0] == (datetime(2026, 1, 2, 10, tzinfo=UTC), pytest.approx((61 - 32) / 1.8, abs=0.01))
    two = "Date,Probe A,Probe B\n" + "".join(f"2026-05-12 1{n}:00,{20 + n / 2},{30 + n / 3:.2f}\n" for n in range(6))
    assert read(two, degrees="C").preview.layout.asks == ("column",)
    assert [c for _, c in read(two, degrees="C", column=3).kept][:2] == [30, 30.33]


def test_a_day_over_twelve_and_a_day_that_moves_say_the_order(read: Callable[..., LoggerReadings]) -> None:
    days = "".join(f"0{n}/05/2026 10:00,20.{n}\n" for n in range(1, 8))
    assert read(f"Date,°C\n{days}").preview.layout.order == "day first"
    assert read("Date,°C\n05/27/2026 10:00,20\n05/28/2026 10:00,20\n").preview.layout.order == "month first"


@pytest.mark.parametrize("place", [DUBLIN, TORONTO])
def test_over_the_hour_that_comes_twice_no_reading_is_lost_or_moved(
    read: Callable[..., LoggerReadings], place: ZoneInfo
) -> None:
    begin = datetime(2026, 10, 24, 20, tzinfo=UTC) if place is DUBLIN else datetime(2026, 10, 31, 22, tzinfo=UTC)
    true = [begin + timedelta(minutes=10 * step) for step in range(80)]
    text = "Time,Temp °C\n" + "".join(f"{local(at, '%Y-%m-%d %H:%M', place)},20\n" for at in true)
    found = read(text, place)
    assert [at for at, _ in found.kept] == true
    assert found.preview.twice == 6


def test_the_hour_that_is_missing_is_refused_and_read_by_winter_time(read: Callable[..., LoggerReadings]) -> None:
    text = "Time,Temp °C\n" + "".join(f"2026-03-29 0{n // 6}:{n % 6}0,10\n" for n in range(24))
    found = read(text)
    assert found.preview.refused == 6  # from 1:00 to 1:50
    line = found.preview.refusals[0]
    assert (line.line, line.remedy) == (8, "Say that the logger keeps winter time all year.")
    winter = read(text, clock="winter time all year")
    assert winter.preview.refused == 0
    assert winter.kept[6][0] == datetime(2026, 3, 29, 1, tzinfo=UTC)


def test_lines_are_refused_with_their_number_and_why(read: Callable[..., LoggerReadings]) -> None:
    lines = [f"2026-05-12 1{n}:00,2{n}.5" for n in range(9)]
    lines[3:5] = ["2026-05-12 13:00,85.0", "2026-05-12 14:00,"]
    lines += ["2026-02-30 10:00,20", "2026-05-12 25:00,20", "2026-05-13 10:00,400", "total,9"]
    preview = read("Time,Temp °C\n" + "\n".join(lines) + "\n").preview
    assert [(one.line, one.reason) for one in preview.refusals] == [
        (5, "85 is what a probe says that is not connected"),
        (6, "no temperature"),
        (11, "there is no day 30 of month 02"),
        (12, "there is no time 25:00"),
        (13, "400 °C is no temperature of concrete or air"),
        (14, "no date with a time"),
    ]
    assert preview.readings == 7


def test_gaps_repeats_jumps_and_a_probe_that_stands_still_are_told(read: Callable[..., LoggerReadings]) -> None:
    times = [START + timedelta(minutes=step) for step in range(1200) if not 100 <= step < 160]
    cold = {300: 5.0}
    rows = [(at, cold.get(n, 20.0 if n > 700 else 20 + n % 5 / 10)) for n, at in enumerate(times)]
    rows += rows[:3]
    text = "Time,Temp °C\n" + "".join(f"{local(at, '%Y-%m-%d %H:%M')},{c}\n" for at, c in rows)
    preview = read(text).preview
    assert preview.repeats == 3
    assert [(one.begin, one.end) for one in preview.gaps] == [(times[99], times[100])]
    assert [one.to_c for one in preview.jumps] == [5.0, 20.1]
    (still,) = preview.still
    assert still.end == times[-1]


@pytest.mark.parametrize("text", ["", "hello\nworld\n", "Time,Name\n2026-05-12 10:00,a\n2026-05-12 11:00,b\n"])
def test_what_is_no_logger_file_is_refused_in_words(read: Callable[..., LoggerReadings], text: str) -> None:
    with pytest.raises(InvalidDocumentError) as refused:
        read(text)
    assert refused.value.problems[0].field == "/file"
    assert refused.value.problems[0].remedy


def test_a_quotation_mark_that_is_never_closed_and_a_line_without_end_are_told(
    read: Callable[..., LoggerReadings],
) -> None:
    row = "2026-05-12 10:{:02},20.5\n"
    good = "Time,Temp °C\n" + "".join(row.format(n) for n in range(20))
    with pytest.raises(InvalidDocumentError) as refused:
        read(good + '"' + row.format(30) * 9000)
    assert "never closed" in refused.value.problems[0].problem
    found = read(good + "x" * 300_000 + "\n" + row.format(40))
    assert found.preview.readings == 21


def test_bytes_of_any_kind_end_in_a_refusal_or_a_preview(read: Callable[..., LoggerReadings]) -> None:
    dice = random.Random(5)  # noqa: S311
    whole = FORMS["semicolons, decimal commas, a counter, day first"]()
    assert isinstance(whole, str)
    for _ in range(150):
        spoilt = bytearray(whole.encode())
        for _ in range(dice.randrange(1, 60)):
            spoilt[dice.randrange(len(spoilt))] = dice.randrange(256)
        try:
            read(bytes(spoilt[: dice.randrange(len(spoilt))]))
        except InvalidDocumentError as error:
            assert error.problems


def test_two_million_readings_are_read_in_little_memory(tmp_path: Path) -> None:
    path = tmp_path / "logger"
    with path.open("w") as file:
        file.write("Time,Temp °C\n")
        for hour in range(556):
            stamp = (START + timedelta(hours=hour)).strftime("%Y-%m-%d %H:")
            file.writelines(f"{stamp}{n // 60:02}:{n % 60:02},{20 + n % 60 / 100:.2f}\n" for n in range(3600))
    before = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
    found = read_logger(path, Choices(clock="UTC"), DUBLIN)
    assert found.preview.readings == 556 * 3600
    assert found.preview.kept_every_s == 60
    assert found.preview.kept == len(found.kept) == 556 * 60
    assert {c for _, c in found.kept} <= {20.29, 20.3}  # the mean of each minute is 20.295
    assert (resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - before) / 1024 < 300
