"""Passkeys: added by whoever is in, and coming in by one."""

import json
from typing import Annotated, Any
from uuid import UUID

import structlog
from fastapi import APIRouter, HTTPException, Request, Response
from pydantic import BaseModel, ConfigDict, Field, JsonValue
from webauthn import (
    base64url_to_bytes,
    generate_authentication_options,
    generate_registration_options,
    options_to_json,
    verify_authentication_response,
    verify_registration_response,
)
from webauthn.helpers.exceptions import WebAuthnException
from webauthn.helpers.structs import (
    AuthenticatorSelectionCriteria,
    PublicKeyCredentialDescriptor,
    ResidentKeyRequirement,
    UserVerificationRequirement,
)

from ulbrek.api.handlers.common import Asking, Db
from ulbrek.api.handlers.doors import Name, let_in, rp_id
from ulbrek.core.base.frozen import dataclass
from ulbrek.files.problems import InvalidDocumentError, Problem
from ulbrek.store.database import Database
from ulbrek.store.errors import NotFoundError
from ulbrek.store.passkeys import Passkey

router = APIRouter(prefix="/api")


class CredentialRequest(BaseModel):
    """What was asked, and what the browser answers; and what the passkey or the device is to be called."""

    model_config = ConfigDict(extra="forbid")

    challenge: UUID
    credential: Annotated[dict[str, JsonValue], Field(max_length=20)]
    name: Name


@dataclass(frozen=True, slots=True)
class Challenge:
    """What a browser is asked to sign, and the options that its passkeys take (Web Authentication, as JSON)."""

    id: UUID
    options: dict[str, Any]


@router.get("/me/passkeys")
def list_passkeys(db: Db, asker: Asking) -> list[Passkey]:
    """One's passkeys."""
    with db.work() as records:
        return records.passkeys(records.shop().id).of(_account(asker.account_id))


@router.post("/me/passkeys/begin")
def begin_passkey(db: Db, request: Request, asker: Asking) -> Challenge:
    """What a new passkey is asked to sign."""
    account_id, name = _account(asker.account_id), _rp(request)
    with db.work() as records:
        shop = records.shop()
        account = records.accounts(shop.id).get(account_id)
        there = records.passkeys(shop.id).credentials(account_id)
    options = generate_registration_options(
        rp_id=name, rp_name="Ulbrek", user_id=account_id.bytes, user_name=account.login, user_display_name=account.name,
        exclude_credentials=[PublicKeyCredentialDescriptor(id=one) for one in there],
        authenticator_selection=AuthenticatorSelectionCriteria(
            resident_key=ResidentKeyRequirement.REQUIRED, user_verification=UserVerificationRequirement.REQUIRED
        ),
    )  # fmt: skip
    database: Database = request.app.state.database
    with database.work() as records:
        asked = records.challenges.ask(options.challenge, account_id)
    return Challenge(asked, json.loads(options_to_json(options)))


@router.post("/me/passkeys", status_code=201)
def add_passkey(db: Db, request: Request, asker: Asking, asked: CredentialRequest) -> list[Passkey]:
    """Keeps a new passkey."""
    account_id = _account(asker.account_id)
    challenge = _taken(request, asked.challenge, account_id)
    try:
        made = verify_registration_response(
            credential=asked.credential, expected_challenge=challenge, expected_rp_id=_rp(request),
            expected_origin=_origin(request), require_user_verification=True,
        )  # fmt: skip
    except (WebAuthnException, ValueError, TypeError, KeyError) as error:
        raise _refused(error) from error
    with db.work() as records:
        shop_id = records.shop().id
        passkeys = records.passkeys(shop_id)
        passkeys.add(account_id, asked.name, made.credential_id, made.credential_public_key, made.sign_count)
        records.security(shop_id).add("passkey-added", asker.name, asker.address, asked.name)
        return passkeys.of(account_id)


@router.delete("/me/passkeys/{passkey_id}")
def remove_passkey(db: Db, asker: Asking, passkey_id: UUID) -> list[Passkey]:
    """One comes in by a passkey no more."""
    account_id = _account(asker.account_id)
    with db.work() as records:
        shop_id = records.shop().id
        name = records.passkeys(shop_id).remove(account_id, passkey_id)
        records.security(shop_id).add("passkey-removed", asker.name, asker.address, name)
        return records.passkeys(shop_id).of(account_id)


@router.post("/sign-in/passkey/begin")
def begin_sign_in(request: Request) -> Challenge:
    """What a passkey is asked to sign by whoever comes in."""
    options = generate_authentication_options(
        rp_id=_rp(request), user_verification=UserVerificationRequirement.REQUIRED
    )
    database: Database = request.app.state.database
    with database.work() as records:
        asked = records.challenges.ask(options.challenge, None)
    return Challenge(asked, json.loads(options_to_json(options)))


@router.post("/sign-in/passkey")
def sign_in_by_passkey(request: Request, asked: CredentialRequest) -> Response:
    """Signs in by a passkey."""
    database: Database = request.app.state.database
    challenge = _taken(request, asked.challenge, None)
    try:
        credential = base64url_to_bytes(str(asked.credential.get("rawId", "")))
        with database.work() as records:
            found = records.doors.passkey(credential)
        if found is None:
            raise HTTPException(403, "This passkey is not known here. Sign in otherwise, then add it.")
        passkey, known = found
        verified = verify_authentication_response(
            credential=asked.credential, expected_challenge=challenge, expected_rp_id=_rp(request),
            expected_origin=_origin(request), credential_public_key=passkey.public_key,
            credential_current_sign_count=passkey.uses, require_user_verification=True,
        )  # fmt: skip
    except (WebAuthnException, ValueError, TypeError, KeyError) as error:
        raise _refused(error) from error
    with database.of_shop(known.shop_id).work() as records:
        records.passkeys(known.shop_id).used(passkey.id, verified.new_sign_count)
    return let_in(request, known.shop_id, known.account_id, asked.name, "passkey")


def _taken(request: Request, challenge_id: UUID, account_id: UUID | None) -> bytes:
    database: Database = request.app.state.database
    with database.work() as records:
        asked = records.challenges.take(challenge_id, account_id)
    if asked is None:
        raise InvalidDocumentError([Problem("/challenge", "It took too long, or was answered already.", "Try again.")])
    return asked


def _rp(request: Request) -> str:
    name = rp_id(request)
    if name is None:
        raise HTTPException(
            409, "Passkeys need a name and TLS: ask under a name such as shop.local, not under numbers."
        )
    return name


def _origin(request: Request) -> str:
    return f"{request.url.scheme}://{request.url.netloc}"


def _refused(error: Exception) -> HTTPException:
    structlog.get_logger("ulbrek").info("passkey", error=type(error).__name__)
    return HTTPException(403, "This passkey was not taken. Try again, or sign in otherwise.")


def _account(account_id: UUID | None) -> UUID:
    if account_id is None:
        raise NotFoundError("account", "yet")
    return account_id
