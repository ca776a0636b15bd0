"""Forms and moulds."""

from uuid import UUID

from fastapi import APIRouter

from ulbrek.api.entries import FormRequest, MouldEventRequest, MouldRequest
from ulbrek.api.handlers.common import Db
from ulbrek.core.materials.moulds import MOULDS, MouldKind, MouldMade
from ulbrek.store.forms import FormRepository, KeptForm

router = APIRouter(prefix="/api")


@router.get("/forms")
def list_forms(db: Db) -> list[KeptForm]:
    """The forms and moulds that stand in the shop, by name."""
    with db.work() as records:
        return records.forms(records.shop().id).all()


@router.get("/moulds/kinds")
def mould_kinds() -> dict[MouldMade, MouldKind]:
    """What moulds are made of: the fillings that each kind gives, what goes first, and its care."""
    return dict(MOULDS)


@router.post("/forms", status_code=201)
def build_form(db: Db, asked: FormRequest) -> KeptForm:
    """A new form with its cavities, kept as a mould if it says so."""
    with db.work() as records:
        shop = records.shop()
        if asked.job_id is not None:
            records.jobs(shop.id).get(asked.job_id)
        forms = records.forms(shop.id)
        form = forms.build(asked.name, asked.pieces, asked.job_id, asked.id)
        return form if asked.mould is None else _keep(forms, form.id, asked.mould)


@router.get("/forms/{form_id}")
def get_form(db: Db, form_id: UUID) -> KeptForm:
    """A form or mould with what was done to it."""
    with db.work() as records:
        return records.forms(records.shop().id).get(form_id)


@router.put("/forms/{form_id}/mould")
def keep_as_mould(db: Db, form_id: UUID, asked: MouldRequest) -> KeptForm:
    """Keeps a form as a mould, or says anew how long it lasts."""
    with db.work() as records:
        return _keep(records.forms(records.shop().id), form_id, asked)


@router.post("/forms/{form_id}/events", status_code=201)
def add_mould_event(db: Db, form_id: UUID, asked: MouldEventRequest) -> KeptForm:
    """Something done to a mould: oiled, cleaned, repaired, serviced, retired."""
    with db.work() as records:
        return records.forms(records.shop().id).note(form_id, asked.kind, asked.entry, asked.part)


def _keep(forms: FormRepository, form_id: UUID, asked: MouldRequest) -> KeptForm:
    return forms.keep(
        form_id, asked.usual_life, asked.service_every, asked.used_before, asked.weakest_part, asked.made_of
    )  # fmt: skip
