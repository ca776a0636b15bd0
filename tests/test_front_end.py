"""The front end's own tests; and what it begins is taken by the core."""

import json
import os
import subprocess
from pathlib import Path
from typing import Any

import pytest

from ops.postgres import ROOT
from tests.jobs import top_document
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan


@pytest.fixture(scope="module")
def begun(tmp_path_factory: pytest.TempPathFactory) -> list[dict[str, Any]]:
    """Everything that the front end's forms begin, in both systems of units; its own tests write it down."""
    file: Path = tmp_path_factory.mktemp("begun") / "begun.json"
    run = subprocess.run(
        ["npx", "vitest", "run", "--reporter=dot", "--no-color"], cwd=ROOT / "web", check=False, text=True,
        env={**os.environ, "ULBREK_BEGUN": str(file)}, capture_output=True,
    )  # fmt: skip
    assert run.returncode == 0, run.stdout + run.stderr
    told: list[dict[str, Any]] = json.loads(file.read_text("utf-8"))
    return told


def test_what_is_begun_is_taken_by_the_core(begun: list[dict[str, Any]]) -> None:
    """Every feature at its first sizes in a plain top."""
    assert {start["units"] for start in begun} == {"mm", "in"}
    for start in begun:
        (piece,) = plan(Job.model_validate(top_document() | {"pieces": start["pieces"]}), Shop()).pieces
        assert piece.measure.volume.value > 1, start
        codes = {found.code for found in piece.measure.findings}
        assert not codes & {"feature-outside", "no-such-edge", "outline-crosses-itself", "radius-too-large"}, start
