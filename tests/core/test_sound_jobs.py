"""Calm: an ordinary job holds nothing above a hint, and its bad twin is heard at the right loudness."""

import pytest

from tests.core.sound_jobs import INCHES, METRIC, SOUND, Twin, Units
from tests.jobs import with_fields
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.steel import Mesh
from ulbrek.core.plan.plan import plan

HEAVY_MESH = Mesh(id="mesh-6", name="Mesh 6 mm, 150 mm squares", wire_mm=6.0, spacing_mm=150.0)
SHOP = Shop().model_copy(update={"meshes": (*Shop().meshes, HEAVY_MESH)})
BOTH = pytest.mark.parametrize("units", [INCHES, METRIC], ids=lambda units: units.name)
TWINS = [(name, twin) for name, (_, twins) in SOUND.items() for twin in twins]


def heard(job: Job) -> list[tuple[str, str]]:
    """What is found of a job, and how loud it is said."""
    return [(one.finding.code, one.finding.severity) for one in plan(job, SHOP).findings]


@BOTH
@pytest.mark.parametrize("name", SOUND)
def test_nothing_above_a_hint_stands_on_a_sound_job(name: str, units: Units) -> None:
    make, _ = SOUND[name]
    assert [one for one in heard(Job.model_validate(make(units))) if one[1] != "hint"] == []


@BOTH
@pytest.mark.parametrize(("name", "twin"), TWINS, ids=[f"{name}, {twin.code}" for name, twin in TWINS])
def test_its_bad_twin_is_heard(name: str, twin: Twin, units: Units) -> None:
    make, _ = SOUND[name]
    assert (twin.code, twin.severity) in heard(with_fields(Job.model_validate(make(units)), dict(twin.fields)))
