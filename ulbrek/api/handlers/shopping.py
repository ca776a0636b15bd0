"""The shopping list of one job or of several; and on the day, whether what is mixed is enough."""

from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, Query, Response

from ulbrek.api.entries import EnoughRequest
from ulbrek.api.handlers.common import Db, as_file
from ulbrek.core.job import Job
from ulbrek.core.mix.enough import Enough, enough
from ulbrek.core.plan import plan
from ulbrek.core.shop import Shop
from ulbrek.core.shopping import ShoppingList, shopping
from ulbrek.files.pack import Paper
from ulbrek.files.shopping_file import shopping_page, write_shopping_csv, write_shopping_xlsx
from ulbrek.simulated_prices import SimulatedPrices
from ulbrek.store.database import Database
from ulbrek.store.errors import NotFoundError

router = APIRouter(prefix="/api")
ListFormat = Literal["csv", "xlsx", "pdf"]
Ids = Annotated[list[UUID], Query(min_length=1, max_length=40, description="the jobs that are bought for")]


@router.get("/shopping")
def get_shopping(db: Db, job: Ids) -> ShoppingList:
    """What these jobs take, less what is free in stock, by kind."""
    _, _, found = _list(db, job)
    return found


@router.get("/shopping.{form}", response_class=Response)
def get_shopping_file(db: Db, form: ListFormat, job: Ids, paper: Paper = "a4") -> Response:
    """The same as a file."""
    jobs, shop, found = _list(db, job)
    title = jobs[0].name if len(jobs) == 1 else f"{len(jobs)} jobs"
    match form:
        case "csv":
            return as_file(write_shopping_csv(found), f"{title} to buy", form, "text/csv; charset=utf-8")
        case "xlsx":
            kind = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
            return as_file(write_shopping_xlsx(found), f"{title} to buy", form, kind)
        case "pdf":
            content = shopping_page(found, title=title, shop_name=shop.name, paper=paper)
            return as_file(content, f"{title} to buy", form, "application/pdf")


@router.post("/jobs/{job_id}/enough")
def tell_enough(db: Db, job_id: UUID, asked: EnoughRequest) -> Enough:
    """What a casting still wants, from the gap under the screed: told before the last bag is opened."""
    with db.look() as records:
        stored = records.shop()
        job = records.jobs(stored.id).get(job_id).job
    planned = plan(job, stored.shop)
    piece = next((one for one in planned.pieces if one.id == asked.piece), None)
    if piece is None:
        raise NotFoundError("piece", asked.piece)
    had = planned.mix.bags.value if job.mix.bags_in_hand is None else float(job.mix.bags_in_hand)
    return enough(piece.measure.net_area, [gap.mm for gap in asked.gaps], planned.mix.bag_yield, (had, asked.used_bags))


def _list(db: Database, ids: list[UUID]) -> tuple[list[Job], Shop, ShoppingList]:
    with db.work() as records:
        stored = records.shop()
        kept = records.jobs(stored.id)
        jobs = [kept.get(one).job for one in dict.fromkeys(ids)]
        stock = {f"{item.kind}/{item.material}": item.free for item in records.stock(stored.id).all()}
    return jobs, stored.shop, shopping(jobs, stored.shop, stock, SimulatedPrices())
