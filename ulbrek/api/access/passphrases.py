"""Passphrases: which do, and how they are kept."""

from collections.abc import Iterable
from functools import cache
from threading import BoundedSemaphore

from argon2 import PasswordHasher
from argon2.exceptions import InvalidHashError, VerificationError
from zxcvbn import zxcvbn

from ulbrek.api.apart import BusyError
from ulbrek.files.problems import InvalidDocumentError, Problem

LEAST, MOST = 10, 200
_LEAST_GUESSES = 8.0  # powers of ten, by zxcvbn
_JUDGED = 32  # characters: of signs that stand for many letters, 72 took it several seconds
_WAIT_S = 5.0
# RFC 9106, the second recommended choice: 64 MiB, three passes. Few at once in a worker, since each takes that much.
_HASHER = PasswordHasher(time_cost=3, memory_cost=65_536, parallelism=4)
_TURNS = BoundedSemaphore(2)


@cache
def _nobodys() -> str:
    return _HASHER.hash("what nobody types")


def refuse_weak(passphrase: str, about: Iterable[str] = ()) -> None:
    """Refuses what would be guessed; no kinds of letters are asked for.

    Args:
        passphrase: as it was typed
        about: words that a stranger would try first: names of the shop and of the person

    Raises:
        InvalidDocumentError: when it is too short, too long, or among what is tried first
        BusyError: when too many are being looked at
    """
    if not LEAST <= len(passphrase) <= MOST:
        _refuse(
            f"It has {len(passphrase)} characters.", f"Take {LEAST} to {MOST}: four words that do not belong together."
        )
    with _Turn():
        found = zxcvbn(passphrase[:_JUDGED], user_inputs=[word for one in about for word in (one, *one.split())])
    if found["guesses_log10"] < _LEAST_GUESSES:
        _refuse("It is among those that are tried first.", "Take four words that do not belong together.")


def kept(passphrase: str) -> str:
    """The Argon2id of a passphrase.

    Raises:
        BusyError: when too many are being looked at
    """
    with _Turn():
        return _HASHER.hash(passphrase)


def is_right(secret: str | None, passphrase: str) -> bool:
    """Whether a passphrase is the one that was kept; it takes as long where nothing was kept.

    Raises:
        BusyError: when too many are being looked at
    """
    with _Turn():
        try:
            return _HASHER.verify(secret or _nobodys(), passphrase[:MOST]) and secret is not None
        except (VerificationError, InvalidHashError):
            return False


class _Turn:
    """One of the few that are looked at at a time."""

    def __enter__(self) -> None:
        if not _TURNS.acquire(timeout=_WAIT_S):
            raise BusyError

    def __exit__(self, *_: object) -> None:
        _TURNS.release()


def _refuse(problem: str, remedy: str) -> None:
    raise InvalidDocumentError([Problem("/passphrase", problem, remedy)])
