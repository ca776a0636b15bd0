"""Planning without keeping, and the rule book."""

from fastapi import APIRouter, Response

from ulbrek.api.handlers.common import Db, Planned, shop_asked
from ulbrek.api.views import PlanRequest, PlanView, answer, plan_view
from ulbrek.core.base.way import Way
from ulbrek.core.form.schools import SCHOOLS as FORM_SCHOOLS
from ulbrek.core.rulebook import Page, rule_book
from ulbrek.core.steel.schools import SCHOOLS as STEEL_SCHOOLS

router = APIRouter(prefix="/api")


@router.post("/plan", response_model=PlanView)
def plan_job(db: Db, plans: Planned, asked: PlanRequest) -> Response:
    """Plans a job without keeping it."""
    planned = plans.make(asked.job, shop_asked(db, asked.shop), asked.record)
    return answer(PlanView, plan_view(asked.job, planned))


@router.get("/schools")
def get_schools() -> dict[str, dict[str, tuple[Way, ...]]]:
    """Where practitioners disagree, station by station and field by field: each way with its reason and its limit."""
    return {"form": FORM_SCHOOLS, "steel": STEEL_SCHOOLS}


@router.get("/rules")
def get_rules() -> tuple[Page, ...]:
    """The rule book."""
    return rule_book()
