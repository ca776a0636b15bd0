"""Outlooks: kept with what they were worked out from, worked out by one of those who ask, left out when unreadable."""

from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from uuid import UUID, uuid4

import pytest
from sqlalchemy import text

from tests.jobs import hole, top
from ulbrek.core.after.outlook import MOST_DRAWN, Outlook, outlook
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.store.database import Database
from ulbrek.store.outlooks import KeptOutlook

JOB = top(hole("450 mm", "520 mm"))
TOLD = outlook(JOB, plan(JOB, Shop()))


@dataclass
class Kept:
    """One thing's outlook in a database."""

    database: Database
    shop: UUID
    of: UUID

    def keep(self, key: str, told: Outlook | None = TOLD, problem: str | None = None) -> None:
        with self.database.work() as records:
            records.outlooks(self.shop).keep(self.of, key, told, problem)

    def claim(self, key: str) -> bool:
        with self.database.work() as records:
            return records.outlooks(self.shop).claim(self.of, key)

    def read(self, known: dict[tuple[UUID, str], Outlook] | None = None) -> KeptOutlook | None:
        with self.database.work() as records:
            return records.outlooks(self.shop).of([self.of, uuid4()], known or {}).get(self.of)

    def run(self, statement: str) -> None:
        with self.database.work() as records:
            records.session.execute(text(statement), {"of": self.of})


@pytest.fixture
def kept(database: Database) -> Iterator[Kept]:
    with database.work() as records:
        shop = records.shop().id
    one = Kept(database, shop, uuid4())
    yield one
    one.run("DELETE FROM outlook WHERE of = :of")


def test_it_comes_back_as_it_was_kept(kept: Kept) -> None:
    assert kept.read() is None
    kept.keep("job 1")
    assert kept.read() == KeptOutlook("job 1", TOLD, None)
    kept.keep("job 2", None, "It is too much for one plan.")
    assert kept.read() == KeptOutlook("job 2", None, "It is too much for one plan.")


def test_what_is_known_already_is_not_read_again(kept: Kept) -> None:
    kept.keep("job 1")
    kept.run("UPDATE outlook SET told = '{}' WHERE of = :of")
    assert kept.read({(kept.of, "job 1"): TOLD}) == KeptOutlook("job 1", TOLD, None)
    assert kept.read({(kept.of, "job 0"): TOLD}) is None  # known of another revision; what is there is no outlook


def test_of_many_who_ask_at_once_one_works_it_out(kept: Kept) -> None:
    with ThreadPoolExecutor(8) as pool:
        assert sum(pool.map(lambda _: kept.claim("job 1"), range(8))) == 1
    assert kept.read() == KeptOutlook("", None, None, _claimed(kept))  # on its way
    kept.keep("job 1")
    assert not kept.claim("job 1")  # it is there
    assert kept.claim("job 2")  # of something newer it is not
    assert not kept.claim("job 2")
    assert kept.read() == KeptOutlook("job 1", TOLD, None, _claimed(kept))  # the old one is shown until then
    kept.keep("job 2")
    assert kept.read() == KeptOutlook("job 2", TOLD, None)


def _claimed(kept: Kept) -> datetime:
    """Until when somebody is working it out."""
    found = kept.read()
    assert found is not None
    assert found.claimed_until is not None
    assert datetime.now(UTC) < found.claimed_until < datetime.now(UTC) + timedelta(minutes=2)
    return found.claimed_until


def test_a_claim_of_who_died_runs_out(kept: Kept) -> None:
    assert kept.claim("job 1")
    kept.run("UPDATE outlook SET claimed_until = now() - interval '1 second' WHERE of = :of")
    assert kept.claim("job 1")


def test_another_shop_sees_none_of_it(kept: Kept, database: Database) -> None:
    kept.keep("job 1")
    with database.work() as records:
        other = records.shops.create(Shop())
        assert records.outlooks(other).of([kept.of], {}) == {}
        records.session.rollback()


def test_of_very_many_features_a_thumbnail_draws_some() -> None:
    document = JOB.model_dump(mode="json")
    document["pieces"][0]["features"][0] |= {
        "diameter": "10 mm", "x": {"offset": "30 mm"}, "y": {"offset": "30 mm"},
        "repeat": {"kind": "grid", "count": 20, "rows": 10, "pitch": "40 mm", "row_pitch": "50 mm"},
    }  # fmt: skip
    job = type(JOB).model_validate(document)
    (piece,) = outlook(job, plan(job, Shop())).headline.pieces
    assert len(piece.features) == MOST_DRAWN
