"""Requests of every kind that the API's description allows or forbids, from somebody of every role."""

import os
from collections.abc import Callable
from typing import Any

import pytest
import schemathesis
from hypothesis import HealthCheck, given
from hypothesis import settings as hypothesis_settings
from schemathesis import GenerationMode

from tests.api.doors import OWN, Doors
from tests.api.test_records import KNOWN_TO_THE_SCHEMA, SEARCH
from ulbrek.api.access.rules import may

CASES = int(os.environ.get("ULBREK_CASES", "2"))  # of each route and role; more by hand
GOING = {"POST /api/sign-out", "POST /api/me/devices/{device_id}/end"}  # with which a role would end


@pytest.mark.parametrize("role", [None, "viewer", "helper", "maker", "owner"])
def test_no_request_of_any_role_breaks_the_server(doors: Doors, role: str | None) -> None:
    """An answer that the schema knows, and a refusal where the role may not ask, whatever is asked for."""
    headers = {"host": "127.0.0.1", **OWN, **shown(doors, role)}
    schema = schemathesis.openapi.from_asgi("/api/openapi.json", doors.app(), headers=headers)
    schema.config.generation.update(modes=[GenerationMode.POSITIVE, GenerationMode.NEGATIVE])
    few = hypothesis_settings(
        max_examples=CASES, deadline=None, database=None, derandomize=True, suppress_health_check=list(HealthCheck)
    )
    asked = 0
    for result in schema.get_all_operations():
        operation = result.ok()
        address = f"{operation.method.upper()} {operation.path}"
        if operation.path == SEARCH or address in GOING:
            continue

        few(given(operation.as_strategy())(check_of(doors, headers, may(role, address))))()
        asked += 1
    assert asked > 90


def check_of(doors: Doors, headers: dict[str, str], let_in: bool) -> Callable[[Any], None]:
    """Asks, and looks whether the answer is one that there may be."""

    def answers(case: Any) -> None:
        doors.forget_rates()
        answer = case.call(headers=headers)
        case.validate_response(answer, checks=KNOWN_TO_THE_SCHEMA)
        assert let_in or answer.status_code in (401, 403), f"{case.method} {case.path} let them in"

    return answers


def shown(doors: Doors, role: str | None) -> dict[str, str]:
    """What a browser of this role shows, where it asks without TLS."""
    client = doors.asking(role)
    if role == "viewer":
        return {"authorization": client.headers["authorization"]}
    return {"cookie": f"ulbrek={client.cookies['__Host-ulbrek']}"} if role else {}
