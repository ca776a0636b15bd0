"""Jobs and revisions in a real PostgreSQL."""

from concurrent.futures import ThreadPoolExecutor
from uuid import UUID, uuid4

import pytest
from sqlalchemy import text
from sqlalchemy.exc import IntegrityError

from tests.jobs import opening, top
from ulbrek.core.job.job import Job
from ulbrek.store.database import Database, Records
from ulbrek.store.errors import NotFoundError, NothingToUndoError, StaleWriteError
from ulbrek.store.history import history_of
from ulbrek.store.jobs import JobRepository, StoredJob


def jobs(records: Records) -> JobRepository:
    return records.jobs(records.shop().id)


def begin(database: Database, job: Job) -> StoredJob:
    with database.work() as records:
        return jobs(records).create(job, "Begun")


def edit(database: Database, job_id: UUID, parent: int, thickness: str) -> StoredJob:
    with database.work() as records:
        return jobs(records).edit(job_id, parent, top(piece={"thickness": thickness}), f"Thickness {thickness}")


def thickness(stored: StoredJob) -> str | None:
    return stored.job.pieces[0].thickness.typed


def test_a_job_comes_back_as_it_was_kept(database: Database) -> None:
    job = top(opening(length="18 7/8 in"))
    kept = begin(database, job)
    with database.work() as records:
        assert jobs(records).get(kept.id).job == job


def test_undo_and_redo_append_revisions_and_an_edit_forgets_what_could_be_redone(database: Database) -> None:
    kept = begin(database, top())
    for number, typed in enumerate(("41 mm", "42 mm", "43 mm"), start=1):
        kept = edit(database, kept.id, number, typed)
    with database.work() as records:
        kept = jobs(records).undo(kept.id, 4)
        kept = jobs(records).undo(kept.id, 5)
        assert (kept.revision, thickness(kept), kept.can_redo) == (6, "41 mm", True)
        kept = jobs(records).redo(kept.id, 6)
        assert (kept.revision, thickness(kept)) == (7, "42 mm")
    kept = edit(database, kept.id, 7, "50 mm")
    assert (kept.can_undo, kept.can_redo) == (True, False)
    with database.work() as records:
        told = [(one.number, one.action, one.what) for one in jobs(records).revisions(kept.id)]
        assert thickness_at(records, kept.id, 4) == "43 mm"
    assert told[:3] == [(8, "edit", "Thickness 50 mm"), (7, "redo", "Thickness 42 mm"), (6, "undo", "Thickness 42 mm")]


def thickness_at(records: Records, job_id: UUID, number: int) -> str | None:
    return jobs(records).at(job_id, number).pieces[0].thickness.typed


def test_the_first_revision_cannot_be_undone(database: Database) -> None:
    kept = begin(database, top())
    with pytest.raises(NothingToUndoError, match="nothing to undo"), database.work() as records:
        jobs(records).undo(kept.id, 1)


def test_a_stale_write_is_refused_and_names_both_revisions(database: Database) -> None:
    kept = begin(database, top())
    edit(database, kept.id, 1, "50 mm")
    with pytest.raises(StaleWriteError, match="to revision 1, the newest is 2"):
        edit(database, kept.id, 1, "60 mm")


def test_of_many_changes_at_once_to_one_revision_one_is_kept(database: Database) -> None:
    kept = begin(database, top())

    def attempt(number: int) -> bool:
        try:
            edit(database, kept.id, 1, f"{40 + number} mm")
        except StaleWriteError:
            return False
        return True

    with ThreadPoolExecutor(8) as pool:
        assert sum(pool.map(attempt, range(8))) == 1


def test_another_shop_sees_none_of_it(database: Database) -> None:
    kept = begin(database, top())
    with database.work() as records, pytest.raises(NotFoundError):
        records.jobs(uuid4()).get(kept.id)


def test_an_archived_job_leaves_the_floor_and_keeps_its_revisions(database: Database) -> None:
    kept = begin(database, top())
    with database.work() as records:
        jobs(records).archive(kept.id)
    with database.work() as records:
        assert kept.id not in {one.id for one in jobs(records).all()}
        count = records.session.execute(text("SELECT count(*) FROM job_revision WHERE job_id = :id"), {"id": kept.id})
        assert count.scalar_one() == 1


@pytest.mark.parametrize(
    "statement",
    [
        "INSERT INTO job_revision VALUES (:id, 3, 2, 'edit', 'x', '{}', 1)",  # a parent that is not there
        "INSERT INTO job_revision VALUES (:id, 2, NULL, 'edit', 'x', '{}', 1)",  # a second beginning
        "INSERT INTO job_revision VALUES (:id, 2, 1, 'guess', 'x', '{}', 1)",  # an action nobody knows
        "INSERT INTO job_revision VALUES (:id, 1, NULL, 'create', 'x', '{}', 1)",  # a number twice
        "DELETE FROM job WHERE id = :id",  # a job from under its revisions
    ],
)
def test_the_database_itself_refuses_records_that_do_not_hang_together(database: Database, statement: str) -> None:
    kept = begin(database, top())
    with pytest.raises(IntegrityError), database.work() as records:
        records.session.execute(text(statement), {"id": kept.id})


# What may stand in a document by another program's hand, and the name that the floor gives it then.
UNREADABLE = {
    "'null'": "A job without a name",
    "'[1, 2]'": "A job without a name",
    "'\"text\"'": "A job without a name",
    '\'{"name": "Half a job"}\'': "Half a job",
    '\'{"name": {"a": 1}, "cure": {"poured_at": "soon"}}\'': '{"a": 1}',
    '\'{"name": "", "cure": [1]}\'': "A job without a name",
}


@pytest.mark.parametrize("document", UNREADABLE)
def test_the_floor_lists_a_job_whatever_stands_in_its_document(database: Database, document: str) -> None:
    kept, other = begin(database, top()), begin(database, top())
    kept = edit(database, kept.id, 1, "41 mm")
    with database.work() as records:
        records.session.execute(
            text(f"UPDATE job_revision SET document = {document} WHERE job_id = :job AND number = 2"), {"job": kept.id}
        )
    with database.work() as records:
        heads = {one.id: one for one in jobs(records).heads()}
        assert (heads[kept.id].revision, heads[kept.id].name, heads[kept.id].poured_at) == (
            2,
            UNREADABLE[document],
            None,
        )
        assert heads[other.id].name == "Top"
        head = jobs(records).head(kept.id)
        assert (head.revision, head.can_undo, head.can_redo) == (2, True, False)
        assert [one.number for one in jobs(records).revisions(kept.id)] == [2, 1]
        undone = jobs(records).undo(kept.id, 2)
        assert thickness(undone) == "40 mm"
        jobs(records).archive(kept.id)
        assert kept.id not in {one.id for one in jobs(records).heads()}


def test_a_job_sent_twice_under_one_id_is_begun_once(database: Database) -> None:
    key = uuid4()

    def send(_: int) -> StoredJob:
        with database.work() as records:
            return jobs(records).create(top(), "Begun", key)

    with ThreadPoolExecutor(6) as pool:
        begun = list(pool.map(send, range(6)))
    assert {(one.id, one.revision) for one in begun} == {(key, 1)}


def test_history_follows_undo_and_redo() -> None:
    actions = ["create", "edit", "edit", "undo", "undo", "redo", "edit", "undo"]
    history = history_of(enumerate(actions, start=1))
    assert (history.back, history.forward) == ((1, 2), (7,))


@pytest.mark.parametrize("acts", ["eeuurer", "ueurree", "eeeuuurrre", "euerruuu", "eueueurr"])
def test_what_is_kept_says_of_itself_what_its_history_says(database: Database, acts: str) -> None:
    stored = begin(database, top())
    for number, act in enumerate(acts):
        with database.work() as records:
            kept = jobs(records)
            if act == "e":
                changed = top(piece={"thickness": f"{30 + number} mm"})
                stored = kept.edit(stored.id, stored.revision, changed, "Thickness")
            elif act == "u" and stored.can_undo:
                stored = kept.undo(stored.id, stored.revision)
            elif act == "r" and stored.can_redo:
                stored = kept.redo(stored.id, stored.revision)
        with database.work() as records:
            read = jobs(records).get(stored.id)
        assert (stored.can_undo, stored.can_redo, stored.revision) == (read.can_undo, read.can_redo, read.revision)


def test_a_shop_is_read_once_and_again_when_its_document_was_written_over(database: Database) -> None:
    with database.work() as records:
        first = records.shop()
    with database.work() as records:
        assert records.shop().shop is first.shop, "what does not change is not read again"
        records.shops.edit(records.shop(), first.shop.model_copy(update={"name": "Kiln yard"}))
    with database.work() as records:
        assert records.shop().shop.name == "Kiln yard"
        over = (
            "UPDATE shop_revision SET document = jsonb_set(document, '{name}', CAST(:name AS jsonb)) WHERE number = :n"
        )
        records.session.execute(text(over), {"n": first.revision + 1, "name": '"Mended"'})
    with database.work() as records:
        assert records.shop().shop.name == "Mended", "written over in the same revision"
