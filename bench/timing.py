"""Times of a piece of work, and how they are printed."""

import gc
import statistics
import time
from collections.abc import Callable, Sequence


def say(what: str, times_ms: list[float], remark: str = "") -> None:
    """One line: median and p95 in milliseconds."""
    ordered = sorted(times_ms)
    p95 = ordered[max(0, round(len(ordered) * 0.95) - 1)]
    print(f"{what:34} median {statistics.median(ordered):8.2f} ms   p95 {p95:8.2f} ms   {remark}")


def repeat(work: Callable[[], object], times: int) -> list[float]:
    """How long a piece of work takes, again and again, after a warm-up [ms]."""
    for _ in range(10):
        work()
    gc.collect()
    taken = []
    for _ in range(times):
        began = time.perf_counter()
        work()
        taken.append((time.perf_counter() - began) * 1000)
    return taken


def in_turns(works: Sequence[Callable[[], object]], times: int) -> list[list[float]]:
    """How long each of several pieces of work takes, one after another, again and again, after a warm-up [ms]."""
    for work in works:
        repeat(work, 0)
    taken: list[list[float]] = [[] for _ in works]
    for _ in range(times):
        for times_ms, work in zip(taken, works, strict=True):
            began = time.perf_counter()
            work()
            times_ms.append((time.perf_counter() - began) * 1000)
    return taken
