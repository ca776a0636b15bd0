"""The shop, its people, and all of it in one file."""

from collections.abc import Iterator
from tempfile import TemporaryFile
from uuid import UUID

from fastapi import APIRouter
from fastapi.responses import StreamingResponse

from ulbrek.api.entries import LiftsRequest, MemberRequest, SheetSizesRequest, ShopRequest
from ulbrek.api.handlers.common import Asking, Db
from ulbrek.core.cure.inputs import Hours
from ulbrek.core.job.shop import Shop
from ulbrek.store.backup import write_backup
from ulbrek.store.errors import NotFoundError
from ulbrek.store.members import Member

router = APIRouter(prefix="/api")
_CHUNK = 1 << 18


@router.get("/shop")
def get_shop(db: Db) -> Shop:
    """The shop: its people, mixes and containers."""
    with db.look() as records:
        return records.shop().shop


@router.put("/shop/hours")
def set_hours(db: Db, hours: Hours) -> Shop:
    """Says where the shop is and when nobody is there; kept as a revision of the shop."""
    with db.work() as records:
        kept = records.shop()
        return records.shops.change(kept.id, lambda shop: shop.model_copy(update={"hours": hours})).shop


@router.put("/shop/lifts")
def set_lifts(db: Db, asked: LiftsRequest) -> Shop:
    """Says what one person of the shop lifts; kept as a revision of the shop."""
    with db.work() as records:
        kept = records.shop()
        told = {"one_person_lifts_kg": asked.one_person_lifts_kg}
        return records.shops.change(kept.id, lambda shop: shop.model_copy(update=told)).shop


@router.patch("/shop")
def set_shop(db: Db, asked: ShopRequest) -> Shop:
    """Says otherwise what the shop is called, what it pays in, and how it usually works."""
    told = {name: value for name in ShopRequest.model_fields if (value := getattr(asked, name)) is not None}
    with db.work() as records:
        kept = records.shop()
        return records.shops.change(kept.id, lambda shop: shop.model_copy(update=told)).shop


@router.put("/shop/sheets/{sheet_id}/sizes")
def set_sheet_sizes(db: Db, sheet_id: str, asked: SheetSizesRequest) -> Shop:
    """Says in which sizes a kind of sheet is sold, and what one costs; kept as a revision of the shop."""
    with db.work() as records:
        kept = records.shop()
        changed = kept.shop.with_sizes(sheet_id, [one.size for one in asked.sizes])
        if changed is None:
            raise NotFoundError("sheet", sheet_id)
        return records.shops.edit(kept, changed).shop


@router.get("/members")
def list_members(db: Db) -> list[Member]:
    """The people of the shop, by name."""
    with db.work() as records:
        return records.members(records.shop().id).all()


@router.post("/members", status_code=201)
def add_member(db: Db, asked: MemberRequest) -> Member:
    """Somebody new in the shop."""
    with db.work() as records:
        return records.members(records.shop().id).add(asked.told)


@router.put("/members/{member_id}")
def edit_member(db: Db, member_id: UUID, asked: MemberRequest) -> Member:
    """Says otherwise who somebody is, what they may lift and when they are there."""
    with db.work() as records:
        return records.members(records.shop().id).edit(member_id, asked.told)


@router.post("/members/{member_id}/archive", status_code=204)
def archive_member(db: Db, member_id: UUID) -> None:
    """Somebody has left; what they did keeps their name."""
    with db.work() as records:
        records.members(records.shop().id).archive(member_id)


@router.get("/backup", response_class=StreamingResponse, responses={200: {"content": {"application/zip": {}}}})
def get_backup(db: Db, asker: Asking) -> StreamingResponse:
    """All records of the shop as one file, which ``ulbrek restore`` reads into an empty database."""
    kept = TemporaryFile()  # noqa: SIM115 - closed when it has been sent
    with db.work() as records:
        shop = records.shop()
        if asker.account_id is not None:
            records.security(shop.id).add("backup-taken", asker.name, asker.address)
    write_backup(db, shop.id, kept)
    size = kept.tell()
    kept.seek(0)

    def sent() -> Iterator[bytes]:
        with kept:
            while chunk := kept.read(_CHUNK):
                yield chunk

    headers = {"Content-Disposition": 'attachment; filename="shop.ulbrek.zip"', "Content-Length": str(size)}
    return StreamingResponse(sent(), media_type="application/zip", headers=headers)
