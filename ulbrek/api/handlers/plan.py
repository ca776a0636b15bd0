"""Planning without keeping, and the rule book."""

from fastapi import APIRouter, Response

from ulbrek.api.handlers.common import Db, Planned, shop_asked
from ulbrek.api.views import PlanChanges, PlanRequest, PlanView
from ulbrek.core.base.way import Way
from ulbrek.core.cure.schools import SCHOOLS as CURE_SCHOOLS
from ulbrek.core.finish.schools import SCHOOLS as FINISH_SCHOOLS
from ulbrek.core.form.schools import SCHOOLS as FORM_SCHOOLS
from ulbrek.core.job.job import Job
from ulbrek.core.kit.climate.conditions import NOTHING_KNOWN, Conditions
from ulbrek.core.mix.schools import SCHOOLS as MIX_SCHOOLS
from ulbrek.core.records.record import EMPTY
from ulbrek.core.rulebook import Page, rule_book
from ulbrek.core.steel.schools import SCHOOLS as STEEL_SCHOOLS
from ulbrek.store.database import Database

router = APIRouter(prefix="/api")


@router.post("/plan", response_model=PlanView | PlanChanges)
def plan_job(db: Db, plans: Planned, asked: PlanRequest) -> Response:
    """Plans a job without keeping it; a page that says which answer it holds gets what differs from that."""
    held = plans.answers.held(asked.held)
    shop = held.shop if held and asked.shop is None else shop_asked(db, asked.shop)
    record = asked.record or (held.record if held else EMPTY)
    planned = plans.make(asked.job, shop, record, _known(db, asked.job))
    return plans.answers.of_plan(asked.job, planned, shop, record, asked.held)


def _known(db: Database, job: Job) -> Conditions:
    """The weather as far as it is known; it is looked up for what cures in it alone."""
    if not job.cure.asks_forecast:
        return NOTHING_KNOWN
    with db.look() as records:
        return records.shop().known


@router.get("/schools")
def get_schools() -> dict[str, dict[str, tuple[Way, ...]]]:
    """Where practitioners disagree, station by station and field by field: each way with its reason and its limit."""
    return {
        "form": FORM_SCHOOLS,
        "steel": STEEL_SCHOOLS,
        "mix": MIX_SCHOOLS,
        "cure": CURE_SCHOOLS,
        "finish": FINISH_SCHOOLS,
    }


@router.get("/rules")
def get_rules() -> tuple[Page, ...]:
    """The rule book."""
    return rule_book()
