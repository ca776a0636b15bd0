"""Holds every request to the rule of its address, before anything of it is read."""

from collections.abc import Awaitable, Callable, Sequence
from uuid import UUID

import structlog
from sqlalchemy.exc import SQLAlchemyError
from starlette.concurrency import run_in_threadpool
from starlette.datastructures import Headers, MutableHeaders
from starlette.routing import BaseRoute, Match
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from ulbrek.api.access import cookies
from ulbrek.api.access.asker import NOBODY, Asker
from ulbrek.api.access.limits import Limits, TooOftenError
from ulbrek.api.access.prices import without_prices
from ulbrek.api.access.rules import NEEDS_SIGN_IN, RULES, Rule, may
from ulbrek.api.problems import problem_response, too_often
from ulbrek.store.database import Database
from ulbrek.store.doors import Linked, SignedIn

SAFE_METHODS = frozenset({"GET", "HEAD", "OPTIONS"})
OWN_HEADER = "x-ulbrek"  # what another site's page cannot send without being asked whether it may
_ASK = {"helper": "", "maker": "Ask a maker or an owner of the shop.", "owner": "Ask an owner of the shop."}
log = structlog.get_logger("ulbrek")


class RefusedAtGateError(Exception):
    """A request that is not let in, and with what answer."""

    def __init__(self, status: int, title: str, detail: str) -> None:
        """Keeps all three."""
        super().__init__(detail)
        self.status, self.title, self.detail = status, title, detail


class Gate:
    """Lets in whom the rule of an address lets in, and says to what comes after it who they are."""

    def __init__(self, app: ASGIApp, routes: Sequence[BaseRoute], database: Database, sign_in: bool) -> None:
        """Wraps an app.

        Args:
            app: what is behind the gate
            routes: the addresses that there are, in the order in which they are looked for
            database: all shops
            sign_in: whether anybody signs in; where not, whoever asks may do everything
        """
        self.app, self._routes, self._database, self._sign_in = app, routes, database, sign_in
        self.limits = Limits(database)

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Passes a request on, or refuses it."""
        found = self._found(scope) if scope["type"] == "http" else None
        if found is None:
            await self.app(scope, receive, send)  # a page; or an address behind which nothing is found
            return
        address, params = found
        try:
            asker = await run_in_threadpool(self._let_in, scope, address, params)
        except RefusedAtGateError as error:
            await problem_response(error.status, error.title, error.detail)(scope, receive, send)
            return
        except TooOftenError as error:
            await too_often(error.again_s)(scope, receive, send)
            return
        except SQLAlchemyError as error:
            log.error("database", error=type(error).__name__)
            detail = "The records cannot be reached. Nothing was changed; try again."
            await problem_response(503, "No database", detail)(scope, receive, send)
            return
        state = scope.setdefault("state", {})
        state["ruled"], state["asker"], state["limits"] = address, asker, self.limits
        if asker is not None and asker.role in ("helper", "viewer"):
            await _blanked(self.app, scope, receive, send)
        else:
            await self.app(scope, receive, send)

    def _found(self, scope: Scope) -> tuple[str, dict[str, str]] | None:
        """The address that a request goes to, as its rule is written, and what stands in its places."""
        for route in self._routes:
            match, child = route.matches(scope)
            if match == Match.FULL:
                return f"{scope['method']} {getattr(route, 'path', '')}", child.get("path_params", {})
        return None

    def _let_in(self, scope: Scope, address: str, params: dict[str, str]) -> Asker | None:
        rule, headers = RULES.get(address), Headers(scope=scope)
        where = (scope.get("client") or ("",))[0]
        if rule is None:
            raise RefusedAtGateError(403, "Not for anybody", "Nobody may ask for that.")
        asker = self._asker(rule, headers, scope["scheme"], where)
        if not self._sign_in and address in NEEDS_SIGN_IN:
            raise RefusedAtGateError(409, "Nobody signs in here", "Start it with `ulbrek serve` to let people in.")
        if rule.least != "anybody":
            if asker is None:
                raise RefusedAtGateError(401, "Sign in", "Sign in first.")
            if not may(asker.role, address):
                self._note_refused(asker, address)
                raise RefusedAtGateError(
                    403, "Not yours", f"You may not do that here. {_ASK.get(rule.least, '')}".strip()
                )
        if self._sign_in and asker is not None and asker.device_id is not None:
            _refuse_other_sites(scope["method"], headers)
        if rule.limit is not None and self._sign_in:
            known = asker is not None and (asker.account_id or asker.job_id)
            self.limits.take(rule.limit, str(known or where))
        if asker is not None and asker.role == "helper":
            self._refuse_unasked(asker, params)
        return asker

    def _asker(self, rule: Rule, headers: Headers, scheme: str, where: str) -> Asker | None:
        if rule.least == "viewer":
            way, _, token = headers.get("authorization", "").partition(" ")
            if way.lower() != "bearer" or not token:
                return None
            with self._database.look() as records:
                link = records.doors.link(token)
            return _viewer(link, where) if link else None
        if not self._sign_in:
            return NOBODY
        shown = cookies.token_in(headers, scheme)
        if shown is None:
            return None
        with self._database.look() as records:
            found = records.doors.device(shown)
        return _signed_in(found, where) if found else None

    def _note_refused(self, asker: Asker, address: str) -> None:
        """Writes down who asked for what is not theirs, once a minute each."""
        if asker.shop_id is not None and self.limits.is_first(f"refused/{asker.account_id}/{address}"):
            with asker.records(self._database).work() as records:
                records.security(asker.shop_id).add("refused", asker.name, asker.address, address)

    def _refuse_unasked(self, asker: Asker, params: dict[str, str]) -> None:
        """Refuses a helper what belongs to no pour that they are asked to."""
        for name, told in params.items():
            if name == "pour_id":
                fits = asker.sees_pour(_id(told))
            elif name == "job_id":
                fits = asker.sees_job(_id(told))
            elif name in ("casting_id", "observation_id", "photo_id"):
                key = _id(told)
                with asker.records(self._database).look() as records:
                    pour = records.asked(records.shop().id).pour_of(name, key) if key else None
                fits = asker.sees_pour(pour)
            else:
                continue  # within one of those, or their own
            if not fits:
                self._note_refused(asker, f"{name.removesuffix('_id')} {told}")
                raise RefusedAtGateError(403, "Not yours", "You are not asked to this pour. Ask a maker to ask you.")


def _viewer(link: Linked, where: str) -> Asker:
    return Asker(
        "viewer", link.shop_id, "Whoever has the link", where, job_id=link.job_id, what=link.what, ends_at=link.ends_at
    )


def _signed_in(found: SignedIn, where: str) -> Asker:
    return Asker(
        found.role, found.shop_id, found.name, where, found.account_id, found.member_id, found.device_id, found.came_at,
        found.by, found.pours, found.jobs,
    )  # fmt: skip


def _refuse_other_sites(method: str, headers: Headers) -> None:
    """Refuses a change that no page of Ulbrek's asks for; the guard has looked at the origin where one is given."""
    if method in SAFE_METHODS or headers.get("origin") or headers.get("sec-fetch-site") == "same-origin":
        return
    if OWN_HEADER not in headers:
        raise RefusedAtGateError(403, "Wrong origin", "Changes are taken from Ulbrek's own pages only.")


def _id(told: str) -> UUID | None:
    try:
        return UUID(told)
    except ValueError:
        return None


async def _blanked(app: ASGIApp, scope: Scope, receive: Receive, send: Send) -> None:
    """Passes a request on, and leaves the prices out of its answer."""
    start: Message | None = None
    content = bytearray()
    onward: Callable[[Message], Awaitable[None]] = send

    async def held(message: Message) -> None:
        nonlocal start
        if message["type"] == "http.response.start":
            start = message
            if not Headers(raw=message["headers"]).get("content-type", "").startswith("application/json"):
                start = None
                await onward(message)
            return
        if start is None:
            await onward(message)
            return
        content.extend(message.get("body", b""))
        if message.get("more_body"):
            return
        plain = without_prices(bytes(content)) if content else b""
        headers = MutableHeaders(raw=list(start["headers"]))
        headers["content-length"] = str(len(plain))
        await onward({**start, "headers": headers.raw})
        await onward({"type": "http.response.body", "body": plain})

    await app(scope, receive, held)
