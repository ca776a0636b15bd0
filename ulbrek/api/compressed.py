"""Answers of the API in a tenth of their size: what travels to a phone in the shop is mostly words said again."""

from starlette.middleware.gzip import GZipMiddleware
from starlette.types import ASGIApp, Receive, Scope, Send

from ulbrek.api.guard import LOOPBACK

LEAST_BYTES = 2_000
_LEVEL = 1  # three times as fast as the usual one, and a fifth larger


class Compressed:
    """Compresses what the API answers to other machines; the front end's files are compressed when they are built."""

    def __init__(self, app: ASGIApp) -> None:
        """Wraps an application."""
        self._plain = app
        self._compressed = GZipMiddleware(app, minimum_size=LEAST_BYTES, compresslevel=_LEVEL)

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answers a request."""
        here = (scope.get("client") or ("",))[0] in LOOPBACK  # nothing travels: it would only take time
        ours = scope["type"] == "http" and scope["path"].startswith("/api/") and not here
        await (self._compressed if ours else self._plain)(scope, receive, send)
