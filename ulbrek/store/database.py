"""The connection, the migrations, and one commit for one piece of work."""

import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from uuid import UUID

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, create_engine, event, inspect, text
from sqlalchemy.engine import make_url
from sqlalchemy.engine.interfaces import DBAPIConnection
from sqlalchemy.exc import DisconnectionError
from sqlalchemy.orm import Session
from sqlalchemy.pool import ConnectionPoolEntry, PoolProxiedConnection

from ulbrek.core.job.shop import Shop
from ulbrek.store.castings import CastingRepository
from ulbrek.store.errors import NotFoundError, NotReadyError
from ulbrek.store.forms import FormRepository
from ulbrek.store.jobs import JobRepository
from ulbrek.store.log import LogRepository
from ulbrek.store.members import MemberRepository
from ulbrek.store.models import Base
from ulbrek.store.outlooks import OutlookRepository
from ulbrek.store.photos import PhotosInDatabase, PhotoStore
from ulbrek.store.poured import RECORDS_ROOM_BYTES, KnownRecords
from ulbrek.store.pours import PourRepository
from ulbrek.store.sensors import SensorRepository
from ulbrek.store.shop_uses import ShopUses
from ulbrek.store.shops import ShopRepository, StoredShop
from ulbrek.store.stock import StockRepository

MIGRATIONS = Path(__file__).parent / "migrations"
NEWEST = max(file.name.split("_")[0] for file in (MIGRATIONS / "versions").glob("0*.py"))
# Several workers may start at once: whoever holds this advisory lock migrates, the others wait.
MIGRATION_LOCK = 0x756C6272
RESTED_S = 1.0
_CONNECT_S = 5
_WAIT_FOR_CONNECTION_S = 5.0
# No statement and no wait for a lock may hold a worker for long; a backup and a migration lift that for themselves.
_OPTIONS = "-c statement_timeout=20000 -c lock_timeout=8000 -c idle_in_transaction_session_timeout=60000"


class Database:
    """A PostgreSQL database that holds Ulbrek's records."""

    def __init__(self, url: str) -> None:
        """Prepares connections to ``url``; the first is made when it is needed."""
        self.engine: Engine = create_engine(
            _with_driver(url), pool_size=10, max_overflow=10, pool_timeout=_WAIT_FOR_CONNECTION_S, hide_parameters=True,
            connect_args={"connect_timeout": _CONNECT_S, "options": _OPTIONS},
        )  # fmt: skip
        _ask_after_rest(self.engine)
        self._known = KnownRecords(RECORDS_ROOM_BYTES)

    def migrate(self, to: str = "head") -> None:
        """Brings the tables up (or down) to a revision."""
        with self.engine.connect() as connection:
            connection.execute(text("SET statement_timeout = 0; SET lock_timeout = 0"))
            connection.execute(text("SELECT pg_advisory_lock(:lock)"), {"lock": MIGRATION_LOCK})
            connection.commit()
            try:
                config = migration_config()
                config.attributes["connection"] = connection
                down = to != "head"
                (command.downgrade if down else command.upgrade)(config, to)
                connection.commit()
            finally:
                connection.rollback()
                connection.execute(text("SELECT pg_advisory_unlock(:lock)"), {"lock": MIGRATION_LOCK})
                connection.commit()

    def prepare(self) -> None:
        """Brings the tables up and makes the shop where there is none yet."""
        self.migrate()
        with self.work() as records:
            records.session.execute(text("SELECT pg_advisory_xact_lock(:lock)"), {"lock": MIGRATION_LOCK})
            found = records.shops.first()
            if found is None:
                records.shops.create(Shop(begun=False))
            else:
                records.members(found.id).bring_up()

    @contextmanager
    def work(self) -> Iterator["Records"]:
        """Records to read and write; what was done is committed at the end, or not at all."""
        with Session(self.engine, expire_on_commit=False) as session, session.begin():
            yield Records(session, self._known)

    @contextmanager
    def look(self) -> Iterator["Records"]:
        """Records to read one thing from: no transaction, so one round trip instead of three."""
        with self.engine.connect().execution_options(isolation_level="AUTOCOMMIT") as connection:
            yield Records(Session(connection), self._known)

    def is_ready(self) -> None:
        """Looks whether the database answers, and its tables are as this version wants them.

        Raises:
            sqlalchemy.exc.OperationalError: when it cannot be reached
            NotReadyError: when a table is missing or a migration is pending
        """
        with self.engine.connect() as connection:
            there = set(inspect(connection).get_table_names())
            missing = sorted({table.name for table in Base.metadata.sorted_tables} - there)
            if missing:
                raise NotReadyError(f"The table {missing[0]} is missing.")
            found = connection.execute(text("SELECT version_num FROM alembic_version")).scalars().all()
        if list(found) != [NEWEST]:
            raise NotReadyError(f"The tables are at {', '.join(found) or 'nothing'}, this version wants {NEWEST}.")


class Records:
    """The repositories over one session."""

    def __init__(self, session: Session, known: KnownRecords) -> None:
        """Works in this session; what happened to pours is read again only when something was written of them."""
        self.session, self._known = session, known
        self.shops = ShopRepository(session)

    def shop(self) -> StoredShop:
        """The shop.

        Raises:
            NotFoundError: before ``Database.prepare`` has made it
        """
        found = self.shops.first()
        if found is None:
            raise NotFoundError("shop", "yet")
        return found

    def stamp(self) -> str:
        """What is the same only as long as nothing was written: the transactions that can be seen.

        Whoever takes it first and reads then has read what was there, or something newer that no later stamp equals.
        """
        return str(self.session.execute(text("SELECT CAST(pg_current_snapshot() AS text)")).scalar_one())

    def jobs(self, shop_id: UUID) -> JobRepository:
        """The jobs of a shop."""
        return JobRepository(self.session, shop_id)

    def members(self, shop_id: UUID) -> MemberRepository:
        """The people of a shop."""
        return MemberRepository(self.session, shop_id)

    def shop_uses(self, shop_id: UUID) -> ShopUses:
        """What of a shop's lists is in use."""
        return ShopUses(self.session, shop_id)

    def forms(self, shop_id: UUID) -> FormRepository:
        """The forms and moulds of a shop."""
        return FormRepository(self.session, shop_id)

    def pours(self, shop_id: UUID) -> PourRepository:
        """The pours of a shop."""
        return PourRepository(self.session, shop_id, self._known)

    def castings(self, shop_id: UUID) -> CastingRepository:
        """The castings of a shop."""
        return CastingRepository(self.session, shop_id)

    def stock(self, shop_id: UUID) -> StockRepository:
        """The stock of a shop."""
        return StockRepository(self.session, shop_id)

    def log(self, shop_id: UUID) -> LogRepository:
        """The log of a shop."""
        return LogRepository(self.session, shop_id)

    def sensors(self, shop_id: UUID) -> SensorRepository:
        """The sensors of a shop."""
        return SensorRepository(self.session, shop_id)

    def outlooks(self, shop_id: UUID) -> OutlookRepository:
        """What the floor is told of a shop's jobs and pours."""
        return OutlookRepository(self.session, shop_id)

    def photos(self, shop_id: UUID) -> PhotoStore:
        """The photos of a shop."""
        return PhotosInDatabase(self.session, shop_id)


def migration_config() -> Config:
    """Where Alembic finds the migrations."""
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    return config


def _ask_after_rest(engine: Engine) -> None:
    """Asks a connection that has rested whether it is still there; in steady work that would only cost time."""

    @event.listens_for(engine, "checkin")
    def note(_: DBAPIConnection | None, record: ConnectionPoolEntry) -> None:
        record.info["rested_since"] = time.monotonic()

    @event.listens_for(engine, "checkout")
    def ask(connection: DBAPIConnection, record: ConnectionPoolEntry, _: PoolProxiedConnection) -> None:
        if time.monotonic() - record.info.get("rested_since", time.monotonic()) < RESTED_S:
            return
        try:
            engine.dialect.do_ping(connection)
        except engine.dialect.loaded_dbapi.Error as gone:
            raise DisconnectionError from gone  # the pool opens another


def _with_driver(url: str) -> str:
    parsed = make_url(url)
    return parsed.set(drivername="postgresql+psycopg").render_as_string(hide_password=False)
