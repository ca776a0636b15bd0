"""Outlooks of jobs and pours, kept so that opening the floor plans nothing."""

from collections.abc import Iterable, Mapping
from contextlib import suppress
from datetime import UTC, datetime, timedelta
from uuid import UUID

from pydantic import TypeAdapter, ValidationError
from sqlalchemy import or_, select
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from ulbrek.core.after.outlook import Outlook
from ulbrek.core.base.frozen import dataclass
from ulbrek.store.models import OutlookRow

_OUTLOOK: TypeAdapter[Outlook] = TypeAdapter(Outlook)
_CLAIMED = timedelta(seconds=60)


@dataclass(frozen=True, slots=True)
class KeptOutlook:
    """An outlook, or why there is none, and what it was worked out from.

    ``outlook`` and ``problem`` are both None while it is being worked out for the first time. Until ``claimed_until``
    somebody is working it out anew.
    """

    key: str
    outlook: Outlook | None
    problem: str | None
    claimed_until: datetime | None = None


class OutlookRepository:
    """The outlooks of one shop's jobs and pours."""

    def __init__(self, session: Session, shop_id: UUID) -> None:
        """Reads and writes in this session."""
        self._session = session
        self._shop_id = shop_id

    def of(self, ids: Iterable[UUID], known: Mapping[tuple[UUID, str], Outlook]) -> dict[UUID, KeptOutlook]:
        """Those of some jobs and pours; one that an older program kept in another shape is left out.

        Args:
            ids: which jobs and pours
            known: outlooks that need not be read again, by what they are of and what they were worked out from
        """
        mine = select(OutlookRow.of, OutlookRow.key, OutlookRow.problem, OutlookRow.claimed_until).where(
            OutlookRow.of.in_(list(ids)), OutlookRow.shop_id == self._shop_id
        )
        heads = self._session.execute(mine).all()
        wanted = [of for of, key, problem, _ in heads if problem is None and key and (of, key) not in known]
        read: dict[UUID, tuple[str, Outlook]] = {}
        if wanted:
            rows = select(OutlookRow.of, OutlookRow.key, OutlookRow.told).where(OutlookRow.of.in_(wanted))
            for of, key, told in self._session.execute(rows):
                with suppress(ValidationError):
                    read[of] = key, _OUTLOOK.validate_python(told)
        found: dict[UUID, KeptOutlook] = {}
        for of, key, problem, claimed_until in heads:
            if of in read:
                found[of] = KeptOutlook(*read[of], None, claimed_until)
            elif problem is not None or not key:
                found[of] = KeptOutlook(key, None, problem, claimed_until)
            elif (of, key) in known:
                found[of] = KeptOutlook(key, known[of, key], None, claimed_until)
        return found

    def keep(self, of: UUID, key: str, outlook: Outlook | None, problem: str | None = None) -> None:
        """Keeps what was worked out, or why it could not be.

        Args:
            of: the job or the pour
            key: what it was worked out from
            outlook: what was worked out
            problem: why there is none
        """
        values = {
            "key": key, "told": None if outlook is None else _OUTLOOK.dump_python(outlook, mode="json"),
            "problem": problem, "claimed_until": None,
        }  # fmt: skip
        row = insert(OutlookRow).values(of=of, shop_id=self._shop_id, **values)
        self._session.execute(row.on_conflict_do_update(index_elements=[OutlookRow.of], set_=values))

    def claim(self, of: UUID, key: str) -> bool:
        """Whether it falls to the caller to work an outlook out anew; of several that ask at once it does to one."""
        now = datetime.now(UTC)
        row = insert(OutlookRow).values(of=of, shop_id=self._shop_id, key="", claimed_until=now + _CLAIMED)
        claimed = self._session.execute(
            row.on_conflict_do_update(
                index_elements=[OutlookRow.of],
                set_={"claimed_until": now + _CLAIMED},
                where=(OutlookRow.key != key) & or_(OutlookRow.claimed_until.is_(None), OutlookRow.claimed_until < now),
            ).returning(OutlookRow.of)
        )
        return claimed.first() is not None
