"""All records of a shop as one file, and back into an empty database.

The file is a ZIP of one CSV a table, as PostgreSQL itself writes and reads them, and a manifest. All rows say which
shop they are of, so a new table is in the backup as soon as it is there.
"""

import json
import zipfile
from collections.abc import Sequence
from typing import IO, Any, Literal
from uuid import UUID

from psycopg import Connection, DataError, IntegrityError, ProgrammingError
from psycopg.sql import SQL, Composed, Identifier
from psycopg.sql import Literal as Value
from sqlalchemy import Table, text
from sqlalchemy.exc import DBAPIError

from ulbrek.store.backup_check import (
    FORMAT,
    MANIFEST,
    VERSION,
    Counting,
    Member,
    manifest_of,
    refuse_another,
    refuse_unreadable,
    refused,
)
from ulbrek.store.database import ALL_SHOPS, WORK_FOR, Database
from ulbrek.store.models import Base

WORKED_OUT = frozenset({"outlook", "pour_evidence"})  # can be worked out again
# Who may come in is this server's: where a backup is restored its owner is let in anew.
OF_THE_DOORS = frozenset(
    {"account", "device", "invitation", "share_link", "feed", "passkey", "security_event", "challenge", "rate"}
)
_CHUNK = 1 << 16


def write_backup(database: Database, shop_id: UUID, file: IO[bytes]) -> dict[str, int]:
    """Writes all records of a shop as they stand at one moment.

    Returns:
        how many rows of each table
    """
    with database.engine.connect().execution_options(isolation_level="REPEATABLE READ") as connection:
        # The same records give the same bytes, whatever the server is set to.
        connection.execute(
            text(
                "SET LOCAL TIME ZONE 'UTC'; SET LOCAL bytea_output = 'hex'; SET LOCAL DateStyle = 'ISO'; "
                "SET LOCAL statement_timeout = 0"
            )
        )
        connection.execute(WORK_FOR, {"shop": str(shop_id), "local": True})
        migration = connection.execute(text("SELECT version_num FROM alembic_version")).scalar_one()
        raw: Connection[Any] = connection.connection.driver_connection  # type: ignore[assignment]
        with zipfile.ZipFile(file, "w", zipfile.ZIP_DEFLATED, compresslevel=4) as packed:
            members = {table.name: _copy_out(raw, table, shop_id, packed) for table in _kept_tables()}
            manifest = {
                "format": FORMAT, "version": VERSION, "migration": migration, "shop": str(shop_id),
                "members": {name: member._asdict() for name, member in members.items()},
            }  # fmt: skip
            packed.writestr(_member(MANIFEST), json.dumps(manifest, indent=2))
        connection.rollback()
    return {name: member.rows for name, member in members.items()}


def read_backup(database: Database, file: IO[bytes]) -> dict[str, int]:
    """Restores a backup into a database without records; all of it or nothing.

    Returns:
        how many rows of each table

    Raises:
        InvalidDocumentError: when it is no backup, is of a newer version, or the database holds records
    """
    tables = _kept_tables()
    try:
        packed = zipfile.ZipFile(file)
    except zipfile.BadZipFile as error:
        raise refused("This is not a backup that Ulbrek wrote.", "Give the file that `ulbrek backup` made.") from error
    manifest = manifest_of(packed, tables)
    database.migrate()
    with database.engine.connect() as connection:
        connection.execute(text("SET LOCAL statement_timeout = 0"))
        connection.execute(WORK_FOR, {"shop": ALL_SHOPS, "local": True})
        if connection.execute(text("SELECT EXISTS (SELECT FROM shop)")).scalar_one():
            raise refused("The database holds a shop already.", "Restore into an empty database.")
        if connection.execute(text("SELECT version_num FROM alembic_version")).scalar_one() != manifest.migration:
            raise refused(
                f"The backup is of the tables at {manifest.migration[:40]}.",
                "Bring an empty database there with the Ulbrek that wrote it, restore, then migrate.",
            )
        raw: Connection[Any] = connection.connection.driver_connection  # type: ignore[assignment]
        rows: dict[str, int] = {}
        # PostgreSQL copies nothing into tables whose rows it looks at one by one; that is taken up again below.
        connection.execute(text("RESET ROLE"))
        _force(raw, tables, "NO FORCE")
        try:
            for table in tables:
                rows[table.name], read = _copy_in(raw, table, packed)
                refuse_another(table.name, manifest.members.get(table.name), rows[table.name], read)
            refuse_unreadable(connection)
            connection.execute(text("SET CONSTRAINTS ALL IMMEDIATE"))  # what waits to be looked at holds a table
        except (DataError, IntegrityError, ProgrammingError, DBAPIError, KeyError, zipfile.BadZipFile) as error:
            raise refused("The backup is incomplete or altered.", "Give one that was not changed.") from error
        _force(raw, tables, "FORCE")
        connection.commit()
        connection.invalidate()  # it has more rights than others
    return rows


def _force(raw: Connection[Any], tables: Sequence[Table], how: Literal["FORCE", "NO FORCE"]) -> None:
    """Says whether the tables' owner, too, sees only the rows of the shop that is worked for."""
    for table in tables:
        raw.execute(SQL("ALTER TABLE {} {} ROW LEVEL SECURITY").format(Identifier(table.name), SQL(how)))


def _kept_tables() -> list[Table]:
    return [table for table in Base.metadata.sorted_tables if table.name not in WORKED_OUT | OF_THE_DOORS]


def _copy_out(raw: Connection[Any], table: Table, shop_id: UUID, packed: zipfile.ZipFile) -> Member:
    columns = SQL(", ").join(map(Identifier, _columns(table)))
    order = SQL(", ").join(Identifier(column.name) for column in table.primary_key)
    query = SQL("COPY (SELECT {} FROM {} WHERE {} ORDER BY {}) TO STDOUT (FORMAT csv, HEADER)").format(
        columns, Identifier(table.name), _of_shop(table, shop_id), order
    )
    written = Counting()
    with packed.open(_member(f"{table.name}.csv"), "w", force_zip64=True) as out, raw.cursor() as cursor:
        with cursor.copy(query) as copy:
            for chunk in copy:
                out.write(chunk)
                written.take(bytes(chunk))
        return Member(cursor.rowcount, written.size, written.sha256)


def _copy_in(raw: Connection[Any], table: Table, packed: zipfile.ZipFile) -> tuple[int, Counting]:
    columns = SQL(", ").join(map(Identifier, _columns(table)))
    query = SQL("COPY {} ({}) FROM STDIN (FORMAT csv, HEADER MATCH)").format(Identifier(table.name), columns)
    read = Counting()
    with packed.open(f"{table.name}.csv") as kept, raw.cursor() as cursor:
        with cursor.copy(query) as copy:
            while chunk := kept.read(_CHUNK):
                read.take(chunk)
                copy.write(chunk)
        return cursor.rowcount, read


def _columns(table: Table) -> list[str]:
    """The columns that are written; computed ones come of themselves."""
    return [column.name for column in table.columns if column.computed is None]


def _of_shop(table: Table, shop_id: UUID) -> Composed:
    """Which rows of a table are a shop's: all say so."""
    if table.name == "shop":
        return SQL("id = {}").format(Value(shop_id))
    return SQL("shop_id = {}").format(Value(shop_id))


def _member(name: str) -> zipfile.ZipInfo:
    """A member of the file, always of the same date, so that the same records give the same bytes."""
    member = zipfile.ZipInfo(name, (1980, 1, 1, 0, 0, 0))
    member.compress_type = zipfile.ZIP_DEFLATED
    return member
