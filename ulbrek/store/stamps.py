"""Pours with a stamp: what changes as soon as something is written of what a pour's record is read from."""

from typing import Any

from sqlalchemy import ColumnElement, ScalarSelect, Text, bindparam, func, literal_column, select
from sqlalchemy.dialects.postgresql import aggregate_order_by
from sqlalchemy.orm import aliased

from ulbrek.core.records.casting import SETTLED
from ulbrek.store.models import (
    ActDoneRow,
    BatchRow,
    CastingRow,
    ObservationRow,
    PourRow,
    ReadingRow,
    SensorPlaceRow,
)
from ulbrek.store.sensors import EVER

_COMMA: ColumnElement[str] = literal_column("','", Text)


def _version(table: str) -> tuple[ColumnElement[str], ColumnElement[str]]:
    """The transaction that wrote a row as it stands, and where in the table it stands."""
    return literal_column(f"{table}.xmin", Text), literal_column(f"{table}.ctid", Text)


def _written(table: type[Any], order: Any, *also: ColumnElement[Any]) -> ScalarSelect[Any]:  # noqa: ANN401
    """Which versions of its rows a pour has in a table: another writing is another transaction, or another place."""
    version = _version(table.__tablename__)
    return (
        select(
            func.coalesce(func.string_agg(func.concat_ws(":", *version, *also), aggregate_order_by(_COMMA, order)), "")
        )
        .where(table.pour_id == PourRow.id)
        .correlate(PourRow)
        .scalar_subquery()
    )


_correction = aliased(ObservationRow)
_READINGS = (
    select(func.count())
    .where(
        ReadingRow.sensor_id == SensorPlaceRow.sensor_id,
        ReadingRow.at >= SensorPlaceRow.from_at,
        ReadingRow.at < func.coalesce(SensorPlaceRow.until_at, EVER),
    )
    .scalar_subquery()
)
_REPLACED = select(_correction.id).where(_correction.replaces == ObservationRow.id).scalar_subquery()
# Changes whenever something is written of what a record is read from. Readings are added, and never changed.
_STAMP = func.md5(
    func.concat_ws(
        "|",
        *_version("pour"),
        _written(CastingRow, CastingRow.id),
        _written(BatchRow, BatchRow.id),
        _written(ActDoneRow, ActDoneRow.id),
        _written(ObservationRow, ObservationRow.id, _REPLACED),
        _written(SensorPlaceRow, SensorPlaceRow.id, _READINGS),
    )
)
_UNSETTLED = select(CastingRow.pour_id).where(
    CastingRow.shop_id == bindparam("shop_id"), CastingRow.state.not_in(SETTLED)
)
LIVE = (
    select(
        PourRow.id,
        _STAMP,
        PourRow.poured_at,
        PourRow.job_id,
        PourRow.job["name"].astext,
        PourRow.created_at,
        PourRow.job["cure"]["poured_at"].astext,
    )
    .where(PourRow.id.in_(_UNSETTLED), PourRow.cancelled_at.is_(None))
    .order_by(PourRow.created_at)
)
NEWEST = (
    select(PourRow.id, _STAMP, PourRow.poured_at)
    .where(
        PourRow.shop_id == bindparam("shop_id"), PourRow.job_id == bindparam("job_id"), PourRow.poured_at.is_not(None)
    )
    .order_by(PourRow.poured_at.desc())
    .limit(1)
)
