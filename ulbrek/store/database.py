"""The connection, the migrations, and one commit for one piece of work."""

import time
from collections.abc import Iterator
from contextlib import contextmanager
from copy import copy
from pathlib import Path
from uuid import UUID

from alembic import command
from alembic.config import Config
from sqlalchemy import Connection, Engine, create_engine, event, inspect, text
from sqlalchemy.engine import make_url
from sqlalchemy.engine.interfaces import DBAPIConnection
from sqlalchemy.exc import DisconnectionError
from sqlalchemy.orm import Session
from sqlalchemy.pool import ConnectionPoolEntry, PoolProxiedConnection

from ulbrek.core.job.shop import Shop
from ulbrek.store.accounts import AccountRepository
from ulbrek.store.asked import AskedRepository
from ulbrek.store.castings import CastingRepository
from ulbrek.store.defects import DefectRepository
from ulbrek.store.doors import Doors
from ulbrek.store.errors import NotFoundError, NotReadyError
from ulbrek.store.evidence import EvidenceRepository
from ulbrek.store.feeds import FeedRepository
from ulbrek.store.forms import FormRepository
from ulbrek.store.jobs import JobRepository
from ulbrek.store.links import LinkRepository
from ulbrek.store.log import LogRepository
from ulbrek.store.members import MemberRepository
from ulbrek.store.models import Base
from ulbrek.store.noted import FinishRepository
from ulbrek.store.outlooks import OutlookRepository
from ulbrek.store.passkeys import Challenges, PasskeyRepository
from ulbrek.store.past import PastRepository
from ulbrek.store.photos import PhotosInDatabase, PhotoStore
from ulbrek.store.poured import RECORDS_ROOM_BYTES, KnownRecords
from ulbrek.store.pours import PourRepository
from ulbrek.store.runs import RunRepository
from ulbrek.store.security import SecurityLog
from ulbrek.store.sensors import SensorRepository
from ulbrek.store.shop_uses import ShopUses
from ulbrek.store.shops import ShopRepository, StoredShop
from ulbrek.store.stock import StockRepository
from ulbrek.store.weather import WeatherRepository
from ulbrek.store.year import YearRepository

MIGRATIONS = Path(__file__).parent / "migrations"
NEWEST = max(file.name.split("_")[0] for file in (MIGRATIONS / "versions").glob("0*.py"))
# Several workers may start at once: whoever holds this advisory lock migrates, the others wait.
MIGRATION_LOCK = 0x756C6272
RESTED_S = 1.0
_CONNECT_S = 5
_WAIT_FOR_CONNECTION_S = 5.0
# No statement and no wait for a lock may hold a worker for long; a backup and a migration lift that for themselves.
_OPTIONS = "-c statement_timeout=20000 -c lock_timeout=8000 -c idle_in_transaction_session_timeout=60000"


# Which shop a session works for: the tables show it no other (migration 0005).
ALL_SHOPS = "*"
WORK_FOR = text("SELECT set_config('ulbrek.shop', :shop, :local)")
# And who works there, who signs what does not say otherwise (migration 0006); and from which page (migration 0007).
_WORK_AS = text(
    "SELECT set_config('ulbrek.shop', :shop, :local), set_config('ulbrek.member', :member, :local), "
    "set_config('ulbrek.page', :page, :local)"
)
# Whoever may do everything sees everything, so work is done in the name of a role that may not. Where the address is
# that of a plain user no such role can be made, and none is needed.
_ROLE = "ulbrek_app"
_GRANTS = f"""
DO $$ BEGIN
  BEGIN
    CREATE ROLE {_ROLE} NOLOGIN;
  EXCEPTION WHEN insufficient_privilege OR duplicate_object OR unique_violation THEN NULL;
  END;
  IF EXISTS (SELECT FROM pg_roles WHERE rolname = '{_ROLE}') THEN
    GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO {_ROLE};
  END IF;
END $$
"""
_SEES_ALL = text("SELECT rolsuper OR rolbypassrls FROM pg_roles WHERE rolname = current_user")
_GIVE_UP = """
SELECT set_config('role', other.rolname, false) FROM pg_roles me, pg_roles other
WHERE me.rolname = session_user AND (me.rolsuper OR me.rolbypassrls)
AND other.rolname = %s AND has_table_privilege(other.oid, 'shop', 'SELECT')
"""


class Database:
    """A PostgreSQL database that holds Ulbrek's records."""

    def __init__(self, url: str) -> None:
        """Prepares connections to ``url``; the first is made when it is needed. It works for all shops."""
        self._shop_id: UUID | None = None
        self._member_id: UUID | None = None
        self._only_as = False
        self._page = ""
        self._first_id: UUID | None = None
        self._first: Database | None = None
        self._all: Database | None = None  # where the oldest shop is looked for
        self.engine: Engine = create_engine(
            _with_driver(url), pool_size=10, max_overflow=10, pool_timeout=_WAIT_FOR_CONNECTION_S, hide_parameters=True,
            connect_args={"connect_timeout": _CONNECT_S, "options": _OPTIONS},
        )  # fmt: skip
        _ask_after_rest(self.engine)
        _give_up_rights(self.engine)
        self._known = KnownRecords(RECORDS_ROOM_BYTES)

    def of_shop(self, shop_id: UUID, member_id: UUID | None = None, *, only_as: bool = False) -> "Database":
        """The same database, for one shop alone: of others nothing is seen or written, whatever is asked for.

        Args:
            shop_id: which
            member_id: who works there; entries that say nobody else are theirs
            only_as: whether entries are theirs whatever they say
        """
        other = copy(self)
        other._shop_id, other._member_id, other._only_as = shop_id, member_id, only_as
        other._all = other._first = None
        return other

    def from_page(self, page: str) -> "Database":
        """The same database; whoever follows what changes is told that it was this page that asked for it."""
        other = copy(self)
        other._page = page
        return other

    def of_first_shop(self) -> "Database":
        """The same database for the oldest shop, where nobody signs in; it is looked for when something is asked."""
        if self._first is None:
            first = copy(self)
            first._all = self
            self._first = first
        return self._first

    def without_author(self) -> "Database":
        """The same database of the same shop, for what nobody does in person."""
        return self if self._shop_id is None or self._member_id is None else self.of_shop(self._shop_id)

    @property
    def shop_id(self) -> UUID | None:
        """The shop that is worked for; None for all of them, and before there is one."""
        self._settle()
        return self._shop_id

    def _settle(self) -> None:
        if self._all is not None and self._shop_id is None:
            self._shop_id = self._all.first_shop_id()

    def first_shop_id(self) -> UUID | None:
        """The oldest shop; None before there is one."""
        if self._first_id is None:
            with self.look() as records:
                self._first_id = records.shops.first_id()
        return self._first_id

    @property
    def _works_for(self) -> tuple[str, str]:
        """The shop that is worked for, and who works there."""
        return ALL_SHOPS if self._shop_id is None else str(self._shop_id), str(self._member_id or "")

    @property
    def member_id(self) -> UUID | None:
        """Who works here, where that is known."""
        return self._member_id

    def migrate(self, to: str = "head") -> None:
        """Brings the tables up (or down) to a revision."""
        with self.engine.connect() as connection:
            connection.execute(text("RESET ROLE; SET statement_timeout = 0; SET lock_timeout = 0"))
            connection.execute(WORK_FOR, {"shop": ALL_SHOPS, "local": False})
            connection.execute(text("SELECT pg_advisory_lock(:lock)"), {"lock": MIGRATION_LOCK})
            connection.commit()
            try:
                config = migration_config()
                config.attributes["connection"] = connection
                _refuse_newer(connection)
                down = to != "head"
                (command.downgrade if down else command.upgrade)(config, to)
                connection.execute(text(_GRANTS))
                connection.commit()
            finally:
                connection.rollback()
                connection.execute(text("SELECT pg_advisory_unlock(:lock)"), {"lock": MIGRATION_LOCK})
                connection.commit()
                connection.invalidate()  # it has more rights than others
        self.engine.dispose()  # those that were opened before the tables were there

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
        self._settle()
        with Session(self.engine, expire_on_commit=False) as session, session.begin():
            shop, member = self._works_for
            session.execute(_WORK_AS, {"shop": shop, "member": member, "page": self._page, "local": True})
            if self._only_as:
                _sign(session, self._member_id)
            yield Records(session, self._known, self._shop_id, self._member_id)

    @contextmanager
    def look(self) -> Iterator["Records"]:
        """Records to read one thing from: no transaction, so one round trip instead of three."""
        self._settle()
        with self.engine.connect().execution_options(isolation_level="AUTOCOMMIT") as connection:
            shop, _ = self._works_for  # nothing is signed that is only read
            if connection.info.get("works_for") != shop:
                connection.execute(_WORK_AS, {"shop": shop, "member": "", "page": "", "local": False})
                connection.info["works_for"] = shop
            yield Records(Session(connection), self._known, self._shop_id, self._member_id)

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
            sees_all = connection.execute(_SEES_ALL).scalar_one()
        if list(found) != [NEWEST]:
            raise NotReadyError(f"The tables are at {', '.join(found) or 'nothing'}, this version wants {NEWEST}.")
        if sees_all:
            raise NotReadyError(f"Shops are not kept apart here: run ulbrek migrate, which makes the role {_ROLE}.")


class Records:
    """The repositories over one session."""

    def __init__(
        self, session: Session, known: KnownRecords, shop_id: UUID | None = None, member_id: UUID | None = None
    ) -> None:
        """Works in this session; what happened to pours is read again only when something was written of them."""
        self.session, self._known, self._shop_id, self._member_id = session, known, shop_id, member_id
        self.shops = ShopRepository(session)
        self.doors = Doors(session)
        self.challenges = Challenges(session)

    def shop(self) -> StoredShop:
        """The shop that is worked for; the oldest where that is said of none.

        Raises:
            NotFoundError: before ``Database.prepare`` has made it, or when it is gone
        """
        if self._shop_id is not None:
            return self.shops.get(self._shop_id)
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
        return JobRepository(self.session, shop_id, self._member_id)

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

    def evidence(self, shop_id: UUID) -> EvidenceRepository:
        """What a shop's pours say of the rules."""
        return EvidenceRepository(self.session, shop_id)

    def past(self, shop_id: UUID) -> PastRepository:
        """The old notes of a shop."""
        return PastRepository(self.session, shop_id)

    def year(self, shop_id: UUID) -> YearRepository:
        """The years of a shop."""
        return YearRepository(self.session, shop_id)

    def defects(self, shop_id: UUID) -> DefectRepository:
        """The defects of a shop's castings."""
        return DefectRepository(self.session, shop_id)

    def sensors(self, shop_id: UUID) -> SensorRepository:
        """The sensors of a shop."""
        return SensorRepository(self.session, shop_id)

    def weather(self, shop_id: UUID) -> WeatherRepository:
        """The weather of a shop."""
        return WeatherRepository(self.session, shop_id)

    def outlooks(self, shop_id: UUID) -> OutlookRepository:
        """What the floor is told of a shop's jobs and pours."""
        return OutlookRepository(self.session, shop_id)

    def accounts(self, shop_id: UUID) -> AccountRepository:
        """What the people of a shop may do, and what lets them in."""
        return AccountRepository(self.session, shop_id)

    def passkeys(self, shop_id: UUID) -> PasskeyRepository:
        """The passkeys of a shop's people."""
        return PasskeyRepository(self.session, shop_id)

    def security(self, shop_id: UUID) -> SecurityLog:
        """What was seen at the doors of a shop."""
        return SecurityLog(self.session, shop_id)

    def links(self, shop_id: UUID) -> LinkRepository:
        """The links that show a job of a shop."""
        return LinkRepository(self.session, shop_id)

    def feeds(self, shop_id: UUID) -> FeedRepository:
        """The addresses of a shop's calendar."""
        return FeedRepository(self.session, shop_id)

    def asked(self, shop_id: UUID) -> AskedRepository:
        """Who is asked to the pours of a shop."""
        return AskedRepository(self.session, shop_id)

    def runs(self, shop_id: UUID) -> RunRepository:
        """The entries of a shop's pours as they are run."""
        return RunRepository(self.session, shop_id)

    def finishes(self, shop_id: UUID) -> FinishRepository:
        """What was written down at the machine of a shop's pours."""
        return FinishRepository(self.session, shop_id)

    def photos(self, shop_id: UUID) -> PhotoStore:
        """The photos of a shop."""
        return PhotosInDatabase(self.session, shop_id)


def migration_config() -> Config:
    """Where Alembic finds the migrations."""
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    return config


def _sign(session: Session, member_id: UUID | None) -> None:
    """Lets every entry that is added be somebody's own, whatever it says."""

    @event.listens_for(session, "before_flush")
    def sign(into: Session, *_: object) -> None:
        for row in into.new:
            if hasattr(row, "member_id"):
                row.member_id = member_id


def _refuse_newer(connection: Connection) -> None:
    """A database that a newer program has brought up is left alone.

    Raises:
        NotReadyError: when its tables are of a version that this program does not know
    """
    if not inspect(connection).has_table("alembic_version"):
        return
    known = {file.name.split("_")[0] for file in (MIGRATIONS / "versions").glob("0*.py")}
    found = connection.execute(text("SELECT version_num FROM alembic_version")).scalars().all()
    newer = [one for one in found if one not in known]
    if newer:
        raise NotReadyError(
            f"The tables are at {newer[0]}, which a newer Ulbrek made; this one knows them up to {NEWEST}. Start the "
            "newer one again, or restore a backup of before into an empty database."
        )


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


def _give_up_rights(engine: Engine) -> None:
    """Lets new connections work in the name of a role that row-level security holds for."""

    @event.listens_for(engine, "connect")
    def give_up(connection: DBAPIConnection, _: ConnectionPoolEntry) -> None:
        cursor = connection.cursor()
        try:
            cursor.execute("SELECT to_regclass('public.shop')")
            if cursor.fetchone() != (None,):
                cursor.execute(_GIVE_UP, (_ROLE,))
            connection.commit()
        finally:
            cursor.close()


def _with_driver(url: str) -> str:
    parsed = make_url(url)
    return parsed.set(drivername="postgresql+psycopg").render_as_string(hide_password=False)
