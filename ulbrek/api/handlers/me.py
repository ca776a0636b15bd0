"""Who one is: what one may ask for, on which devices one is signed in, and one's passphrase."""

from datetime import UTC, datetime, timedelta
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Request
from pydantic import BaseModel, ConfigDict, Field

from ulbrek.api.access import passphrases
from ulbrek.api.access.limits import Limits
from ulbrek.api.access.rules import NEEDS_SIGN_IN, RULES, SIGN_INS, may
from ulbrek.api.handlers.common import Asking, Db
from ulbrek.api.handlers.doors import Name, Passphrase, rp_id
from ulbrek.core.base.frozen import dataclass
from ulbrek.files.problems import InvalidDocumentError, Problem
from ulbrek.store.accounts import Device
from ulbrek.store.errors import NotFoundError

router = APIRouter(prefix="/api")
_FRESH = timedelta(minutes=10)  # for so long a code that somebody came in by stands for their passphrase


class _Request(BaseModel):
    model_config = ConfigDict(extra="forbid")


class PassphraseRequest(_Request):
    """A new passphrase, the one before where there was one, and the name that goes with it to sign in."""

    passphrase: Passphrase
    current: Annotated[str, Field(max_length=500)] = ""
    login: Name | None = None
    others_out: bool = True


class DeviceRequest(_Request):
    """What a device is to be called."""

    name: Name


@dataclass(frozen=True, slots=True)
class Me:
    """Who one is here, and for what addresses one may ask.

    ``sign_in`` says whether anybody signs in here at all; without a ``role`` one has not.
    """

    sign_in: bool
    role: str | None
    name: str
    login: str
    shop: str
    member_id: UUID | None
    device_id: UUID | None
    passphrase: bool
    fresh: bool
    passkeys_fit: bool
    may: list[str]


@router.get("/me")
def get_me(request: Request) -> Me:
    """Who one is here; before anybody has signed in as well."""
    sign_in: bool = request.app.state.settings.sign_in
    asker = request.scope["state"].get("asker")
    fits = rp_id(request) is not None
    if asker is None:
        return Me(sign_in, None, "", "", "", None, None, False, False, fits, _may(None, sign_in))
    with asker.records(request.app.state.database).work() as records:
        shop = records.shop()
        mine = records.accounts(shop.id).get(asker.account_id) if asker.account_id else None
    return Me(
        sign_in, asker.role, mine.name if mine else "", mine.login if mine else "", shop.shop.name, asker.member_id,
        asker.device_id, mine.passphrase if mine else False, _came_fresh(asker.by, asker.came_at), fits,
        _may(asker.role, sign_in),
    )  # fmt: skip


@router.get("/me/devices")
def list_my_devices(db: Db, asker: Asking) -> list[Device]:
    """The devices on which one is signed in."""
    with db.work() as records:
        return records.accounts(records.shop().id).devices(asker.account_id)


@router.put("/me/devices/{device_id}")
def name_my_device(db: Db, asker: Asking, device_id: UUID, asked: DeviceRequest) -> list[Device]:
    """Calls one of one's devices otherwise."""
    with db.work() as records:
        accounts = records.accounts(records.shop().id)
        _refuse_anothers(accounts.device(device_id), asker.account_id)
        accounts.name_device(device_id, asked.name)
        return accounts.devices(asker.account_id)


@router.post("/me/devices/{device_id}/end")
def end_my_device(db: Db, asker: Asking, device_id: UUID) -> list[Device]:
    """Signs one of one's devices out."""
    with db.work() as records:
        shop_id = records.shop().id
        accounts = records.accounts(shop_id)
        device = accounts.device(device_id)
        _refuse_anothers(device, asker.account_id)
        accounts.end_device(device_id)
        records.security(shop_id).add("device-removed", asker.name, asker.address, device.name)
        return accounts.devices(asker.account_id)


@router.post("/me/devices/end")
def end_my_other_devices(db: Db, asker: Asking) -> list[Device]:
    """Signs one out everywhere but here."""
    with db.work() as records:
        shop_id = records.shop().id
        records.accounts(shop_id).end_devices(_account(asker.account_id), but=asker.device_id)
        records.security(shop_id).add("device-removed", asker.name, asker.address, "All but this one")
        return records.accounts(shop_id).devices(asker.account_id)


@router.put("/me/passphrase", status_code=204)
def set_passphrase(db: Db, request: Request, asker: Asking, asked: PassphraseRequest) -> None:
    """Sets one's passphrase; whoever had one gives it, but for those who just came in by a code."""
    account_id = _account(asker.account_id)
    limits: Limits = request.scope["state"]["limits"]
    limits.take(SIGN_INS, "passphrase", str(account_id))
    with db.work() as records:
        shop = records.shop()
        before = records.accounts(shop.id).secret(account_id)
    known = before is None or _came_fresh(asker.by, asker.came_at)
    if not known and not passphrases.is_right(before, asked.current):
        raise InvalidDocumentError(
            [Problem("/current", "This is not your passphrase.", "Type the one that you have now.")]
        )
    passphrases.refuse_weak(asked.passphrase, (asker.name, asked.login or "", shop.shop.name))
    secret = passphrases.kept(asked.passphrase)
    with db.work() as records:
        accounts = records.accounts(shop.id)
        accounts.set_passphrase(account_id, secret, asked.login)
        if asked.others_out:
            accounts.end_devices(account_id, but=asker.device_id)
        records.security(shop.id).add("passphrase-set", asker.name, asker.address)


def _may(role: str | None, sign_in: bool) -> list[str]:
    return [one for one in RULES if may(role, one) and (sign_in or one not in NEEDS_SIGN_IN)]


def _came_fresh(by: str, came_at: datetime | None) -> bool:
    return by == "code" and came_at is not None and datetime.now(UTC) - came_at < _FRESH


def _account(account_id: UUID | None) -> UUID:
    if account_id is None:
        raise NotFoundError("account", "yet")
    return account_id


def _refuse_anothers(device: Device, account_id: UUID | None) -> None:
    if device.account_id != account_id:
        raise NotFoundError("device", device.id)
