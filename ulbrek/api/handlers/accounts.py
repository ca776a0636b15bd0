"""Who may come in, said by an owner: roles, codes for devices, and what was seen at the doors."""

from datetime import UTC, datetime
from io import BytesIO
from typing import Annotated
from uuid import UUID

import segno
from fastapi import APIRouter, Query, Request
from pydantic import BaseModel, ConfigDict

from ulbrek.api.handlers.common import Asking, Db
from ulbrek.core.base.frozen import dataclass
from ulbrek.store.accounts import Account, Device, Role
from ulbrek.store.database import Records
from ulbrek.store.security import SecurityEvent

router = APIRouter(prefix="/api")


class RoleRequest(BaseModel):
    """What somebody may do."""

    model_config = ConfigDict(extra="forbid")

    role: Role


@dataclass(frozen=True, slots=True)
class PersonAtDoor:
    """Somebody of the shop; without an account they cannot come in."""

    member_id: UUID
    name: str
    account: Account | None
    devices: list[Device]


@dataclass(frozen=True, slots=True)
class CodeView:
    """A code to be typed, the address that it stands in, that address as a picture (SVG), and until when it holds."""

    id: UUID
    code: str
    address: str
    picture: str
    ends_at: datetime


@router.get("/accounts")
def list_accounts(db: Db) -> list[PersonAtDoor]:
    """The people of the shop, what they may do, and on which devices they are signed in."""
    with db.work() as records:
        return _people(records)


@router.put("/accounts/{member_id}")
def set_role(db: Db, asker: Asking, member_id: UUID, asked: RoleRequest) -> list[PersonAtDoor]:
    """Says what somebody may do."""
    with db.work() as records:
        shop_id = records.shop().id
        account = records.accounts(shop_id).let_in(member_id, asked.role)
        records.security(shop_id).add("role-set", asker.name, asker.address, f"{account.name}: {asked.role}")
        return _people(records)


@router.post("/accounts/{member_id}/code", status_code=201)
def make_code(db: Db, request: Request, asker: Asking, member_id: UUID, asked: RoleRequest) -> CodeView:
    """A code that lets one device in as somebody, once and for five minutes."""
    with db.work() as records:
        shop_id = records.shop().id
        account = records.accounts(shop_id).let_in(member_id, asked.role)
        code = records.accounts(shop_id).make_code(account.id)
        records.security(shop_id).add("code-made", asker.name, asker.address, f"{account.name}: {asked.role}")
    written = f"{code.code[:4]}-{code.code[4:]}"
    # Behind the hash: no server and no log on the way gets to see it.
    address = f"{public_address(request)}/join#{written}"
    return CodeView(code.id, written, address, picture_of(address), code.ends_at)


@router.get("/codes/{code_id}")
def is_code_used(db: Db, code_id: UUID) -> bool:
    """Whether a device has come in by a code."""
    with db.look() as records:
        return records.accounts(records.shop().id).code_used(code_id)


@router.post("/accounts/{member_id}/shut-out")
def shut_out(db: Db, asker: Asking, member_id: UUID) -> list[PersonAtDoor]:
    """Whoever it is, is out at once, on all devices, and comes in again by a new code only."""
    with db.work() as records:
        shop_id = records.shop().id
        accounts = records.accounts(shop_id)
        account = next((one for one in accounts.all() if one.member_id == member_id), None)
        if account is not None:
            accounts.shut_out(account.id)
            records.security(shop_id).add("shut-out", asker.name, asker.address, account.name)
        return _people(records)


@router.post("/devices/{device_id}/end")
def end_device(db: Db, asker: Asking, device_id: UUID) -> list[PersonAtDoor]:
    """Signs somebody's device out: it is out at once."""
    with db.work() as records:
        shop_id = records.shop().id
        accounts = records.accounts(shop_id)
        device = accounts.device(device_id)
        accounts.end_device(device_id)
        name = accounts.get(device.account_id).name
        records.security(shop_id).add("device-removed", asker.name, asker.address, f"{name}: {device.name}")
        return _people(records)


@router.get("/security")
def list_security(db: Db, before: Annotated[datetime | None, Query()] = None) -> list[SecurityEvent]:
    """What was seen at the doors, the newest first."""
    with db.look() as records:
        return records.security(records.shop().id).page(before and before.astimezone(UTC))


def public_address(request: Request) -> str:
    """Where links lead: to the address that was set, else to the one that was asked under."""
    public: str | None = request.app.state.settings.public_address
    return public or str(request.base_url).rstrip("/")


def picture_of(address: str) -> str:
    """An address as a code for cameras, as SVG."""
    picture = BytesIO()
    segno.make(address, error="m").save(
        picture, kind="svg", xmldecl=False, svgns=True, scale=6, border=3, omitsize=True
    )
    return picture.getvalue().decode()


def _people(records: Records) -> list[PersonAtDoor]:
    shop_id = records.shop().id
    accounts = {one.member_id: one for one in records.accounts(shop_id).all()}
    devices = records.accounts(shop_id).devices()
    return [
        PersonAtDoor(
            one.id, one.name, account, [device for device in devices if account and device.account_id == account.id]
        )
        for one in records.members(shop_id).all()
        for account in (accounts.get(one.id),)
    ]
