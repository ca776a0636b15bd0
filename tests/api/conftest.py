"""Two shops behind one door."""

from collections.abc import Iterator
from uuid import uuid4

import pytest

from ops.postgres import Cluster
from tests.api.doors import Doors
from tests.jobs import DEMO
from tests.store.test_shops_apart import filled
from ulbrek.api.settings import Settings
from ulbrek.core.job.shop import Shop
from ulbrek.store.database import Database


@pytest.fixture(scope="module")
def doors(cluster: Cluster, settings: Settings) -> Iterator[Doors]:
    name = f"doors_{uuid4().hex[:8]}"
    cluster.ensure_database(name)
    database = Database(cluster.url(name))
    try:
        database.migrate()
        with database.work() as records:
            first = records.shops.create(Shop.model_validate_json((DEMO / "shop.json").read_bytes()))
            second = records.shops.create(Shop(name="Another"))
        told = {"database_url": cluster.url(name), "sign_in": True}
        doors = Doors(database, settings.model_copy(update=told), filled(database, first), filled(database, second))
        yield doors
        doors.close()
    finally:
        database.engine.dispose()
        cluster.drop_database(name)
