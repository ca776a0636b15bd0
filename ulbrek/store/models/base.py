"""What all tables share."""

from datetime import datetime
from decimal import Decimal
from typing import Annotated, Any
from uuid import UUID, uuid4

from sqlalchemy import (
    DateTime,
    ForeignKey,
    ForeignKeyConstraint,
    LargeBinary,
    MetaData,
    Numeric,
    Text,
    UniqueConstraint,
    func,
    text,
)
from sqlalchemy.dialects.postgresql import JSONB
from sqlalchemy.orm import DeclarativeBase, mapped_column


class Base(DeclarativeBase):
    """Tables with named constraints, so that migrations can name them too."""

    metadata = MetaData(
        naming_convention={
            "pk": "pk_%(table_name)s",
            "fk": "fk_%(table_name)s_%(column_0_N_name)s",
            "uq": "uq_%(table_name)s_%(column_0_N_name)s",
            "ck": "ck_%(table_name)s_%(constraint_name)s",
            "ix": "ix_%(table_name)s_%(column_0_N_name)s",
        }
    )
    type_annotation_map = {  # noqa: RUF012
        datetime: DateTime(timezone=True),
        dict[str, Any]: JSONB,
        str: Text,
        bytes: LargeBinary,
        Decimal: Numeric(12, 3),
    }


# clock_timestamp, not now: what is written in one transaction keeps its order.
CreatedAt = Annotated[datetime, mapped_column(server_default=func.clock_timestamp())]
Id = Annotated[UUID, mapped_column(primary_key=True, default=uuid4)]
OfShop = Annotated[UUID, mapped_column(ForeignKey("shop.id"), index=True)]
# A member; each table says that it is one of its own shop. Where an entry does not say who made it, it is whoever the
# session works for (migration 0006).
BY_SESSION = "CAST(nullif(current_setting('ulbrek.member', true), '') AS uuid)"
By = Annotated[UUID | None, mapped_column(server_default=text(BY_SESSION))]


def own(column: str, of: str, key: str = "id") -> ForeignKeyConstraint:
    """A reference that cannot lead into another shop.

    Args:
        column: that refers
        of: the table referred to
        key: its key within its shop
    """
    return ForeignKeyConstraint(["shop_id", column], [f"{of}.shop_id", f"{of}.{key}"])


def referred(key: str = "id") -> UniqueConstraint:
    """What references from within the shop go by."""
    return UniqueConstraint("shop_id", key)
