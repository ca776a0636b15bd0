"""Records in a real PostgreSQL: what may follow what, ledgers, entries that are sent twice, and what is refused."""

from collections import Counter
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID, uuid4

import pytest
from sqlalchemy import text
from sqlalchemy.exc import IntegrityError

from ops.demo_records import begun_with
from tests.jobs import top
from ulbrek.core.records.casting import FOLLOWS, STATES
from ulbrek.store.database import Database, Records
from ulbrek.store.entries import Entry
from ulbrek.store.errors import NotFoundError, RefusedEntryError
from ulbrek.store.jobs import StoredJob
from ulbrek.store.log import Observation
from ulbrek.store.poured import StoredPour
from ulbrek.store.pours import Fill, PourTake
from ulbrek.store.stock import Item, NewLot

H = timedelta(hours=1)
NOW = datetime.now(UTC).replace(microsecond=0)
POUR = NOW - 72 * H


class Shelf:
    """One shop's records, each call a piece of work of its own."""

    def __init__(self, database: Database) -> None:
        self.database = database

    def __getattr__(self, group: str) -> Any:
        def call(method: str, *given: Any, **named: Any) -> Any:
            with self.database.work() as records:
                return getattr(getattr(records, group)(records.shop().id), method)(*given, **named)

        return call

    def job(self, count: int = 3) -> StoredJob:
        kept: StoredJob = self.jobs("create", top(piece={"count": count}), "Begun")
        return kept

    def begin(self, count: int = 3, takes: tuple[PourTake, ...] = (), **named: Any) -> UUID:
        with self.database.work() as records:
            shop = records.shop()
            job = records.jobs(shop.id).create(top(piece={"count": count}), "Begun")
            fills = [Fill("top", count, named.pop("cavities", ()))]
            return records.pours(shop.id).begin(
                job, shop.revision, begun_with(job.job, shop.shop, fills, takes), Entry(POUR, **named)
            )

    def poured(self, count: int = 3, **named: Any) -> StoredPour:
        pour = self.begin(count, **named)
        self.pours("water_in", pour, Entry(POUR))
        found: StoredPour = self.pours("get", pour)
        return found

    def item(self, quantity: float = 10) -> tuple[UUID, UUID]:
        name = f"mix-{uuid4()}"
        item: UUID = self.stock("add_item", "bag", name, name, "bags")
        lot: UUID = self.stock("add_lot", item, NewLot(quantity, "pallet 1", 6.5, "USD"), Entry(NOW))
        return item, lot

    def kept(self, item: UUID) -> Item:
        return next(one for one in self.stock("all", spent=True) if one.id == item)

    def run(self, statement: str, **values: Any) -> Any:
        with self.database.work() as records:
            return records.session.execute(text(statement), values)


@pytest.fixture
def shelf(database: Database) -> Iterator[Shelf]:
    return Shelf(database)  # type: ignore[return-value]


def test_a_pour_plans_its_castings_and_water_pours_them(shelf: Shelf) -> None:
    pour: StoredPour = shelf.pours("get", shelf.begin())
    assert [one.state for one in pour.castings] == ["planned"] * 3
    serials = [one.serial for one in pour.castings]
    assert serials == list(range(serials[0], serials[0] + 3))
    shelf.pours("water_in", pour.id, Entry(POUR))
    shelf.pours("water_in", pour.id, Entry(NOW))  # said again, it stays as it was
    pour = shelf.pours("get", pour.id)
    assert {one.state for one in pour.castings} == {"poured"}
    assert pour.poured_at == pour.record.water_in_at == POUR


def test_pours_begun_at_once_give_every_casting_a_number_of_its_own(shelf: Shelf) -> None:
    with ThreadPoolExecutor(6) as pool:
        begun = list(pool.map(lambda _: shelf.begin(4), range(6)))
    serials = [one.serial for pour in begun for one in shelf.pours("get", pour).castings]
    assert len(set(serials)) == 24


def test_a_casting_comes_into_its_states_in_order_with_their_times(shelf: Shelf) -> None:
    casting = shelf.poured(1).castings[0].id
    shelf.castings("advance", casting, "stripped", Entry(POUR + 30 * H))
    with pytest.raises(RefusedEntryError, match="is stripped; it cannot become poured"):
        shelf.castings("advance", casting, "poured", Entry(NOW))
    with pytest.raises(RefusedEntryError, match=r"before casting \d+ was stripped"):
        shelf.castings("advance", casting, "turned", Entry(POUR + 29 * H))
    with pytest.raises(RefusedEntryError, match="still to come"):
        shelf.castings("advance", casting, "turned", Entry(NOW + 5 * H))
    with pytest.raises(RefusedEntryError, match="why it failed"):
        shelf.castings("advance", casting, "failed", Entry(NOW))
    shelf.castings("advance", casting, "failed", Entry(NOW, "Cracked at the corner of the sink"))
    states = shelf.castings("states", casting)
    assert [(one.state, one.at) for one in states][1:] == [
        ("poured", POUR), ("stripped", POUR + 30 * H), ("failed", NOW),
    ]  # fmt: skip


def test_a_state_said_by_mistake_is_taken_back_and_stays_on_record(shelf: Shelf) -> None:
    casting = shelf.poured(1).castings[0].id
    shelf.castings("advance", casting, "stripped", Entry(POUR + H))
    with pytest.raises(RefusedEntryError, match="does not say why"):
        shelf.castings("take_back", casting, Entry(NOW))
    shelf.castings("take_back", casting, Entry(NOW, "It was the one beside it"))
    again = shelf.castings("get", casting)
    assert (again.state, again.state_at) == ("poured", POUR)  # since then, not since it was taken back
    past = shelf.castings("states", casting)
    assert [(one.correction, one.undone) for one in past] == [(False, False)] * 2 + [(False, True), (True, False)]
    shelf.castings("advance", casting, "stripped", Entry(POUR + 30 * H))
    shelf.castings("advance", casting, "turned", Entry(POUR + 50 * H))
    for state in ("stripped", "poured"):
        shelf.castings("take_back", casting, Entry(NOW, "That was another one too"))
        assert shelf.castings("get", casting).state == state
    with pytest.raises(RefusedEntryError, match="no earlier state"):
        shelf.castings("take_back", casting, Entry(NOW, "And this"))


def test_when_the_first_water_went_in_is_corrected_and_what_followed_stays(shelf: Shelf) -> None:
    pour = shelf.poured(2)
    shelf.pours("did", pour.id, "strip", "top", Entry(POUR + 30 * H))
    shelf.castings("advance", pour.castings[0].id, "turned", Entry(POUR + 50 * H, "On edge"))
    earlier = POUR - 2 * H
    with pytest.raises(RefusedEntryError, match="does not say why"):
        shelf.pours("correct_water_in", pour.id, Entry(earlier))
    shelf.pours("correct_water_in", pour.id, Entry(earlier, "The clock was wrong"))
    kept: StoredPour = shelf.pours("get", pour.id)
    assert kept.poured_at == kept.record.water_in_at == earlier
    assert [(one.state, one.state_at) for one in kept.castings] == [
        ("turned", POUR + 50 * H), ("stripped", POUR + 30 * H),
    ]  # fmt: skip
    past = shelf.castings("states", pour.castings[0].id)
    assert [(one.state, one.at, one.note) for one in past if not one.undone and not one.correction][1:] == [
        ("poured", earlier, ""), ("stripped", POUR + 30 * H, ""), ("turned", POUR + 50 * H, "On edge"),
    ]  # fmt: skip
    assert [one.state for one in past if one.undone] == ["poured", "stripped", "turned"]
    log = shelf.log("of_job", kept.job_id).entries
    assert "Start of mixing corrected. The clock was wrong" in [one.text for one in log]
    told = [(one.serial, one.replaced) for one in log if one.kind == "state"]
    assert told == [(kept.castings[0].serial, False)]  # the turning, told once; the act tells of the stripping
    with pytest.raises(RefusedEntryError, match="“strip” is written down before that"):
        shelf.pours("correct_water_in", pour.id, Entry(POUR + 40 * H, "Later"))
    with pytest.raises(RefusedEntryError, match="Mixing has not started"):
        shelf.pours("correct_water_in", shelf.begin(), Entry(POUR, "Sooner"))


def test_water_is_not_corrected_past_a_state_or_a_batch(shelf: Shelf) -> None:
    pour = shelf.poured(1)
    shelf.castings("advance", pour.castings[0].id, "failed", Entry(POUR + H, "Blew out"))
    with pytest.raises(RefusedEntryError, match=r"Casting \d+ was failed before that"):
        shelf.pours("correct_water_in", pour.id, Entry(POUR + 2 * H, "Later"))
    assert shelf.pours("get", pour.id).poured_at == POUR
    mixed = shelf.begin(1)
    shelf.pours("mix", mixed, 2, 5.6, Entry(POUR))
    with pytest.raises(RefusedEntryError, match="“batch 1” is written down before that"):
        shelf.pours("correct_water_in", mixed, Entry(POUR + H, "Later"))
    shelf.pours("correct_water_in", mixed, Entry(POUR - H, "The tub was wetted first"))
    assert [one.at for one in shelf.pours("get", mixed).batches] == [POUR]


def test_what_was_taken_back_is_struck_through_in_the_log(shelf: Shelf) -> None:
    pour = shelf.poured(1)
    casting = pour.castings[0].id
    shelf.castings("advance", casting, "stripped", Entry(POUR + 30 * H))
    shelf.castings("advance", casting, "in use", Entry(POUR + 40 * H))
    shelf.castings("take_back", casting, Entry(NOW, "Still on the bench"))
    told = [(one.state, one.replaced, one.taken_back) for one in shelf.log("of_job", pour.job_id).entries if one.state]
    assert told == [("stripped", False, True), ("in use", True, False), ("stripped", False, False)]


@pytest.mark.parametrize("now", STATES)
@pytest.mark.parametrize("then", STATES)
def test_the_database_itself_knows_what_may_follow_what(shelf: Shelf, now: str, then: str) -> None:
    insert = (
        "INSERT INTO casting_state (shop_id, casting_id, number, state, at, previous_number, previous_state, "
        "previous_at, correction, note) "
        "SELECT id, :id, :number, :state, :at, :number - 1, :was, :at, false, '' FROM shop"
    )
    way = {"planned": [], "archived": ["archived"], "failed": ["poured", "failed"]}.get(
        now,
        list(STATES[1 : STATES.index(now) + 1]) if now in STATES else [],  # type: ignore[arg-type]
    )
    casting = shelf.pours("get", shelf.begin(1)).castings[0].id
    was, number = "planned", 2
    for state in way:
        shelf.run(insert, id=casting, number=number, state=state, was=was, at=POUR)
        was, number = state, number + 1
    if then in FOLLOWS[now]:  # type: ignore[index]
        shelf.run(insert, id=casting, number=number, state=then, was=was, at=POUR)
    else:
        with pytest.raises(IntegrityError):
            shelf.run(insert, id=casting, number=number, state=then, was=was, at=POUR)


MOVE = (
    "INSERT INTO stock_move (shop_id, lot_id, number, entry_id, previous_number, kind, at, on_hand_before, "
    "on_hand_change, reserved_before, reserved_change, note) SELECT id, :lot, 2, gen_random_uuid(), 1,"
)


@pytest.mark.parametrize(
    "statement",
    [
        "UPDATE casting_state SET at = now() WHERE casting_id = :casting",
        "DELETE FROM casting_state WHERE casting_id = :casting",
        "UPDATE casting SET state = 'finished' WHERE id = :casting",  # a state that it never came into
        "UPDATE casting SET pour_id = NULL WHERE id = :casting",
        "UPDATE casting SET pour_id = gen_random_uuid() WHERE id = :casting",
        "DELETE FROM pour WHERE id = :pour",
        "INSERT INTO casting_state (shop_id, casting_id, number, state, at, previous_number, previous_state, "
        "previous_at, correction, note) "
        "SELECT id, :casting, 9, 'turned', now(), 8, 'stripped', now(), false, '' FROM shop",
        "UPDATE stock_move SET on_hand_change = 99 WHERE lot_id = :lot",
        "DELETE FROM stock_move WHERE lot_id = :lot",
        f"{MOVE} 'bought', now(), 3, 1, 0, 0, '' FROM shop",
        f"{MOVE} 'used', now(), 10, -11, 0, 0, '' FROM shop",
        f"{MOVE} 'released', now(), 10, 0, 0, -1, '' FROM shop",
        "UPDATE observation SET text = 'better' WHERE job_id IS NOT NULL",
        "INSERT INTO batch_share (batch_id, casting_id, pour_id, share, shop_id) "
        "SELECT b.id, :casting, b.pour_id, 0.5, b.shop_id FROM batch b WHERE b.pour_id <> :pour LIMIT 1",
    ],
)
def test_the_database_itself_refuses_records_that_cannot_be(shelf: Shelf, statement: str) -> None:
    other = shelf.poured(1)
    shelf.pours("mix", other.id, 1, 2.8, Entry(POUR))
    shelf.log("add", Observation("note", "Observation", pour_id=other.id), Entry(NOW))
    pour = shelf.poured(1)
    _, lot = shelf.item()
    with pytest.raises(IntegrityError):
        shelf.run(statement, casting=pour.castings[0].id, pour=pour.id, lot=lot)


def test_an_act_that_is_done_brings_its_castings_along_and_back(shelf: Shelf) -> None:
    pour = shelf.poured()
    failed = pour.castings[0].id
    shelf.castings("advance", failed, "failed", Entry(POUR + H, "Dropped"))
    shelf.pours("did", pour.id, "strip", "top", Entry(POUR + 30 * H))
    shelf.pours("did", pour.id, "strip", "top", Entry(POUR + 31 * H))  # done once
    pour = shelf.pours("get", pour.id)
    assert [one.state for one in pour.castings] == ["failed", "stripped", "stripped"]
    (done,) = pour.acts
    assert pour.record.history.done_at("strip", "top") == POUR + 30 * H
    shelf.pours("undo", pour.id, done.id, Entry(NOW))
    shelf.pours("undo", pour.id, done.id, Entry(NOW))
    pour = shelf.pours("get", pour.id)
    assert [one.state for one in pour.castings] == ["failed", "poured", "poured"]
    assert pour.record.history.done_at("strip", "top") is None
    with pytest.raises(RefusedEntryError, match="before the first water"):
        shelf.pours("did", pour.id, "float", None, Entry(POUR - H))


def test_nothing_is_done_to_what_is_not_poured(shelf: Shelf) -> None:
    with pytest.raises(RefusedEntryError, match="Nothing is poured yet"):
        shelf.pours("did", shelf.begin(), "strip", "top", Entry(NOW))


def test_batches_are_numbered_shared_and_begin_with_water(shelf: Shelf) -> None:
    pour = shelf.begin(2)
    shelf.pours("mix", pour, 2, 5.6, Entry(POUR))
    kept: StoredPour = shelf.pours("get", pour)
    assert kept.poured_at == POUR
    one, other = (casting.id for casting in kept.castings)
    shelf.pours("mix", pour, 1.5, 4.1, Entry(POUR + H / 2), shares={one: 0.75})
    with pytest.raises(RefusedEntryError, match="more than the batch"):
        shelf.pours("mix", pour, 1, 2.8, Entry(POUR + H), shares={one: 0.75, other: 0.3})
    with pytest.raises(RefusedEntryError, match="another pour"):
        shelf.pours("mix", pour, 1, 2.8, Entry(POUR + H), shares={uuid4(): 0.5})
    kept = shelf.pours("get", pour)
    assert [(b.number, b.bags, b.water_l, b.shares) for b in kept.batches] == [
        (1, 2, 5.6, {str(one): 0.5, str(other): 0.5}),
        (2, 1.5, 4.1, {str(one): 0.75}),
    ]
    assert [b.water_l for b in kept.record.batches] == [5.6, 4.1]
    shelf.pours("unmix", pour, kept.batches[0].id)
    shelf.pours("mix", pour, 2, 5.4, Entry(POUR))
    kept = shelf.pours("get", pour)
    assert [(b.number, b.water_l) for b in kept.batches] == [(2, 4.1), (3, 5.4)]
    assert [one.kind for one in shelf.log("of_job", kept.job_id).entries].count("batch") == 2
    with pytest.raises(NotFoundError):
        shelf.pours("unmix", shelf.begin(1), kept.batches[0].id)


def test_what_a_pour_reserves_is_used_with_the_water_or_free_again(shelf: Shelf) -> None:
    item, lot = shelf.item(10)
    first, second = (shelf.begin(1, (PourTake(lot, 4),)) for _ in range(2))
    assert (shelf.kept(item).on_hand, shelf.kept(item).reserved, shelf.kept(item).free) == (10, 8, 2)
    with pytest.raises(RefusedEntryError, match="Only 2 here, 3 requested"):
        shelf.begin(1, (PourTake(lot, 3),))
    shelf.pours("water_in", first, Entry(POUR))
    shelf.pours("cancel", second, Entry(NOW))
    assert (shelf.kept(item).on_hand, shelf.kept(item).reserved) == (6, 0)
    shelf.stock("move", lot, "returned", 1, Entry(NOW), first)
    shelf.stock("add_lot", item, NewLot(1, length_mm=900, width_mm=300, kind="left over"), Entry(NOW), first)
    told = [(one.reserved, one.used, one.left_over) for one in shelf.stock("of_pour", first)]
    assert sorted(told) == [(0, 0, 1), (0, 3, 0)]
    assert (shelf.kept(item).on_hand, shelf.kept(item).offcuts) == (7, 1)
    assert {one.state for one in shelf.pours("get", second).castings} == {"archived"}
    with pytest.raises(RefusedEntryError, match="This pour has started"):
        shelf.pours("cancel", first, Entry(NOW))
    with pytest.raises(RefusedEntryError, match="was called off"):
        shelf.pours("water_in", second, Entry(NOW))


def test_a_counting_day_is_written_down_whole_and_once(shelf: Shelf) -> None:
    (item, lot), (other, another) = shelf.item(10), shelf.item(4)
    day = Entry(NOW, "Counting day", key=uuid4())
    with pytest.raises(NotFoundError):
        shelf.stock("count", [(lot, 9), (uuid4(), 1)], day)
    assert shelf.kept(item).on_hand == 10
    for _ in range(2):
        shelf.stock("count", [(lot, 9), (another, 0)], day)
    assert (shelf.kept(item).on_hand, shelf.kept(other).on_hand) == (9, 0)
    assert [m.kind for m in shelf.stock("moves", lot)] == ["counted", "bought"]


def test_a_count_sets_the_balance_and_says_by_how_much(shelf: Shelf) -> None:
    item, lot = shelf.item(10)
    shelf.stock("move", lot, "used", 2.25, Entry(NOW))
    shelf.stock("move", lot, "counted", 5, Entry(NOW, "Counting day"))
    assert shelf.kept(item).on_hand == 5
    assert [(m.kind, m.on_hand_change, m.on_hand) for m in shelf.stock("moves", lot)] == [
        ("counted", -2.75, 5), ("used", -2.25, 7.75), ("bought", 10, 10),
    ]  # fmt: skip
    with pytest.raises(RefusedEntryError, match="Only 5 here, 6 requested"):
        shelf.stock("move", lot, "spoiled", 6, Entry(NOW))


def test_of_many_who_take_the_last_bags_at_once_the_stock_goes_no_further_than_nothing(shelf: Shelf) -> None:
    item, lot = shelf.item(5)

    def take(_: int) -> bool:
        try:
            shelf.stock("move", lot, "used", 1, Entry(NOW))
        except RefusedEntryError:
            return False
        return True

    with ThreadPoolExecutor(8) as pool:
        assert sum(pool.map(take, range(12))) == 5
    assert shelf.kept(item).on_hand == 0
    assert item not in {one.id for one in shelf.stock("all") if one.lots}


@pytest.mark.parametrize("group", ["pour", "note", "act", "batch", "lot", "move", "mould", "form"])
def test_an_entry_sent_twice_is_applied_once(shelf: Shelf, group: str) -> None:
    key, pour = uuid4(), shelf.poured(1)
    item, lot = shelf.item(10)
    form = shelf.forms("build", "Disc ring", ["top"]).id
    shelf.forms("keep", form)
    entry = Entry(NOW, "once", key=key)
    send: dict[str, Any] = {
        "pour": lambda: shelf.begin(1, key=key),
        "note": lambda: shelf.log("add", Observation("note", "Blotch", pour_id=pour.id), entry),
        "act": lambda: shelf.pours("did", pour.id, "float", None, entry),
        "batch": lambda: shelf.pours("mix", pour.id, 1, 2.8, entry),
        "lot": lambda: shelf.stock("add_lot", item, NewLot(4), entry),
        "move": lambda: shelf.stock("move", lot, "used", 3, entry),
        "mould": lambda: shelf.forms("note", form, "oiled", entry),
        "form": lambda: shelf.forms("build", "Ring", ["top"], key=key),
    }

    def counted() -> list[int]:
        tables = (
            "pour",
            "casting",
            "observation",
            "act_done",
            "batch",
            "stock_lot",
            "stock_move",
            "mould_event",
            "form",
        )
        return [shelf.run(f"SELECT count(*) FROM {table}").scalar_one() for table in tables]

    first = send[group]()
    before = counted()
    assert send[group]() == first
    assert counted() == before


def test_a_mould_counts_its_castings_and_asks_for_oil(shelf: Shelf) -> None:
    form = shelf.forms("build", "Disc ring", ["top", "top"])
    cavities = tuple(one.id for one in form.cavities)
    shelf.forms("keep", form.id, usual_life=10, service_every=3, used_before=5, weakest_part="Lip")
    with pytest.raises(RefusedEntryError, match="not kept as a mould"):
        shelf.forms("note", shelf.forms("build", "Loose", ["top"]).id, "oiled", Entry(NOW))
    for _ in range(3):
        shelf.poured(2, cavities=cavities)
    mould = shelf.forms("get", form.id).mould
    assert (mould.castings, mould.wear.fillings, mould.wear.left) == (6, 8, 2)
    assert (mould.wear.state, mould.oil_first) == ("nearly spent", True)
    shelf.forms("note", form.id, "oiled", Entry(NOW - H))
    shelf.forms("note", form.id, "serviced", Entry(NOW - H), "Lip")
    mould = shelf.forms("get", form.id).mould
    assert (mould.oil_first, mould.wear.service_in) == (False, 3)
    shelf.forms("note", form.id, "retired", Entry(NOW))
    assert form.id not in {one.id for one in shelf.forms("all")}


def test_moulds_that_were_retired_here_tell_how_long_others_last(shelf: Shelf) -> None:
    def ring(used_before: int) -> UUID:
        form = shelf.forms("build", f"Ring {uuid4()}", ["top"])
        shelf.forms("keep", form.id, usual_life=40, service_every=10, used_before=used_before)
        return UUID(str(form.id))

    kept, before = ring(3), len(shelf.forms("all"))
    first = shelf.forms("get", kept).mould
    for used in (18, 22, 20):
        shelf.forms("note", ring(used), "retired", Entry(NOW))
    mould = shelf.forms("get", kept).mould
    assert mould.retired == first.retired + 3
    assert 18 < mould.life.likely < first.life.likely
    assert mould.life.high - mould.life.low < first.life.high - first.life.low
    assert len(shelf.forms("all")) == before
    assert mould.service_on is None  # it was never filled on record


def test_a_cavity_takes_the_piece_it_was_made_for(shelf: Shelf) -> None:
    form = shelf.forms("build", "Planter", ["planter"])
    with pytest.raises(RefusedEntryError, match="made for another piece"):
        shelf.begin(1, cavities=(form.cavities[0].id,))


def test_a_correction_replaces_and_both_stay(shelf: Shelf) -> None:
    pour = shelf.poured(1)
    casting = pour.castings[0].id
    wrong = shelf.log("add", Observation("weighing", mass_kg=60.4, casting_id=casting), Entry(NOW - H))
    right = shelf.log("add", Observation("weighing", mass_kg=50.4, casting_id=casting, replaces=wrong), Entry(NOW))
    told = {one.id: one for one in shelf.log("of_casting", casting)}
    assert told[str(wrong)].replaced
    assert not told[str(right)].replaced
    with pytest.raises(RefusedEntryError, match="corrected already"):
        shelf.log("add", Observation("weighing", mass_kg=51, casting_id=casting, replaces=wrong), Entry(NOW))


def test_a_test_that_was_corrected_no_longer_speaks(shelf: Shelf) -> None:
    pour = shelf.poured(1)
    said = shelf.log("add", Observation("test", pour_id=pour.id, act="float", ready=False), Entry(POUR + 3 * H))
    assert shelf.pours("get", pour.id).record.history.not_ready_at("float") == POUR + 3 * H
    mended = Observation("test", pour_id=pour.id, act="float", ready=True, replaces=said)
    shelf.log("add", mended, Entry(POUR + 3 * H))
    assert shelf.pours("get", pour.id).record.history.not_ready_at("float") is None


@pytest.mark.parametrize(
    ("seen", "problem"),
    [
        (Observation("note", "Nice"), "does not say what was seen"),
        (Observation("note", "  ", job_id=uuid4()), "is empty"),
        (Observation("weighing", mass_kg=3, job_id=uuid4()), "does not say what was weighed"),
        (Observation("weighing", casting_id=uuid4()), "has no mass"),
        (Observation("note", "Heavy", job_id=uuid4(), mass_kg=3), "Only a weighing"),
        (Observation("test", job_id=uuid4(), act="float"), "no outcome"),
        (Observation("defect", "Pit", job_id=uuid4(), x_mm=3), "Only half"),
    ],
)
def test_an_observation_that_says_too_little_is_refused(shelf: Shelf, seen: Observation, problem: str) -> None:
    with pytest.raises(RefusedEntryError, match=problem):
        shelf.log("add", seen, Entry(NOW))


def test_a_job_s_log_has_everything_in_time_order_page_by_page(shelf: Shelf) -> None:
    pour = shelf.poured(2)
    shelf.pours("mix", pour.id, 1, 2.8, Entry(POUR + H))
    shelf.pours("did", pour.id, "strip", "top", Entry(POUR + 30 * H))
    shelf.log("add", Observation("defect", "Pit", casting_id=pour.castings[0].id, x_mm=10, y_mm=20), Entry(NOW))
    shelf.castings("advance", pour.castings[1].id, "turned", Entry(NOW))
    page = shelf.log("of_job", pour.job_id)
    assert sorted(one.kind for one in page.entries) == [
        "act", "batch", "changed", "defect", "poured", "state",
    ]  # fmt: skip
    assert [one.at for one in page.entries] == sorted((one.at for one in page.entries), reverse=True)
    first = shelf.log("of_job", pour.job_id, limit=2)  # the third is of the same moment as the second
    rest = shelf.log("of_job", pour.job_id, before=first.entries[-1].at)
    assert (first.more, rest.more) == (True, False)
    assert (*first.entries, *rest.entries) == page.entries


def test_what_is_said_of_a_defect_is_the_last_word_and_counts_by_kind(shelf: Shelf) -> None:
    casting = shelf.poured(1).castings[0].id

    def pit(kind: str | None = "pinholes", **more: Any) -> UUID:
        seen: UUID = shelf.log("add", Observation("defect", "Pit", casting_id=casting, defect=kind, **more), Entry(NOW))
        return seen

    first, second, unsaid = pit(), pit(), pit(None)
    before = Counter(shelf.defects("get", first).cases)  # what other tests have left

    def cases(of: UUID) -> Counter[str]:
        return Counter(shelf.defects("get", of).cases) - before

    for of, about, says in (
        (first, "cause", "novib"), (second, "cause", "novib"), (second, "cause", "leak"), (unsaid, "cause", "leak"),
        (first, "gap", "yes"), (first, "gap", "no"), (second, "gap", "yes"), (second, "gap", None),
    ):  # fmt: skip
        shelf.defects("say", of, about, says)
    assert shelf.defects("get", first).said == {"gap": False}
    assert (shelf.defects("get", second).said, shelf.defects("get", second).cause) == ({}, "leak")
    assert cases(first) == {"novib": 1, "leak": 1}
    shelf.defects("say", unsaid, "kind", "pinholes")
    assert (shelf.defects("get", unsaid).kind, cases(unsaid)["leak"]) == ("pinholes", 2)
    pit(replaces=second)  # a correction: the old one counts no longer
    assert cases(first) == {"novib": 1, "leak": 1}
    note = shelf.log("add", Observation("note", "Fine", casting_id=casting), Entry(NOW))
    with pytest.raises(RefusedEntryError, match="no defect"):
        shelf.defects("get", note)
    with pytest.raises(NotFoundError):
        shelf.defects("say", uuid4(), "gap", "yes")


def test_a_mould_is_told_as_it_was_at_a_pour(shelf: Shelf) -> None:
    form = shelf.forms("build", "Ring", ["top"])
    cavity = (form.cavities[0].id,)
    first, second = (shelf.begin(1, cavities=cavity) for _ in range(2))
    shelf.pours("water_in", first, Entry(POUR))
    shelf.pours("water_in", second, Entry(POUR + 40 * H))
    assert shelf.defects("mould_then", form.id, POUR + 40 * H) is None  # not kept as a mould
    shelf.forms("keep", form.id, 20, None, 6)
    shelf.forms("note", form.id, "oiled", Entry(POUR - H))
    shelf.forms("note", form.id, "oiled", Entry(POUR + 60 * H))
    then = shelf.defects("mould_then", form.id, POUR + 40 * H)
    assert (then.fillings, then.usual_life, then.oiled_at, then.filled_at) == (8, 20, POUR - H, POUR)
    assert shelf.defects("mould_then", form.id, POUR).filled_at is None


def test_readings_are_one_for_each_moment_and_come_as_hourly_means(shelf: Shelf) -> None:
    sensor = shelf.sensors("add", f"Probe {uuid4()}", "concrete").id
    pour, other = shelf.poured(1), shelf.poured(1)
    shelf.sensors("place", sensor, pour.id, POUR)
    hour = POUR.replace(minute=0, second=0) + H
    told = [(hour + timedelta(minutes=minute), 20.0 + minute / 10) for minute in (10, 30, 50)]
    assert shelf.sensors("read", sensor, told) == 3
    assert shelf.sensors("read", sensor, [(told[0][0], 99.0), (hour + H, 24.0)]) == 1
    shelf.sensors("place", sensor, other.id, hour + 2 * H)
    shelf.sensors("read", sensor, [(hour + 3 * H, 30.0)])
    found = shelf.pours("get", pour.id).record.temperatures
    assert [(one.at, one.celsius) for one in found] == [(hour + H / 2, pytest.approx(23.0)), (hour + H, 24.0)]
    assert [one.celsius for one in shelf.pours("get", other.id).record.temperatures] == [30.0]


def test_castings_are_found_by_state_number_and_name_page_by_page(shelf: Shelf) -> None:
    newest = shelf.poured(3).castings[-1]
    page = shelf.castings("page", limit=2)
    assert [one.serial for one in page.castings] == [newest.serial, newest.serial - 1]
    assert page.more
    after = shelf.castings("page", before=newest.serial - 1, limit=1).castings
    assert [one.serial for one in after] == [newest.serial - 2]
    assert [one.id for one in shelf.castings("page", search=f"#{newest.serial}").castings] == [newest.id]
    assert newest.id in {one.id for one in shelf.castings("page", search="TOP").castings}
    assert not shelf.castings("page", search="100 % of it_").castings
    assert {one.state for one in shelf.castings("page", states=["poured"]).castings} == {"poured"}


def test_another_shop_sees_none_of_it(shelf: Shelf) -> None:
    pour = shelf.poured(1)
    item, lot = shelf.item()

    def foreign(records: Records) -> Iterator[Any]:
        shop = uuid4()
        yield lambda: records.pours(shop).get(pour.id)
        yield lambda: records.castings(shop).advance(pour.castings[0].id, "stripped", Entry(NOW))
        yield lambda: records.stock(shop).move(lot, "used", 1, Entry(NOW))
        yield lambda: records.stock(shop).add_lot(item, NewLot(1), Entry(NOW))
        yield lambda: records.log(shop).add(Observation("note", "x", pour_id=pour.id), Entry(NOW))
        yield lambda: records.log(shop).of_job(pour.job_id)

    with shelf.database.work() as records:
        for reach in foreign(records):
            with pytest.raises(NotFoundError):
                reach()
        assert records.castings(uuid4()).page().castings == ()
        assert records.stock(uuid4()).all() == []
