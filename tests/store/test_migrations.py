"""Migrations up and down, and that they make what the models say."""

from alembic.autogenerate import compare_metadata
from alembic.migration import MigrationContext
from sqlalchemy import inspect

from ulbrek.store.database import Database
from ulbrek.store.models import Base


def test_from_empty_up_down_and_up_again(empty_database_url: str) -> None:
    database = Database(empty_database_url)
    try:
        database.migrate()
        with database.engine.connect() as connection:
            context = MigrationContext.configure(connection, opts={"compare_type": True})
            assert compare_metadata(context, Base.metadata) == []
        database.migrate("base")
        assert inspect(database.engine).get_table_names() == ["alembic_version"]
        database.prepare()
        database.prepare()  # a second worker that starts finds all done
        with database.work() as records:
            assert records.shop().shop.name == "Shop"
    finally:
        database.engine.dispose()
