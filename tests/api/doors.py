"""Two shops behind one door, and somebody of each role in them."""

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any
from uuid import UUID, uuid4

from fastapi import FastAPI
from fastapi.testclient import TestClient
from sqlalchemy import text

from tests.store.test_shops_apart import Filled
from ulbrek.api.app import create_app
from ulbrek.api.settings import Settings
from ulbrek.store.database import Database
from ulbrek.store.members import Told

OWN = {"x-ulbrek": "1"}
PASSPHRASE = "gravel kettle umbrella nine"  # noqa: S105


@dataclass
class Doors:
    """A served database with two filled shops."""

    database: Database
    settings: Settings
    mine: Filled
    theirs: Filled
    clients: dict[str | None, TestClient] = field(default_factory=dict)
    apps: list[FastAPI] = field(default_factory=list)

    def app(self) -> FastAPI:
        """One more worker."""
        self.apps.append(create_app(self.settings))
        return self.apps[-1]

    def client(self, **headers: str) -> TestClient:
        """A browser that has never been here; it asks over TLS, from an address of its own."""
        app = self.apps[0] if self.apps else self.app()
        return TestClient(
            app, base_url="https://127.0.0.1", raise_server_exceptions=False, headers=OWN | headers,
            client=(f"10.{uuid4().int % 250}.{uuid4().int % 250}.{uuid4().int % 250}", 4000),
        )  # fmt: skip

    def close(self) -> None:
        """Ends the workers."""
        for app in self.apps:
            app.state.plans.close()
            for pool in (app.state.apart, app.state.searching):
                pool.close()
            app.state.database.engine.dispose()

    def forget_rates(self) -> None:
        """As if nobody had asked for anything yet."""
        with self.database.work() as records:
            records.session.execute(text("DELETE FROM rate"))

    def person(self, shop: UUID, role: Any, name: str | None = None) -> tuple[UUID, str]:
        """Somebody of a shop with a code: who they are, and the code."""
        with self.database.of_shop(shop).work() as records:
            member = records.members(shop).add(Told(name or f"{role} {uuid4().hex[:6]}", "mm")).id
            account = records.accounts(shop).let_in(member, role).id
            return member, records.accounts(shop).make_code(account).code

    def joined(self, shop: UUID, role: Any, asked_to: UUID | None = None) -> TestClient:
        """A browser on which somebody of this role is signed in."""
        member, code = self.person(shop, role)
        if asked_to is not None:
            with self.database.of_shop(shop).work() as records:
                there = records.asked(shop).of_pour(asked_to)
                records.asked(shop).ask(asked_to, [*there, member])
        client = self.client()
        answer = client.post("/api/join", json={"code": code, "device": "Phone"})
        assert answer.status_code == 200, answer.text
        self.forget_rates()
        return client

    def viewer(self, shop: UUID, job: UUID, what: Any = "plan") -> TestClient:
        """A browser that shows a link."""
        with self.database.of_shop(shop).work() as records:
            _, token = records.links(shop).make(job, what, 1, None)
        return self.client(authorization=f"Bearer {token}")

    def asking(self, role: str | None) -> TestClient:
        """A browser of this role in the first shop; for nobody, one that is not signed in."""
        mine = self.mine
        make: dict[str | None, Callable[[], TestClient]] = {
            None: self.client,
            "viewer": lambda: self.viewer(mine.id, mine.pour.job_id, "pack"),
            "helper": lambda: self.joined(mine.id, "helper", mine.pour.id),
        }
        if role not in self.clients:
            self.clients[role] = make.get(role, lambda: self.joined(mine.id, role))()
        return self.clients[role]
