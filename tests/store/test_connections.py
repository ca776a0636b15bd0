"""Connections that PostgreSQL has closed in the meantime."""

import time

import pytest
from sqlalchemy import text

from ulbrek.store import database as module
from ulbrek.store.database import Database


def test_a_connection_lost_while_it_rested_is_replaced(database: Database, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(module, "RESTED_S", 0.05)
    ours = Database(database.engine.url.render_as_string(hide_password=False))
    try:
        with ours.look() as records:
            process = records.session.execute(text("SELECT pg_backend_pid()")).scalar_one()
        with database.work() as records:
            records.session.execute(text("RESET ROLE"))
            records.session.execute(text("SELECT pg_terminate_backend(:process)"), {"process": process})
        time.sleep(0.1)
        with ours.work() as records:
            assert records.session.execute(text("SELECT pg_backend_pid()")).scalar_one() != process
            assert records.shop().shop.name
    finally:
        ours.engine.dispose()
