"""A small certificate authority of one shop's own, for its network.

Phones that trust it trust it for nothing else: it may vouch for private addresses and for names that no public server
has, and for no others (RFC 5280, name constraints).
"""

import hashlib
import os
from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from ipaddress import IPv4Address, IPv4Network, IPv6Address, IPv6Network, ip_address, ip_network
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

from ulbrek.core.base.frozen import dataclass

# RFC 1918, 3927, 4193, 4291, 5737, 6598: what no public server has.
PRIVATE = (
    "127.0.0.0/8", "10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "169.254.0.0/16", "100.64.0.0/10", "192.0.2.0/24",
    "::1/128", "fc00::/7", "fe80::/10",
)  # fmt: skip
# RFC 6761, 6762, 8375, and what is reserved for private use.
NAMES = ("localhost", "local", "home.arpa", "internal", "lan", "test")
_AUTHORITY_LASTS = timedelta(days=3650)
_LASTS = timedelta(days=365)  # phones refuse what lasts longer than some two years
_RENEW_BEFORE = timedelta(days=30)
_BACKDATED = timedelta(hours=1)  # for clocks that are slow

Address = IPv4Address | IPv6Address


@dataclass(frozen=True, slots=True)
class Certificates:
    """The files of a server's certificate and its key, and of the authority that vouches for it."""

    certificate: Path
    key: Path
    authority: Path


class NotPrivateError(ValueError):
    """An address or a name that the authority may not vouch for."""


def is_private(address: Address) -> bool:
    """Whether no public server has an address."""
    return any(address in ip_network(one) for one in PRIVATE if ip_network(one).version == address.version)


def certificates(folder: Path, addresses: Sequence[Address], names: Sequence[str]) -> Certificates:
    """Certificates for these addresses and names; those that are there are kept as long as they do.

    Args:
        folder: where they are kept, for their owner alone
        addresses: under which the server is asked
        names: the same

    Raises:
        NotPrivateError: when the authority may not vouch for one
    """
    for address in addresses:
        if not is_private(address):
            raise NotPrivateError(f"{address} is no private address")
    for name in names:
        if not any(name == one or name.endswith(f".{one}") for one in NAMES):
            raise NotPrivateError(f"{name} is no private name")
    folder.mkdir(mode=0o700, parents=True, exist_ok=True)
    made = Certificates(folder / "server.crt", folder / "server.key", folder / "authority.crt")
    key_file = folder / "authority.key"
    if not (made.authority.exists() and key_file.exists()):
        _make_authority(made.authority, key_file)
    authority = x509.load_pem_x509_certificate(made.authority.read_bytes())
    if not _still_does(made, authority, addresses, names):
        key = serialization.load_pem_private_key(key_file.read_bytes(), None)
        assert isinstance(key, ec.EllipticCurvePrivateKey)  # noqa: S101 - it was made below
        _make_certificate(made, (authority, key), addresses, names)
    return made


def fingerprint(file: Path) -> str:
    """The SHA-256 of a certificate, as phones show it."""
    certificate = x509.load_pem_x509_certificate(file.read_bytes())
    digest = hashlib.sha256(certificate.public_bytes(serialization.Encoding.DER)).hexdigest().upper()
    return " ".join(digest[place : place + 4] for place in range(0, len(digest), 4))


def as_der(file: Path) -> bytes:
    """A certificate as phones take it."""
    certificate = x509.load_pem_x509_certificate(file.read_bytes())
    return certificate.public_bytes(serialization.Encoding.DER)


def _make_authority(file: Path, key_file: Path) -> None:
    key, now = ec.generate_private_key(ec.SECP256R1()), datetime.now(UTC)
    name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, f"Ulbrek of this shop, {now:%Y-%m-%d}")])
    permitted: list[x509.GeneralName] = [x509.DNSName(one) for one in NAMES]
    permitted += [x509.IPAddress(_network(one)) for one in PRIVATE]
    certificate = (
        _begun(name, name, key.public_key(), _AUTHORITY_LASTS)
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(x509.NameConstraints(permitted_subtrees=permitted, excluded_subtrees=None), critical=True)
        .add_extension(_usage(authority=True), critical=True)
        .add_extension(x509.SubjectKeyIdentifier.from_public_key(key.public_key()), critical=False)
        .sign(key, hashes.SHA256())
    )
    _keep_key(key_file, key)
    file.write_bytes(certificate.public_bytes(serialization.Encoding.PEM))


def _make_certificate(
    made: Certificates,
    by: tuple[x509.Certificate, ec.EllipticCurvePrivateKey],
    addresses: Sequence[Address],
    names: Sequence[str],
) -> None:
    authority, authority_key = by
    key = ec.generate_private_key(ec.SECP256R1())
    subject = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, "Ulbrek")])
    certificate = (
        _begun(subject, authority.subject, key.public_key(), _LASTS)
        .add_extension(x509.SubjectAlternativeName(_named(addresses, names)), critical=False)
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .add_extension(_usage(authority=False), critical=True)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .add_extension(x509.AuthorityKeyIdentifier.from_issuer_public_key(authority_key.public_key()), critical=False)
        .sign(authority_key, hashes.SHA256())
    )
    _keep_key(made.key, key)
    made.certificate.write_bytes(certificate.public_bytes(serialization.Encoding.PEM))


def _begun(
    subject: x509.Name, issuer: x509.Name, key: ec.EllipticCurvePublicKey, lasts: timedelta
) -> x509.CertificateBuilder:
    now = datetime.now(UTC)
    return (
        x509.CertificateBuilder()
        .subject_name(subject)
        .issuer_name(issuer)
        .public_key(key)
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - _BACKDATED)
        .not_valid_after(now + lasts)
    )


def _still_does(
    made: Certificates, authority: x509.Certificate, addresses: Sequence[Address], names: Sequence[str]
) -> bool:
    if not (made.certificate.exists() and made.key.exists()):
        return False
    there = x509.load_pem_x509_certificate(made.certificate.read_bytes())
    named = there.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    soon = datetime.now(UTC) + _RENEW_BEFORE
    return (
        there.issuer == authority.subject
        and there.not_valid_after_utc > soon
        and list(named) == _named(addresses, names)
    )


def _named(addresses: Sequence[Address], names: Sequence[str]) -> list[x509.GeneralName]:
    return [*(x509.DNSName(one) for one in names), *(x509.IPAddress(one) for one in addresses)]


def _network(told: str) -> IPv4Network | IPv6Network:
    return ip_network(told)


def _usage(authority: bool) -> x509.KeyUsage:
    return x509.KeyUsage(
        digital_signature=not authority, key_cert_sign=authority, crl_sign=authority, content_commitment=False,
        key_encipherment=False, data_encipherment=False, key_agreement=False, encipher_only=False, decipher_only=False,
    )  # fmt: skip


def _keep_key(file: Path, key: ec.EllipticCurvePrivateKey) -> None:
    """Writes a key that nobody else can read, not even for a moment."""
    content = key.private_bytes(
        serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption()
    )
    file.unlink(missing_ok=True)
    with os.fdopen(os.open(file, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "wb") as kept:
        kept.write(content)


def address_in(told: str) -> Address | None:
    """An address out of a text; None where it is a name."""
    try:
        return ip_address(told)
    except ValueError:
        return None
