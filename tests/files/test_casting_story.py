"""The story of a casting on paper: all that is on record, in the reader's units, with a code that opens it."""

import io
import re
from collections.abc import Sequence
from datetime import UTC, datetime, timedelta

import pytest
import segno
from pypdf import PdfReader

from tests.files.test_photo import picture
from tests.jobs import demo_job
from ulbrek.core.base.figure import Spread
from ulbrek.core.cure.inputs import Hours
from ulbrek.core.cure.result import WeatherTold
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.core.records.air import AirOfDay, first_day
from ulbrek.core.records.drying import Weighed, drying
from ulbrek.files.casting_story import Happening, SeenOfIt, Story, WentIn, story_page
from ulbrek.files.pack.code import code_of
from ulbrek.files.photo import clean_photo

AT = datetime(2026, 7, 1, 16, 5, tzinfo=UTC)
JOB = demo_job(3)
PLANNED = plan(JOB, Shop()).pieces[0]
HOURS = Hours(zone="America/Vancouver")
ADDRESS = "https://shop.example/castings/7d1e"


def told(**more: object) -> Story:
    mass = PLANNED.measure.mass_stripped.value
    weighings = [Weighed(0.5, mass), Weighed(20, 0.985 * mass)]
    dries = drying(weighings, 40, Spread(0.015, 0.025, 0.035), Spread(mass * 0.98, mass, mass * 1.02))
    whole = {
        "serial": 26, "piece": JOB.pieces[0], "planned": PLANNED, "job_name": JOB.name, "shop_name": "Fennel Row",
        "address": ADDRESS, "mix": "Ordinary bagged mix", "celsius": (15.5, 31.0),
        "air": AirOfDay(9.0, 17.5, 61.4, 12.0, 3.2, False), "mould": "Press-weight mould",
        "poured_at": AT, "life": [Happening(AT, "poured", ""), Happening(AT + timedelta(days=2), "failed", "Dropped")],
        "batches": [WentIn(AT, 2, 4.9, "pallet C-020")], "drying": dries,
        "seen": [SeenOfIt(AT + timedelta(days=1), "Bare stone", "Found: too dry.", [clean_photo(picture()).small])],
    }  # fmt: skip
    return Story(**{**whole, **more})  # type: ignore[arg-type]


def text_of(pdf: bytes) -> str:
    return re.sub(r"\s+", " ", " ".join(page.extract_text() for page in PdfReader(io.BytesIO(pdf)).pages))


def missing(text: str, parts: Sequence[str]) -> list[str]:
    return [part for part in parts if part not in text]


def test_it_tells_its_life_in_the_clock_of_the_place() -> None:
    pdf = story_page(told(), HOURS, "mm", "a4")
    parts = [
        "#26", "Press-weight mould", "1 Jul 2026, 09:05", "3 Jul 2026, 09:05", "failed: Dropped", "2 bags, 4.9 L",
        "pallet C-020", "Bare stone", "Found: too dry.", "15.5 °C", "31 °C",
        "air 9 °C to 17.5 °C, humidity 61 %, wind to 12 km/h, 3 mm of rain.",
        "once it is dry", "glue to the underside",
    ]  # fmt: skip
    assert missing(text_of(pdf), parts) == []
    reader = PdfReader(io.BytesIO(pdf))
    assert len(reader.pages) == 1
    assert len(reader.pages[0].images) == 1


def test_in_inches_no_metric_unit_is_left() -> None:
    text = text_of(story_page(told(), HOURS, "in", "letter"))
    assert missing(text, ["59.9 °F" if "59.9" in text else "60 °F", "qt", "lb"]) == []
    assert not re.search(r"\d\s?(kg|mm|L|°C|km/h)\b", text)


@pytest.mark.parametrize(
    "less", [{"drying": None}, {"seen": []}, {"batches": [], "celsius": None, "poured_at": None, "air": None}]
)
def test_what_was_not_written_down_is_left_out(less: dict[str, object]) -> None:
    text = text_of(story_page(told(**less), HOURS, "mm", "a4"))
    assert "#26" in text
    gone = {"drying": "On the scale", "seen": "Seen and found", "batches": "What went into it", "air": "first day"}
    assert not any(gone[key] in text for key in less if key in gone)


def test_its_code_is_its_address() -> None:
    drawn = {(int(x), int(y)) for x, y in re.findall(r'<rect x="(\d+)" y="(\d+)"', code_of(ADDRESS))}
    dark = {
        (x, y)
        for y, row in enumerate(segno.make_qr(ADDRESS, error="m").matrix_iter(border=4))
        for x, module in enumerate(row)
        if module
    }
    assert drawn == dark


def test_the_first_day_is_told_of_the_hours_that_are_known() -> None:
    """Of 24 hours of which 14 were measured, only those count; of fewer than half a day nothing is told."""
    known = ("assumed",) * 10 + ("measured",) * 14 + ("assumed",) * 72
    hours = len(known)
    air = tuple(40.0 if at < 10 else float(at) for at in range(hours))

    def weather(known_by: tuple[str, ...]) -> WeatherTold:
        some = (1.0,) * hours
        return WeatherTold(AT, False, None, air, some, (60.0,) * hours, (8.0,) * hours, some, some, known_by)  # type: ignore[arg-type]

    assert first_day(weather(known)) == AirOfDay(10.0, 23.0, 60.0, 8.0, 14.0, by_forecast=False)
    later = (*known[:23], "forecast", *known[24:])
    found = first_day(weather(later))
    assert found is not None
    assert found.by_forecast
    assert first_day(weather(("assumed",) * 13 + known[13:])) is None
    assert first_day(None) is None
