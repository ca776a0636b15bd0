"""What a shop's pours say of the rules, read of them in the background and kept."""

from concurrent.futures import ThreadPoolExecutor
from hashlib import blake2b
from threading import Lock
from uuid import UUID

import structlog

from ulbrek.api.apart import BusyError
from ulbrek.api.services.plans import NotPlannedError, Plans
from ulbrek.core.after.evidence import WrittenDown, by_the_rules, facts_of, without_tests, worn_of
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.own import Quantity
from ulbrek.core.plan.result import RULE_VERSION
from ulbrek.core.records.evidence import evidence_of
from ulbrek.core.records.finishing import PourWorn
from ulbrek.core.records.learning import Evidence
from ulbrek.store.database import Database
from ulbrek.store.poured import StoredPour
from ulbrek.store.shops import StoredShop

AT_ONCE = 20  # pours
# What of a shop the rules read that its pours are held against; people and prices change nothing.
_READ = ("mixes", "ingredients", "admixtures", "containers", "grinders", "pads", "sealers")

log = structlog.get_logger("ulbrek")


def rules_of(shop: Shop) -> str:
    """What evidence of a shop is read by: the rules, and the mixes as it has them now."""
    told = shop.model_dump_json(include=set(_READ))
    return f"{RULE_VERSION}/{blake2b(told.encode(), digest_size=8).hexdigest()}"


class EvidenceReader:
    """Reads pours, a few at a time; one application reads a shop once."""

    def __init__(self, database: Database, plans: Plans) -> None:
        """Plans of pours are made there."""
        self._database, self._plans = database, plans
        self._background = ThreadPoolExecutor(1, "evidence")
        self._reading: set[UUID] = set()
        self._lock = Lock()

    def close(self) -> None:
        """Leaves what is still to be read for another time."""
        self._background.shutdown(cancel_futures=True)

    def renew(self, shop_id: UUID) -> None:
        """Reads what is still to be read of a shop, in the background."""
        with self._lock:
            if shop_id in self._reading:
                return
            self._reading.add(shop_id)
        self._background.submit(self._read, shop_id)

    def _read(self, shop_id: UUID) -> None:
        try:
            while self._some(shop_id):
                pass
        except BusyError:
            return  # somebody asks again
        except Exception as error:
            log.error("evidence", exc_info=error)
        finally:
            with self._lock:
                self._reading.discard(shop_id)

    def _some(self, shop_id: UUID) -> bool:
        """Reads a few pours; whether there were any."""
        database = self._database.of_shop(shop_id)
        with database.work() as records:
            shop = records.shop()
            rules = rules_of(shop.shop)
            ids = records.evidence(shop_id).claim(rules, AT_ONCE)
        with database.work() as records:
            pours = records.pours(shop_id).many(ids)
            written = records.evidence(shop_id).written(ids)
        found = {pour.id: self._of(pour, shop, written[pour.id]) for pour in pours}
        with database.work() as records:
            for of, (evidence, worn) in found.items():
                records.evidence(shop_id).keep(of, rules, evidence, worn)
        return bool(found)

    def _of(
        self, pour: StoredPour, shop: StoredShop, written: WrittenDown
    ) -> tuple[dict[Quantity, Evidence], PourWorn | None]:
        """What a pour says; nothing where it cannot be planned any longer."""
        try:
            plain, record = by_the_rules(shop.shop), without_tests(pour.record)
            planned = self._plans.make(pour.job, plain, record, pour.weather or shop.known)
            facts = facts_of(pour.job, plain, planned, pour.record, written)
        except NotPlannedError as error:
            log.warning("evidence", pour=str(pour.id), problem=error.problem)
            return {}, None
        return ({}, None) if facts is None else (evidence_of(facts), worn_of(facts, planned, written))
