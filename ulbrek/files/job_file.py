"""``*.ulbrek.json``: a job and the shop it was planned in, lossless."""

import json
from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError

from ulbrek.core.base.document import Document
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.job.versions import SCHEMA_VERSION, brought_up
from ulbrek.files.problems import InvalidDocumentError, Problem, problems_in

LARGEST_FILE_BYTES = 4_000_000

_WANTED = "Choose a job file exported from Ulbrek (.ulbrek.json)."


class JobFile(Document):
    """What a job file holds."""

    schema_version: Literal[2] = SCHEMA_VERSION
    job: Job
    shop_snapshot: Annotated[Shop, Field(description="the shop as it was when the file was written")] = Shop()


def read_job_file(text: str | bytes) -> JobFile:
    """A job file from its text.

    Raises:
        InvalidDocumentError: with the field, the problem and a remedy for each thing that is wrong
    """
    if len(text) > LARGEST_FILE_BYTES:
        raise InvalidDocumentError([Problem("", "The file is over 4 MB.", "Give a job file; they are small.")])
    try:
        raw = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise InvalidDocumentError([Problem("", f"It is not JSON: {error}.", _WANTED)]) from error
    return as_job_file(raw)


def as_job_file(raw: Any) -> JobFile:  # noqa: ANN401 - whatever the JSON held
    """A job file from parsed JSON, brought up to the present schema.

    Raises:
        InvalidDocumentError: with the field, the problem and a remedy for each thing that is wrong
    """
    version = raw.get("schema_version") if isinstance(raw, dict) else None
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise InvalidDocumentError([Problem("/schema_version", "It does not say its version.", _WANTED)])
    if version > SCHEMA_VERSION:
        raise InvalidDocumentError(
            [
                Problem(
                    "/schema_version",
                    f"It is of version {version}; this Ulbrek reads up to {SCHEMA_VERSION}.",
                    "Open it with a newer Ulbrek.",
                )
            ]
        )
    try:
        return JobFile.model_validate(brought_up(raw, version))
    except ValidationError as error:
        raise InvalidDocumentError(problems_in(error)) from error


def write_job_file(job: Job, shop: Shop) -> str:
    """The text of a job file, ended by a line break; equal jobs give equal bytes.

    Of the shop's people only those go with it who are there.
    """
    there = tuple(one for one in shop.people if one.id in job.handling.there)
    sent = shop.model_copy(update={"people": there})
    written = JobFile(job=job, shop_snapshot=sent).model_dump(mode="json")
    return json.dumps(written, indent=2, ensure_ascii=False) + "\n"
