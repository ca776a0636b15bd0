"""What happened to a pour is remembered, and read again as soon as anything was written of it."""

from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from random import Random
from uuid import UUID

import pytest
from sqlalchemy import text

from ops.demo_records import begun_with
from tests.jobs import top
from ulbrek.core.records.record import Record
from ulbrek.store.database import Database, Records
from ulbrek.store.entries import Entry
from ulbrek.store.known import Known
from ulbrek.store.log import Observation
from ulbrek.store.poured import RECORDS_ROOM_BYTES, KnownRecords, PouredReader
from ulbrek.store.pours import Fill

H = timedelta(hours=1)
POUR = datetime.now(UTC).replace(microsecond=0) - 72 * H


class Pour:
    """A pour, and some things that may happen to it: each is written in a transaction of its own."""

    def __init__(self, database: Database) -> None:
        self.database = database
        with database.work() as records:
            shop = records.shop()
            self.shop = shop.id
            job = records.jobs(shop.id).create(top(piece={"count": 2}), "Begun")
            begun = begun_with(job.job, shop.shop, [Fill("top", 2)])
            self.id, self.job = records.pours(shop.id).begin(job, shop.revision, begun, Entry(POUR)), job.id
            records.pours(shop.id).water_in(self.id, Entry(POUR))
            self.castings = [one.id for one in records.castings(shop.id).of_pours([self.id])]
            self.sensor = records.sensors(shop.id).add(f"in {self.id}", "concrete").id
            records.sensors(shop.id).place(self.sensor, self.id, POUR)

    def record(self, known: KnownRecords | None = None) -> Record:
        """What happened to it, as one who remembers something reads it, or one who does not."""
        with self.database.work() as records:
            found = PouredReader(records.session, self.shop, known).newest_record(self.job)
        assert found is not None
        return found


def _mixed(pour: Pour, records: Records, dice: Random) -> None:
    records.pours(pour.shop).mix(pour.id, dice.randint(1, 9), 4.0, Entry(POUR + dice.random() * H))


def _unmixed(pour: Pour, records: Records, dice: Random) -> None:
    batches = records.pours(pour.shop).get(pour.id).batches
    if batches:
        records.pours(pour.shop).unmix(pour.id, dice.choice(batches).id)


def _did(pour: Pour, records: Records, dice: Random) -> None:
    act, piece = dice.choice(["float", "trowel", "cover"]), dice.choice([None, "top"])
    records.pours(pour.shop).did(pour.id, act, piece, Entry(POUR + dice.randint(1, 5) * H))


def _undid(pour: Pour, records: Records, dice: Random) -> None:
    acts = records.pours(pour.shop).get(pour.id).acts
    if acts:
        records.pours(pour.shop).undo(pour.id, dice.choice(acts).id, Entry(POUR + 60 * H))


def _tested(pour: Pour, records: Records, dice: Random) -> None:
    test = Observation("test", pour_id=pour.id, job_id=pour.job, act="turn", ready=dice.random() < 0.5)
    records.log(pour.shop).add(test, Entry(POUR + dice.randint(20, 70) * H))


def _corrected(pour: Pour, records: Records, _: Random) -> None:
    asked = """
        SELECT id FROM observation one WHERE pour_id = :of
        AND NOT EXISTS (SELECT FROM observation WHERE replaces = one.id)
    """
    found = records.session.execute(text(asked), {"of": pour.id}).scalars().first()
    if found:
        correction = Observation("note", "It was the other pour.", job_id=pour.job, replaces=found)
        records.log(pour.shop).add(correction, Entry(POUR + 71 * H))


def _read(pour: Pour, records: Records, dice: Random) -> None:
    read = [(POUR + dice.randint(0, 4_000) * timedelta(minutes=1), dice.uniform(5, 40))]
    records.sensors(pour.shop).read(pour.sensor, read)


def _moved(pour: Pour, records: Records, _: Random) -> None:
    records.session.execute(
        text("UPDATE sensor_place SET until_at = now() - interval '1 hour' WHERE pour_id = :of"), {"of": pour.id}
    )


def _advanced(pour: Pour, records: Records, _: Random) -> None:
    for casting in pour.castings:
        if records.castings(pour.shop).get(casting).state == "poured":
            records.castings(pour.shop).advance(casting, "stripped", Entry(POUR + 40 * H))
            return


def _taken_back(pour: Pour, records: Records, _: Random) -> None:
    for casting in pour.castings:
        if records.castings(pour.shop).get(casting).state == "stripped":
            records.castings(pour.shop).take_back(casting, Entry(POUR + 71 * H, "It was the one beside it"))
            return


def _water_corrected(pour: Pour, records: Records, dice: Random) -> None:
    at = POUR - dice.randint(1, 60) * timedelta(minutes=1)
    records.pours(pour.shop).correct_water_in(pour.id, Entry(at, "The clock was wrong"))


HAPPENINGS: tuple[Callable[[Pour, Records, Random], None], ...] = (
    _mixed, _unmixed, _did, _undid, _tested, _corrected, _read, _moved, _advanced, _taken_back, _water_corrected,
)  # fmt: skip


@pytest.mark.parametrize("seed", range(3))
def test_whatever_is_written_of_a_pour_is_read_again(database: Database, seed: int) -> None:
    pour, known = Pour(database), KnownRecords(RECORDS_ROOM_BYTES)
    dice = Random(seed)  # noqa: S311 - happenings, no secrets
    was = pour.record(known)
    changed = set()
    for happens in [dice.choice(HAPPENINGS) for _ in range(40)] + list(HAPPENINGS):
        with database.work() as records:
            happens(pour, records, dice)
        now = pour.record()
        assert pour.record(known) == now, happens.__name__
        if now != was:
            changed.add(happens.__name__)
        was = now
    assert len(changed) >= 8  # most of them do change what is known


def test_what_is_read_halfway_through_a_piece_of_work_is_not_what_is_kept(database: Database) -> None:
    pour, known = Pour(database), KnownRecords(RECORDS_ROOM_BYTES)
    at = "UPDATE act_done SET at = :at WHERE pour_id = :of"
    with database.work() as records:
        records.pours(pour.shop).did(pour.id, "float", None, Entry(POUR + H))
    with database.work() as records:
        for hours in (3, 4):  # one row, written twice by the same transaction
            records.session.execute(text(at), {"at": POUR + hours * H, "of": pour.id})
            PouredReader(records.session, pour.shop, known).newest_record(pour.job)
    assert [one.at for one in pour.record(known).done] == [POUR + 4 * H]
    with pytest.raises(ZeroDivisionError), database.work() as records:
        records.session.execute(text(at), {"at": POUR + 5 * H, "of": pour.id})
        PouredReader(records.session, pour.shop, known).newest_record(pour.job)
        raise ZeroDivisionError  # and it is undone
    assert [one.at for one in pour.record(known).done] == [POUR + 4 * H]


def test_what_did_not_change_is_not_read_again(database: Database) -> None:
    pour, known = Pour(database), KnownRecords(RECORDS_ROOM_BYTES)
    assert pour.record(known) is pour.record(known)


def test_what_is_known_is_bounded_by_its_weight() -> None:
    known: Known[str, UUID | str] = Known(10)
    known.keep("large", "value", 11)
    assert known.get("large") is None
    for name in "abc":
        known.keep(name, name, 4)
    assert [known.get(name) for name in "abc"] == [None, "b", "c"]
