"""The whole shop as one file: into an empty database it gives the same records, byte for byte."""

import io
import json
import os
import re
import zipfile
from collections.abc import Callable, Iterator
from datetime import UTC, datetime, timedelta
from hashlib import sha256
from typing import Any
from uuid import UUID, uuid4

import pytest
from sqlalchemy import text

from ops.demo_records import begun_with
from ops.postgres import Cluster
from tests.files.test_photo import picture
from tests.jobs import top
from ulbrek.core.finish.entries import FinishEntry
from ulbrek.core.job.shop import Shop
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.records.past import PastCasting
from ulbrek.files.photo import clean_photo
from ulbrek.files.problems import InvalidDocumentError
from ulbrek.store.backup import OF_THE_DOORS, WORKED_OUT, read_backup, write_backup
from ulbrek.store.database import Database
from ulbrek.store.entries import Entry
from ulbrek.store.log import Observation
from ulbrek.store.members import Told
from ulbrek.store.models import Base
from ulbrek.store.pours import Fill, PourTake
from ulbrek.store.stock import NewLot

POUR = datetime.now(UTC) - timedelta(days=3)
Fresh = Callable[[], Database]


@pytest.fixture
def fresh(cluster: Cluster) -> Iterator[Fresh]:
    """Databases without tables, dropped at the end."""
    made: list[tuple[str, Database]] = []

    def make() -> Database:
        name = f"backup_{os.getpid()}_{len(made)}"
        cluster.ensure_database(name)
        made.append((name, Database(cluster.url(name))))
        return made[-1][1]

    yield make
    for name, database in made:
        database.engine.dispose()
        cluster.drop_database(name)


def fill(database: Database) -> None:
    """A row at least in every table."""
    database.migrate()
    with database.work() as records:
        records.shops.create(Shop(name="Fennel Row, “the” yard; back"))
        shop = records.shop()
        member = records.members(shop.id).add(Told("Studio lead", "in")).id
        entry = Entry(POUR, 'with a comma, a "quote" and\na line', member)
        job = records.jobs(shop.id).create(top(piece={"count": 2}), "Begun")
        records.jobs(shop.id).create(job.job, "Variant", UUID(int=1), job.id)  # which stands before it in the file
        form = records.forms(shop.id).build("Ring", ["top"], job.id)
        records.forms(shop.id).keep(form.id, usual_life=40)
        records.forms(shop.id).note(form.id, "oiled", entry)
        item = records.stock(shop.id).add_item("bag", "ordinary/60lb", "Ordinary mix", "bags")
        lot = records.stock(shop.id).add_lot(item, NewLot(10.5, price=6.25, currency="CAD"), entry)
        fills = [Fill("top", 2, (form.cavities[0].id,))]
        pour = records.pours(shop.id).begin(
            job, shop.revision, begun_with(job.job, shop.shop, fills, [PourTake(lot, 3)]), entry
        )
        records.pours(shop.id).mix(pour, 2, 5.61, entry, lot)
        records.asked(shop.id).ask(pour, [member])
        records.runs(shop.id).add(
            pour, [RunEntry(id=uuid4(), kind="note", at=datetime.now(UTC), text="Windy", member_id=member)]
        )
        casting = records.pours(shop.id).get(pour).castings[0].id
        at_work = {"id": uuid4(), "kind": "note", "at": datetime.now(UTC), "text": "Pads", "member_id": member}
        records.finishes(shop.id).add(pour, [FinishEntry(**at_work, casting=casting)])
        records.pours(shop.id).did(pour, "strip", "top", Entry(POUR + timedelta(hours=30)))
        seen = records.log(shop.id).add(
            Observation("defect", "Pit\tby the tap", casting_id=casting, x_mm=0.1, y_mm=-2e-7, defect="pinholes"), entry
        )
        records.defects(shop.id).say(seen, "gap", "no")
        old = PastCasting(date=POUR.date(), name="Bench", mix="ordinary", bag="25kg", bags=2)
        records.past(shop.id).keep([old], "notes.csv")
        records.evidence(shop.id).leave_out(pour, "set", "Wet, “soaked”,\nbags")
        records.photos(shop.id).add(seen, clean_photo(picture()))
        sensor = records.sensors(shop.id).add("Probe", "concrete").id
        records.sensors(shop.id).place(sensor, pour, POUR)
        records.sensors(shop.id).read(sensor, [(POUR + timedelta(minutes=n), 20 + n / 7) for n in range(9)])
        air = records.sensors(shop.id).add("Yard", "air").id
        records.sensors(shop.id).read(air, [(POUR + timedelta(minutes=20 * n), 11 + n / 7) for n in range(9)])
        records.sensors(shop.id).read(air, [(POUR - timedelta(days=60), 14.0)])  # so long ago that it is laid down


def backup(database: Database) -> bytes:
    with database.work() as records:
        shop = records.shop()
    file = io.BytesIO()
    write_backup(database, shop.id, file)
    return file.getvalue()


def test_restored_records_are_equal_byte_for_byte(fresh: Fresh) -> None:
    first, second = fresh(), fresh()
    fill(first)
    kept = backup(first)
    told = read_backup(second, io.BytesIO(kept))
    assert set(told) == set(Base.metadata.tables) - WORKED_OUT - OF_THE_DOORS
    assert min(told.values()) >= 1, "a table that was never filled is not tested here"
    assert backup(second) == kept
    with second.work() as records:  # and they work: numbers go on, balances hold
        shop = records.shop()
        assert records.stock(shop.id).all()[0].on_hand == 7.5
        (job,) = records.jobs(shop.id).all()
        assert records.jobs(shop.id).family(UUID(int=1)) == [job.id, UUID(int=1)]
        pours = records.pours(shop.id)
        begun = pours.get(
            pours.begin(job, shop.revision, begun_with(job.job, shop.shop, [Fill("top", 1)]), Entry(POUR))
        )
        assert begun.castings[0].serial == 3


def test_a_backup_holds_one_shop_s_records_only(fresh: Fresh) -> None:
    database = fresh()
    fill(database)
    kept = backup(database)
    with database.work() as records:
        other = records.shops.create(Shop(name="Another"))
        records.jobs(other).create(top(), "Theirs")
        records.members(other).add(Told("Somebody else", "mm"))
    assert backup(database) == kept


def test_a_backup_is_read_into_an_empty_database_only(fresh: Fresh) -> None:
    database = fresh()
    fill(database)
    kept = backup(database)
    with pytest.raises(InvalidDocumentError, match="holds a shop already"):
        read_backup(database, io.BytesIO(kept))


def spoilt(kept: bytes, member: str, content: bytes, extra: bool = False) -> bytes:
    written = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(kept)) as one, zipfile.ZipFile(written, "w") as other:
        for name in one.namelist():
            other.writestr(name, content if name == member else one.read(name))
        if extra:
            other.writestr(member, content)
    return written.getvalue()


def doctored(kept: bytes, changed: dict[str, bytes]) -> bytes:
    """A backup that somebody changed with its manifest: its rows, sizes and checksums are right."""
    with zipfile.ZipFile(io.BytesIO(kept)) as packed:
        members = {name: changed.get(name, packed.read(name)) for name in packed.namelist()}
    manifest = json.loads(members["manifest.json"])
    for name, content in changed.items():
        said = manifest["members"][name.removesuffix(".csv")]
        said |= {"size": len(content), "sha256": sha256(content).hexdigest()}
    members["manifest.json"] = json.dumps(manifest).encode()
    written = io.BytesIO()
    with zipfile.ZipFile(written, "w") as other:
        for name, content in members.items():
            other.writestr(name, content)
    return written.getvalue()


def encrypted(kept: bytes) -> bytes:
    """The same with its members said to be encrypted: what says so stands eight bytes into each one's entry."""
    found = bytearray(kept)
    for at in (one.start() for one in re.finditer(re.escape(b"PK\x01\x02"), kept)):
        found[at + 8] |= 1
    return bytes(found)


def test_what_is_no_backup_is_refused_and_leaves_nothing_behind(fresh: Fresh) -> None:
    source, database = fresh(), fresh()
    fill(source)
    database.migrate()
    kept = backup(source)
    changed = zipfile.ZipFile(io.BytesIO(kept)).read("member.csv").replace(b"Studio lead", b"Studio head")
    manifest: dict[str, Any] = json.loads(zipfile.ZipFile(io.BytesIO(kept)).read("manifest.json"))
    for wrong, problem in (
        (b"not a zip", "not a backup"),
        (spoilt(kept, "manifest.json", b"{}"), "not a backup"),
        (spoilt(kept, "manifest.json", json.dumps({**manifest, "version": 9}).encode()), "another version"),
        (spoilt(kept, "manifest.json", json.dumps({**manifest, "migration": "0099"}).encode()), "tables at 0099"),
        (spoilt(kept, "casting_state.csv", b"casting_id,number\n"), "incomplete or altered"),
        (spoilt(kept, "member.csv", changed), "member is not as it was written"),
        (spoilt(kept, "other.zip", kept, extra=True), "other.zip, which is no table"),
        (encrypted(kept), "is encrypted"),
        (spoilt(kept, "photo.csv", kept[:200]), "incomplete or altered"),
    ):
        with pytest.raises(InvalidDocumentError, match=problem):
            read_backup(database, io.BytesIO(wrong))
        with database.work() as records:
            assert records.session.execute(text("SELECT count(*) FROM shop")).scalar_one() == 0
    read_backup(database, io.BytesIO(kept))


@pytest.mark.parametrize(
    ("member", "was", "is_", "problem"),
    [
        ("photo.csv", b"image/jpeg", b"text/html", "incomplete or altered"),
        ("photo.csv", b"xffd8ff", b"x3c6874", "no JPEG"),
        ("job_revision.csv", b'""pieces""', b'""pizzas""', "The job .* cannot be read"),
        ("pour.csv", b'""thickness""', b'""thinness""', "The pour .* cannot be read"),
        ("shop_revision.csv", b'""mixes""', b'""moxes""', "of the shop cannot be read"),
        ("member.csv", b"Studio", b"Stud\x0bo", "in member is no text"),
    ],
)
def test_a_backup_that_was_changed_with_its_checksums_is_refused_by_what_is_in_it(
    fresh: Fresh, member: str, was: bytes, is_: bytes, problem: str
) -> None:
    source, database = fresh(), fresh()
    fill(source)
    kept = backup(source)
    content = zipfile.ZipFile(io.BytesIO(kept)).read(member)
    assert was in content
    with pytest.raises(InvalidDocumentError, match=problem):
        read_backup(database, io.BytesIO(doctored(kept, {member: content.replace(was, is_)})))
    with database.work() as records:
        assert records.shops.first() is None
