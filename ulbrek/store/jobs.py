"""Jobs and their revisions."""

from collections.abc import Sequence
from datetime import datetime
from uuid import UUID, uuid4

from sqlalchemy import Subquery, func, or_, select, update
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.job.job import Job
from ulbrek.core.job.versions import SCHEMA_VERSION
from ulbrek.files.job_file import as_job_file
from ulbrek.store.entries import ShopRecords, one_at_a_time
from ulbrek.store.errors import NotFoundError, NothingToUndoError, OthersChangeError, StaleWriteError
from ulbrek.store.history import History, history_of
from ulbrek.store.models import JobRevisionRow, JobRow, MemberRow

_LONGEST_NAME = 60


@dataclass(frozen=True, slots=True)
class Revision:
    """One revision of a job, without its document."""

    number: int
    action: str
    what: str
    created_at: datetime
    member_id: UUID | None


@dataclass(frozen=True, slots=True)
class JobHead:
    """What is known of a job without reading its document: its newest revision, its name, when it says it is poured."""

    id: UUID
    revision: int
    changed_at: datetime
    name: str
    poured_at: datetime | None
    can_undo: bool = False
    can_redo: bool = False


@dataclass(frozen=True, slots=True)
class ListedJob:
    """A job as it stands: its newest revision and its document."""

    id: UUID
    revision: int
    job: Job
    changed_at: datetime


@dataclass(frozen=True, slots=True)
class StoredJob(ListedJob):
    """The same, and whether it can be undone or redone."""

    can_undo: bool
    can_redo: bool


class JobRepository(ShopRecords):
    """The jobs of one shop, as somebody works on them."""

    def __init__(self, session: Session, shop_id: UUID, member_id: UUID | None = None) -> None:
        """Reads and writes in this session; ``member_id`` is who undoes and redoes, where that is known."""
        super().__init__(session, shop_id)
        self._member_id = member_id

    def all(self) -> list[ListedJob]:
        """The jobs that are not archived, last changed first; no variants of them."""
        newest = self._newest_numbers()
        rows = self._session.scalars(
            select(JobRevisionRow)
            .join(
                newest,
                (newest.c.job_id == JobRevisionRow.job_id) & (newest.c.number == JobRevisionRow.number),
            )
            .order_by(JobRevisionRow.created_at.desc(), JobRevisionRow.job_id)
        )
        return [ListedJob(row.job_id, row.number, _document(row), row.created_at) for row in rows]

    def heads(self) -> list[JobHead]:
        """What a list tells of the jobs that are not archived, last changed first; no document is read for it.

        Variants are not on the floor: they are not made.
        """
        newest = self._newest_numbers()
        document = JobRevisionRow.document
        rows = self._session.execute(
            select(
                JobRevisionRow.job_id, JobRevisionRow.number, JobRevisionRow.created_at,
                document["name"].astext, document[("cure", "poured_at")].astext,
            )
            .join(newest, (newest.c.job_id == JobRevisionRow.job_id) & (newest.c.number == JobRevisionRow.number))
            .order_by(JobRevisionRow.created_at.desc(), JobRevisionRow.job_id)
        )  # fmt: skip
        return [
            JobHead(job_id, number, changed_at, (name or "A job without a name")[:_LONGEST_NAME], _moment(poured_at))
            for job_id, number, changed_at, name, poured_at in rows
        ]

    def head(self, job_id: UUID) -> JobHead:
        """The same of one job, with whether it can be undone or redone, though its document cannot be read.

        Raises:
            NotFoundError: when this shop has no such job
        """
        row = self._newest(job_id)
        history = self._history(job_id)
        name = row.document.get("name") if isinstance(row.document, dict) else None
        return JobHead(
            job_id, row.number, row.created_at, str(name or "A job without a name")[:_LONGEST_NAME], None,
            history.undo_to is not None, history.redo_to is not None,
        )  # fmt: skip

    def get(self, job_id: UUID) -> StoredJob:
        """A job.

        Raises:
            NotFoundError: when this shop has no such job
        """
        row = self._newest(job_id)
        return self._stored(row, _document(row))

    def revisions(self, job_id: UUID) -> list[Revision]:
        """A job's revisions, newest first."""
        self._newest_number(job_id)
        rows = self._session.scalars(
            select(JobRevisionRow).where(JobRevisionRow.job_id == job_id).order_by(JobRevisionRow.number.desc())
        )
        return [Revision(row.number, row.action, row.what, row.created_at, row.member_id) for row in rows]

    def at(self, job_id: UUID, number: int) -> Job:
        """A job's document at one of its revisions.

        Raises:
            NotFoundError: when there is no such revision
        """
        self._newest_number(job_id)
        row = self._session.get(JobRevisionRow, (job_id, number))
        if row is None:
            raise NotFoundError("revision", number)
        return _document(row)

    def family(self, job_id: UUID) -> list[UUID]:
        """A job and its variants, in the order in which they were begun; asked of a variant, the same.

        Raises:
            NotFoundError: when this shop has no such job
        """
        first = self.variant_of(job_id) or job_id
        variants = self._session.scalars(
            select(JobRow.id)
            .where(JobRow.shop_id == self._shop_id, JobRow.variant_of == first, JobRow.archived_at.is_(None))
            .order_by(JobRow.created_at, JobRow.id)
        )
        return [first, *variants]

    def variant_of(self, job_id: UUID) -> UUID | None:
        """The job that this is a variant of; None where it is none.

        Raises:
            NotFoundError: when this shop has no such job
        """
        self._newest_number(job_id)
        return self._session.get_one(JobRow, job_id).variant_of

    def create(self, job: Job, what: str, key: UUID | None = None, variant_of: UUID | None = None) -> StoredJob:
        """A new job with its first revision; under a key that is here already, the job that was begun under it.

        Args:
            job: its document
            what: it was begun as
            key: that it is begun under
            variant_of: the job that it is planned beside, where it is not to be made

        Raises:
            NotFoundError: when the key is that of a job that is archived
            sqlalchemy.exc.IntegrityError: when another shop has a job under it
        """
        one_at_a_time(self._session, key)
        if key is not None and self._is_here(JobRow, key):
            return self.get(key)
        row = JobRow(id=key or uuid4(), shop_id=self._shop_id, variant_of=variant_of)
        self._session.add(row)
        self._session.flush()
        return self._append(row.id, None, job, "create", what)

    def edit(self, job_id: UUID, parent: int, job: Job, what: str) -> StoredJob:
        """Appends a revision with a changed document.

        Raises:
            NotFoundError: when this shop has no such job
            StaleWriteError: when ``parent`` is not the newest revision
        """
        self._refuse_stale(job_id, parent)
        return self._append(job_id, parent, job, "edit", what)

    def undo(self, job_id: UUID, parent: int, of_others: bool = False) -> StoredJob:
        """Appends a revision with the document as it was one change before.

        Raises:
            NothingToUndoError: when it is as it was begun
            OthersChangeError: when the change is somebody else's, and is not to be undone for all that
        """
        return self._step(job_id, parent, "undo", of_others)

    def redo(self, job_id: UUID, parent: int) -> StoredJob:
        """Appends a revision with the document that was undone last."""
        return self._step(job_id, parent, "redo")

    def archive(self, job_id: UUID) -> None:
        """Takes a job off the floor, with its variants; they are kept."""
        self._newest_number(job_id)
        self._session.execute(
            update(JobRow)
            .where(JobRow.shop_id == self._shop_id, or_(JobRow.id == job_id, JobRow.variant_of == job_id))
            .where(JobRow.archived_at.is_(None))
            .values(archived_at=func.now())
        )

    def _step(self, job_id: UUID, parent: int, action: str, of_others: bool = True) -> StoredJob:
        self._refuse_stale(job_id, parent)
        history = self._history(job_id)
        to = history.undo_to if action == "undo" else history.redo_to
        if to is None:
            raise NothingToUndoError(action)
        undone = self._session.get_one(JobRevisionRow, (job_id, history.shown if action == "undo" else to))
        others = undone.member_id is not None and undone.member_id != self._member_id
        if others and self._member_id is not None and not of_others:
            name = self._session.scalar(select(MemberRow.name).where(MemberRow.id == undone.member_id))
            raise OthersChangeError(name or "Somebody else", undone.what)
        return self._append(job_id, parent, self.at(job_id, to), action, undone.what)

    def _newest_numbers(self) -> Subquery:
        return (
            select(JobRevisionRow.job_id, func.max(JobRevisionRow.number).label("number"))
            .join(JobRow, JobRow.id == JobRevisionRow.job_id)
            .where(JobRow.shop_id == self._shop_id, JobRow.archived_at.is_(None), JobRow.variant_of.is_(None))
            .group_by(JobRevisionRow.job_id)
            .subquery()
        )

    def _newest(self, job_id: UUID) -> JobRevisionRow:
        row = self._session.get(JobRevisionRow, (job_id, self._newest_number(job_id)))
        if row is None:
            raise NotFoundError("job", job_id)
        return row

    def _newest_number(self, job_id: UUID) -> int:
        number = self._session.scalar(
            select(func.max(JobRevisionRow.number))
            .join(JobRow, JobRow.id == JobRevisionRow.job_id)
            .where(JobRow.id == job_id, JobRow.shop_id == self._shop_id, JobRow.archived_at.is_(None))
        )
        if number is None:
            raise NotFoundError("job", job_id)
        return number

    def _refuse_stale(self, job_id: UUID, parent: int) -> None:
        newest = self._newest_number(job_id)
        if newest != parent:
            raise StaleWriteError(job_id, parent, newest)

    def _history(self, job_id: UUID) -> History:
        actions: Sequence[tuple[int, str]] = [
            (number, action)
            for number, action in self._session.execute(
                select(JobRevisionRow.number, JobRevisionRow.action)
                .where(JobRevisionRow.job_id == job_id)
                .order_by(JobRevisionRow.number)
            )
        ]
        return history_of(actions)

    def _append(self, job_id: UUID, parent: int | None, job: Job, action: str, what: str) -> StoredJob:
        row = JobRevisionRow(
            shop_id=self._shop_id,
            job_id=job_id,
            number=(parent or 0) + 1,
            parent=parent,
            action=action,
            what=what,
            document=job.model_dump(mode="json"),
            schema_version=SCHEMA_VERSION,
        )
        self._session.add(row)
        try:
            self._session.flush()
        except IntegrityError as error:  # another writer appended to the same parent in this very moment
            raise StaleWriteError(job_id, parent or 0, row.number) from error
        if action == "edit":  # the change is there to be undone, and forgets what could be redone
            return StoredJob(job_id, row.number, job, row.created_at, can_undo=True, can_redo=False)
        return self._stored(row, job)

    def _stored(self, row: JobRevisionRow, job: Job) -> StoredJob:
        history = self._history(row.job_id)
        return StoredJob(
            row.job_id,
            row.number,
            job,
            row.created_at,
            history.undo_to is not None,
            history.redo_to is not None,
        )


def _moment(told: str | None) -> datetime | None:
    """A moment out of a document; None where there is none that can be read."""
    try:
        found = datetime.fromisoformat(told) if told else None
    except ValueError:
        return None
    return found if found is not None and found.tzinfo is not None else None


def _document(row: JobRevisionRow) -> Job:
    return as_job_file({"schema_version": row.schema_version, "job": row.document}).job
