"""Serves the built front end, compressed ahead of time."""

from pathlib import Path

from starlette.exceptions import HTTPException
from starlette.responses import FileResponse, Response
from starlette.types import Receive, Scope, Send

ENCODINGS = (("br", ".br"), ("gzip", ".gz"))
FOR_EVER = "public, max-age=31536000, immutable"
MEDIA_TYPES = {
    ".css": "text/css",
    ".html": "text/html",
    ".js": "text/javascript",
    ".json": "application/json",
    ".svg": "image/svg+xml",
    ".webmanifest": "application/manifest+json",
    ".woff2": "font/woff2",
}


class FrontEnd:
    """The files of a built front end; any other path gets its page, which knows the way from there."""

    def __init__(self, dist: Path) -> None:
        """Serves the files that are below ``dist`` now."""
        self.files = {f"/{path.relative_to(dist).as_posix()}": path for path in dist.rglob("*") if path.is_file()}

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answers a request for a page or an asset."""
        await self.response(scope["method"], scope["path"], dict(scope["headers"]))(scope, receive, send)

    def response(self, method: str, path: str, headers: dict[bytes, bytes]) -> Response:
        """The answer to a request."""
        if method not in ("GET", "HEAD"):
            raise HTTPException(405, "Pages can be read only.")
        found = path if path in self.files else "/index.html"
        if path.startswith(("/api/", "/assets/")) and found != path:
            raise HTTPException(404, f"There is nothing at {path}.")
        if found not in self.files:
            raise HTTPException(503, "The front end is not built. Run make demo.")
        return self._file(found, headers.get(b"accept-encoding", b"").decode("latin-1"))

    def _file(self, found: str, accepted: str) -> Response:
        path = self.files[found]
        headers = {"Vary": "Accept-Encoding", "Cache-Control": "no-cache"}
        if found.startswith("/assets/"):
            headers["Cache-Control"] = FOR_EVER
        media_type = MEDIA_TYPES.get(path.suffix, "application/octet-stream")
        for encoding, suffix in ENCODINGS:
            if encoding in accepted and found + suffix in self.files:
                headers["Content-Encoding"] = encoding
                return FileResponse(self.files[found + suffix], headers=headers, media_type=media_type)
        return FileResponse(path, headers=headers, media_type=media_type)
