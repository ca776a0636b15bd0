"""How much is asked for and how long it takes, as Prometheus reads it."""

import os
from collections.abc import Callable
from functools import cache

from prometheus_client import CONTENT_TYPE_LATEST, REGISTRY, CollectorRegistry, Histogram, generate_latest
from prometheus_client.multiprocess import MultiProcessCollector

MEDIA_TYPE = CONTENT_TYPE_LATEST
_BOUNDS_S = (0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1.0, 2.5, 5.0, 10.0, 60.0)


@cache
def observer() -> Callable[[str, str, int, float], None]:
    """Takes method, route, status and time [s] of each request; a route is an address without what is in it."""
    took = Histogram(
        "ulbrek_request_seconds", "Time from a request to its answer", ("method", "route", "status"), buckets=_BOUNDS_S
    )
    return lambda method, route, status, seconds: took.labels(method, route, str(status)).observe(seconds)


def written() -> bytes:
    """All that was taken so far, by all workers of this machine where they share a folder for it."""
    if "PROMETHEUS_MULTIPROC_DIR" not in os.environ:
        return generate_latest(REGISTRY)
    registry = CollectorRegistry()
    MultiProcessCollector(registry)  # type: ignore[no-untyped-call]
    return generate_latest(registry)
