"""Records: locked while tests run, open as the program runs, and the same in all else."""

import pickle
import subprocess
import sys
from dataclasses import FrozenInstanceError, is_dataclass

import pytest

from ulbrek.core.base import frozen
from ulbrek.core.base.figure import Spread
from ulbrek.files.problems import Problem


def test_no_record_is_written_to_while_tests_run() -> None:
    with pytest.raises(FrozenInstanceError):
        Spread(1, 2, 3).low = 0  # type: ignore[misc]


@pytest.mark.parametrize("locked", [True, False])
def test_a_record_is_equal_and_hashed_by_what_it_holds(locked: bool, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(frozen, "LOCKED", locked)

    @frozen.dataclass(frozen=True, slots=True)
    class Point:
        x: float
        y: float = 0.0

    @frozen.dataclass(frozen=True)
    class Named:
        name: str

        def __hash__(self) -> int:
            return 7

    assert is_dataclass(Point)
    assert {Point(1), Point(1, 0.0), Point(2)} == {Point(1), Point(2)}
    assert hash(Point(1)) == hash((1, 0.0))
    assert hash(Named("a")) == 7
    assert hasattr(Point(1), "__dict__") is False


def test_a_record_comes_through_from_a_process_that_does_not_lock() -> None:
    code = "import pickle, sys; from ulbrek.core.base.figure import Spread; from ulbrek.files.problems import Problem;"
    send = "sys.stdout.buffer.write(pickle.dumps((Spread(1, 2, 3), Problem('/a', 'b', 'c'))))"
    sent = subprocess.run([sys.executable, "-c", f"{code} {send}"], check=True, timeout=60, capture_output=True).stdout
    assert pickle.loads(sent) == (Spread(1, 2, 3), Problem("/a", "b", "c"))  # noqa: S301 - our own
    take = "assert pickle.load(sys.stdin.buffer) == (Spread(1, 2, 3), Problem('/a', 'b', 'c'))"
    there = pickle.dumps((Spread(1, 2, 3), Problem("/a", "b", "c")))
    subprocess.run([sys.executable, "-c", f"{code} {take}"], check=True, timeout=60, input=there)


def test_the_program_itself_does_not_lock() -> None:
    code = "from ulbrek.core.base.figure import Spread; s = Spread(1, 2, 3); s.low = 0"
    subprocess.run([sys.executable, "-c", code], check=True, timeout=60)
