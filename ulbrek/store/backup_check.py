"""What a backup must be before it is believed: whole, of expected members, and of records that the models know."""

import hashlib
import json
import zipfile
from typing import Any, NamedTuple

from pydantic import ValidationError
from sqlalchemy import Connection, Select, String, Table, select, text

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.job.shop import Shop
from ulbrek.files.job_file import as_job_file
from ulbrek.files.problems import InvalidDocumentError, Problem
from ulbrek.store.models import Base, JobRevisionRow, PourRow, ShopRevisionRow

FORMAT = "ulbrek backup"
VERSION = 2
MANIFEST = "manifest.json"
LARGEST_MANIFEST = 200_000
LARGEST_MEMBER = 8_000_000_000
LARGEST_OF_ALL = 20_000_000_000
_TOO_MUCH = "This is too much for one plan"  # was let through once, and is told so on the floor
# As in names and notes: what is no text. (PostgreSQL keeps no NUL in text at all.)
_NO_TEXT = r"[\x01-\x08\x0b\x0c\x0e-\x1f\x7f]"


class Member(NamedTuple):
    """What the manifest says of one table's file: its rows, its bytes, and their SHA-256."""

    rows: int
    size: int
    sha256: str


@dataclass(frozen=True, slots=True)
class Manifest:
    """What a backup says of itself."""

    migration: str
    members: dict[str, Member]


class Counting:
    """Sums up what goes by."""

    def __init__(self) -> None:
        self.size, self._digest = 0, hashlib.sha256()

    def take(self, chunk: bytes) -> None:
        """One chunk more."""
        self.size += len(chunk)
        self._digest.update(chunk)

    @property
    def sha256(self) -> str:
        """Of all that went by."""
        return self._digest.hexdigest()


def refused(problem: str, remedy: str) -> InvalidDocumentError:
    """A refusal of the whole backup."""
    return InvalidDocumentError([Problem("", problem, remedy)])


def manifest_of(packed: zipfile.ZipFile, tables: list[Table]) -> Manifest:
    """What a backup says of itself, once its members are those that one has.

    Raises:
        InvalidDocumentError: when it is no backup, of another version, encrypted, or holds something else
    """
    members = {member.filename: member for member in packed.infolist()}
    if any(member.flag_bits & 1 for member in members.values()):
        raise refused("The backup is encrypted.", "Decrypt it first; Ulbrek writes none that is.")
    head = members.get(MANIFEST)
    if head is None or head.file_size > LARGEST_MANIFEST:
        raise refused("This is not a backup that Ulbrek wrote.", "Give the file that `ulbrek backup` made.")
    try:
        told: dict[str, Any] = json.loads(packed.read(MANIFEST))
        known = told["format"] == FORMAT
        version = told["version"]
        found = {name: Member(**one) for name, one in told["members"].items()} if version == VERSION else {}
        migration = str(told["migration"])
    except (KeyError, ValueError, TypeError, AttributeError, zipfile.BadZipFile, RecursionError) as error:
        raise refused("This is not a backup that Ulbrek wrote.", "Give the file that `ulbrek backup` made.") from error
    if not known:
        raise refused("This is not a backup that Ulbrek wrote.", "Give the file that `ulbrek backup` made.")
    if version != VERSION:
        raise refused("The backup is of another version.", "Restore it with the Ulbrek that wrote it, or a newer one.")
    _refuse_strange(members, {f"{table.name}.csv" for table in tables}, len(packed.infolist()))
    return Manifest(migration, found)


def _refuse_strange(members: dict[str, zipfile.ZipInfo], expected: set[str], count: int) -> None:
    strange = sorted(set(members) - expected - {MANIFEST})
    if strange or count != len(members):
        what = strange[0][:80] if strange else "one file twice"
        raise refused(f"The backup holds {what}, which is no table.", "Give one that was not changed.")
    sizes = [member.file_size for member in members.values()]
    if max(sizes) > LARGEST_MEMBER or sum(sizes) > LARGEST_OF_ALL:
        raise refused("The backup unpacks to more than there is room for.", "Give one that was not changed.")


def refuse_another(name: str, said: Member | None, rows: int, read: Counting) -> None:
    """Refuses a table's file that is not the one that was written.

    Raises:
        InvalidDocumentError: when its rows, its size or its checksum are others than the manifest says
    """
    if said is None or (said.rows, said.size, said.sha256) != (rows, read.size, read.sha256):
        raise refused(f"The table {name} is not as it was written.", "Give a backup that was not changed.")


def refuse_unreadable(connection: Connection) -> None:
    """Refuses records that the models do not know: documents of jobs and shops, and text that is none.

    Raises:
        InvalidDocumentError: with the first record that cannot be read
    """
    for number, document in connection.execute(select(ShopRevisionRow.number, ShopRevisionRow.document)):
        try:
            Shop.model_validate(document)
        except ValidationError as error:
            raise refused(f"Revision {number} of the shop cannot be read.", "Give a backup not changed.") from error
    jobs = select(JobRevisionRow.job_id, JobRevisionRow.schema_version, JobRevisionRow.document)
    _refuse_unreadable_jobs(connection, "job", jobs)
    _refuse_unreadable_jobs(connection, "pour", select(PourRow.id, PourRow.schema_version, PourRow.job))
    _refuse_no_text(connection)
    if connection.execute(text(r"SELECT 1 FROM photo WHERE substring(content FOR 3) <> '\xffd8ff' LIMIT 1")).first():
        raise refused("A photo in it is no JPEG.", "Give a backup that was not changed.")


def _refuse_unreadable_jobs(connection: Connection, what: str, asked: Select[Any]) -> None:
    with connection.execute(asked.execution_options(yield_per=50)) as rows:
        for of, version, document in rows:
            try:
                as_job_file({"schema_version": version, "job": document})
            except InvalidDocumentError as error:
                first = error.problems[0]
                if first.problem.startswith(_TOO_MUCH):
                    continue
                said = f"The {what} {of} cannot be read: {first.field} {first.problem}"
                raise refused(said, "Give a backup that was not changed.") from error


def _refuse_no_text(connection: Connection) -> None:
    for table in Base.metadata.sorted_tables:
        for column in table.columns:
            if not isinstance(column.type, String):
                continue
            found = select(table).where(column.regexp_match(_NO_TEXT)).limit(1)
            if connection.execute(found).first():
                raise refused(f"A {column.name} in {table.name} is no text.", "Give a backup not changed.")
