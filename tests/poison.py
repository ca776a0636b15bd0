"""Jobs as no one can save them, written straight into the records: what the floor must bear."""

from uuid import UUID

from sqlalchemy import text

from ulbrek.store.database import Database

# By kind, what is done to a revision, and what is said of the job then.
POISON: dict[str, tuple[str, str]] = {
    "garbage": ("document = '{\"nothing\": [1]}'", "This is required"),
    "no object": ("document = '[1, 2]'", ""),
    "a version of tomorrow": ("schema_version = 99", "It is of version 99"),
    "too much to plan": (
        "document = jsonb_set(document, '{pieces,0,features}', "
        '\'[{"kind": "hole", "id": "h", "name": "H", "x": {"offset": {"mm": 50}}, "y": {"offset": {"mm": 50}}, '
        '"diameter": {"mm": 20}, "repeat": {"kind": "grid", "count": 60, "rows": 40, "pitch": {"mm": 150}}}]\')',
        "too much for one plan",
    ),
    "no mix": ("document = document - 'mix'", "This is required"),
}


def poison(database: Database, job_id: str | UUID, revision: int, change: str) -> None:
    """Breaks one revision of a job, and forgets what the floor was told of it.

    Args:
        database: where it is kept
        job_id: the job
        revision: its number
        change: of ``POISON``
    """
    with database.work() as records:
        records.session.execute(
            text(f"UPDATE job_revision SET {change} WHERE job_id = :job AND number = :number"),
            {"job": job_id, "number": revision},
        )
        records.session.execute(text("DELETE FROM outlook WHERE of = :job"), {"job": job_id})
