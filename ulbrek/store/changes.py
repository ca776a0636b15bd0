"""What changes in the records, told by the database to whoever listens, on every machine, once it is committed."""

from collections.abc import AsyncIterator
from uuid import UUID

from psycopg import AsyncConnection
from sqlalchemy.engine import make_url

from ulbrek.core.base.frozen import dataclass

CHANNEL = "ulbrek"


@dataclass(frozen=True, slots=True)
class Change:
    """Something that changed in a shop.

    Attributes:
        what: ``job``, ``pour``, ``stock`` …
        key: which one; empty where that is not said
        page: which page asked for it, as it calls itself; empty where none did
    """

    shop_id: UUID
    what: str
    key: str
    page: str


async def listen(url: str) -> AsyncIterator[Change | None]:
    """Every change of every shop from now on; first None, once it listens.

    Args:
        url: of the database

    Raises:
        psycopg.OperationalError: when it cannot be reached, or is gone
    """
    plain = make_url(url).set(drivername="postgresql").render_as_string(hide_password=False)
    connection = await AsyncConnection.connect(plain, autocommit=True, connect_timeout=5)
    async with connection:
        await connection.execute(f'LISTEN "{CHANNEL}"')
        yield None
        async for told in connection.notifies():
            shop, what, key, page = told.payload.split(" ")
            yield Change(UUID(shop), what, "" if key == "-" else key, "" if page == "-" else page)
