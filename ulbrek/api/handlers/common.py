"""What the handlers share: the database of the request, and a file as an answer."""

import re
from typing import Annotated

from fastapi import Depends, Request, Response

from ulbrek.api.apart import Apart
from ulbrek.api.floor import Floors
from ulbrek.api.services.plans import Plans
from ulbrek.core.job.shop import Shop
from ulbrek.store.database import Database


async def _database(request: Request) -> Database:
    """The records of the shop that is asked for: of the oldest, where nobody signs in."""
    database: Database = request.app.state.database
    return database.of_first_shop()


async def _plans(request: Request) -> Plans:
    plans: Plans = request.app.state.plans
    return plans


async def _floors(request: Request) -> Floors:
    floors: Floors = request.app.state.floors
    return floors


async def _apart(request: Request) -> Apart:
    apart: Apart = request.app.state.apart
    return apart


Db = Annotated[Database, Depends(_database)]
Planned = Annotated[Plans, Depends(_plans)]
Floored = Annotated[Floors, Depends(_floors)]
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
