"""The authority of a shop's network, as OpenSSL judges it, which shares no code with what made it."""

import socket
import ssl
import stat
import threading
from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from ipaddress import ip_address
from pathlib import Path

import pytest
from cryptography import x509
from cryptography.hazmat.primitives import serialization
from cryptography.hazmat.primitives.asymmetric import ec

from ulbrek.serving import authority
from ulbrek.serving.authority import Certificates, NotPrivateError, certificates, fingerprint, is_private

LOOPBACK = ip_address("127.0.0.1")


def shaken(made: Certificates, name: str) -> str:
    """What OpenSSL says of a server with this certificate that is asked under a name; empty where it trusts it."""
    server, client = socket.socketpair()
    ours = ssl.SSLContext(ssl.PROTOCOL_TLS_SERVER)
    ours.load_cert_chain(made.certificate, made.key)

    def answer() -> None:
        try:
            ours.wrap_socket(server, server_side=True).close()
        except OSError:
            server.close()

    thread = threading.Thread(target=answer)
    thread.start()
    theirs = ssl.create_default_context(cafile=str(made.authority))
    try:
        with theirs.wrap_socket(client, server_hostname=name) as line:
            assert line.version() in ("TLSv1.2", "TLSv1.3")
        return ""
    except ssl.SSLCertVerificationError as error:
        return str(error.verify_message)
    finally:
        client.close()
        thread.join()


def test_whoever_trusts_the_authority_trusts_its_server_under_its_own_names_alone(tmp_path: Path) -> None:
    made = certificates(tmp_path, [LOOPBACK, ip_address("192.168.7.4")], ["localhost", "kiln.local"])
    for name in ("127.0.0.1", "192.168.7.4", "localhost", "kiln.local"):
        assert shaken(made, name) == ""
    assert "mismatch" in shaken(made, "192.168.7.5")
    other = certificates(tmp_path / "other", [LOOPBACK], ["localhost"])
    stranger = Certificates(made.certificate, made.key, other.authority)
    assert shaken(stranger, "localhost") != ""


@pytest.mark.parametrize("public", ["shop.example", "203.0.113.9"])
def test_whoever_steals_its_key_can_pose_as_no_public_server(tmp_path: Path, public: str) -> None:
    """RFC 5280, 4.2.1.10: names outside of what the authority is for are refused by whoever checks."""
    made = certificates(tmp_path, [LOOPBACK], ["localhost"])
    stolen = serialization.load_pem_private_key((tmp_path / "authority.key").read_bytes(), None)
    assert isinstance(stolen, ec.EllipticCurvePrivateKey)
    by = x509.load_pem_x509_certificate(made.authority.read_bytes()), stolen
    address = authority.address_in(public)
    named: tuple[Sequence[authority.Address], Sequence[str]] = ([address], []) if address else ([], [public])
    authority._make_certificate(made, by, *named)  # as they would
    assert "permitted subtree violation" in shaken(made, public)


def test_it_vouches_for_nothing_public(tmp_path: Path) -> None:
    with pytest.raises(NotPrivateError, match=r"8\.8\.8\.8 is no private address"):
        certificates(tmp_path, [ip_address("8.8.8.8")], [])
    with pytest.raises(NotPrivateError, match=r"shop\.example is no private name"):
        certificates(tmp_path, [LOOPBACK], ["shop.example"])
    assert not list(tmp_path.iterdir())
    private = {"10.1.2.3", "172.31.0.1", "192.168.0.1", "169.254.1.1", "fd00::1", "fe80::1", "::1"}
    assert all(is_private(ip_address(one)) for one in private)
    assert not any(is_private(ip_address(one)) for one in ("172.32.0.1", "9.9.9.9", "2001:4860::1"))


def test_keys_are_for_their_owner_alone_and_stay_as_long_as_they_do(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    made = certificates(tmp_path / "kept", [LOOPBACK], ["localhost"])
    for file in (made.key, made.key.parent / "authority.key"):
        assert stat.S_IMODE(file.stat().st_mode) == 0o600
    assert stat.S_IMODE(made.key.parent.stat().st_mode) == 0o700
    first, trusted = made.certificate.read_bytes(), fingerprint(made.authority)
    certificates(tmp_path / "kept", [LOOPBACK], ["localhost"])
    assert made.certificate.read_bytes() == first
    certificates(tmp_path / "kept", [LOOPBACK, ip_address("10.0.0.9")], ["localhost"])  # in another network
    assert made.certificate.read_bytes() != first
    second = made.certificate.read_bytes()
    monkeypatch.setattr(authority, "_RENEW_BEFORE", timedelta(days=366))  # its time is nearly over
    certificates(tmp_path / "kept", [LOOPBACK, ip_address("10.0.0.9")], ["localhost"])
    assert made.certificate.read_bytes() != second
    assert fingerprint(made.authority) == trusted  # phones need not come to trust it again


def test_it_lasts_as_long_as_phones_take(tmp_path: Path) -> None:
    made = certificates(tmp_path, [LOOPBACK], ["localhost"])
    server = x509.load_pem_x509_certificate(made.certificate.read_bytes())
    assert server.not_valid_before_utc < datetime.now(UTC)  # for a phone whose clock is slow
    assert server.not_valid_after_utc - server.not_valid_before_utc <= timedelta(days=398)
    usage = server.extensions.get_extension_for_class(x509.ExtendedKeyUsage).value
    assert [one.dotted_string for one in usage] == ["1.3.6.1.5.5.7.3.1"]  # RFC 5280: TLS servers
