"""Structured logs: one line a request, with its id; no bodies, no names, no addresses."""

import logging
import time
from collections.abc import Callable
from typing import Literal
from uuid import uuid4

import structlog
from starlette.types import ASGIApp, Message, Receive, Scope, Send

log = structlog.get_logger("ulbrek")


def set_up(log_format: Literal["json", "console"]) -> None:
    """Sets the form of the log's lines."""
    renderer = structlog.processors.JSONRenderer() if log_format == "json" else structlog.dev.ConsoleRenderer()
    structlog.configure(
        processors=[
            structlog.contextvars.merge_contextvars,
            structlog.processors.add_log_level,
            structlog.processors.TimeStamper(fmt="iso", utc=True),
            structlog.processors.format_exc_info,
            renderer,
        ],
        wrapper_class=structlog.make_filtering_bound_logger(logging.INFO),
    )


class RequestLog:
    """Gives each request an id, says it in ``X-Request-Id``, and logs what came of it."""

    def __init__(self, app: ASGIApp, observe: Callable[[str, str, int, float], None] | None = None) -> None:
        """Wraps an app.

        Args:
            app: what is asked
            observe: is told method, route, status and time [s] of each request
        """
        self.app, self.observe = app, observe

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Passes a request on."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        request_id = uuid4().hex[:12]
        started = time.perf_counter()
        status = 500

        async def noting(message: Message) -> None:
            nonlocal status
            if message["type"] == "http.response.start":
                status = message["status"]
                message["headers"] = [*message["headers"], (b"x-request-id", request_id.encode())]
            await send(message)

        with structlog.contextvars.bound_contextvars(request_id=request_id):
            try:
                await self.app(scope, receive, noting)
            finally:
                route = getattr(scope.get("route"), "path", scope["path"].split("/")[1])
                seconds = time.perf_counter() - started
                took = round(seconds * 1000, 1)
                if self.observe is not None:
                    self.observe(scope["method"], route if route.startswith("/api") else "page", status, seconds)
                if route.startswith("/api") or status >= 400:
                    log.info("request", method=scope["method"], route=route, status=status, ms=took)
