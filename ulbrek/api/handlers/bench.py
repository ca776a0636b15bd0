"""The devices on a shop's bench, and what they read."""

from typing import Annotated

from fastapi import APIRouter, Depends, HTTPException, Query, Request

from ulbrek.api.handlers.common import Db
from ulbrek.api.services.bench import Bench, Benches
from ulbrek.api.services.runs import now_ms
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.pour.devices import Colour, OverloadError, Reading

router = APIRouter(prefix="/api")


@dataclass(frozen=True, slots=True)
class BenchView:
    """Which devices there are, and the colour of the timer light; None where there is none."""

    scale: bool
    thermometer: bool
    light: Colour | None


async def _benches(request: Request) -> Benches:
    benches: Benches = request.app.state.benches
    return benches


OfBenches = Annotated[Benches, Depends(_benches)]


@router.get("/bench")
def get_bench(db: Db, benches: OfBenches) -> BenchView:
    """The devices on this shop's bench."""
    bench = _bench(db, benches)
    light = bench.light.shows(now_ms()) if bench.light else None
    return BenchView(bench.scale is not None, bench.thermometer is not None, light)


@router.get("/bench/scale")
def read_scale(db: Db, benches: OfBenches, expects_kg: Annotated[float, Query(ge=0, le=5_000)]) -> Reading:
    """What stands on the scale, its tub with it [kg]."""
    scale = _bench(db, benches).scale
    if scale is None:
        raise HTTPException(404, "No scale is connected. Type what yours shows.")
    try:
        return scale.weigh(expects_kg)
    except OverloadError as over:
        raise HTTPException(409, f"It is too heavy for the scale, which takes {over} kg. Weigh it in parts.") from over


@router.get("/bench/thermometer")
def read_thermometer(db: Db, benches: OfBenches, expects_c: Annotated[float, Query(ge=-30, le=80)]) -> Reading:
    """What the tip of the thermometer lies in [°C]."""
    thermometer = _bench(db, benches).thermometer
    if thermometer is None:
        raise HTTPException(404, "No thermometer is connected. Type what yours shows.")
    return thermometer.read(expects_c)


def _bench(db: Db, benches: Benches) -> Bench:
    with db.work() as records:
        return benches.of(records.shop().id)
