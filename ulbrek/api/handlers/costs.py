"""What a job costs and how long it takes, and that on paper for who pays."""

from datetime import datetime
from uuid import UUID
from zoneinfo import ZoneInfo

from fastapi import APIRouter, Response

from ulbrek.api import tasks
from ulbrek.api.floor import record_of
from ulbrek.api.handlers.common import Db, Long, Planned, as_file
from ulbrek.core.base.units import Units
from ulbrek.core.costing.result import Costed
from ulbrek.core.costing.station import cost
from ulbrek.files.estimate_file import Priced, PriceSheet
from ulbrek.files.pack import Paper
from ulbrek.standins.prices import SimulatedPrices
from ulbrek.store.errors import RefusedEntryError

router = APIRouter(prefix="/api")


@router.get("/jobs/{job_id}/cost")
def get_cost(db: Db, plans: Planned, job_id: UUID) -> Costed:
    """What a job takes and what stays, its hours, and the price of each piece."""
    with db.look() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).get(job_id)
        record = record_of(records, shop, stored)
    return cost(stored.job, shop.shop, plans.of_job(stored, shop, record), SimulatedPrices())


@router.get("/jobs/{job_id}/price/{which}", response_class=Response)
def get_price_sheet(  # noqa: PLR0913, PLR0917 - what a file is made of
    db: Db, plans: Planned, apart: Long, job_id: UUID, which: PriceSheet, units: Units = "mm", paper: Paper = "a4"
) -> Response:
    """An estimate or a receipt as a PDF."""
    with db.look() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).get(job_id)
        record = record_of(records, shop, stored)
    planned = plans.of_job(stored, shop, record)
    found = cost(stored.job, shop.shop, planned, SimulatedPrices())
    if found.price is None:
        raise RefusedEntryError("/rates/hour_price", "The price of an hour is not said.", "Say it under Shop, Rates.")
    today = datetime.now(ZoneInfo(shop.shop.hours.zone)).date()
    priced = Priced(stored.job, planned, found, shop.shop.name, today)
    content = apart.run(tasks.price_paper, which, priced, units, paper)
    return as_file(content, f"{stored.job.name} {which}", "pdf", "application/pdf")
