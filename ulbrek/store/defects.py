"""What is said of defects: of their kind, of what was so, and of the cause that was found."""

from collections import Counter
from collections.abc import Collection
from datetime import datetime
from typing import cast
from uuid import UUID

from sqlalchemy import delete, func, select
from sqlalchemy.orm import aliased

from ulbrek.core.after.defects import MouldThen
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.records.casting import State
from ulbrek.core.records.repairs.damage import Damage
from ulbrek.store.entries import ShopRecords
from ulbrek.store.errors import RefusedEntryError
from ulbrek.store.models import (
    CastingRow,
    CastingStateRow,
    CavityRow,
    DefectSaidRow,
    MouldEventRow,
    MouldRow,
    ObservationRow,
    PourRow,
    StockLotRow,
)
from ulbrek.store.standing import stands

CAUSE, KIND, DAMAGE = "cause", "kind", "damage"
YES, NO = "yes", "no"


@dataclass(frozen=True, slots=True)
class StoredDefect:
    """A defect of a casting, what people say of it, and by cause how often that was found of its kind.

    Attributes:
        id: of the entry
        casting_id: whose it is
        kind: of defect; None where nobody said
        at: when it was seen
        said: by fact, whether it was so
        cause: that was found
        cases: by cause, of all defects of this kind
        damage: how large it is, as far as it was measured
    """

    id: UUID
    casting_id: UUID
    kind: str | None
    at: datetime
    text: str
    said: dict[str, bool]
    cause: str | None
    cases: dict[str, int]
    damage: Damage = Damage()


@dataclass(frozen=True, slots=True)
class DefectsOfKind:
    """How often a kind of defect was seen.

    Attributes:
        kind: which; None where nobody said
        castings: how many had it
        newest: the entry of the newest
        causes: that were found, and how often each
    """

    kind: str | None
    castings: int
    newest: UUID
    causes: dict[str, int]


class DefectRepository(ShopRecords):
    """The defects of one shop."""

    def get(self, observation_id: UUID) -> StoredDefect:
        """A defect.

        Raises:
            NotFoundError: when this shop has no such entry
            RefusedEntryError: when it is no defect of a casting
        """
        row = self._defect(observation_id)
        said = {
            one.about: one.says
            for one in self._session.scalars(select(DefectSaidRow).where(DefectSaidRow.observation_id == row.id))
        }
        facts = {about: says == YES for about, says in said.items() if about not in (CAUSE, KIND, DAMAGE)}
        kind = said.get(KIND, row.defect)
        assert row.casting_id is not None  # noqa: S101 - a defect has one
        damage = Damage.model_validate_json(said[DAMAGE]) if DAMAGE in said else Damage()
        return StoredDefect(
            row.id, row.casting_id, kind, row.at, row.text, facts, said.get(CAUSE), self._cases(kind), damage
        )  # fmt: skip

    def say(self, observation_id: UUID, about: str, says: str | None) -> None:
        """Keeps what somebody says of a defect; the last word holds, and nothing takes it back."""
        row = self._defect(observation_id, lock=True)
        self._session.execute(
            delete(DefectSaidRow).where(DefectSaidRow.observation_id == row.id, DefectSaidRow.about == about)
        )
        if says is not None:
            self._session.add(DefectSaidRow(shop_id=self._shop_id, observation_id=row.id, about=about, says=says))
        self._session.flush()

    def by_kind(self) -> list[DefectsOfKind]:
        """The defects of the shop by kind, the most frequent first; entries that were corrected left out."""
        said, cause = aliased(DefectSaidRow), aliased(DefectSaidRow)
        kind = func.coalesce(said.says, ObservationRow.defect)
        asked = (
            select(kind, ObservationRow.id, ObservationRow.casting_id, cause.says)
            .outerjoin(said, (said.observation_id == ObservationRow.id) & (said.about == KIND))
            .outerjoin(cause, (cause.observation_id == ObservationRow.id) & (cause.about == CAUSE))
            .where(
                ObservationRow.shop_id == self._shop_id, ObservationRow.kind == "defect",
                ObservationRow.casting_id.is_not(None),
                stands(),
            )
            .order_by(ObservationRow.at.desc())
        )  # fmt: skip
        rows = self._session.execute(asked).all()
        found = []
        for one in dict.fromkeys(of for of, *_ in rows):
            mine = [(entry, casting, why) for of, entry, casting, why in rows if of == one]
            causes = Counter(why for _, _, why in mine if why)
            found.append(DefectsOfKind(one, len({casting for _, casting, _ in mine}), mine[0][0], dict(causes)))
        return sorted(found, key=lambda each: -each.castings)

    def state_times(self, casting_id: UUID) -> dict[State, datetime]:
        """When a casting came into each of its states, those that were taken back left out."""
        rows = self._session.execute(
            select(CastingStateRow.state, CastingStateRow.at)
            .where(CastingStateRow.casting_id == casting_id, CastingStateRow.shop_id == self._shop_id)
            .order_by(CastingStateRow.number)
        )
        found: dict[State, datetime] = {}
        for state, at in rows:
            found[cast("State", state)] = at
        return found

    def lots(self, ids: Collection[UUID]) -> dict[UUID, str]:
        """By lot, what tells it from others."""
        asked = select(StockLotRow.id, StockLotRow.name).where(
            StockLotRow.shop_id == self._shop_id, StockLotRow.id.in_(list(ids))
        )
        return {of: name or str(of) for of, name in self._session.execute(asked)}

    def mould_then(self, form_id: UUID, at: datetime) -> MouldThen | None:
        """A mould as it was when a pour began; None where the form is not kept.

        Args:
            form_id: which
            at: when the pour's first water went in
        """
        kept = self._session.execute(
            select(MouldRow.usual_life, MouldRow.used_before).where(
                MouldRow.form_id == form_id, MouldRow.shop_id == self._shop_id
            )
        ).one_or_none()
        if kept is None:
            return None
        oiled = self._session.scalar(
            select(func.max(MouldEventRow.at)).where(
                MouldEventRow.form_id == form_id, MouldEventRow.kind == "oiled", MouldEventRow.at <= at,
                MouldEventRow.shop_id == self._shop_id,
            )
        )  # fmt: skip
        before = self._session.scalars(
            select(PourRow.poured_at)
            .join(CastingRow, CastingRow.pour_id == PourRow.id)
            .join(CavityRow, CavityRow.id == CastingRow.cavity_id)
            .where(CavityRow.form_id == form_id, PourRow.poured_at < at, PourRow.shop_id == self._shop_id)
            .distinct()
        ).all()
        filled = [one for one in before if one is not None]
        return MouldThen(kept[1] + len(filled) + 1, kept[0], oiled, max(filled, default=None))

    def _defect(self, observation_id: UUID, lock: bool = False) -> ObservationRow:
        row = self._own(ObservationRow, observation_id, "entry", lock=lock)
        if row.kind != "defect" or row.casting_id is None:
            raise RefusedEntryError("", "This entry is no defect of a casting.", "Log the defect first.")
        return row

    def _cases(self, kind: str | None) -> dict[str, int]:
        """By cause, how often it was found of a kind of defect; entries that were corrected left out."""
        if kind is None:
            return {}
        said = aliased(DefectSaidRow)
        asked = (
            select(DefectSaidRow.says, func.count())
            .join(ObservationRow, ObservationRow.id == DefectSaidRow.observation_id)
            .outerjoin(said, (said.observation_id == ObservationRow.id) & (said.about == KIND))
            .where(
                DefectSaidRow.shop_id == self._shop_id, DefectSaidRow.about == CAUSE,
                func.coalesce(said.says, ObservationRow.defect) == kind,
                stands(),
            )
            .group_by(DefectSaidRow.says)
        )  # fmt: skip
        counted: dict[str, int] = dict(self._session.execute(asked).all())
        return counted
