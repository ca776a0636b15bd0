"""Long work: ended where it takes too long or too much, bounded in number, and nothing is left of it."""

import os
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import pytest

from ulbrek.api.apart import Apart, BusyError, TooLongError
from ulbrek.files.problems import InvalidDocumentError, Problem


def endless() -> None:
    while True:
        pass


def greedy() -> int:
    return len(bytearray(8_000_000_000))


def dying() -> None:
    os._exit(9)


def refusing() -> None:
    raise InvalidDocumentError([Problem("/a", "It is wrong.", "Mend it.")])


def slow(seconds: float) -> float:
    time.sleep(seconds)
    return seconds


@pytest.fixture(scope="module")
def apart() -> Iterator[Apart]:
    apart = Apart(1, 1, wall_s=8.0)
    yield apart
    apart.close()


@pytest.mark.parametrize("work", [endless, greedy, dying])
def test_what_takes_too_long_or_too_much_is_ended_and_the_next_is_done(apart: Apart, work: object) -> None:
    with pytest.raises(TooLongError):
        apart.run(work)  # type: ignore[arg-type]
    assert apart.run(slow, 0.0) == 0.0
    left = [Path("/proc", child, "stat").read_text().rpartition(")")[2].split()[0] for child in children()]
    assert "Z" not in left


def test_a_refusal_comes_back_as_it_was_said(apart: Apart) -> None:
    with pytest.raises(InvalidDocumentError) as refused:
        apart.run(refusing)
    assert refused.value.problems == (Problem("/a", "It is wrong.", "Mend it."),)


def test_so_many_at_once_and_the_others_are_told_to_come_again(apart: Apart) -> None:
    apart.run(slow, 0.0)
    with ThreadPoolExecutor(6) as pool:
        asked = [pool.submit(apart.run, slow, 1.0) for _ in range(6)]
    refused = [one for one in asked if isinstance(one.exception(), BusyError)]
    assert len(refused) == 4
    assert [one.result() for one in asked if one.exception() is None] == [1.0, 1.0]


def children() -> list[str]:
    return Path(f"/proc/{os.getpid()}/task/{os.getpid()}/children").read_text().split()
