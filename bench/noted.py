"""The worst that old notes and entries at the machine may hold, and what reading it for the own figures costs.

python -m bench.noted
"""

from datetime import timedelta
from functools import partial
from uuid import uuid4

from bench.pace import calibration
from bench.timing import repeat, say
from bench.weather import DEMO, NOW, QUIET
from ulbrek.core.after.evidence import WrittenDown, by_the_rules, facts_of, without_tests, worn_of
from ulbrek.core.finish.entries import FinishEntry
from ulbrek.core.finish.sheet import sheet_of
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.records.finishing import PourWorn, Worn, pads_evidence
from ulbrek.core.records.past import evidence_of_past
from ulbrek.core.records.record import Record
from ulbrek.files.job_file import read_job_file
from ulbrek.files.past_castings import MOST_CELL, MOST_COLUMNS, MOST_LINES, PastColumns, look_at, read_past
from ulbrek.store.evidence import MOST_WORN
from ulbrek.store.noted import MOST_ENTRIES

MOST_BYTES = 2_000_000


def old_notes() -> None:
    """A table of as many lines as are let through, as wide as the file may be: looked at, read, made evidence."""
    heads = ["date", "name", "bags", "water", "volume", "left over", "set", "stripped", "dry"]
    told = ["12/05/2024", "Bench", "4", "9.8", "46", "2", "4.1", "52", "50.9"]
    room = MOST_BYTES // MOST_LINES - len(",".join(told)) - MOST_COLUMNS
    wide = [*told, *("x" * min(MOST_CELL, room) for _ in range(max(1, room // MOST_CELL)))]
    wide += ["" for _ in range(MOST_COLUMNS - len(wide))]
    heads += [f"more {number}" for number in range(MOST_COLUMNS - len(heads))]
    text = "\n".join([",".join(heads), *[",".join(wide)] * MOST_LINES])
    mixes = Shop().mixes
    columns = dict(zip(
        ("date", "name", "bags", "water_l", "filled_l", "left_over_l", "set_h", "stripped_kg", "dry_kg"), range(9),
        strict=True,
    ))  # fmt: skip
    asked = PastColumns.model_validate(
        {"columns": columns, "order": "day first", "mix": mixes[0].id, "bag": mixes[0].sizes[0].id}
    )
    say(f"old notes looked at, {len(text) / 1e6:.1f} MB", repeat(partial(look_at, text), 3))
    say(f"old notes read, {MOST_LINES} lines", repeat(partial(read_past, text, asked, mixes), 3))
    lines, wrong = read_past(text, asked, mixes)
    assert len(lines) == MOST_LINES, wrong[:3]
    by_id = {one.id: one for one in mixes}

    def evidence() -> None:
        for one in lines:
            evidence_of_past(uuid4(), one.past, NOW, by_id[one.past.mix], {})

    say(f"old notes as evidence, {MOST_LINES} lines", repeat(evidence, 3))


def read_entries() -> None:
    """A pour with all the entries that there is room for, of its run and at the machine; pads of as many pours."""
    job, shop = read_job_file(DEMO[0].read_bytes()).job, by_the_rules(Shop())
    record = Record(water_in_at=NOW)
    planned = plan(job, shop, without_tests(record))
    piece = planned.pieces[0]
    steps = [one.id for one in sheet_of(piece.finish)]
    castings = [uuid4() for _ in range(100)]
    entries = [
        FinishEntry(
            id=uuid4(), kind="pad" if number % 5 else "pass", at=NOW + number * timedelta(minutes=1), way="along",
            casting=castings[number % len(castings)], step=steps[number % len(steps)],
        )
        for number in range(MOST_ENTRIES)
    ]  # fmt: skip
    run = [
        RunEntry(id=uuid4(), kind="did", at=NOW + number * timedelta(seconds=5), step=f"batch/{number}/water")
        for number in range(MOST_ENTRIES)
    ]
    machine = {casting: (piece.id, [one for one in entries if one.casting == casting]) for casting in castings}
    written = WrittenDown(uuid4(), (1,), {piece.id: len(castings)}, 2.0, run, (), machine)

    def read() -> None:
        facts = facts_of(job, shop, planned, record, written)
        assert facts is not None
        worn_of(facts, planned, written)

    say(f"a pour of {2 * MOST_ENTRIES} entries read", repeat(read, 3))
    grits = {f"grit/{number}": Worn(NOW, 5.0, (0.4,) * 20) for number in range(12)}
    pours = [
        PourWorn(uuid4(), NOW + number * timedelta(days=1), "ordinary", 18.0, (1,), grits)
        for number in range(MOST_WORN)
    ]
    say(f"pads of {MOST_WORN} pours", repeat(partial(pads_evidence, pours), 3))


if __name__ == "__main__":
    print(f"calibration loop: {QUIET}")
    calibration()
    old_notes()
    read_entries()
