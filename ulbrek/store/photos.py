"""Photos behind a port: here they lie in the database, where its backups take them along."""

from typing import Protocol
from uuid import UUID, uuid4

from sqlalchemy import select

from ulbrek.core.base.frozen import dataclass
from ulbrek.files.photo import CleanPhoto
from ulbrek.store.entries import ShopRecords
from ulbrek.store.errors import NotFoundError, RefusedEntryError
from ulbrek.store.models import ObservationRow, PhotoRow

MOST_OF_ONE = 12


@dataclass(frozen=True, slots=True)
class KeptPhoto:
    """A photo as it is given out."""

    media_type: str
    content: bytes


class PhotoStore(Protocol):
    """Where photos lie."""

    def add(self, observation_id: UUID, photo: CleanPhoto, key: UUID | None = None) -> UUID:
        """Keeps a photo of an observation."""

    def get(self, photo_id: UUID, small: bool) -> KeptPhoto:
        """A photo, whole or small."""


class PhotosInDatabase(ShopRecords):
    """The photos of one shop, in its database."""

    def add(self, observation_id: UUID, photo: CleanPhoto, key: UUID | None = None) -> UUID:
        """Keeps a photo of an observation; sent twice under one id, it is kept once.

        Raises:
            NotFoundError: when this shop has no such observation
            RefusedEntryError: when the observation has as many as it may
        """
        self._own(ObservationRow, observation_id, "entry", lock=True)
        if key is not None and self._is_here(PhotoRow, key):
            return key
        kept = self._session.scalars(select(PhotoRow.id).where(PhotoRow.observation_id == observation_id)).all()
        if len(kept) >= MOST_OF_ONE:
            raise RefusedEntryError("", f"The entry has {MOST_OF_ONE} photos.", "Add another entry for more.")
        row = PhotoRow(
            id=key or uuid4(), shop_id=self._shop_id, observation_id=observation_id, media_type=photo.media_type,
            width=photo.width, height=photo.height, content=photo.content, small=photo.small,
        )  # fmt: skip
        self._session.add(row)
        self._session.flush()
        return row.id

    def get(self, photo_id: UUID, small: bool) -> KeptPhoto:
        """A photo, whole or small.

        Raises:
            NotFoundError: when this shop has no such photo
        """
        found = self._session.execute(
            select(PhotoRow.media_type, PhotoRow.small if small else PhotoRow.content).where(
                PhotoRow.id == photo_id, PhotoRow.shop_id == self._shop_id
            )
        ).one_or_none()
        if found is None:
            raise NotFoundError("photo", photo_id)
        return KeptPhoto(found[0], found[1])
