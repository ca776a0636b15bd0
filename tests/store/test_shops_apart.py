"""Two shops in one database: neither sees, names or overwrites what is the other's, by either of two locks."""

from collections.abc import Iterator
from io import BytesIO
from typing import Any, NamedTuple
from uuid import UUID, uuid4

import pytest
from sqlalchemy import Table, create_engine, make_url, select, text
from sqlalchemy.exc import DBAPIError, IntegrityError

from ops.postgres import Cluster
from tests.store.test_records import NOW, POUR, H, Shelf
from ulbrek.core.finish.entries import FinishEntry
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.climate.conditions import WeatherHour, typed_day
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.records.past import PastCasting
from ulbrek.files.photo import CleanPhoto
from ulbrek.store.backup import OF_THE_DOORS, read_backup, write_backup
from ulbrek.store.database import Database
from ulbrek.store.entries import Entry
from ulbrek.store.errors import NotFoundError, NotReadyError, not_of_this_shop
from ulbrek.store.log import Observation
from ulbrek.store.members import Told
from ulbrek.store.models import Base
from ulbrek.store.poured import StoredPour
from ulbrek.store.stock import NewLot

OF_NO_SHOP = {"challenge", "rate"}  # what is asked before anybody is known
TABLES = {table.name: table for table in Base.metadata.sorted_tables if table.name not in OF_NO_SHOP}


class Filled(NamedTuple):
    """A shop with a row in every table."""

    id: UUID
    shelf: Shelf
    pour: StoredPour
    member: UUID
    item: UUID
    lot: UUID
    form: UUID
    seen: UUID
    sensor: UUID


class Two(NamedTuple):
    """The database for all shops, and two of them."""

    database: Database
    mine: Filled
    theirs: Filled


@pytest.fixture(scope="module", params=["its own server", "a plain user's database"])
def two(cluster: Cluster, request: pytest.FixtureRequest) -> Iterator[Two]:
    """Two shops where Ulbrek may do everything on the server, and where it is a user who owns one database there."""
    name = f"two_{uuid4().hex[:8]}"
    url = cluster.url(name)
    if request.param == "its own server":
        cluster.ensure_database(name)
    else:
        server = create_engine(Database(cluster.url("postgres")).engine.url, isolation_level="AUTOCOMMIT")
        with server.connect() as connection:
            connection.execute(text(f"CREATE ROLE {name} LOGIN PASSWORD '{name}'"))
            connection.execute(text(f"CREATE DATABASE {name} OWNER {name}"))
        server.dispose()
        url = make_url(url).set(username=name, password=name).render_as_string(hide_password=False)
    database = Database(url)
    try:
        database.prepare()
        with database.work() as records:
            first, second = records.shop().id, records.shops.create(Shop(name="Another"))
        yield Two(database, filled(database, first), filled(database, second))
    finally:
        database.engine.dispose()
        cluster.drop_database(name)


def filled(database: Database, shop_id: UUID) -> Filled:
    shelf = Shelf(database.of_shop(shop_id))
    member = shelf.members("add", Told("Studio lead", "mm")).id
    item, lot = shelf.item()
    pour = shelf.poured(1, member_id=member)
    shelf.pours("mix", pour.id, 1, 2.8, Entry(POUR, member_id=member), lot)
    shelf.pours("did", pour.id, "strip", "top", Entry(POUR + 30 * H))
    seen = shelf.log("add", Observation("note", "Seen", pour_id=pour.id), Entry(NOW, member_id=member))
    pit = Observation("defect", "Pit", casting_id=pour.castings[0].id)
    shelf.defects("say", shelf.log("add", pit, Entry(NOW)), "gap", "yes")
    shelf.photos("add", seen, CleanPhoto(2, 2, b"\xff\xd8\xff", b"\xff\xd8\xff"))
    form = shelf.forms("build", "Form", ["top"], pour.job_id).id
    shelf.forms("keep", form, 40)
    shelf.forms("note", form, "oiled", Entry(NOW))
    sensor = shelf.sensors("add", "Probe", "concrete").id
    shelf.sensors("place", sensor, pour.id, POUR)
    shelf.sensors("read", sensor, [(POUR + H, 20.0)])
    shelf.outlooks("keep", pour.id, "key", None, "none")
    shelf.evidence("leave_out", pour.id, "set", "Wet bags")
    shelf.past("keep", [PastCasting(date=NOW.date(), name="Bench", mix="ordinary", bag="25kg")], "notes.csv")
    shelf.weather("_lay_down", {NOW: WeatherHour(9.0, 80.0, 5.0, 0.0, 0.0, 1.0, "measured")})
    shelf.weather("foretold", typed_day(NOW, warmest_c=20, coldest_c=9, humidity=60, wind_kmh=9, cloud=0.4))
    shelf.asked("ask", pour.id, [member])
    shelf.runs("add", pour.id, [RunEntry(id=uuid4(), kind="note", at=NOW, text="Windy", member_id=member)])
    one = {"id": uuid4(), "kind": "note", "at": NOW, "text": "Pads are worn", "member_id": member}
    shelf.finishes("add", pour.id, [FinishEntry(**one, casting=pour.castings[0].id)])
    account = shelf.accounts("let_in", member, "helper").id
    shelf.accounts("make_code", account)
    shelf.accounts("sign_in", account, "Phone", "code", "127.0.0.1")
    shelf.passkeys("add", account, "Key", uuid4().bytes, b"public", 0)
    shelf.links("make", pour.job_id, "plan", 1, member)
    shelf.feeds("make", "Phone", member)
    shelf.security("add", "joined", "Somebody", "127.0.0.1")
    shelf.evidence("claim", "1/a", 9)  # last: whatever is written of the pour lets go of it
    pour = shelf.pours("get", pour.id)
    return Filled(shop_id, shelf, pour, member, item, lot, form, seen, sensor)


def theirs_in(table: Table) -> str:
    return f"{'id' if table.name == 'shop' else 'shop_id'} = :theirs"


@pytest.mark.parametrize("name", TABLES)
def test_the_tables_show_and_change_only_the_shop_that_is_worked_for(two: Two, name: str) -> None:
    table, theirs = TABLES[name], {"theirs": two.theirs.id}
    with two.database.work() as records:
        there = records.session.execute(text(f"SELECT count(*) FROM {name} WHERE {theirs_in(table)}"), theirs)
        assert there.scalar_one() > 0, "there is something that could be seen"
    with two.database.of_shop(two.mine.id).work() as records:
        run = records.session.execute
        assert run(text(f"SELECT count(*) FROM {name} WHERE {theirs_in(table)}"), theirs).scalar_one() == 0
        assert run(text(f"SELECT count(*) FROM {name}")).scalar_one() > 0
        column = next(iter(table.columns)).name
        changed: Any = run(text(f"UPDATE {name} SET {column} = {column} WHERE {theirs_in(table)}"), theirs)
        assert changed.rowcount == 0
        deleted: Any = run(text(f"DELETE FROM {name} WHERE {theirs_in(table)}"), theirs)
        assert deleted.rowcount == 0
    with two.database.of_shop(two.mine.id).look() as records:
        assert (
            records.session.execute(text(f"SELECT count(*) FROM {name} WHERE {theirs_in(table)}"), theirs).scalar() == 0
        )


def test_nothing_is_written_into_another_shop(two: Two) -> None:
    with pytest.raises(DBAPIError, match="row-level security"), two.database.of_shop(two.mine.id).work() as records:
        records.session.execute(
            text("INSERT INTO job (id, shop_id) VALUES (gen_random_uuid(), :s)"), {"s": two.theirs.id}
        )


def test_a_server_whose_user_may_do_everything_is_not_ready_before_that_is_given_up(two: Two) -> None:
    two.database.is_ready()
    url = two.database.engine.url.render_as_string(hide_password=False)
    with two.database.engine.connect() as connection:
        connection.execute(text("RESET ROLE"))
        if not connection.execute(text("SELECT rolsuper FROM pg_roles WHERE rolname = current_user")).scalar_one():
            return  # a plain user has nothing to give up
        connection.execute(text("REVOKE SELECT ON shop FROM ulbrek_app"))
        connection.commit()
        connection.invalidate()
    another = Database(url)
    try:
        with pytest.raises(NotReadyError, match="run ulbrek migrate"):
            another.is_ready()
        another.migrate()
        another.is_ready()
    finally:
        another.engine.dispose()


def test_a_session_that_does_not_say_for_whom_it_works_sees_nothing(two: Two) -> None:
    another = Database(two.database.engine.url.render_as_string(hide_password=False))
    try:
        with another.engine.connect() as connection:
            assert connection.execute(text("SELECT count(*) FROM job")).scalar_one() == 0
    finally:
        another.engine.dispose()


# What an entry of one shop may name of another's, by the field that is refused.
NAMED: dict[str, Any] = {
    "/member_id of a pour": lambda me, them: me.begin(1, member_id=them.member),
    "/member_id of a note": lambda me, them: me.log(
        "add", Observation("note", "Seen", pour_id=me.begin(1)), Entry(NOW, member_id=them.member)
    ),
    "/member_id of an act": lambda me, them: me.pours(
        "did", me.poured(1).id, "strip", None, Entry(POUR + 30 * H, member_id=them.member)
    ),
    "/member_id of a move": lambda me, them: me.stock(
        "move", me.item()[1], "used", 1, Entry(NOW, member_id=them.member)
    ),
    "/lot_id of a batch": lambda me, them: me.pours("mix", me.poured(1).id, 1, 2.8, Entry(POUR), them.lot),
    "/pour_id of a move": lambda me, them: me.stock("move", me.item()[1], "used", 1, Entry(NOW), them.pour.id),
    "/job_id of a form": lambda me, them: me.forms("build", "Form", ["top"], them.pour.job_id),
}


@pytest.mark.parametrize("what", NAMED)
@pytest.mark.parametrize("second_lock", [True, False])
def test_an_entry_that_names_something_of_another_shop_is_refused_by_its_field(
    two: Two, what: str, second_lock: bool
) -> None:
    mine = two.mine.shelf if second_lock else with_first_lock_alone(two)
    with pytest.raises((IntegrityError, NotFoundError)) as refused:
        NAMED[what](mine, two.theirs)
    if isinstance(refused.value, IntegrityError):
        told = not_of_this_shop(refused.value)
        assert told is not None
        assert told.field == what.split(" ", maxsplit=1)[0]
        assert "This shop has no such" in told.problem


def with_first_lock_alone(two: Two) -> Shelf:
    """The oldest shop's records in a session that may see all."""
    return Shelf(two.database)


THEIRS = [
    lambda me, them: me.jobs("get", them.pour.job_id),
    lambda me, them: me.pours("get", them.pour.id),
    lambda me, them: me.castings("get", them.pour.castings[0].id),
    lambda me, them: me.stock("moves", them.lot),
    lambda me, them: me.stock("move", them.lot, "used", 1, Entry(NOW)),
    lambda me, them: me.stock("add_lot", them.item, NewLot(1), Entry(NOW)),
    lambda me, them: me.forms("get", them.form),
    lambda me, them: me.forms("note", them.form, "oiled", Entry(NOW)),
    lambda me, them: me.members("archive", them.member),
    lambda me, them: me.log("add", Observation("note", "Seen", replaces=them.seen, pour_id=me.begin(1)), Entry(NOW)),
    lambda me, them: me.sensors("read", them.sensor, [(NOW, 1.0)]),
    lambda me, them: me.pours("unmix", me.poured(1).id, them.pour.batches[0].id),
    lambda me, them: me.pours("unmix", them.pour.id, them.pour.batches[0].id),
]


@pytest.mark.parametrize("reach", THEIRS, ids=range(len(THEIRS)))
@pytest.mark.parametrize("second_lock", [True, False])
def test_what_is_another_shops_is_not_found(two: Two, reach: Any, second_lock: bool) -> None:
    mine = two.mine.shelf if second_lock else with_first_lock_alone(two)
    with pytest.raises(Exception, match=r"(?i)no such|not found|there is no") as refused:
        reach(mine, two.theirs)
    assert not isinstance(refused.value, DBAPIError)


def test_every_row_finds_its_shop_again_when_the_tables_come_up_from_before(cluster: Cluster) -> None:
    name = f"up_{uuid4().hex[:8]}"
    cluster.ensure_database(name)
    database = Database(cluster.url(name))

    def told() -> dict[str, set[tuple[str, ...]]]:
        with database.work() as records:
            run = records.session.execute
            return {
                one.name: {tuple(map(str, row)) for row in run(select(*one.primary_key, one.c.shop_id))}
                for one in TABLES.values()
                if one.name
                not in OF_THE_DOORS
                | {
                    "shop",
                    "asked",
                    "run_entry",
                    "finish_entry",
                    "weather",
                    "weather_day",
                    "defect_said",
                    "pour_evidence",
                    "evidence_left_out",
                    "past_casting",
                }
            }

    try:
        database.prepare()
        with database.work() as records:
            ids = records.shop().id, records.shops.create(Shop(name="Another"))
        for one in ids:
            filled(database, one)
        before = told()
        database.migrate("0004")
        database.migrate()
        assert told() == before
        with pytest.raises(IntegrityError), database.work() as records:  # entries are guarded again
            records.session.execute(text("UPDATE casting_state SET at = now()"))
    finally:
        database.engine.dispose()
        cluster.drop_database(name)


def test_a_backup_of_one_shop_holds_nothing_of_the_other_and_is_restored_there(two: Two, cluster: Cluster) -> None:
    packed = BytesIO()
    rows = write_backup(two.database, two.mine.id, packed)
    assert rows["shop"] == 1
    name = f"back_{uuid4().hex[:8]}"
    cluster.ensure_database(name)
    restored = Database(cluster.url(name))
    try:
        packed.seek(0)
        assert read_backup(restored, packed) == rows
        with restored.work() as records:
            assert records.shop().id == two.mine.id
            forced = text("SELECT count(*) FROM pg_class WHERE relforcerowsecurity")
            assert records.session.execute(forced).scalar_one() == len(TABLES)
            assert records.accounts(two.mine.id).all() == []  # who may come in is said anew there
    finally:
        restored.engine.dispose()
        cluster.drop_database(name)


@pytest.mark.parametrize("second_lock", [True, False])
def test_one_shops_entry_under_the_id_of_anothers_is_not_swallowed(two: Two, second_lock: bool) -> None:
    mine, key = (two.mine.shelf if second_lock else with_first_lock_alone(two)), uuid4()
    two.theirs.shelf.stock("move", two.theirs.lot, "bought", 1, Entry(NOW, key=key))
    lot = mine.item(5)[1]
    mine.stock("move", lot, "bought", 2, Entry(NOW, key=key))
    mine.stock("move", lot, "bought", 2, Entry(NOW, key=key))  # sent twice, applied once
    assert [move.on_hand for move in mine.stock("moves", lot)] == [7, 5]
    note = uuid4()
    two.theirs.shelf.log("add", Observation("note", "Theirs", pour_id=two.theirs.pour.id), Entry(NOW, key=note))
    with pytest.raises(IntegrityError):
        mine.log("add", Observation("note", "Mine", pour_id=mine.begin(1)), Entry(NOW, key=note))
