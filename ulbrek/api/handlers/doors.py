"""Coming in and going out: by a passphrase or by a code."""

from typing import Annotated, NoReturn
from uuid import UUID

from fastapi import APIRouter, HTTPException, Request, Response
from fastapi.responses import JSONResponse
from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from ulbrek.api.access import cookies, passphrases
from ulbrek.api.access.limits import Limits, TooOftenError
from ulbrek.api.access.rules import SIGN_INS
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.base.units import Units
from ulbrek.files.problems import InvalidDocumentError, Problem
from ulbrek.store.accounts import Came, written_code
from ulbrek.store.database import Database, Records
from ulbrek.store.doors import Invited
from ulbrek.store.members import Told

router = APIRouter(prefix="/api")


def _trimmed(text: str) -> str:
    if not text.strip():
        raise ValueError("It is empty. Give at least one character.")
    return text.strip()


Name = Annotated[str, Field(min_length=1, max_length=60), ONE_LINE, AfterValidator(_trimmed)]
Passphrase = Annotated[str, Field(min_length=1, max_length=500)]


class _Request(BaseModel):
    model_config = ConfigDict(extra="forbid")


class SignInRequest(_Request):
    """Who signs in, and what this device is to be called."""

    login: Name
    passphrase: Passphrase
    device: Name


class CodeRequest(_Request):
    """A code, as it was typed or stands in a link."""

    code: Annotated[str, Field(min_length=4, max_length=80)]


class JoinRequest(CodeRequest):
    """A code, and what this device is to be called; whoever becomes the owner says who they are."""

    device: Name
    name: Name | None = None
    login: Name | None = None
    passphrase: Passphrase | None = None
    units: Units = "mm"


@dataclass(frozen=True, slots=True)
class Invitation:
    """Whom a code lets in, and into which shop; ``name`` is None for whoever becomes the owner."""

    shop: str
    name: str | None
    role: str


@router.post("/sign-in")
def sign_in(request: Request, asked: SignInRequest) -> Response:
    """Signs in by name and passphrase."""
    database: Database = request.app.state.database
    limits: Limits = request.scope["state"]["limits"]
    where = address_of(request)
    with database.look() as records:
        known = records.doors.login(asked.login)
    try:
        limits.take(SIGN_INS, "login", asked.login.casefold())
    except TooOftenError:
        if known and limits.is_first(f"slowed/{known.account_id}"):
            note(database, known.shop_id, ("slowed", known.name, where))
        raise
    if not passphrases.is_right(known.passphrase if known else None, asked.passphrase) or known is None:
        if known:
            note(database, known.shop_id, ("wrong-passphrase", known.name, where))
        refuse_in()
    return let_in(request, known.shop_id, known.account_id, asked.device, "passphrase")


@router.post("/invitation")
def look_at_code(request: Request, asked: CodeRequest) -> Invitation:
    """Whom a code lets in; it is not used up."""
    database: Database = request.app.state.database
    found, _ = _invited(database, asked.code)
    with database.of_shop(found.shop_id).look() as records:
        return Invitation(records.shop().shop.name, found.name, found.role)


@router.post("/join")
def join(request: Request, asked: JoinRequest) -> Response:
    """Comes in by a code, which is used up; whoever becomes the owner says who they are, and how they will sign in."""
    database: Database = request.app.state.database
    found, _ = _invited(database, asked.code)
    secret = None if found.account_id else _secret_of_owner(database, found, asked)
    with database.of_shop(found.shop_id).work() as records:
        if not records.accounts(found.shop_id).use_code(found.id):
            refuse_code()
        account_id = found.account_id or _made_owner(records, found, asked, secret or "")
        # In one transaction: whoever sees the code used sees the device too.
        return let_in_with(records, request, found.shop_id, account_id, (asked.device, "code"))


def _secret_of_owner(database: Database, found: Invited, asked: JoinRequest) -> str:
    missing = [name for name in ("name", "login", "passphrase") if getattr(asked, name) is None]
    if missing or asked.passphrase is None:
        raise InvalidDocumentError([Problem(f"/{one}", "This is required.", "Give it.") for one in missing])
    with database.of_shop(found.shop_id).look() as records:
        shop = records.shop().shop.name
    passphrases.refuse_weak(asked.passphrase, (asked.name or "", asked.login or "", shop))
    return passphrases.kept(asked.passphrase)


def _made_owner(records: Records, found: Invited, asked: JoinRequest, secret: str) -> UUID:
    """Whoever came first owns the shop: somebody who is in it by that name already, or somebody new."""
    name = asked.name or ""
    members, accounts = records.members(found.shop_id), records.accounts(found.shop_id)
    there = next((one for one in members.all() if one.name.casefold() == name.casefold()), None)
    member_id = there.id if there else members.add(Told(name, asked.units)).id
    account = accounts.let_in(member_id, "owner")
    accounts.set_passphrase(account.id, secret, asked.login)
    return account.id


@router.post("/sign-out", status_code=204)
def sign_out(request: Request) -> Response:
    """Signs this device out."""
    asker = request.scope["state"].get("asker")
    answer = Response(status_code=204)
    if asker is not None and asker.device_id is not None:
        with asker.records(request.app.state.database).work() as records:
            records.accounts(asker.shop_id).end_device(asker.device_id)
            records.security(asker.shop_id).add("signed-out", asker.name, asker.address)
    cookies.forget(answer, request.url.scheme)
    answer.headers["Clear-Site-Data"] = '"cache"'
    return answer


def let_in(request: Request, shop_id: UUID, account_id: UUID, device: str, by: Came) -> Response:
    """A device is signed in from now on; it is given what it shows for that."""
    database: Database = request.app.state.database
    with database.of_shop(shop_id).work() as records:
        return let_in_with(records, request, shop_id, account_id, (device, by))


def let_in_with(
    records: Records, request: Request, shop_id: UUID, account_id: UUID, told: tuple[str, Came]
) -> Response:
    """The same within a transaction that does more; its answer is sent once that is committed."""
    device, by = told
    where = address_of(request)
    accounts = records.accounts(shop_id)
    account = accounts.get(account_id)
    shown = cookies.token_in(request.headers, request.url.scheme)
    if shown is not None:  # whoever was signed in here is so no longer
        accounts.end_shown(shown)
    _, token = accounts.sign_in(account_id, device, by, where)
    records.security(shop_id).forget_old()
    records.security(shop_id).add("joined" if by == "code" else "signed-in", account.name, where, device)
    answer = JSONResponse({"role": account.role, "name": account.name})
    cookies.show(answer, token, request.url.scheme)
    return answer


def note(database: Database, shop_id: UUID, told: tuple[str, str, str], about: str = "") -> None:
    """A line of the security log: what, who and from where, and about whom."""
    kind, who, where = told
    with database.of_shop(shop_id).work() as records:
        records.security(shop_id).add(kind, who, where, about)  # type: ignore[arg-type]  # one of its kinds


def address_of(request: Request) -> str:
    """Where a request comes from; behind a proxy what that says, where it is believed."""
    return request.client.host if request.client else ""


def refuse_in() -> NoReturn:
    """Says no more than that: whether the name is known is nobody's business."""
    raise HTTPException(
        403, "This name and this passphrase do not go together. Type both again, or ask an owner for a code."
    )


def refuse_code() -> NoReturn:
    """Says that a code lets nobody in."""
    raise InvalidDocumentError(
        [Problem("/code", "This code lets nobody in.", "It holds once and for minutes: ask for a new one.")]
    )


def rp_id(request: Request) -> str | None:
    """The name that passkeys are bound to; None where there is none: by an address of numbers, or without TLS."""
    host = request.url.hostname or ""
    numbers = ":" in host or host.replace(".", "").isdecimal()
    if numbers or (request.url.scheme != "https" and host != "localhost"):
        return None
    return host


def _invited(database: Database, typed: str) -> tuple[Invited, str]:
    with database.look() as records:
        for code in dict.fromkeys((written_code(typed), typed.strip())):
            found = records.doors.invitation(code) if code else None
            if found is not None:
                return found, code
    refuse_code()
