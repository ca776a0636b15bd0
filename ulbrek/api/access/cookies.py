"""What a signed-in browser shows: a cookie that scripts cannot read and other sites cannot send."""

from collections.abc import Mapping
from http.cookies import CookieError, SimpleCookie

from fastapi import Response

from ulbrek.store.accounts import LASTS

# The prefix makes browsers refuse it unless it was set by this very host over TLS.
SECURE, PLAIN = "__Host-ulbrek", "ulbrek"


def token_in(headers: Mapping[str, str], scheme: str) -> str | None:
    """What a request shows."""
    try:
        there = SimpleCookie(headers.get("cookie", ""))
    except CookieError:
        return None
    found = there.get(_name(scheme))
    return found.value if found else None


def show(answer: Response, token: str, scheme: str) -> None:
    """Lets a browser show this token from now on."""
    answer.set_cookie(
        _name(scheme), token, max_age=int(LASTS.total_seconds()), path="/", secure=scheme == "https", httponly=True,
        samesite="strict",
    )  # fmt: skip


def forget(answer: Response, scheme: str) -> None:
    """Lets a browser show nothing any more."""
    answer.delete_cookie(_name(scheme), path="/", secure=scheme == "https", httponly=True, samesite="strict")


def _name(scheme: str) -> str:
    return SECURE if scheme == "https" else PLAIN
