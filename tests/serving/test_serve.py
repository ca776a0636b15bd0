"""`ulbrek serve`: what it refuses, what it serves, and a proxy before it."""

import http.client
import json
import os
import re
import shutil
import signal
import socket
import ssl
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from ipaddress import ip_address
from pathlib import Path
from typing import Any
from uuid import uuid4

import pytest
from click.testing import CliRunner

from ops.postgres import ROOT, Cluster, free_port
from tests.api.doors import OWN, PASSPHRASE
from ulbrek.cli import main
from ulbrek.serving.authority import certificates, fingerprint
from ulbrek.serving.serve import CannotServeError, Serving, settle
from ulbrek.store.database import Database
from ulbrek.store.members import Told

PATIENCE_S = 120.0


@pytest.fixture(scope="module")
def url(cluster: Cluster) -> Iterator[str]:
    """A database that holds a shop which nobody owns yet."""
    name = f"serve_{uuid4().hex[:8]}"
    cluster.ensure_database(name)
    database = Database(cluster.url(name))
    database.prepare()
    database.engine.dispose()
    yield cluster.url(name)
    cluster.drop_database(name)


@pytest.mark.parametrize(
    ("told", "said"),
    [
        ({"host": "0.0.0.0"}, "everybody on the way to 0.0.0.0 reads along"),  # noqa: S104 - is refused
        ({"host": "192.168.1.5"}, "--plain-http"),
        ({"behind": ("127.0.0.1",)}, "--public-address https://shop.example"),
        ({"behind": ("127.0.0.1",), "public_address": "http://shop.example"}, "--public-address https://"),
        ({"certificate": Path("shop.crt")}, "give --certificate and --key"),
        ({"certificate": Path("gone.crt"), "key": Path("gone.key")}, "There is no file gone.crt"),
        ({"lan": True, "host": "8.8.8.8"}, "8.8.8.8 is no private address"),
        ({"public_address": "shop.example"}, "Write it like https://shop.example"),
    ],
)
def test_what_is_not_safe_or_not_whole_is_refused_with_what_would_do(
    tmp_path: Path, told: dict[str, Any], said: str
) -> None:
    with pytest.raises(CannotServeError, match=re.escape(said)):
        settle(Serving("postgresql://a:b@127.0.0.1:1/none", tmp_path, **told))


def test_what_is_served_and_under_which_names(tmp_path: Path) -> None:
    def settled(**told: Any) -> Any:
        return settle(Serving("postgresql://a:b@127.0.0.1:1/none", tmp_path, **told))

    assert settled().host == "127.0.0.1"
    plain = settled(host="192.168.1.5", plain_http=True)
    assert (plain.host, plain.address, plain.tls) == ("192.168.1.5", "http://192.168.1.5:8443", None)
    behind = settled(behind=("127.0.0.1",), public_address="https://shop.example")
    assert (behind.host, behind.hosts, behind.hsts) == ("127.0.0.1", ("shop.example",), True)
    lan = settled(lan=True, host="192.168.1.5")
    assert lan.address == "https://192.168.1.5:8443"
    assert {"192.168.1.5", "127.0.0.1", "localhost"} <= set(lan.hosts)
    assert not lan.hsts  # who asks under numbers is not held to what may change


def test_without_a_database_or_its_tables_it_says_what_is_missing(
    cluster: Cluster, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.delenv("DATABASE_URL", raising=False)
    assert "DATABASE_URL is not set" in CliRunner().invoke(main, ["serve"]).output
    gone = CliRunner().invoke(main, ["serve"], env={"DATABASE_URL": "postgresql://nobody:x@127.0.0.1:1/none"})
    assert "cannot be reached" in gone.output
    name = f"bare_{uuid4().hex[:8]}"
    cluster.ensure_database(name)
    bare = CliRunner().invoke(main, ["serve"], env={"DATABASE_URL": cluster.url(name)})
    cluster.drop_database(name)
    assert (bare.exit_code, "Run `ulbrek migrate`." in bare.output) == (1, True)


class Line:
    """Asks a server over TLS, trusting one authority and nobody else."""

    def __init__(self, port: int, authority: Path, name: str = "127.0.0.1", source: str = "127.0.0.1") -> None:
        self.context = ssl.create_default_context(cafile=str(authority))
        self.port, self.name, self.source, self.cookie = port, name, source, ""

    def ask(self, method: str, path: str, body: Any = None, **headers: str) -> tuple[int, str]:
        """Status and text of an answer."""
        line = http.client.HTTPSConnection(
            self.name, self.port, context=self.context, timeout=30, source_address=(self.source, 0)
        )
        told = {**OWN, "content-type": "application/json", "cookie": self.cookie, **headers}
        line.request(method, path, None if body is None else json.dumps(body), told)
        answer = line.getresponse()
        if shown := answer.headers.get("set-cookie"):
            self.cookie = shown.split(";")[0]
        text = answer.read().decode("utf-8", "replace")
        line.close()
        return answer.status, text

    def announce(self, size: int) -> int:
        """Status of the answer to a photo of so many bytes, none of which is sent."""
        line = http.client.HTTPSConnection(self.name, self.port, context=self.context, timeout=30)
        line.putrequest("POST", f"/api/observations/{uuid4()}/photos")
        for name, value in {**OWN, "cookie": self.cookie, "content-length": str(size)}.items():
            line.putheader(name, value)
        line.endheaders()
        status = line.getresponse().status
        line.close()
        return status


@contextmanager
def serving(url: str, *asked: str) -> Iterator[tuple[subprocess.Popen[str], list[str]]]:
    """The command as it is run, and the lines that it says until it answers."""
    command = [sys.executable, "-u", "-m", "ulbrek.cli", "serve", *asked]
    environment = {**os.environ, "DATABASE_URL": url, "ULBREK_LONG_WORK": "1"}
    process = subprocess.Popen(
        command, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True, env=environment, cwd=ROOT
    )
    said: list[str] = []
    try:
        assert process.stdout is not None
        for line in process.stdout:
            said.append(line.rstrip())
            if "Ulbrek is at" in line:
                break
        port = int(asked[asked.index("--port") + 1])
        until = time.monotonic() + PATIENCE_S
        while True:
            assert process.poll() is None, said
            assert time.monotonic() < until, "it did not answer"
            try:
                socket.create_connection(("127.0.0.1", port), timeout=5).close()
                break
            except OSError:
                time.sleep(0.1)
        yield process, said
    finally:
        process.send_signal(signal.SIGTERM)
        try:
            rest, _ = process.communicate(timeout=60)
            said += rest.splitlines()
        except subprocess.TimeoutExpired:
            process.kill()
            raise
    assert process.returncode in (0, -signal.SIGTERM)


def test_on_the_network_it_is_owned_once_and_asks_who_comes(url: str, tmp_path: Path) -> None:
    port = free_port()
    asked = ("--lan", "--host", "127.0.0.1", "--port", str(port), "--data", str(tmp_path), "--workers", "2")
    with serving(url, *asked) as (_, said):
        authority = tmp_path / "authority" / "authority.crt"
        line = Line(port, authority)
        assert line.ask("GET", "/livez")[0] == 200
        assert line.ask("GET", "/api/jobs")[0] == 401
        first = next(found[1] for one in said if (found := re.search(r"/join#(\S+)", one)))
        told = {"name": "Lead", "login": "lead", "passphrase": PASSPHRASE, "device": "Laptop"}
        assert line.ask("POST", "/api/join", {"code": first, **told})[0] == 200
        assert line.cookie.startswith("__Host-ulbrek=")
        for _ in range(8):  # whichever worker answers
            assert line.ask("GET", "/api/jobs")[0] == 200
        status, page = line.ask("GET", "/trust")
        assert (status, fingerprint(authority) in page) == (200, True)
        assert line.ask("GET", "/trust/authority.crt")[0] == 200
        _, metrics = line.ask("GET", "/metrics")
        counted = re.findall(r'seconds_count{.*route="/api/jobs",status="200"} (\S+)', metrics)
        assert [float(one) for one in counted] == [8.0]  # by both workers together
        assert line.ask("GET", "/metrics", **{"x-forwarded-for": "10.0.0.1"})[0] == 404
        assert line.ask("GET", "/api/me", host="attacker.example")[0] == 421
    said = "\n".join(said)
    assert fingerprint(authority) in said
    assert "▄" in said  # the address as a code for cameras
    with serving(url, *asked) as (_, again):
        assert line.ask("GET", "/api/jobs")[0] == 200  # still signed in, and still trusted
    assert not any("/join#" in one for one in again)


PROXIES = {
    "nginx": (
        "docs/proxies/nginx.conf",
        ("listen 443 ssl", "listen 127.0.0.1:{port} ssl"), ("/etc/ssl/shop.example.crt", "{certificate}"),
        ("/etc/ssl/shop.example.key", "{key}"), ("http://127.0.0.1:8443", "http://127.0.0.1:{behind}"),
        ("listen 80", "listen 127.0.0.1:{plain}"), ("server_name shop.example", "server_name localhost"),
        ("client_header_timeout 10s", "client_header_timeout 1s"),
    ),
    "caddy": (
        "docs/proxies/Caddyfile",
        ("shop.example {", "https://localhost:{port} {{\n\ttls {certificate} {key}"),
        ("127.0.0.1:8443", "127.0.0.1:{behind}"), ("{\n\tservers {", "{{\n\tadmin off\n\tauto_https off\n\tservers {{"),
        ("read_header 10s", "read_header 1s"),
    ),
}  # fmt: skip


@contextmanager
def proxied(kind: str, folder: Path, behind: int) -> Iterator[tuple[int, Path]]:
    """The example file of a proxy, with the places of this machine in it: its port, and whom to trust."""
    port, plain = free_port(), free_port()
    made = certificates(folder / "authority", [ip_address("127.0.0.1")], ["localhost"])
    example, *places = PROXIES[kind]
    written = (ROOT / example).read_text()
    given = {"port": port, "plain": plain, "behind": behind, "certificate": made.certificate, "key": made.key}
    for place, here in places:
        assert place in written, place
        written = written.replace(place, here.format(**given))
    program = shutil.which(kind) or next((str(one) for one in (ROOT / ".data/proxies/usr").glob(f"*bin/{kind}")), None)
    assert program, f"{kind} is not here: make test fetches it"
    if kind == "nginx":
        file = folder / "nginx.conf"
        own = "".join(
            f"{one}_temp_path {folder}/{one};\n" for one in ("client_body", "proxy", "fastcgi", "uwsgi", "scgi")
        )
        file.write_text(
            f"daemon off; pid {folder}/pid; error_log stderr error;\nevents {{}}\n"
            f"http {{ access_log off;\n{own}{written} }}"
        )
        command = [program, "-c", str(file), "-p", str(folder), "-e", "stderr"]
    else:
        file = folder / "Caddyfile"
        file.write_text(written)
        command = [program, "run", "--config", str(file), "--adapter", "caddyfile"]
    environment = {**os.environ, "HOME": str(folder), "XDG_DATA_HOME": str(folder)}
    log = folder / f"{kind}.log"
    with log.open("w") as said:
        process = subprocess.Popen(command, env=environment, stdout=subprocess.DEVNULL, stderr=said)
    try:
        until = time.monotonic() + PATIENCE_S
        while True:
            assert process.poll() is None, log.read_text()
            assert time.monotonic() < until, log.read_text()
            try:
                socket.create_connection(("127.0.0.1", port), timeout=5).close()
                break
            except OSError:
                time.sleep(0.05)
        yield port, made.authority
    finally:
        process.terminate()
        process.wait()


def test_behind_a_proxy_it_believes_that_alone(url: str, tmp_path: Path) -> None:
    behind = free_port()
    asked = ("--behind", "127.0.0.1", "--port", str(behind), "--workers", "1")
    with serving(url, *asked, "--public-address", "https://localhost"):
        for kind in PROXIES:
            folder = tmp_path / kind
            folder.mkdir()
            login = code_of(url, f"Member by {kind}")
            with proxied(kind, folder, behind) as (port, authority):
                line = Line(port, authority, "localhost", "127.0.0.9")
                assert line.ask("GET", "/livez")[0] == 200, kind
                joined = {"code": login, "device": "Phone"}
                status, told = line.ask("POST", "/api/join", joined, **{"x-forwarded-for": "6.6.6.6"})
                assert (status, line.cookie[:13]) == (200, "__Host-ulbrek"), (kind, told)  # over TLS, as far as it goes
                (device,) = json.loads(line.ask("GET", "/api/me/devices")[1])
                assert device["address"] == "127.0.0.9", kind  # not what the request claims
                assert line.ask("GET", "/metrics")[0] == 404
                assert line.announce(17_000_000) == 413, kind
                assert hangs_up(port, authority), kind
    # Whoever reaches it past the proxy is believed nothing.
    with serving(url, *asked[2:]):
        answer = http.client.HTTPConnection("127.0.0.1", behind, timeout=30, source_address=("127.0.0.8", 0))
        answer.request(
            "POST", "/api/sign-in", json.dumps({"login": "x", "passphrase": "y", "device": "z"}),
            {**OWN, "content-type": "application/json", "x-forwarded-for": "6.6.6.6", "x-forwarded-proto": "https"},
        )  # fmt: skip
        assert answer.getresponse().status == 403
        answer.close()
    database = Database(url)
    with database.look() as records:
        rates = (
            records.session.connection().exec_driver_sql("SELECT key FROM rate WHERE key LIKE '%%sign-ins%%'").scalars()
        )
        keys = " ".join(rates)
    database.engine.dispose()
    assert ("127.0.0.8" in keys, "6.6.6.6" in keys) == (True, False)


def code_of(url: str, name: str) -> str:
    """A code for somebody new."""
    database = Database(url)
    try:
        with database.work() as records:
            shop = records.shop().id
            member = records.members(shop).add(Told(name, "mm")).id
            account = records.accounts(shop).let_in(member, "maker")
            return records.accounts(shop).make_code(account.id).code
    finally:
        database.engine.dispose()


def hangs_up(port: int, authority: Path) -> bool:
    """Whether somebody who never ends his request is let go of."""
    context = ssl.create_default_context(cafile=str(authority))
    with (
        socket.create_connection(("127.0.0.1", port), timeout=30) as plain,
        context.wrap_socket(plain, server_hostname="localhost") as line,
    ):
        line.sendall(b"GET /livez HTTP/1.1\r\nHost: localhost\r\nX-Slow: ")
        try:
            told = line.recv(4096)  # until it is told that it took too long, or is cut off
        except (ConnectionResetError, ssl.SSLEOFError):
            return True
        return told == b"" or b" 408 " in told
