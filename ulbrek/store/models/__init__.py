"""The tables. Every one hangs on a shop; nothing is deleted, only archived."""

from ulbrek.store.models.access import (
    AccountRow,
    ChallengeRow,
    DeviceRow,
    FeedRow,
    InvitationRow,
    PasskeyRow,
    RateRow,
    SecurityEventRow,
    ShareLinkRow,
)
from ulbrek.store.models.base import Base
from ulbrek.store.models.evidence import EvidenceLeftOutRow, PastCastingRow, PourEvidenceRow
from ulbrek.store.models.forms import MOULD_EVENTS, CavityRow, FormRow, MouldEventRow, MouldRow
from ulbrek.store.models.jobs import JobRevisionRow, JobRow
from ulbrek.store.models.log import FACES, OBSERVATIONS, DefectSaidRow, ObservationRow, PhotoRow
from ulbrek.store.models.outlooks import OutlookRow
from ulbrek.store.models.pours import (
    ActDoneRow,
    AskedRow,
    BatchRow,
    BatchShareRow,
    CastingRow,
    CastingStateRow,
    FinishEntryRow,
    PourRow,
    RunEntryRow,
)
from ulbrek.store.models.sensors import ReadingRow, SensorPlaceRow, SensorRow
from ulbrek.store.models.shops import MemberRow, ShopRevisionRow, ShopRow
from ulbrek.store.models.stock import KINDS, MOVES, StockItemRow, StockLotRow, StockMoveRow
from ulbrek.store.models.weather import WeatherDayRow, WeatherRow

__all__ = [
    "FACES",
    "KINDS",
    "MOULD_EVENTS",
    "MOVES",
    "OBSERVATIONS",
    "AccountRow",
    "ActDoneRow",
    "AskedRow",
    "Base",
    "BatchRow",
    "BatchShareRow",
    "CastingRow",
    "CastingStateRow",
    "CavityRow",
    "ChallengeRow",
    "DefectSaidRow",
    "DeviceRow",
    "EvidenceLeftOutRow",
    "FeedRow",
    "FinishEntryRow",
    "FormRow",
    "InvitationRow",
    "JobRevisionRow",
    "JobRow",
    "MemberRow",
    "MouldEventRow",
    "MouldRow",
    "ObservationRow",
    "OutlookRow",
    "PasskeyRow",
    "PastCastingRow",
    "PhotoRow",
    "PourEvidenceRow",
    "PourRow",
    "RateRow",
    "ReadingRow",
    "RunEntryRow",
    "SecurityEventRow",
    "SensorPlaceRow",
    "SensorRow",
    "ShareLinkRow",
    "ShopRevisionRow",
    "ShopRow",
    "StockItemRow",
    "StockLotRow",
    "StockMoveRow",
    "WeatherDayRow",
    "WeatherRow",
]
