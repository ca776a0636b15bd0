"""A real PostgreSQL of the tests' own, a database for each run, and the application over it."""

import os
from collections.abc import Iterator

import pytest
from fastapi.testclient import TestClient
from hypothesis import settings as hypothesis_settings

from ops.postgres import ROOT, Cluster
from tests.jobs import DEMO
from tests.served import serving
from ulbrek.api.app import create_app
from ulbrek.api.settings import Settings
from ulbrek.core.job.shop import Shop
from ulbrek.store.database import Database

# How long an example takes says more of the machine than of the rule; make bench measures.
hypothesis_settings.register_profile("untimed", deadline=None)
hypothesis_settings.load_profile("untimed")


@pytest.fixture(scope="session")
def cluster() -> Iterator[Cluster]:
    worker = os.environ.get("PYTEST_XDIST_WORKER", "alone")  # each has a server of its own
    cluster = Cluster(ROOT / ".data" / f"tests-{worker}")
    cluster.start()
    yield cluster
    cluster.stop()


@pytest.fixture(scope="session")
def empty_database_url(cluster: Cluster) -> Iterator[str]:
    """A database without tables."""
    name = f"empty_{os.getpid()}"
    cluster.ensure_database(name)
    yield cluster.url(name)
    cluster.drop_database(name)


@pytest.fixture(scope="session")
def database_url(cluster: Cluster) -> Iterator[str]:
    """A database with its tables up and the demo's shop in it."""
    name = f"run_{os.getpid()}"
    cluster.ensure_database(name)
    database = Database(cluster.url(name))
    database.migrate()
    with database.work() as records:
        records.shops.create(Shop.model_validate_json((DEMO / "shop.json").read_bytes()))
    database.engine.dispose()
    yield cluster.url(name)
    cluster.drop_database(name)


@pytest.fixture(scope="session")
def database(database_url: str) -> Iterator[Database]:
    database = Database(database_url)
    yield database
    database.engine.dispose()


@pytest.fixture(scope="session")
def settings(database_url: str) -> Settings:
    return Settings(database_url=database_url, log_format="console", warm=False, long_work=1, devices="simulated")


@pytest.fixture(scope="session")
def api(settings: Settings) -> Iterator[TestClient]:
    """The application, asked as from its own pages."""
    with TestClient(create_app(settings), base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
        yield client


@pytest.fixture(scope="session")
def address(settings: Settings) -> Iterator[str]:
    """The application behind a real socket, for a real browser."""
    with serving(settings) as server:
        yield server.address
