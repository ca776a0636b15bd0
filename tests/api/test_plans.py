"""Plans of the application: worked out once, and near or apart by what they cost."""

from collections.abc import Iterator
from uuid import uuid4

import pytest

from tests.core.test_bounded import grid, piece
from tests.jobs import top, top_document
from ulbrek.api.apart import Apart, BusyError
from ulbrek.api.services.plans import LONG_MS, Plans, job_key
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.core.records.record import EMPTY, Done, Record
from ulbrek.store.database import Database
from ulbrek.store.jobs import StoredJob
from ulbrek.store.shops import StoredShop

SMALL = top()
LARGE = Job.model_validate(
    top_document() | {"pieces": [piece(features=[grid("hole", 0, 20, 10, diameter="20 mm")])]}
)  # 200 holes


@pytest.fixture
def plans(database: Database) -> Iterator[Plans]:
    apart = Apart(1, 0)
    yield Plans(database, apart)
    apart.close()


def kept(database: Database, job: Job) -> tuple[StoredJob, StoredShop]:
    with database.work() as records:
        shop = records.shop()
        return records.jobs(shop.id).create(job, "Begun"), shop


def test_a_revision_is_planned_once_and_another_anew(database: Database, plans: Plans) -> None:
    stored, shop = kept(database, SMALL)
    first = plans.of_job(stored, shop)
    assert plans.of_job(stored, shop) is first
    record = Record(done=(Done(act="float", at="2026-05-01T10:00:00Z"),))  # type: ignore[arg-type]
    assert plans.of_job(stored, shop, record) is not first  # something happened


def test_small_jobs_are_planned_here_and_large_ones_apart(database: Database, plans: Plans) -> None:
    assert SMALL.effort_ms < LONG_MS < LARGE.effort_ms
    planned = plans.make(LARGE, Shop())
    assert planned.pieces[0].measure.volume.value == pytest.approx(plan(LARGE, Shop()).pieces[0].measure.volume.value)
    nobody = Apart(1, -1)  # has no turn for anybody
    busy = Plans(database, nobody)
    with pytest.raises(BusyError) as refused:
        busy.make(LARGE, Shop())
    assert refused.value.again_s > 0
    assert busy.make(SMALL, Shop()).pieces
    nobody.close()


def test_work_on_many_small_jobs_together_is_large(database: Database) -> None:
    nobody = Apart(1, -1)
    busy = Plans(database, nobody)
    assert busy.near_or_apart([SMALL], len, "abc") == 3
    with pytest.raises(BusyError):
        busy.near_or_apart([SMALL] * 20, len, "abc")
    nobody.close()


def test_what_was_told_is_remembered_by_what_it_was_worked_out_from(database: Database, plans: Plans) -> None:
    stored, shop = kept(database, SMALL)
    _, tell = plans.tell_job(stored, shop)
    tell()
    with database.work() as records:
        first = plans.outlooks(records, shop.id, [stored.id, uuid4()])
        again = plans.outlooks(records, shop.id, [stored.id])
    assert list(first) == [stored.id]
    assert again[stored.id].outlook is first[stored.id].outlook
    assert again[stored.id].key == job_key(stored.revision, shop, EMPTY)


def test_an_outlook_is_of_one_revision_one_shop_and_one_record(database: Database) -> None:
    _, shop = kept(database, SMALL)
    record = Record(done=(Done(act="float", at="2026-05-01T10:00:00Z"),))  # type: ignore[arg-type]
    keys = {job_key(1, shop, EMPTY), job_key(2, shop, EMPTY), job_key(1, shop, record)}
    assert len(keys) == 3
    assert job_key(1, shop, Record(done=record.done)) in keys
