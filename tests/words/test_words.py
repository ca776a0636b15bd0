"""What is said: kept in one file, read by rules that no text may break."""

import re
from collections.abc import Iterator
from typing import get_args

import pytest

from ops.postgres import ROOT
from tests.core.sound_jobs import INCHES, METRIC, SOUND
from tests.core.test_run import JOBS, sheet_of
from tests.words.said import KEPT, NBSP, cases, kept, said
from ulbrek.core.base.sentence import fill
from ulbrek.core.base.units.reading import Units
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.core.pour.said import all_steps
from ulbrek.files.job_file import read_job_file
from ulbrek.files.pack.pages import Pages

# What an inch reader never meets in a sentence, and what a metric one does not.
OF_THE_OTHERS = {
    "in": re.compile(r"\d (mm|MPa|°C|ml|L|m|m²|N|N·m|kPa)(?![\w²³/])"),  # doses are weighed in grams everywhere
    "mm": re.compile(r"\d(″| (psi|lb|°F|qt|fl oz|ft|ft³|yd³|oz)\b)"),
}
# Words that have a better one in the trade; see docs/words.md.
NOT_SAID = (
    "aslant", "kindly", "anew", "arris", "by hand", "clothes", "featheredge", "foretold", "hard to say", "wants ",
    "; let it go", "put it back", "take away", "the place is", "strip between", "told", "stones", "former ", "is dosed",
)  # fmt: skip
SHOP = Shop()
SHELVES = ("sheets", "liners", "lumber", "foams", "meshes", "bars", "mixes", "containers", "admixtures", "ingredients")
KEYS = re.compile(r"\b(edge-\d|inner-front|divider-\d|inside-left|melamine-\d+|\w+\.(front|back|left|right)\b|m3\b)")
MOST_IN_A_TITLE = 84


@pytest.fixture(scope="module", name="texts")
def _texts() -> list[tuple[str, Units, str]]:
    return [(case, units, said(finding, units)) for case, finding in cases() for units in get_args(Units)]


def test_what_findings_say_is_kept_in_one_file() -> None:
    assert KEPT.read_text("utf-8") == kept(), "read the change, then: python -m tests.words.said"


# What the shop has is called as it is sold: a 6 mm bar is that to everybody.
SOLD = [item for shelf in SHELVES for item in getattr(SHOP, shelf)]
CALLED = {item.name for item in SOLD} | {size.name for mix in SHOP.mixes for size in mix.sizes}
NAMES = sorted({case for name in CALLED for case in (name, name.lower())}, key=len, reverse=True)


def faults(text: str, units: Units) -> Iterator[str]:
    """What a text says that none should."""
    for name in NAMES:
        text = text.replace(name, "NAME")
    yield from (f"of the others: {one.group()}" for one in OF_THE_OTHERS[units].finditer(text))
    yield from (f"a key: {one.group()}" for one in KEYS.finditer(text))
    yield from (f"not said: {word}" for word in NOT_SAID if word in text.lower())
    yield from (f"one of many: {one.group()}" for one in re.finditer(r"(?<![\d.,/])1 [a-z]{3,}s\b(?<!press)", text))
    yield from (f"a raw number: {one.group()}" for one in re.finditer(r"\d\.\d{4,}|\de[-+]\d|\{|\}", text))
    if "!" in text:
        yield "an exclamation mark"


def test_no_finding_says_what_none_should(texts: list[tuple[str, Units, str]]) -> None:
    assert [(case, units, *found) for case, units, text in texts if (found := list(faults(text, units)))] == []


def test_titles_are_short_and_begin_with_what_they_are_of(texts: list[tuple[str, Units, str]]) -> None:
    titles = [(case, text.partition(".\n")[0]) for case, _, text in texts]
    assert [title for title in titles if len(title[1]) > MOST_IN_A_TITLE] == []
    assert [title for title in titles if re.match(r"(It|Its) ", title[1])] == []


def test_no_two_numbers_that_a_title_compares_are_written_alike(texts: list[tuple[str, Units, str]]) -> None:
    compared = [
        (text, re.findall(r"(\d[\d.,/ ]* ?[A-Za-z″°%]+), needs (\d[\d.,/ ]* ?[A-Za-z″°%]+)", text))
        for *_, text in texts
    ]
    assert [text for text, pairs in compared if any(there == needed for there, needed in pairs)] == []


def pages(job: Job, units: Units) -> Iterator[str]:
    """All texts of a job pack."""
    for page in Pages(job, plan(job, SHOP), units).all():
        yield page["title"]
        for block in page["blocks"]:
            yield from _strings({key: value for key, value in block.items() if key not in ("kind", "svg", "columns")})


def _strings(part: object) -> Iterator[str]:
    if isinstance(part, str):
        yield part.replace(NBSP, " ")
    elif isinstance(part, dict):
        yield from (text for key, value in part.items() if key != "svg" for text in _strings(value))
    elif isinstance(part, list | tuple):
        yield from (text for one in part for text in _strings(one))


DEMO = {file.stem: read_job_file(file.read_bytes()).job for file in sorted((ROOT / "demo").glob("*.ulbrek.json"))}


@pytest.mark.parametrize("units", get_args(Units))
@pytest.mark.parametrize("name", DEMO)
def test_no_page_of_the_demo_says_what_none_should(name: str, units: Units) -> None:
    assert sorted({fault for text in pages(DEMO[name], units) for fault in faults(text, units)}) == []


@pytest.mark.parametrize("name", SOUND)
def test_no_page_of_a_strangers_job_says_what_none_should(name: str) -> None:
    make, _ = SOUND[name]
    for system in (INCHES, METRIC):
        job = Job.model_validate(make(system))
        assert sorted({fault for text in pages(job, system.name) for fault in faults(text, system.name)}) == []


@pytest.mark.parametrize("name", JOBS)
@pytest.mark.parametrize("units", get_args(Units))
def test_what_is_said_on_the_day_is_in_the_reader_s_units_and_in_the_trade_s_words(name: str, units: Units) -> None:
    for step in all_steps(sheet_of(name)):
        texts = [step.title, step.how, step.test, step.care]
        texts += [text for answer in step.answers for text in (answer.says, answer.do)]
        as_sold = dict.fromkeys(("bag", "steel", "container"), "a thing")  # named as it is sold
        values = {"n": "2", "bags": "2 bags", **step.values, **as_sold}
        said_ = " ".join(fill(text, values, units) for text in texts)
        assert not OF_THE_OTHERS[units].search(said_), said_
        assert not re.search(r"[{}]", said_), said_
        assert not [word for word in NOT_SAID if word in said_.lower()], said_
        assert len(fill(step.title, step.values, units)) <= MOST_IN_A_TITLE
