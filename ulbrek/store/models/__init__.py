"""The tables. Every one hangs on a shop; nothing is deleted, only archived."""

from ulbrek.store.models.base import Base
from ulbrek.store.models.forms import MOULD_EVENTS, CavityRow, FormRow, MouldEventRow, MouldRow
from ulbrek.store.models.jobs import JobRevisionRow, JobRow
from ulbrek.store.models.log import FACES, OBSERVATIONS, ObservationRow, PhotoRow
from ulbrek.store.models.outlooks import OutlookRow
from ulbrek.store.models.pours import ActDoneRow, BatchRow, BatchShareRow, CastingRow, CastingStateRow, PourRow
from ulbrek.store.models.sensors import ReadingRow, SensorPlaceRow, SensorRow
from ulbrek.store.models.shops import MemberRow, ShopRevisionRow, ShopRow
from ulbrek.store.models.stock import KINDS, MOVES, StockItemRow, StockLotRow, StockMoveRow

__all__ = [
    "FACES",
    "KINDS",
    "MOULD_EVENTS",
    "MOVES",
    "OBSERVATIONS",
    "ActDoneRow",
    "Base",
    "BatchRow",
    "BatchShareRow",
    "CastingRow",
    "CastingStateRow",
    "CavityRow",
    "FormRow",
    "JobRevisionRow",
    "JobRow",
    "MemberRow",
    "MouldEventRow",
    "MouldRow",
    "ObservationRow",
    "OutlookRow",
    "PhotoRow",
    "PourRow",
    "ReadingRow",
    "SensorPlaceRow",
    "SensorRow",
    "ShopRevisionRow",
    "ShopRow",
    "StockItemRow",
    "StockLotRow",
    "StockMoveRow",
]
