"""Entries that stand: those that no later entry corrects."""

from sqlalchemy import ColumnElement, select
from sqlalchemy.orm import aliased

from ulbrek.store.models import ObservationRow


def stands() -> ColumnElement[bool]:
    """Whether an observation was not corrected by another."""
    correction = aliased(ObservationRow)
    return (
        ~select(correction.id)
        .where(
            correction.replaces == ObservationRow.id,
            correction.replaces.is_not(None),  # few are corrections, and those are found by their index
        )
        .exists()
    )
