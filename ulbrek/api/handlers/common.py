"""What the handlers share: the database of the request, and a file as an answer."""

import re
from typing import Annotated

from fastapi import Depends, Request, Response

from ulbrek.api.access.asker import Asker, asker_of
from ulbrek.api.access.gate import OWN_HEADER
from ulbrek.api.apart import Apart
from ulbrek.api.floor import Floor, Floors
from ulbrek.api.services.plans import Plans
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.job.shop import Shop
from ulbrek.store.database import Database

_PAGE = re.compile("[0-9a-f-]{36}")  # as a page calls itself, told to those that follow what changes


@dataclass(frozen=True, slots=True)
class AskedFloor:
    """The shop floor as far as it is that of whoever asks."""

    floors: Floors
    asker: Asker
    database: Database

    def now(self) -> Floor:
        """As it is kept; a helper sees the jobs of the pours that they are asked to."""
        floor = self.floors.now(self.asker.records(self.database).without_author())
        return floor if self.asker.role in ("owner", "maker") else floor.only(self.asker.pours, self.asker.jobs)


async def _asker(request: Request) -> Asker:
    return asker_of(request)


async def _database(request: Request) -> Database:
    """The records of the shop of whoever asks."""
    database = asker_of(request).records(request.app.state.database)
    page = request.headers.get(OWN_HEADER, "")
    return database.from_page(page) if _PAGE.fullmatch(page) else database


async def _plans(request: Request) -> Plans:
    plans: Plans = request.app.state.plans
    return plans


async def _floor(request: Request) -> AskedFloor:
    return AskedFloor(request.app.state.floors, asker_of(request), request.app.state.database)


async def _apart(request: Request) -> Apart:
    apart: Apart = request.app.state.apart
    return apart


Db = Annotated[Database, Depends(_database)]
Planned = Annotated[Plans, Depends(_plans)]
Floored = Annotated[AskedFloor, Depends(_floor)]
Asking = Annotated[Asker, Depends(_asker)]
Long = Annotated[Apart, Depends(_apart)]


def shop_asked(db: Database, shop: Shop | None) -> Shop:
    """The shop that a request brought, or the one that is kept."""
    if shop is not None:
        return shop
    with db.look() as records:
        return records.shop().shop


def as_file(content: str | bytes, name: str, ending: str, media_type: str) -> Response:
    """A file to keep, called after what it is of."""
    plain = re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-") or "job"
    headers = {"Content-Disposition": f'attachment; filename="{plain}.{ending}"'}
    return Response(content, headers=headers, media_type=media_type)
