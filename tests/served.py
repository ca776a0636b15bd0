"""The application behind a real socket, which can be stopped and started again there."""

import threading
from collections.abc import Iterator
from contextlib import contextmanager

import uvicorn

from ops.postgres import free_port
from ulbrek.api.app import create_app
from ulbrek.api.settings import Settings
from ulbrek.serving.authority import Certificates


class Server:
    """It in a thread, over TLS where it has a certificate."""

    def __init__(self, settings: Settings, port: int | None = None, made: Certificates | None = None) -> None:
        self.settings, self.port, self.made = settings, port or free_port(), made
        self.address = f"http://127.0.0.1:{self.port}"
        self.server: uvicorn.Server | None = None
        self.thread: threading.Thread | None = None

    def start(self) -> None:
        config = uvicorn.Config(
            create_app(self.settings), host="127.0.0.1", port=self.port, log_level="error", access_log=False,
            timeout_graceful_shutdown=1,
        )  # fmt: skip
        if self.made is not None:
            config.ssl_certfile, config.ssl_keyfile = self.made.certificate, self.made.key
        self.server = uvicorn.Server(config)
        self.thread = threading.Thread(target=self.server.run)
        self.thread.start()
        while not self.server.started:
            assert self.thread.is_alive(), "the server did not start"

    def stop(self) -> None:
        if self.server is not None and self.thread is not None:
            self.server.should_exit = True
            self.thread.join()


@contextmanager
def serving(settings: Settings, port: int | None = None, made: Certificates | None = None) -> Iterator[Server]:
    """A server for as long as it is wanted."""
    server = Server(settings, port, made)
    server.start()
    try:
        yield server
    finally:
        server.stop()
