"""Shops and their revisions."""

from collections.abc import Callable
from contextlib import suppress
from threading import Lock
from uuid import UUID

from cachetools import LRUCache
from pydantic import ValidationError
from sqlalchemy import Select, String, cast, literal_column, select
from sqlalchemy.orm import Session

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.job.shop import Shop
from ulbrek.core.job.versions import SCHEMA_VERSION
from ulbrek.core.kit.climate.conditions import NOTHING_KNOWN, Conditions
from ulbrek.store.errors import NotFoundError
from ulbrek.store.models import ShopRevisionRow, ShopRow, WeatherRow
from ulbrek.store.weather import WeatherRepository

_WRITTEN_BY = cast(literal_column("shop_revision.xmin"), String)  # another where a row was written over
_NEWEST = (
    select(ShopRevisionRow.shop_id, ShopRevisionRow.number, _WRITTEN_BY, WeatherRow.digest)
    .join(ShopRow, ShopRow.id == ShopRevisionRow.shop_id)
    .outerjoin(WeatherRow, WeatherRow.shop_id == ShopRow.id)
)
_LOOKED_BACK = 50  # revisions, for one that can be read
_MOST_READ = 64

_Revision = tuple[UUID, int, str]
_read: LRUCache[_Revision, Shop] = LRUCache(_MOST_READ)  # a revision never changes: what was read is not read again
_lock = Lock()


@dataclass(frozen=True, slots=True)
class StoredShop:
    """A shop as it is kept: its newest revision and its document.

    ``unreadable``: its newest document cannot be read, and ``shop`` is an older one. ``known`` is the weather as far as
    it is known.
    """

    id: UUID
    revision: int
    shop: Shop
    unreadable: bool = False
    known: Conditions = NOTHING_KNOWN


class ShopRepository:
    """The shops."""

    def __init__(self, session: Session) -> None:
        """Reads and writes in this session."""
        self._session = session

    def first(self) -> StoredShop | None:
        """The oldest shop and its newest document; None before the first."""
        return self._newest(_NEWEST.order_by(ShopRow.created_at, ShopRow.id, ShopRevisionRow.number.desc()))

    def all(self) -> list[StoredShop]:
        """Every shop, the oldest first."""
        ids = self._session.scalars(select(ShopRow.id).order_by(ShopRow.created_at, ShopRow.id)).all()
        return [self.get(one) for one in ids]

    def first_id(self) -> UUID | None:
        """The oldest shop; None before the first."""
        return self._session.scalar(select(ShopRow.id).order_by(ShopRow.created_at, ShopRow.id).limit(1))

    def get(self, shop_id: UUID) -> StoredShop:
        """A shop and its newest document.

        Raises:
            NotFoundError: when there is no such shop
        """
        found = self._newest(_NEWEST.where(ShopRow.id == shop_id).order_by(ShopRevisionRow.number.desc()))
        if found is None:
            raise NotFoundError("shop", shop_id)
        return found

    def _newest(self, asked: Select[UUID, int, str, str]) -> StoredShop | None:
        row = self._session.execute(asked.limit(1)).one_or_none()
        if row is None:
            return None
        shop_id, number, written_by, digest = row
        known = WeatherRepository(self._session, shop_id).known(digest)
        try:
            return StoredShop(shop_id, number, self._document((shop_id, number, written_by)), known=known)
        except ValidationError:
            return StoredShop(shop_id, number, self._last_readable(shop_id), unreadable=True, known=known)

    def _document(self, of: _Revision) -> Shop:
        """The document of a revision.

        Raises:
            pydantic.ValidationError: when it cannot be read
        """
        with _lock:
            found = _read.get(of)
        if found is not None:
            return found
        shop_id, number, _ = of
        asked = select(ShopRevisionRow.document)
        row = ShopRevisionRow.shop_id == shop_id, ShopRevisionRow.number == number
        shop = Shop.model_validate(self._session.scalar(asked.where(*row)))
        with _lock:
            _read[of] = shop
        return shop

    def _last_readable(self, shop_id: UUID) -> Shop:
        """The shop as it was when it could last be read; a shop as it begins where it never could."""
        asked = select(ShopRevisionRow.document).where(ShopRevisionRow.shop_id == shop_id)
        for document in self._session.scalars(asked.order_by(ShopRevisionRow.number.desc()).limit(_LOOKED_BACK)):
            with suppress(ValidationError):
                return Shop.model_validate(document)
        return Shop()

    def edit(self, kept: StoredShop, shop: Shop) -> StoredShop:
        """Appends a revision with a changed document.

        Raises:
            sqlalchemy.exc.IntegrityError: when another change of the same revision was kept in between
        """
        number = kept.revision + 1
        document = shop.model_dump(mode="json")
        row = ShopRevisionRow(shop_id=kept.id, number=number, document=document, schema_version=SCHEMA_VERSION)
        self._session.add(row)
        self._session.flush()
        return StoredShop(kept.id, number, shop, known=kept.known)

    def change(self, shop_id: UUID, change: Callable[[Shop], Shop]) -> StoredShop:
        """Changes a shop as it stands; who changes it at the same time waits, and then sees this change.

        Args:
            shop_id: which
            change: what is made of its document

        Raises:
            NotFoundError: when there is no such shop
        """
        self._session.execute(select(ShopRow.id).where(ShopRow.id == shop_id).with_for_update())
        kept = self.get(shop_id)
        changed = change(kept.shop)
        return kept if changed == kept.shop else self.edit(kept, changed)

    def create(self, shop: Shop) -> UUID:
        """A new shop with its first revision."""
        row = ShopRow()
        self._session.add(row)
        self._session.flush()
        document = shop.model_dump(mode="json")
        self._session.add(ShopRevisionRow(shop_id=row.id, number=1, document=document, schema_version=SCHEMA_VERSION))
        self._session.flush()
        return row.id
