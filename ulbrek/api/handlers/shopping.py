"""The shopping list of one job or of several; and on the day, whether what is mixed is enough."""

from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, Query, Response

from ulbrek.api import tasks
from ulbrek.api.entries import EnoughRequest
from ulbrek.api.floor import record_of
from ulbrek.api.handlers.common import Db, Long, Planned, as_file
from ulbrek.api.services.plans import Plans
from ulbrek.core.base.units import Units
from ulbrek.core.buying.demand import PlannedJob
from ulbrek.core.buying.shopping import ShoppingList, shopping
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.mix.enough import Enough, enough
from ulbrek.files.pack import Paper
from ulbrek.files.shopping_file import write_shopping_csv, write_shopping_xlsx
from ulbrek.standins.prices import SimulatedPrices
from ulbrek.store.database import Database
from ulbrek.store.errors import NotFoundError

router = APIRouter(prefix="/api")
ListFormat = Literal["csv", "xlsx", "pdf"]
Ids = Annotated[list[UUID], Query(min_length=1, max_length=40, description="the jobs that are bought for")]


@router.get("/shopping")
def get_shopping(db: Db, plans: Planned, job: Ids) -> ShoppingList:
    """What these jobs take, less what is free in stock, by kind."""
    _, _, found = _list(db, plans, job)
    return found


@router.get("/shopping.{form}", response_class=Response)
def get_shopping_file(  # noqa: PLR0913, PLR0917 - what a file is made of
    db: Db, plans: Planned, apart: Long, form: ListFormat, job: Ids, units: Units = "mm", paper: Paper = "a4"
) -> Response:
    """The same as a file, in the reader's units."""
    jobs, shop, found = _list(db, plans, job)
    title = jobs[0].name if len(jobs) == 1 else f"{len(jobs)} jobs"
    match form:
        case "csv":
            return as_file(write_shopping_csv(found, units), f"{title} to buy", form, "text/csv; charset=utf-8")
        case "xlsx":
            kind = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
            return as_file(write_shopping_xlsx(found, units), f"{title} to buy", form, kind)
        case "pdf":
            content = apart.run(tasks.shopping_paper, found, title, shop.name, units, paper)
            return as_file(content, f"{title} to buy", form, "application/pdf")


@router.post("/jobs/{job_id}/enough")
def tell_enough(db: Db, plans: Planned, job_id: UUID, asked: EnoughRequest) -> Enough:
    """What a casting still wants, from the gap under the screed: told before the last bag is opened."""
    with db.look() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).get(job_id)
        record = record_of(records, shop, stored)
    planned, mix = plans.of_job(stored, shop, record), stored.job.mix
    piece = next((one for one in planned.pieces if one.id == asked.piece), None)
    if piece is None:
        raise NotFoundError("piece", asked.piece)
    had = planned.mix.bags.value if mix.bags_in_hand is None else float(mix.bags_in_hand)
    return enough(piece.measure.net_area, [gap.mm for gap in asked.gaps], planned.mix.bag_yield, (had, asked.used_bags))


def _list(db: Database, plans: Plans, ids: list[UUID]) -> tuple[list[Job], Shop, ShoppingList]:
    with db.work() as records:
        shop = records.shop()
        jobs = [records.jobs(shop.id).get(one) for one in dict.fromkeys(ids)]
        kept = [(job, record_of(records, shop, job)) for job in jobs]
        stock = {f"{item.kind}/{item.material}": item.free for item in records.stock(shop.id).all()}
    planned = [PlannedJob(job.job, plans.of_job(job, shop, record)) for job, record in kept]
    return [one.job for one in planned], shop.shop, shopping(planned, shop.shop, stock, SimulatedPrices())
