"""Work that may be long, done apart: in processes that can be ended, so many at once and no more.

A process that works too long or asks for too much memory is ended, and another takes its place; whoever asked is told
so in words. Whoever comes when all are busy waits his turn; when too many wait, he is told when to come again.
"""

import multiprocessing
import os
import resource
import tempfile
from collections.abc import Callable, Iterator
from concurrent.futures import CancelledError, TimeoutError
from contextlib import contextmanager, suppress
from multiprocessing.context import BaseContext
from pathlib import Path
from threading import Lock
from typing import ParamSpec, TypeVar

from pebble import ProcessExpired, ProcessFuture, ProcessPool

P = ParamSpec("P")
Result = TypeVar("Result")

MOST_MB = 1_500  # of memory for what a process works on, beside what it begins with
_CPU_S = 60  # of one piece of work
_WALL_S = 150.0
_AGAIN_S = 5
_READY_S = 20.0


class BusyError(Exception):
    """All processes are busy and too many wait already; ``again_s`` says when to come again [s]."""

    def __init__(self, again_s: int = _AGAIN_S) -> None:
        """Keeps when to come again."""
        super().__init__("Much is being worked out just now.")
        self.again_s = again_s


class TooLongError(Exception):
    """The work took more time or memory than there is for it, or its process died."""


class Apart:
    """So many processes for long work, begun when they are first needed."""

    def __init__(self, processes: int, waiting: int, wall_s: float = _WALL_S) -> None:
        """Work for ``processes`` at once, each ended after so long [s]; as many as ``waiting`` more may wait."""
        self._wall_s = wall_s
        self._most = processes + waiting
        self._busy = 0
        self._lock = Lock()
        self._pool = ProcessPool(max_workers=processes, initializer=_begin, context=_context())

    def run(self, work: Callable[P, Result], *args: P.args, **kwargs: P.kwargs) -> Result:
        """What the work gives; whoever calls waits for it.

        Args:
            work: a function of a module, that a process can find
            args: what it takes
            kwargs: what it takes by name

        Raises:
            BusyError: when too many wait already
            TooLongError: when it took too long or too much
        """
        with self._turn():
            future = self._pool.schedule(_limited, args=(work, args, kwargs), timeout=self._wall_s)
            try:
                result: Result = future.result()
            except (TimeoutError, CancelledError, ProcessExpired, MemoryError) as error:
                raise TooLongError from error
            return result

    def refuse_if_busy(self) -> None:
        """Refuses at once where work that is asked for now would be refused.

        Raises:
            BusyError: when it would be
        """
        if self._busy >= self._most:
            raise BusyError

    @contextmanager
    def telling(self, work: Callable[[Path], None], seconds: float) -> Iterator["Telling"]:
        """Work that tells what it finds as it goes, line by line into a file; it is ended when nobody reads on.

        Args:
            work: takes the file to write to
            seconds: for how long it may go on [s]

        Raises:
            BusyError: when too many wait already
        """
        with self._turn(), tempfile.TemporaryDirectory(prefix="ulbrek-") as folder:
            file = Path(folder, "told")
            file.touch()
            future = self._pool.schedule(work, args=(file,), timeout=seconds + _CPU_S)
            try:
                yield Telling(file, future)
            finally:
                future.cancel()  # type: ignore[no-untyped-call]

    def warm(self) -> None:
        """Begins the processes, and waits until the first piece of work would find one ready; not for ever."""
        with suppress(TimeoutError, CancelledError, ProcessExpired):
            self._pool.schedule(_nothing).result(timeout=_READY_S)

    def close(self) -> None:
        """Ends all of it."""
        self._pool.stop()  # type: ignore[no-untyped-call]
        self._pool.join()

    @contextmanager
    def _turn(self) -> Iterator[None]:
        with self._lock:
            if self._busy >= self._most:
                raise BusyError
            self._busy += 1
        try:
            yield
        finally:
            with self._lock:
                self._busy -= 1


class Telling:
    """What is told by work that is going on."""

    def __init__(self, file: Path, future: "ProcessFuture[None]") -> None:
        """Reads from the file that the work writes."""
        self._file, self._future, self._read = file, future, 0

    def news(self) -> tuple[list[bytes], bool]:
        """The lines since the last look, and whether the work has ended."""
        ended = self._future.done()
        with self._file.open("rb") as told:
            told.seek(self._read)
            new = told.read()
        whole = new[: new.rfind(b"\n") + 1]
        self._read += len(whole)
        return whole.splitlines(), ended


def _context() -> BaseContext:
    """Processes are split off from one that has brought in all that they need, once, and holds no socket or thread."""
    os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
    context = multiprocessing.get_context("forkserver")
    context.set_forkserver_preload(["ulbrek.api.tasks"])
    return context


def _nothing() -> None:
    pass


def _begin() -> None:
    """Sets what memory a process may have."""
    import ulbrek.api.tasks  # noqa: F401, PLC0415 - brought in before the first piece of work comes

    held = int(next(line for line in Path("/proc/self/status").read_text().splitlines() if "VmData" in line).split()[1])
    most = held * 1024 + MOST_MB * 1_000_000
    resource.setrlimit(resource.RLIMIT_DATA, (most, most))


def _limited(work: Callable[P, Result], args: tuple[object, ...], kwargs: dict[str, object]) -> Result:
    """The work, within its time: the process is ended where it takes more."""
    spent = resource.getrusage(resource.RUSAGE_SELF)
    soft = int(spent.ru_utime + spent.ru_stime) + _CPU_S
    _, hard = resource.getrlimit(resource.RLIMIT_CPU)
    resource.setrlimit(resource.RLIMIT_CPU, (soft, hard))
    return work(*args, **kwargs)  # type: ignore[arg-type]  # they were given as what it takes
