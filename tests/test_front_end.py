"""The front end's own tests, and that it writes every quantity as the core writes it."""

import json
import os
import random
import subprocess
from pathlib import Path
from typing import get_args

from ops.postgres import ROOT
from tests.core.test_finishing import castings_at_some_moments
from tests.core.test_run import runs_at_some_moments
from ulbrek.core.base.units.kinds import COUNTED, KINDS
from ulbrek.core.base.units.quantity import write_quantity
from ulbrek.core.base.units.reading import Units


def test_its_own_tests_pass_and_what_stands_on_the_screen_stands_on_paper(tmp_path: Path) -> None:
    """Numbers of every size, many of them half way between two that can be written, in every unit."""
    dice = random.Random(19)  # noqa: S311 - the same each time
    units = ["limit", "sold", *KINDS, *COUNTED]
    cases = []
    for unit in units:
        for _ in range(60):
            value = dice.choice([1, -1, 1, 1]) * 10 ** dice.uniform(-4, 5)
            value = round(value * 8) / 8 if dice.random() < 0.5 else round(value, dice.randrange(6))
            cases += [[value, unit, reader, write_quantity(value, unit, reader)] for reader in get_args(Units)]
    file, runs, finishes = (tmp_path / f"{name}.json" for name in ("written", "runs", "finishes"))
    file.write_text(json.dumps(cases), "utf-8")
    runs.write_text(json.dumps(runs_at_some_moments()), "utf-8")
    finishes.write_text(json.dumps(castings_at_some_moments()), "utf-8")
    run = subprocess.run(
        ["npm", "test", "--silent", "--", "--no-color"], cwd=ROOT / "web", check=False, text=True,
        env={**os.environ, "ULBREK_WRITTEN": str(file), "ULBREK_RUNS": str(runs), "ULBREK_FINISHES": str(finishes)},
        capture_output=True,
    )  # fmt: skip
    assert run.returncode == 0, run.stdout + run.stderr
