"""What pours say of the rules, as it was read of them, and what of it people leave out."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from datetime import datetime
from typing import Any, TypeVar
from uuid import UUID

from pydantic import TypeAdapter
from sqlalchemy import ColumnElement, Select, String, cast, delete, func, select, update
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import InstrumentedAttribute

from ulbrek.core.after.evidence import WrittenDown
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.finish.entries import FinishEntry
from ulbrek.core.materials.own import Quantity
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.records.drying import Weighed
from ulbrek.core.records.finishing import PourWorn, pads_evidence
from ulbrek.core.records.learning import Evidence
from ulbrek.store.entries import ShopRecords
from ulbrek.store.models import (
    CastingRow,
    CastingStateRow,
    EvidenceLeftOutRow,
    FinishEntryRow,
    ObservationRow,
    PourEvidenceRow,
    PourRow,
    RunEntryRow,
)
from ulbrek.store.standing import stands

One = TypeVar("One")
MOST_WORN = 1_000  # pours on which pads were used, the newest
MOST_RECORDS = 200  # of one quantity, the newest: a shop changes
_CLAIMED = ""
_ONE: TypeAdapter[Evidence] = TypeAdapter(Evidence)
_WORN: TypeAdapter[PourWorn] = TypeAdapter(PourWorn)
_ALL: TypeAdapter[Mapping[Quantity, Evidence]] = TypeAdapter(Mapping[Quantity, Evidence])


@dataclass(frozen=True, slots=True)
class KeptEvidence:
    """What a pour says of a quantity, and of which job it is. ``evidence.left_out`` is why somebody leaves it out."""

    evidence: Evidence
    job_id: UUID
    job_name: str


class EvidenceRepository(ShopRecords):
    """What the pours of one shop say."""

    def of(self, quantity: Quantity) -> list[KeptEvidence]:
        """What was read of a quantity, oldest first, and of which job; of many the newest."""
        if quantity == "pads":
            return self._of_pads()
        rows = self._newest(quantity, PourRow.job_id, PourRow.job["name"].astext)
        return [KeptEvidence(one, job_id, name or "") for one, job_id, name in rows]

    def all_of(self, quantity: Quantity) -> list[Evidence]:
        """What was read of a quantity, oldest first; of many the newest."""
        if quantity == "pads":
            return [one.evidence for one in self._of_pads()]
        return [one for one, *_ in self._newest(quantity)]

    def _newest(self, quantity: Quantity, *also: ColumnElement[Any] | InstrumentedAttribute[Any]) -> list[Any]:
        asked = (
            select(PourEvidenceRow.found[quantity], EvidenceLeftOutRow.reason, *also)
            .join(PourRow, PourRow.id == PourEvidenceRow.pour_id)
            .outerjoin(
                EvidenceLeftOutRow,
                (EvidenceLeftOutRow.pour_id == PourRow.id) & (EvidenceLeftOutRow.quantity == quantity),
            )
            .where(PourEvidenceRow.shop_id == self._shop_id, PourEvidenceRow.found.has_key(quantity))
            .order_by(PourRow.poured_at.desc())
            .limit(MOST_RECORDS)
        )
        found = [
            (_ONE.validate_python({**told, "left_out": reason or ""}), *rest)
            for told, reason, *rest in self._session.execute(asked)
        ]
        return found[::-1]

    def _of_pads(self) -> list[KeptEvidence]:
        """A pad is used on one pour after the other: what it did is put together from all of them."""
        asked = (
            select(PourEvidenceRow.worn, EvidenceLeftOutRow.reason, PourRow.job_id, PourRow.job["name"].astext)
            .join(PourRow, PourRow.id == PourEvidenceRow.pour_id)
            .outerjoin(
                EvidenceLeftOutRow,
                (EvidenceLeftOutRow.pour_id == PourRow.id) & (EvidenceLeftOutRow.quantity == "pads"),
            )
            .where(PourEvidenceRow.shop_id == self._shop_id, PourEvidenceRow.worn.is_not(None))
            .order_by(PourRow.poured_at.desc())
            .limit(MOST_WORN)
        )
        rows = self._session.execute(asked).all()[::-1]
        pours = [_WORN.validate_python(told) for told, *_ in rows]
        told = {one.pour: rest for one, (_, *rest) in zip(pours, rows, strict=True)}
        found = []
        for one in pads_evidence(pours):
            reason, job_id, name = told[one.pour]
            found.append(KeptEvidence(replace(one, left_out=reason or ""), job_id, name or ""))
        return found[-MOST_RECORDS:]

    def claim(self, rules: str, limit: int) -> list[UUID]:
        """Pours whose water is in, and of which nothing was read by these rules, newest first: they are read now.

        Once this is committed, what is written of one of them takes its claim away, and what is kept of it then is not
        kept. Those that somebody is writing of at this moment are left for the next time.
        """
        asked = self._unread(select(PourRow.id), rules).order_by(PourRow.poured_at.desc()).limit(limit)
        ids = list(self._session.scalars(asked.with_for_update(of=PourRow, skip_locked=True)))
        for of in ids:
            row = insert(PourEvidenceRow).values(pour_id=of, shop_id=self._shop_id, rules=_CLAIMED, found={}, worn=None)
            self._session.execute(
                row.on_conflict_do_update(index_elements=[PourEvidenceRow.pour_id], set_={"rules": _CLAIMED})
            )
        return ids

    def count_unread(self, rules: str) -> int:
        """How many pours are still to be read by these rules."""
        return self._session.scalar(self._unread(select(func.count()).select_from(PourRow), rules)) or 0

    def _unread(self, asked: Select[One], rules: str) -> Select[One]:
        return asked.outerjoin(PourEvidenceRow, PourEvidenceRow.pour_id == PourRow.id).where(
            PourRow.shop_id == self._shop_id, PourRow.poured_at.is_not(None), PourRow.cancelled_at.is_(None),
            PourEvidenceRow.rules.is_distinct_from(rules),
        )  # fmt: skip

    def keep(self, pour_id: UUID, rules: str, found: Mapping[Quantity, Evidence], worn: PourWorn | None = None) -> None:
        """Keeps what was read of a pour that was claimed, unless something was written of it since.

        Args:
            pour_id: which
            rules: that it was read by
            found: by quantity
            worn: of pads; None where none were used
        """
        row = PourEvidenceRow
        self._session.execute(
            update(row)
            .where(row.pour_id == pour_id, row.shop_id == self._shop_id, row.rules == _CLAIMED)
            .values(
                rules=rules,
                found=_ALL.dump_python(found, mode="json"),
                worn=_WORN.dump_python(worn, mode="json") if worn is not None and worn.grits else None,
            )
        )

    def leave_out(self, pour_id: UUID, quantity: Quantity, reason: str | None) -> None:
        """Leaves out what a pour says of a quantity, or counts it again.

        Args:
            pour_id: which
            quantity: of which rule
            reason: why it is left out; None where it counts

        Raises:
            NotFoundError: when this shop has no such pour
        """
        self._own(PourRow, pour_id, "pour")
        row = EvidenceLeftOutRow
        self._session.execute(delete(row).where(row.pour_id == pour_id, row.quantity == quantity))
        if reason is not None:
            self._session.add(row(pour_id=pour_id, quantity=quantity, shop_id=self._shop_id, reason=reason))
        self._session.flush()

    def written(self, pour_ids: Sequence[UUID]) -> dict[UUID, WrittenDown]:
        """By pour, what was written down beside its record."""
        rows = self._session.execute(
            select(CastingRow.pour_id, CastingRow.serial, CastingRow.piece)
            .where(CastingRow.pour_id.in_(pour_ids), CastingRow.shop_id == self._shop_id)
            .order_by(CastingRow.serial)
        ).all()
        left, run, weighed = self._left_over(pour_ids), self._run(pour_ids), self._weighed(pour_ids)
        machine = self._machine(pour_ids)
        found: dict[UUID, WrittenDown] = {}
        for pour in pour_ids:
            mine = [(serial, piece) for of, serial, piece in rows if of == pour]
            pieces = [piece for _, piece in mine]
            found[pour] = WrittenDown(
                pour, tuple(serial for serial, _ in mine), {piece: pieces.count(piece) for piece in pieces},
                left.get(pour), run.get(pour, ()), weighed.get(pour, ()), machine.get(pour, {}),
            )  # fmt: skip
        return found

    def _left_over(self, pour_ids: Iterable[UUID]) -> dict[UUID, float]:
        """By pour, what was left over, as it was said last [l]."""
        asked = (
            select(ObservationRow.pour_id, ObservationRow.volume_l)
            .where(ObservationRow.pour_id.in_(pour_ids), ObservationRow.kind == "left over", stands())
            .order_by(ObservationRow.at, ObservationRow.created_at)
        )
        return {of: litres for of, litres in self._session.execute(asked) if of is not None and litres is not None}

    def _run(self, pour_ids: Iterable[UUID]) -> dict[UUID, list[RunEntry]]:
        found: dict[UUID, list[RunEntry]] = {}
        asked = select(RunEntryRow.pour_id, RunEntryRow.entry).where(
            RunEntryRow.pour_id.in_(pour_ids), RunEntryRow.shop_id == self._shop_id
        )
        for of, entry in self._session.execute(asked):
            found.setdefault(of, []).append(RunEntry.model_validate(entry))
        return found

    def _machine(self, pour_ids: Iterable[UUID]) -> dict[UUID, dict[UUID, tuple[str, list[FinishEntry]]]]:
        """By pour, of each casting that was worked at the machine its piece and its entries."""
        asked = (
            select(CastingRow.pour_id, CastingRow.id, CastingRow.piece, FinishEntryRow.entry, FinishEntryRow.member_id)
            .join(FinishEntryRow, FinishEntryRow.entry["casting"].astext == cast(CastingRow.id, String))
            .where(
                CastingRow.pour_id.in_(pour_ids), CastingRow.shop_id == self._shop_id,
                FinishEntryRow.pour_id == CastingRow.pour_id,
            )
        )  # fmt: skip
        found: dict[UUID, dict[UUID, tuple[str, list[FinishEntry]]]] = {}
        for of, casting, piece, entry, member in self._session.execute(asked):
            noted = FinishEntry.model_validate({**entry, "member_id": member})
            found.setdefault(of, {}).setdefault(casting, (piece, []))[1].append(noted)
        return found

    def _weighed(self, pour_ids: Iterable[UUID]) -> dict[UUID, list[tuple[str, list[Weighed]]]]:
        """By pour, of each casting that was weighed its piece and its weighings, by days since it was stripped."""
        stripped: dict[UUID, datetime] = {}
        states = (
            select(CastingStateRow.casting_id, CastingStateRow.at)
            .join(CastingRow, CastingRow.id == CastingStateRow.casting_id)
            .where(CastingRow.pour_id.in_(pour_ids), CastingStateRow.state == "stripped", ~CastingStateRow.correction)
            .order_by(CastingStateRow.number)
        )
        for casting_id, when in self._session.execute(states):
            stripped[casting_id] = when
        asked = (
            select(ObservationRow.pour_id, CastingRow.id, CastingRow.piece, ObservationRow.at, ObservationRow.mass_kg)
            .join(CastingRow, CastingRow.id == ObservationRow.casting_id)
            .where(ObservationRow.pour_id.in_(pour_ids), ObservationRow.kind == "weighing", stands())
            .order_by(ObservationRow.at)
        )
        found: dict[UUID, dict[UUID, tuple[str, list[Weighed]]]] = {}
        for of, casting, piece, at, mass_kg in self._session.execute(asked):
            if of is None or casting not in stripped or mass_kg is None:
                continue
            days = max(0.0, (at - stripped[casting]).total_seconds() / 86_400)
            found.setdefault(of, {}).setdefault(casting, (piece, []))[1].append(Weighed(days, float(mass_kg)))
        return {of: list(castings.values()) for of, castings in found.items()}
