"""Job files: lossless, and refused in words."""

import json
from pathlib import Path
from typing import Any

import pytest

from tests.jobs import DEMO_FILES, hole, opening, top, top_document
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.files.job_file import read_job_file, write_job_file
from ulbrek.files.problems import InvalidDocumentError, Problem


def refusals(document: Any) -> tuple[Problem, ...]:
    with pytest.raises(InvalidDocumentError) as refused:
        read_job_file(document if isinstance(document, (str, bytes)) else json.dumps(document))
    return refused.value.problems


def file_of(job: dict[str, Any], **more: Any) -> dict[str, Any]:
    return {"schema_version": 1, "job": job, **more}


@pytest.mark.parametrize("file", DEMO_FILES, ids=lambda file: file.name)
def test_out_and_in_is_byte_for_byte_the_same(file: Any) -> None:
    read = read_job_file(file.read_bytes())
    written = write_job_file(read.job, read.shop_snapshot)
    assert written.encode() == file.read_bytes()


def test_as_typed_survives_out_and_in() -> None:
    job = top(opening(length="2' 1\""), hole("24 3/8", "62cm"))
    again = read_job_file(write_job_file(job, Shop())).job
    assert again == job
    assert again.pieces[0].features[0].length.typed == "2' 1\""  # type: ignore[union-attr]


@pytest.mark.parametrize(
    ("document", "field", "problem", "remedy"),
    [
        ("{", "", "It is not JSON", "exported from Ulbrek"),
        ("[]", "/schema_version", "does not say its version", "exported from Ulbrek"),
        ({"schema_version": 9, "job": {}}, "/schema_version", "of version 9", "newer Ulbrek"),
        (file_of(top_document(piece={"thickness": "thick"})), "/job/pieces/0/thickness", "“thick” cannot", "Write it"),
        (file_of(top_document(piece={"thickness": "0 mm"})), "/job/pieces/0/thickness", "out of bounds", "Give 5 to"),
        (
            file_of(top_document(piece={"colour": "red"})),
            "/job/pieces/0/colour",
            "Unknown field",
            "Check the spelling",
        ),
        (file_of(top_document(piece={"cast": "sideways"})), "/job/pieces/0/cast", "not one of", "'face down'"),
        (file_of({}), "/job/name", "required", "Add it"),
        (
            file_of(top_document(opening(), opening())),
            "/job/pieces/0/features",
            "Two features are called “sink”",
            "own id",
        ),
        (
            file_of(top_document(opening(corner_radius="-1 mm"))),
            "/job/pieces/0/features/0/corner_radius",
            "is negative",
            "Write it like",
        ),
        (
            file_of(top_document(), shop_snapshot={"mixes": []}),
            "/shop_snapshot/mixes",
            "At least 1 item",
            "what is missing",
        ),
        (
            file_of(top_document(mix={"bags_per_batch": 0.3})),
            "/job/mix/bags_per_batch",
            "in steps of 0.25",
            "Change the",
        ),
        (b"\xff\xfe", "", "It is not JSON", "exported from Ulbrek"),
        (b" " * 4_000_001, "", "over 4 MB", "they are small"),
        ("[" * 100_000, "", "It is not JSON", "exported from Ulbrek"),
    ],
)
def test_a_bad_file_is_refused_with_field_problem_and_remedy(
    document: Any, field: str, problem: str, remedy: str
) -> None:
    first = refusals(document)[0]
    assert first.field == field
    assert problem in first.problem
    assert remedy in first.remedy


def test_every_problem_of_a_file_is_named_at_once() -> None:
    document = file_of(top_document(opening(length="x"), piece={"thickness": "y"}))
    assert {one.field for one in refusals(document)} == {"/job/pieces/0/thickness", "/job/pieces/0/features/0/length"}


@pytest.mark.parametrize("file", sorted((Path(__file__).parent / "old").glob("*.json")), ids=lambda file: file.name)
def test_files_of_every_schema_version_open_plan_and_go_out_again(file: Path) -> None:
    read = read_job_file(file.read_bytes())
    assert plan(read.job, read.shop_snapshot).pieces
    assert read_job_file(write_job_file(read.job, read.shop_snapshot)) == read
