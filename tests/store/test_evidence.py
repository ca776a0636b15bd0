"""What pours say of the rules, in a real PostgreSQL: kept until something is written of them; left out by people."""

from collections.abc import Iterator
from datetime import timedelta
from typing import Any
from uuid import UUID, uuid4

import pytest

from tests.store.test_records import NOW, POUR, H, Shelf
from ulbrek.core.finish.entries import FinishEntry
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.records.drying import Weighed
from ulbrek.core.records.finishing import PourWorn, Worn
from ulbrek.core.records.learning import Evidence
from ulbrek.store.database import Database
from ulbrek.store.entries import Entry
from ulbrek.store.errors import NotFoundError, RefusedEntryError
from ulbrek.store.log import Observation

ALL = 10_000  # other tests leave pours behind


@pytest.fixture
def shelf(database: Database) -> Iterator[Shelf]:
    return Shelf(database)  # type: ignore[return-value]


def says(pour: UUID, ratio: float = 0.9) -> dict[str, Evidence]:
    return {"set": Evidence(pour, POUR, ratio, "ordinary", 19.5, (1, 2), 3.2)}


def at_machine(casting: UUID, day: float, kind: str, step: str = "grit/200", **more: Any) -> FinishEntry:
    at = POUR + timedelta(days=7 + day)
    return FinishEntry.model_validate({"id": uuid4(), "casting": casting, "at": at, "kind": kind, "step": step, **more})


def ratios(shelf: Shelf) -> dict[UUID, float]:
    return {one.evidence.pour: one.evidence.ratio for one in shelf.evidence("of", "set")}


def test_what_was_read_of_a_pour_holds_until_something_is_written_of_it(shelf: Shelf) -> None:
    pour = shelf.poured(1)
    casting = pour.castings[0].id
    sensor = shelf.sensors("add", "Probe", "concrete").id
    told: list[tuple[str, Any]] = [
        ("a batch", lambda: shelf.pours("mix", pour.id, 1, 2.8, Entry(POUR))),
        ("an act", lambda: shelf.pours("did", pour.id, "float", None, Entry(POUR + 2 * H))),
        ("a test", lambda: shelf.log("add", Observation("test", pour_id=pour.id, act="strip", ready=True), Entry(NOW))),
        ("a weighing", lambda: shelf.log("add", Observation("weighing", casting_id=casting, mass_kg=9), Entry(NOW))),
        ("a state", lambda: shelf.castings("advance", casting, "stripped", Entry(POUR + 40 * H))),
        ("its start", lambda: shelf.pours("correct_water_in", pour.id, Entry(POUR - H, "An hour early"))),
        ("a run", lambda: shelf.runs("add", pour.id, [RunEntry(id=uuid4(), kind="note", at=NOW, text="Windy")])),
        ("the machine", lambda: shelf.finishes("add", pour.id, [at_machine(casting, 0, "pass", way="along")])),
        ("a probe", lambda: shelf.sensors("place", sensor, pour.id, POUR)),
    ]
    for what, write in told:
        assert pour.id in shelf.evidence("claim", "1/a", ALL), what
        unread = shelf.evidence("count_unread", "1/a")
        shelf.evidence("keep", pour.id, "1/a", says(pour.id))
        assert shelf.evidence("count_unread", "1/a") == unread - 1, what
        assert pour.id in shelf.evidence("claim", "2/a", ALL), what
        shelf.evidence("keep", pour.id, "1/a", says(pour.id))
        write()
        assert shelf.evidence("count_unread", "1/a") == unread, what


def test_what_is_written_while_a_pour_is_read_is_not_lost(shelf: Shelf) -> None:
    pour = shelf.poured(1)
    assert pour.id in shelf.evidence("claim", "1/a", ALL)
    shelf.log("add", Observation("left over", pour_id=pour.id, volume_l=2), Entry(NOW))
    shelf.evidence("keep", pour.id, "1/a", says(pour.id))  # of what was there before
    assert pour.id not in ratios(shelf)
    assert pour.id in shelf.evidence("claim", "1/a", ALL)


def test_a_pour_that_somebody_is_writing_of_waits(shelf: Shelf) -> None:
    pour = shelf.poured(1)
    with shelf.database.work() as records:
        test = Observation("test", pour_id=pour.id, act="strip", ready=True)
        records.log(records.shop().id).add(test, Entry(NOW))
        assert pour.id not in shelf.evidence("claim", "1/a", ALL)
    assert pour.id in shelf.evidence("claim", "1/a", ALL)


def test_new_rules_read_all_anew_and_what_was_read_stands_until_then(shelf: Shelf) -> None:
    pour = shelf.poured(1)
    shelf.evidence("claim", "1/a", ALL)
    shelf.evidence("keep", pour.id, "1/a", says(pour.id, 0.9))
    shelf.evidence("claim", "2/a", ALL)
    assert ratios(shelf)[pour.id] == 0.9
    shelf.evidence("keep", pour.id, "2/a", says(pour.id, 0.8))
    assert ratios(shelf)[pour.id] == 0.8


def test_what_pads_did_is_put_together_from_pour_to_pour(shelf: Shelf) -> None:
    """A pad that was begun with on one pour is written off on another; the first of its grit says nothing."""
    grit, told = f"grit/{uuid4().int % 9_000}", []  # nobody else’s
    for number, shares in enumerate([(0.3, 0.1), (0.2,), (0.25, 0.0)]):
        pour = shelf.poured(1)
        shelf.evidence("claim", "1/a", ALL)
        worn = {grit: Worn(POUR + timedelta(days=7 + number), 18.0, shares)}
        shelf.evidence("keep", pour.id, "1/a", {}, PourWorn(pour.id, POUR, "ordinary", 18.0, (1,), worn))
        told.append(pour.id)
    found = {one.evidence.pour: one.evidence for one in shelf.evidence("of", "pads")}
    assert not {told[0], told[1]} & found.keys()
    assert found[told[2]].ratio == pytest.approx(0.1 + 0.2 + 0.25)
    shelf.evidence("leave_out", told[2], "pads", "Another stone")
    assert next(one for one in shelf.evidence("all_of", "pads") if one.pour == told[2]).left_out == "Another stone"


def test_what_was_written_at_the_machine_is_told_by_casting(shelf: Shelf) -> None:
    pour = shelf.poured(2)
    one = pour.castings[0].id
    entries = [at_machine(one, 0, "pass", way="along"), at_machine(one, 1, "did", "coat/1", volume_l=0.4)]
    shelf.finishes("add", pour.id, entries)
    found = shelf.evidence("written", [pour.id])[pour.id].machine
    assert found.keys() == {one}
    assert found[one][0] == "top"
    assert {(told.id, told.volume_l) for told in found[one][1]} == {(told.id, told.volume_l) for told in entries}


def test_a_pour_without_water_or_called_off_is_never_read(shelf: Shelf) -> None:
    planned, off = shelf.begin(1), shelf.begin(1)
    shelf.pours("cancel", off, Entry(NOW))
    assert not {planned, off} & set(shelf.evidence("claim", "1/a", ALL))


def test_a_record_is_left_out_with_its_reason_and_counts_again(shelf: Shelf) -> None:
    pour = shelf.poured(1)
    shelf.evidence("claim", "1/a", ALL)
    shelf.evidence("keep", pour.id, "1/a", says(pour.id, 1.6))
    shelf.evidence("leave_out", pour.id, "set", "The mixer had stood in the frost.")
    shelf.evidence("leave_out", pour.id, "set", "It had stood in the frost.")

    def kept() -> Evidence:
        found: Evidence = next(one.evidence for one in shelf.evidence("of", "set") if one.evidence.pour == pour.id)
        return found

    assert (kept().left_out, kept().ratio, kept().serials) == ("It had stood in the frost.", 1.6, (1, 2))
    shelf.pours("mix", pour.id, 1, 2.8, Entry(POUR))  # read anew, it is still left out
    shelf.evidence("claim", "1/a", ALL)
    shelf.evidence("keep", pour.id, "1/a", says(pour.id, 1.5))
    assert (kept().left_out, kept().ratio) == ("It had stood in the frost.", 1.5)
    shelf.evidence("leave_out", pour.id, "set", None)
    assert kept().left_out == ""
    assert not any(one.evidence.pour == pour.id for one in shelf.evidence("of", "yield"))
    with pytest.raises(NotFoundError):
        shelf.evidence("leave_out", uuid4(), "set", "Nobody’s")


def test_what_is_written_beside_a_record_is_told_with_corrections(shelf: Shelf) -> None:
    pour = shelf.poured(2)
    one, other = (casting.id for casting in pour.castings)
    shelf.castings("advance", one, "stripped", Entry(POUR + 24 * H))
    first = shelf.log("add", Observation("weighing", casting_id=one, mass_kg=50), Entry(POUR + 36 * H))
    shelf.log("add", Observation("weighing", casting_id=one, mass_kg=40, replaces=first), Entry(POUR + 36 * H))
    shelf.log("add", Observation("weighing", casting_id=other, mass_kg=41), Entry(POUR + 36 * H))  # never stripped
    shelf.log("add", Observation("left over", pour_id=pour.id, volume_l=3.0), Entry(POUR + H))
    shelf.log("add", Observation("left over", pour_id=pour.id, volume_l=2.5), Entry(POUR + 2 * H))
    found = shelf.evidence("written", [pour.id])[pour.id]
    assert found.serials == tuple(casting.serial for casting in pour.castings)
    assert found.filled == {"top": 2}
    assert found.left_over_l == 2.5
    assert found.weighed == [("top", [Weighed(0.5, 40.0)])]


@pytest.mark.parametrize(
    ("seen", "problem"),
    [
        ({"volume_l": 1.0}, "of which pour"),
        ({"pour": True}, "no volume"),
        ({"kind": "note", "text": "Spilt", "pour": True, "volume_l": 1.0}, "Only concrete left over"),
    ],
)
def test_what_is_left_over_is_told_whole(shelf: Shelf, seen: dict[str, Any], problem: str) -> None:
    pour = shelf.poured(1)
    of = {"pour_id": pour.id} if seen.pop("pour", False) else {"job_id": pour.job_id}
    with pytest.raises(RefusedEntryError, match=problem):
        shelf.log("add", Observation(**{"kind": "left over", **of, **seen}), Entry(NOW - timedelta(minutes=1)))
