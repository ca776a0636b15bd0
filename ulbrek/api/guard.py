"""Keeps other sites out: checks Host and Origin, limits bodies, and says what a page may load."""

from urllib.parse import urlsplit

import structlog
from starlette.datastructures import Headers, MutableHeaders
from starlette.exceptions import HTTPException
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from ulbrek.api.problems import problem_response

LOOPBACK = frozenset({"127.0.0.1", "localhost", "::1"})
SAFE_METHODS = frozenset({"GET", "HEAD", "OPTIONS"})
LARGEST_BODY_BYTES = 5_000_000
LARGEST_PHOTO_BYTES = 15_000_000
LARGEST_DRAWING_BYTES = 2_500_000
LARGEST_LOGGER_BYTES = 120_000_000  # laid down as it comes, and read line by line
# Everything comes from here; no inline script anywhere. The primitives set styles on their elements
# from script, and lock scrolling with a style element, which is why styles may be inline.
CONTENT_SECURITY_POLICY = (
    "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; "
    "font-src 'self'; connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'self'; "
    "frame-ancestors 'none'"
)
HEADERS = {
    "Content-Security-Policy": CONTENT_SECURITY_POLICY,
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
    "Permissions-Policy": "camera=(), geolocation=(), microphone=()",
}
STRICT = {"Strict-Transport-Security": "max-age=31536000"}


class Guard:
    """Refuses requests that another site could have caused."""

    def __init__(self, app: ASGIApp, allowed_hosts: tuple[str, ...] = (), hsts: bool = False) -> None:
        """Wraps an app that may be asked under loopback names and ``allowed_hosts``.

        ``hsts``: whether browsers are told to ask over TLS only from now on.
        """
        self.app, self.headers = app, HEADERS | (STRICT if hsts else {})
        self.hosts = LOOPBACK | set(allowed_hosts)

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Passes a request on, or refuses it."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return

        begun = False
        largest, read = _largest(scope["path"]), 0

        async def guarded(message: Message) -> None:
            nonlocal begun
            if message["type"] == "http.response.start":
                begun = True
                self._complete(MutableHeaders(scope=message), scope["path"])
            await send(message)

        async def counted() -> Message:
            """What comes in, counted as it is read: a body need not say how large it is."""
            nonlocal read
            message = await receive()
            read += len(message.get("body", b""))
            if read > largest:
                raise HTTPException(413, f"Send at most {largest // 1_000_000} MB.")
            return message

        refused = self._refusal(scope["method"], Headers(scope=scope), largest)
        if refused is not None:
            await problem_response(*refused)(scope, receive, guarded)
            return
        try:
            await self.app(scope, counted, guarded)
        except Exception as error:
            structlog.get_logger("ulbrek").error("unexpected", exc_info=error)
            if begun:
                raise
            await problem_response(500, "Something broke", "Nothing was changed. Details are in the server log.")(
                scope, receive, guarded
            )

    def _complete(self, headers: MutableHeaders, path: str) -> None:
        """Adds the headers that every answer has; what the API answers is kept by nobody on the way."""
        for name, value in self.headers.items():
            headers.setdefault(name, value)
        if path.startswith("/api/"):
            headers.setdefault("Cache-Control", "no-store")

    def _refusal(self, method: str, headers: Headers, largest: int) -> tuple[int, str, str] | None:
        host = headers.get("host", "")
        if _name(f"//{host}") not in self.hosts:
            return 421, "Wrong host", "Ask under the address that was printed when Ulbrek started."
        origin = headers.get("origin")
        if method not in SAFE_METHODS and origin is not None and urlsplit(origin).netloc != host:
            return 403, "Wrong origin", "Changes are taken from Ulbrek's own pages only."
        said = headers.get("content-length", "0")
        if not said.isdecimal() or int(said[:20]) > largest:
            return 413, "Too large", f"Send at most {largest // 1_000_000} MB."
        return None


def _largest(path: str) -> int:
    """How large a body may be [bytes]."""
    if path.endswith("/photos"):
        return LARGEST_PHOTO_BYTES
    if path == "/api/logger-files" or (path.startswith("/api/sensors/") and path.endswith("/file")):
        return LARGEST_LOGGER_BYTES
    return LARGEST_DRAWING_BYTES if path == "/api/drawings" else LARGEST_BODY_BYTES


def _name(url: str) -> str | None:
    try:
        return urlsplit(url).hostname
    except ValueError:
        return None
