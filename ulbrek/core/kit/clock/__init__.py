"""How concrete's own clock runs: maturity by temperature, set, and strength by age."""

from ulbrek.core.kit.clock.maturity import Maturity, equivalent_hours, pace, pace_arrhenius, pace_nurse_saul
from ulbrek.core.kit.clock.strength import (
    ACI_209,
    EN_1992,
    SULFO_ALUMINATE,
    Gain,
    Standard,
    Table,
    age_at_share,
    age_by_aci_209,
    age_by_en_1992,
    age_by_table,
    share_at,
    share_by_aci_209,
    share_by_en_1992,
)

__all__ = [
    "ACI_209",
    "EN_1992",
    "SULFO_ALUMINATE",
    "Gain",
    "Maturity",
    "Standard",
    "Table",
    "age_at_share",
    "age_by_aci_209",
    "age_by_en_1992",
    "age_by_table",
    "equivalent_hours",
    "pace",
    "pace_arrhenius",
    "pace_nurse_saul",
    "share_at",
    "share_by_aci_209",
    "share_by_en_1992",
]
