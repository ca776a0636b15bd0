"""The job pack and the calendar, read back."""

import re
from datetime import UTC, datetime
from io import BytesIO
from typing import Any

import pytest
from icalendar import Calendar, Event
from pypdf import PageObject, PdfReader

from tests.jobs import DEMO_FILES, demo_job, feature, opening, top
from ulbrek.core.base.sentence import fill
from ulbrek.core.base.units import Units
from ulbrek.core.base.units.constants import KG_PER_POUND, LITRES_PER_CUBIC_FOOT
from ulbrek.core.base.units.reading import read_length
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.briefs.pour import pour_brief
from ulbrek.core.plan.plan import plan
from ulbrek.core.pour.state import run_state
from ulbrek.core.pour.station import run_sheet
from ulbrek.files.calendar_file import write_calendar
from ulbrek.files.pack import Paper, job_pack
from ulbrek.files.pack.labels import label_pages
from ulbrek.files.pack.pouring import pour_day

SHOP = Shop()
POUR = datetime(2026, 5, 4, 13, 0, tzinfo=UTC)


def poured(job: Job) -> Job:
    return job.model_copy(update={"cure": job.cure.model_copy(update={"poured_at": POUR})})


def pack(job: Job, units: Units = "in", paper: Paper = "a4") -> PdfReader:
    made = job_pack(job, plan(job, SHOP), shop_name="Fennel Row Pottery", units=units, paper=paper)
    return PdfReader(BytesIO(made))


def plain(page: PageObject) -> str:
    """Its text; what keeps a number and its unit on one line is a space."""
    return page.extract_text().replace("\u00a0", " ")


def words(reader: PdfReader) -> str:
    return "\n".join(plain(page) for page in reader.pages)


def inches(text: str) -> float:
    """A length as it is printed [mm]."""
    return read_length(text, "in")


@pytest.mark.parametrize(("paper", "points"), [("a4", (595.3, 841.9)), ("letter", (612.0, 792.0))])
def test_the_paper_chosen(paper: Paper, points: tuple[float, float]) -> None:
    for page in pack(demo_job(1), paper=paper).pages:
        assert (float(page.mediabox.width), float(page.mediabox.height)) == pytest.approx(points, abs=0.2)


def test_every_page_of_the_demo_top_is_there_and_its_caution_at_its_step() -> None:
    text = words(pack(poured(demo_job(1))))
    for title in ("Measure", "Form", "Assembly", "Cuts", "Steel", "Mix", "Move", "Calendar"):
        assert re.search(rf"^{title}", text, re.MULTILINE), title
    assert "The web between Rinse sink and the front edge is only 2 1/8″ wide" in text
    assert "Wet cement burns without pain at first" in text
    assert "hands behind the fence" in text
    assert "Cut wire ends tear skin" in text
    assert "Keep it wet and covered" in text
    assert "Batch 2 of 2" in text
    assert "page 1 of" in text


def test_the_numbers_of_the_pack_agree_with_one_another() -> None:
    text = words(pack(demo_job(1)))
    board = {name: inches(length) for name, length in re.findall(r"^[A-Z] +(\w+) side ([\d /]+″)", text, re.M)}
    thick = 16.0
    assert board["Front"] == pytest.approx(36 * 25.4 + 2 * thick, abs=0.45)  # printed to a 64th
    assert board["Left"] == pytest.approx(24 * 25.4)
    litres = float(re.findall(r"Volume of the castings ([\d.]+) ft", text)[0]) * LITRES_PER_CUBIC_FOOT
    pounds = [float(one) for one in re.findall(r"Weight fresh (\d+)–(\d+) lb", text)[0]]
    assert pounds[0] * KG_PER_POUND / litres * 1000 == pytest.approx(2352 * 0.98, rel=0.02)
    assert pounds[1] * KG_PER_POUND / litres * 1000 == pytest.approx(2352 * 1.02, rel=0.02)
    bags = int(re.findall(r"(\d) bags of 60 lb", text)[0])
    assert (bags - 1) * 12.74 >= litres * 1.1  # a tenth over, and a whole bag besides


def test_metric_readers_get_millimetres_and_litres() -> None:
    text = words(pack(demo_job(1), units="mm"))
    assert "914.5 mm" in text and "14.7 L" in text
    assert "″" not in text


@pytest.mark.parametrize("file", DEMO_FILES, ids=lambda file: file.name)
def test_every_job_of_the_demo_has_a_pack(file: object) -> None:
    job = demo_job(DEMO_FILES.index(file) + 1)  # type: ignore[arg-type]
    assert len(pack(job, units="mm").pages) >= 5 + len(job.pieces)


def test_the_measuring_sheet_of_an_l_has_its_tapes_and_its_place() -> None:
    text = words(pack(demo_job(6), units="mm"))
    for said in (
        "Overall length",
        "2400 mm",
        "Corner 1 to corner 3",
        "Back wall, window to corner",
        "2406 mm",
        "2405 mm",
        "Access: Studio door",
        "860 mm × 2030 mm",
        "Back edge: gap, overhang",
        "Rinse sink: size",
    ):
        assert said in text, said
    assert "Assembly" in text


def test_the_same_job_gives_the_same_bytes() -> None:
    job = demo_job(1)
    one, other = (job_pack(job, plan(job, SHOP), shop_name="S", units="mm", paper="a4") for _ in range(2))
    assert one == other


def test_names_that_mean_something_elsewhere_are_only_names() -> None:
    job = top(name='#set text(red) $x$ <b>&amp;"', piece={"name": "*Bold* _top_ @ref </svg>"})
    text = words(pack(job))
    assert '#set text(red) $x$ <b>&amp;"' in text.replace("\n", " ")


def test_the_calendar_is_read_back_with_the_hours_of_the_plan() -> None:
    job = poured(demo_job(1))
    planned = plan(job, SHOP)
    calendar = Calendar.from_ical(write_calendar(job.name, "id", planned, POUR))
    events = {str(event["summary"]): event for event in calendar.walk("VEVENT")}
    assert len(events) == len(planned.cure.acts) + 1
    assert events["Rinse-sink top: first water in"]["dtstart"].dt == POUR
    for act in planned.cure.acts:
        event = events[f"Rinse-sink top: {act.name}"]
        assert event["dtstart"].dt == act.at
        assert fill(act.test, {}, "mm") in str(event["description"])
        assert "{" not in str(event["description"]), "a number is written out in the reader's units"
        assert bool(event.walk("VALARM")) is not act.is_state
    uids = [str(event["uid"]) for event in calendar.walk("VEVENT") if isinstance(event, Event)]
    assert len(set(uids)) == len(uids)


def test_without_a_pour_the_calendar_is_empty() -> None:
    assert Calendar.from_ical(write_calendar("n", "id", plan(demo_job(2), SHOP), POUR)).walk("VEVENT") == []


def test_what_is_found_stands_first_on_its_page_and_says_what_to_do() -> None:
    job = top(
        form={"sheet": "plywood-18", "release": "none"},
        cure={"temperature_c": 2},
        handling={"people": 1, "dolly_kg": 20},
    )
    pages = [plain(page) for page in pack(job, units="mm").pages]
    (form,) = [text for text in pages if text.startswith("Form")]
    assert "STOP  No release agent on bare wood. Wipe a thin film of oil" in form.replace("\n", " ")
    (calendar,) = [text for text in pages if text.startswith("Calendar")]
    assert "STOP  Too cold to pour. Warm the shop and the form" in calendar.replace("\n", " ")
    (move,) = [text for text in pages if text.startswith("Move")]
    assert "STOP" in move


def test_a_job_of_two_pieces_has_a_form_for_each_and_one_cut_plan() -> None:
    document = top().model_dump(mode="json")
    document["pieces"].append({**document["pieces"][0], "id": "second", "name": "Second"})
    pages = [plain(page) for page in pack(Job.model_validate(document), units="mm").pages]
    titles = [text.split("\n", maxsplit=1)[0] for text in pages]
    assert {"Form: Top", "Form: Second", "Steel: Top", "Steel: Second", "Cuts"} <= set(titles)
    assert "Second: left side" in "\n".join(pages)


def test_fibre_only_says_that_nothing_is_laid() -> None:
    text = words(pack(top(steel={"school": "fibre only"}), units="mm"))
    assert "No steel in: Top. Reinforcement: fibre only." in text


def test_the_saw_list_is_ticked_off_and_cuts_of_one_setting_stand_together() -> None:
    job = top(opening(), form={"sawn": {"top.front": {"length_mm": 932, "width_mm": 40}}})
    text = words(pack(job, units="mm"))
    cuts = text.split("Cuts\n")[1].split("Pour day\n")[0]
    assert cuts.count("☑") == 1, "the one that is sawn"
    assert cuts.count("☐") == 4 + len({(saw.kind, saw.setting_mm) for saw in saws_of(job)})
    assert "Lumber 38 × 63 mm (2 × 3)" in cuts
    assert "bearer" in cuts


def test_the_day_is_on_paper_too_with_a_box_for_each_step_and_room_for_what_is_written_down() -> None:
    job = top(opening(), mix={"bags_per_batch": 1})
    planned = plan(job, SHOP)
    text = words(pack(job, units="in"))
    day = text.split("Pour day\n")[1].split("Move\n")[0]
    sheet = run_sheet(pour_brief(job, planned))
    steps = run_state(sheet, (), 0.0).steps
    assert day.count("☐") == len(steps)
    assert day.count("____ : ____") == 1 + len(sheet.bags.planned)
    flat = " ".join(day.split())
    for number in range(1, len(sheet.bags.planned) + 1):
        assert f"Batch {number}: 1 bag into the" in flat or f"Batch {number}: {sheet.bags.planned[-1]:g} bag" in flat
    assert "{" not in day


def saws_of(job: Job) -> list[Any]:
    return [saw for kind in plan(job, SHOP).cutting.kinds for sheet in kind.sheets for saw in sheet.saws]


def test_a_hand_held_saw_is_told_where_its_guide_lies_and_how_deep_it_cuts() -> None:
    text = words(pack(top(form={"saw": "hand-held saw along a guide"}), units="mm"))
    assert "Melamine board 16 mm: set the saw depth to 18 mm." in text
    text = " ".join(text.split())
    assert "crosscut at 932 mm, guide on the part, 897 mm" in text
    assert "rip at 40 mm, guide beyond the cut, 162.5 mm" in text


def test_findings_stand_on_the_page_of_the_piece_they_are_of() -> None:
    document = top().model_dump(mode="json")
    narrow = {"kind": "rectangle", "length": "900 mm", "width": "40 mm"}
    document["pieces"].append({**document["pieces"][0], "id": "second", "name": "Second", "outline": narrow})
    pages = [plain(page) for page in pack(Job.model_validate(document), units="mm").pages]
    told = {text.split("\n", maxsplit=1)[0]: text for text in pages}
    assert "too short for a screw" in told["Form: Second"]
    assert "too short for a screw" not in told["Form: Top"]


def test_each_label_has_its_board_and_a_code_of_its_own_piece() -> None:
    document = top(opening()).model_dump(mode="json")
    document["pieces"].append({**document["pieces"][0], "id": "second", "name": "Second"})
    job = Job.model_validate(document)
    made = label_pages(job, plan(job, SHOP), address="http://127.0.0.1:8350/jobs/1/form", units="mm", paper="a4")
    text = words(PdfReader(BytesIO(made)))
    for letter, board in zip("ABCDE", ("base", "front side", "right side", "back side", "left side"), strict=True):
        assert f"{letter} Top\nTop: {board}" in text
    assert "F Second\nSecond: base" in text
    assert "932 mm × 40 mm" in text


def test_what_stays_where_it_is_cast_or_is_not_turned_has_its_page_too() -> None:
    there = {"people": 2, "standing": {"top": {"put": "cast where it stays"}}}
    (stays,) = [p.extract_text() for p in pack(top(handling=there)).pages if p.extract_text().startswith("Move")]
    assert "it stays where it is cast" in stays
    assert "Turn it" not in stays
    up = top(piece={"cast": "face up"}, handling={"people": 2, "carry": "flat, at quarter points"})
    (flat,) = [p.extract_text() for p in pack(up).pages if p.extract_text().startswith("Move")]
    assert "Turn it" not in flat
    assert "Carry flat, at quarter points" in flat


@pytest.mark.parametrize("number", [1, 5, 8])
def test_the_first_page_says_the_whole_job_at_a_glance(number: int) -> None:
    job = demo_job(number)
    planned = plan(job, SHOP)
    first = plain(pack(job, units="mm").pages[0])
    assert first.startswith(job.name)
    assert f"{planned.mix.bags.value:g} bag" in first
    assert f"{planned.cutting.sheet_count.value:g} sheet" in first
    heaviest = max(planned.pieces, key=lambda one: one.handling.mass.value)
    assert heaviest.name in first
    assert "Strip the form" in first


@pytest.mark.parametrize("paper", ["a4", "letter"])
@pytest.mark.parametrize("number", range(1, 10))
def test_no_page_is_left_with_three_lines_on_it(number: int, paper: Paper) -> None:
    pages = pack(demo_job(number), units="mm", paper=paper).pages
    lines = [len(plain(page).strip().splitlines()) - 1 for page in pages]  # the foot is one
    assert min(lines) > 3


def test_a_batch_that_would_find_all_forms_full_is_mixed_only_where_it_is_short() -> None:
    piece = {"outline": {"length": "900 mm", "width": "750 mm"}, "thickness": "50 mm"}
    job = top(piece=piece, mix={"container": "bucket", "bag": "25kg", "feel": "packed", "work": "packed"})
    sheet = run_sheet(pour_brief(job, plan(job, Shop())))
    mixed = sheet.bags.yield_l * sum(sheet.bags.planned[:-1])
    assert mixed >= 900 * 750 * 50 / 1e6
    tables = [str(block) for block in pour_day(sheet, "mm") if "to_fill_in" in block]
    [batches] = [one for one in tables if "Water first" in one]
    [steps] = [one for one in tables if "Done when" in one]
    assert batches.count("only where it is short") == 1
    assert f"Batch {len(sheet.bags.planned) - 1}:" in steps
    assert f"Batch {len(sheet.bags.planned)}:" not in steps


def test_bridges_and_pipes_are_on_the_page_of_the_form() -> None:
    bolt = feature("bolt", x="100 mm", y="80 mm", diameter="10 mm", embedded="30 mm")
    pipe = feature("pipe", diameter="12 mm", runs="front to back", x="700 mm")
    job = top(bolt, pipe, piece={"thickness": "60 mm"}, form={"hung_bolts": "split block"})
    text = " ".join(words(pack(job, units="mm")).split())
    assert "Bridge 1" in text
    assert "ripped in two along its holes. From the front: Bolt at 80 mm (hole 10 mm)." in text
    assert "Front and back: a hole of 13.5 mm, centre 200 mm from the left, 30 mm above the base." in text
    (bridge,) = plan(job, Shop()).pieces[0].form.bridges
    assert f"middle {bridge.off_mm:.0f} mm from the left" in text
