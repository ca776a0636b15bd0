"""Castings from before there were records, as old notes have them: kept once however often they are brought in."""

from collections import Counter
from collections.abc import Mapping, Sequence
from datetime import UTC, datetime, time
from uuid import UUID, uuid5

from sqlalchemy import select
from sqlalchemy.dialects.postgresql import insert

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.materials.mixes import Mix
from ulbrek.core.materials.own import Quantity
from ulbrek.core.records.learning import Evidence
from ulbrek.core.records.past import PastCasting, evidence_of_past
from ulbrek.store.entries import ShopRecords
from ulbrek.store.models import PastCastingRow

MOST_READ = 200  # the newest, as of what pours say
_NOON = time(12, tzinfo=UTC)


@dataclass(frozen=True, slots=True)
class PastEvidence:
    """What an old note says of a quantity, and what it is of."""

    evidence: Evidence
    name: str


class PastRepository(ShopRecords):
    """The old notes of one shop."""

    def keep(self, lines: Sequence[PastCasting], source: str) -> int:
        """Keeps old notes; how many were not here before.

        Lines that say the same are as many castings; the same file brought in again says nothing new.

        Args:
            lines: in the order of the file
            source: the name of the file
        """
        seen = Counter[str]()
        rows = []
        for one in lines:
            told = one.model_dump_json()
            rows.append(
                {
                    "id": uuid5(self._shop_id, f"{told}#{seen[told]}"), "shop_id": self._shop_id,
                    "at": datetime.combine(one.date, _NOON), "told": one.model_dump(mode="json"), "source": source,
                    "left_out": {},
                }
            )  # fmt: skip
            seen[told] += 1
        if not rows:
            return 0
        kept = self._session.execute(
            insert(PastCastingRow).values(rows).on_conflict_do_nothing().returning(PastCastingRow.id)
        )
        return len(kept.all())

    def evidence(self, mixes: Mapping[str, Mix]) -> dict[Quantity, list[PastEvidence]]:
        """By quantity, what old notes say, oldest first; of many the newest.

        Args:
            mixes: of the shop, by their keys; what was mixed from one that is gone says nothing
        """
        asked = (
            select(PastCastingRow)
            .where(PastCastingRow.shop_id == self._shop_id)
            .order_by(PastCastingRow.at.desc(), PastCastingRow.id)
            .limit(MOST_READ)
        )
        found: dict[Quantity, list[PastEvidence]] = {}
        for row in reversed(self._session.scalars(asked).all()):
            past = PastCasting.model_validate(row.told)
            if past.mix not in mixes:
                continue
            for quantity, one in evidence_of_past(row.id, past, row.at, mixes[past.mix], row.left_out).items():
                found.setdefault(quantity, []).append(PastEvidence(one, past.name))
        return found

    def leave_out(self, past_id: UUID, quantity: Quantity, reason: str | None) -> bool:
        """Leaves out what an old note says of a quantity, or counts it again; whether there is such a note."""
        row = self._session.get(PastCastingRow, past_id, with_for_update=True)
        if row is None or row.shop_id != self._shop_id:
            return False
        rest = {key: why for key, why in row.left_out.items() if key != quantity}
        row.left_out = rest if reason is None else {**rest, quantity: reason}
        self._session.flush()
        return True
