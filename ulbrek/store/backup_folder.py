"""Backups in a folder: the newest so many are kept, and one is believed when it was restored once."""

from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path
from secrets import token_hex
from uuid import UUID

from sqlalchemy import create_engine, text
from sqlalchemy.exc import ProgrammingError

from ulbrek.store.backup import read_backup, write_backup
from ulbrek.store.database import Database
from ulbrek.store.errors import NotReadyError

_ENDING = ".ulbrek.zip"


def backup_to(database: Database, shop_id: UUID, file: Path) -> dict[str, int]:
    """Writes a backup of a shop; an older one of that name stays until this one is whole.

    Returns:
        how many rows of each table
    """
    unfinished = file.with_name(f"{file.name}.unfinished")
    with unfinished.open("wb") as out:
        counts = write_backup(database, shop_id, out)
    unfinished.replace(file)
    return counts


def backup_into(database: Database, shop_id: UUID, folder: Path, keep: int, now: datetime | None = None) -> Path:
    """Writes a backup of a shop into a folder under the time of day, and removes that shop's oldest there.

    Args:
        database: where the shop is
        shop_id: which
        folder: made where it is missing
        keep: how many of this shop's stay, this one among them
        now: when; None: now
    """
    folder.mkdir(parents=True, exist_ok=True)
    own = f"shop-{str(shop_id)[:8]}-"
    file = folder / f"{own}{(now or datetime.now(UTC)):%Y-%m-%dT%H%M%SZ}{_ENDING}"
    backup_to(database, shop_id, file)
    for old in sorted(folder.glob(f"{own}*{_ENDING}"))[:-keep]:
        old.unlink()
    return file


def check_backup(database: Database, file: Path) -> dict[str, int]:
    """Restores a backup into a database that is made for it on the same server, and drops that again.

    Returns:
        how many rows of each table came back

    Raises:
        InvalidDocumentError: when it cannot be restored
        NotReadyError: when this user may make no database there
    """
    with _scratch(database) as scratch, file.open("rb") as kept:
        return read_backup(scratch, kept)


@contextmanager
def _scratch(database: Database) -> Iterator[Database]:
    url, name = database.engine.url, f"ulbrek_check_{token_hex(6)}"
    server = create_engine(url, isolation_level="AUTOCOMMIT", hide_parameters=True)
    try:
        with server.connect() as connection:
            connection.execute(text(f'CREATE DATABASE "{name}"'))
    except ProgrammingError as error:
        server.dispose()
        raise NotReadyError(
            f"The user {url.username} may make no database to restore into. Let them (ALTER ROLE ... CREATEDB), or "
            "leave out --check."
        ) from error
    scratch = Database(url.set(database=name).render_as_string(hide_password=False))
    try:
        yield scratch
    finally:
        scratch.engine.dispose()
        with server.connect() as connection:
            connection.execute(text(f'DROP DATABASE "{name}" WITH (FORCE)'))
        server.dispose()
