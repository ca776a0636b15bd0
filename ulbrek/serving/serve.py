"""Starts a server, or says what it needs."""

import os
import socket
import tempfile
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import field
from io import StringIO
from ipaddress import IPv4Address, ip_address
from pathlib import Path
from threading import Thread
from urllib.parse import urlsplit

import segno
import uvicorn
from sqlalchemy.exc import SQLAlchemyError

from ulbrek.api.settings import DIST
from ulbrek.core.base.frozen import dataclass
from ulbrek.serving.authority import (
    NAMES,
    Address,
    Certificates,
    NotPrivateError,
    address_in,
    certificates,
    fingerprint,
    is_private,
)
from ulbrek.store.database import Database
from ulbrek.store.errors import NotReadyError

LAN_PORT = 8443
_GRACE_S = 30
_KEEP_ALIVE_S = 10
_WORKER_S = 60  # for a worker to begin, on a machine that is slow
_CIPHERS = "ECDHE+AESGCM:ECDHE+CHACHA20"  # of TLS 1.2; those of 1.3 are as they are
_MOST_AT_ONCE = 400  # requests in each worker


class CannotServeError(Exception):
    """What is needed to serve is not there: what, and what would do."""


@dataclass(frozen=True, slots=True)
class Serving:
    """How to serve.

    Attributes:
        database_url: any PostgreSQL, brought up
        data: the folder that the authority's files are kept in
        host: the address that is listened on; None for what goes with the rest
        port: the port
        workers: how many processes
        lan: on the shop's network, with a certificate of an own authority
        certificate, key: files of a certificate of one's own
        behind: addresses of proxies, whose word on who asks is believed
        public_address: under which it is asked, such as ``https://shop.example``
        plain_http: whether a network may be served without TLS
        environment: further settings of the workers
    """

    database_url: str
    data: Path
    host: str | None = None
    port: int = LAN_PORT
    workers: int = 2
    lan: bool = False
    certificate: Path | None = None
    key: Path | None = None
    behind: tuple[str, ...] = ()
    public_address: str | None = None
    plain_http: bool = False
    environment: dict[str, str] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Settled:
    """What is served: where, under which names, over what, and the lines that say so."""

    host: str
    address: str
    hosts: tuple[str, ...]
    tls: Certificates | None = None
    authority: Path | None = None
    hsts: bool = False


def serve(asked: Serving, say: Callable[[str], None]) -> None:
    """Serves until it is told to stop; requests that are being answered are answered before.

    Raises:
        CannotServeError: when something that it needs is not there
    """
    settled = settle(asked)
    _refuse_unready(asked.database_url)
    Thread(target=_greet, args=(asked, settled, say), daemon=True).start()
    with _environment(asked, settled):
        uvicorn.run(
            "ulbrek.api.app:create_app_from_environment", factory=True, host=settled.host, port=asked.port,
            workers=asked.workers, log_level="warning", access_log=False, server_header=False,
            ssl_certfile=settled.tls.certificate if settled.tls else None,
            ssl_keyfile=settled.tls.key if settled.tls else None, proxy_headers=bool(asked.behind),
            forwarded_allow_ips=list(asked.behind) or None, timeout_graceful_shutdown=_GRACE_S,
            timeout_keep_alive=_KEEP_ALIVE_S, limit_concurrency=_MOST_AT_ONCE, ssl_ciphers=_CIPHERS,
            timeout_worker_healthcheck=_WORKER_S,
        )  # fmt: skip


def _greet(asked: Serving, settled: Settled, say: Callable[[str], None]) -> None:
    """Says where it is as soon as it is there."""
    host = "127.0.0.1" if settled.host == "0.0.0.0" else settled.host  # noqa: S104 - every network, this machine too
    while True:
        try:
            socket.create_connection((host, asked.port), timeout=1).close()
            break
        except OSError:
            time.sleep(0.2)
    for line in first_owners(asked.database_url, settled.address):
        say(line)
    if asked.lan:
        say(as_code(f"{settled.address}/"))
        say(f"Phones come to trust it once: {settled.address}/trust")
        if settled.authority:
            say(f"The authority that they are asked to trust: SHA-256 {fingerprint(settled.authority)}")
    say(f"Ulbrek is at {settled.address}/  (Ctrl-C stops it)")


def settle(asked: Serving) -> Settled:
    """How it is served.

    Raises:
        CannotServeError: when that is not safe, or does not fit together
    """
    if asked.public_address and urlsplit(asked.public_address).hostname is None:
        raise CannotServeError(f"“{asked.public_address}” is no address. Write it like https://shop.example.")
    if asked.lan:
        return _on_the_network(asked)
    if asked.certificate or asked.key:
        return _with_certificate(asked)
    host = asked.host or "127.0.0.1"
    if asked.behind:
        return Settled(host, _over_tls(asked, "Behind a proxy, say"), _named(asked), hsts=True)
    if not _is_loopback(host) and not asked.plain_http:
        raise CannotServeError(
            f"Without TLS everybody on the way to {host} reads along. Serve with --lan, with --certificate and --key, "
            "or behind a proxy with --behind; or ask for it by name: --plain-http."
        )
    return Settled(host, asked.public_address or f"http://{host}:{asked.port}", (*_named(asked), host))


def _with_certificate(asked: Serving) -> Settled:
    if not (asked.certificate and asked.key):
        raise CannotServeError("A certificate needs its key: give --certificate and --key.")
    for file in (asked.certificate, asked.key):
        if not file.is_file():
            raise CannotServeError(f"There is no file {file}.")
    files = Certificates(asked.certificate, asked.key, asked.certificate)
    address = _over_tls(asked, "Say")
    return Settled(asked.host or "0.0.0.0", address, _named(asked), files, hsts=True)  # noqa: S104 - every network


def _over_tls(asked: Serving, say: str) -> str:
    if asked.public_address is None or not asked.public_address.startswith("https://"):
        raise CannotServeError(f"{say} under which address it is asked: --public-address https://shop.example.")
    return asked.public_address


def _named(asked: Serving) -> tuple[str, ...]:
    named = urlsplit(asked.public_address).hostname if asked.public_address else None
    return (named,) if named else ()


def _is_loopback(host: str) -> bool:
    found = address_in(host)
    return host == "localhost" or (found is not None and found.is_loopback)


def _on_the_network(asked: Serving) -> Settled:
    found = network_address() if asked.host is None else address_in(asked.host)
    if found is None:
        raise CannotServeError("This machine is in no network. Join one, or name the address with --host.")
    if not is_private(found):
        raise CannotServeError(
            f"{found} is no private address: --lan is for the network of the shop. Use a certificate of your own."
        )
    addresses: list[Address] = list(dict.fromkeys((found, IPv4Address("127.0.0.1"))))
    names = ("localhost", *own_names())
    try:
        files = certificates(asked.data / "authority", addresses, names)
    except NotPrivateError as error:
        raise CannotServeError(f"{error}. Name another with --host.") from error
    shown = f"[{found}]" if found.version == 6 else str(found)
    hosts = (*names, *(str(one) for one in addresses))
    public = asked.public_address or f"https://{shown}:{asked.port}"
    return Settled(str(found) if asked.host else "0.0.0.0", public, hosts, files, files.authority)  # noqa: S104


def network_address() -> Address | None:
    """The address of this machine in its network; None where it is in none. Nothing is sent."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as way:
        try:
            way.connect(("192.0.2.1", 9))  # RFC 5737: an address that nobody has
        except OSError:
            return None
        found = ip_address(way.getsockname()[0])
    return None if found.is_unspecified or found.is_loopback else found


def own_names() -> tuple[str, ...]:
    """The names of this machine that its network may know it by."""
    name = socket.gethostname().lower()
    if not name.replace("-", "").replace(".", "").isalnum() or not name.isascii():
        return ()
    local = name if any(name.endswith(f".{one}") for one in NAMES) else f"{name.partition('.')[0]}.local"
    return (local,)


def first_owners(database_url: str, address: str) -> Iterator[str]:
    """A line for each shop that nobody owns yet, with the link that makes its owner."""
    database = Database(database_url)
    try:
        with database.work() as records:
            shops = [(one.id, one.shop.name) for one in records.shops.all()]
        for shop_id, name in shops:
            with database.of_shop(shop_id).work() as records:
                accounts = records.accounts(shop_id)
                if accounts.owners():
                    continue
                link = f"{address}/join#{accounts.make_first().code}"
                yield f"Nobody owns “{name}” yet. Open this once, within a day: {link}"
    finally:
        database.engine.dispose()


def as_code(address: str) -> str:
    """An address as a code for cameras, in the terminal."""
    told = StringIO()
    segno.make(address, error="l").terminal(out=told, compact=True, border=2)
    return told.getvalue()


def _refuse_unready(database_url: str) -> None:
    if not (DIST / "index.html").exists():
        raise CannotServeError("The front end is not built. Run `npm run build` in web/.")
    database = Database(database_url)
    try:
        database.is_ready()
    except NotReadyError as error:
        raise CannotServeError(f"{error} Run `ulbrek migrate`.") from error
    except SQLAlchemyError as error:
        raise CannotServeError("The database that DATABASE_URL names cannot be reached.") from error
    finally:
        database.engine.dispose()


@contextmanager
def _environment(asked: Serving, settled: Settled) -> Iterator[None]:
    """What the workers are told."""
    with tempfile.TemporaryDirectory(prefix="ulbrek-metrics-") as metrics:
        told = {
            "DATABASE_URL": asked.database_url, "ULBREK_SIGN_IN": "true",
            "ULBREK_ALLOWED_HOSTS": "[" + ",".join(f'"{one}"' for one in settled.hosts) + "]",
            "ULBREK_PUBLIC_ADDRESS": settled.address, "ULBREK_HSTS": str(settled.hsts).lower(),
            "PROMETHEUS_MULTIPROC_DIR": metrics, "ULBREK_METRICS": "true", **asked.environment,
        }  # fmt: skip
        if settled.authority:
            told["ULBREK_AUTHORITY"] = str(settled.authority)
        before = {name: os.environ.get(name) for name in told}
        os.environ.update(told)
        try:
            yield
        finally:
            for name, value in before.items():
                if value is None:
                    os.environ.pop(name, None)
                else:
                    os.environ[name] = value
