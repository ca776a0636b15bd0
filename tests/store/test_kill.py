"""Killing application and database amid entries loses nothing acknowledged; the long run is in the bench."""

from collections.abc import Iterator

import pytest

from bench.kills import kill
from ops.postgres import ROOT, Cluster

KILLS = 4


@pytest.fixture
def own_cluster() -> Iterator[Cluster]:
    """A PostgreSQL beside that of the other tests: it is stopped as if the power had gone."""
    cluster = Cluster(ROOT / ".data" / "killed")
    cluster.start()
    yield cluster
    cluster.stop()


def test_no_acknowledged_write_is_lost_and_no_pour_is_half_written(own_cluster: Cluster) -> None:
    told = kill(own_cluster, KILLS)
    assert told.lost == []
    assert told.half_written == []
    assert told.kills == KILLS
    assert told.acknowledged > KILLS
