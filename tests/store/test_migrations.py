"""Migrations up and down, from the previous release's dump, and that they make what the models say."""

import os
from pathlib import Path

from alembic.autogenerate import compare_metadata
from alembic.migration import MigrationContext
from sqlalchemy import inspect, text

from ops.postgres import Cluster
from ulbrek.store.database import Database
from ulbrek.store.models import Base

OLD = Path(__file__).parent / "old"


def as_the_models_say(database: Database) -> bool:
    with database.engine.connect() as connection:
        context = MigrationContext.configure(connection, opts={"compare_type": True})
        return compare_metadata(context, Base.metadata) == []


def test_from_empty_up_down_and_up_again(empty_database_url: str) -> None:
    database = Database(empty_database_url)
    try:
        database.migrate()
        assert as_the_models_say(database)
        database.migrate("base")
        assert inspect(database.engine).get_table_names() == ["alembic_version"]
        database.prepare()
        database.prepare()  # a second worker that starts finds all done
        with database.work() as records:
            assert records.shop().shop.name == "Shop"
    finally:
        database.engine.dispose()


def test_the_previous_release_s_records_are_kept_up_down_and_up_again(cluster: Cluster) -> None:
    """The dump is as that release's database gave it: three jobs with their revisions, one of them archived."""
    name = f"old_{os.getpid()}"
    cluster.ensure_database(name)
    database = Database(cluster.url(name))
    try:
        with database.engine.connect() as connection:
            connection.exec_driver_sql((OLD / "records-0001.sql").read_text())
            connection.commit()
        database.engine.dispose()  # the dump sets the search path of its connection
        for target in ("head", "0001", "head"):
            database.migrate(target)
            with database.work() as records:
                assert records.session.execute(text("SELECT count(*) FROM job")).scalar_one() == 3
            if target != "head":
                continue  # no program of today reads those
            with database.work() as records:
                shop = records.shop()
                assert shop.shop.name == "Fennel Row Pottery"
                told = {(one.job.name, one.revision) for one in records.jobs(shop.id).all()}
                assert told == {("Rinse-sink top", 3), ("Press weights 5 and 6 again", 2)}
        assert as_the_models_say(database)
    finally:
        database.engine.dispose()
        cluster.drop_database(name)
