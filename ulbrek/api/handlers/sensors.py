"""Thermometers: where they are, what they read, and the files of those that keep their readings themselves."""

import tempfile
from collections.abc import Callable
from datetime import UTC, datetime
from pathlib import Path
from typing import Annotated, TypeVar
from uuid import UUID

from fastapi import APIRouter, Depends, Query, Request, Response
from starlette.concurrency import run_in_threadpool

from ulbrek.api import tasks
from ulbrek.api.entries import PlaceRequest, ReadingsRequest, SensorRequest
from ulbrek.api.handlers.common import Db, Long
from ulbrek.api.views import answer
from ulbrek.core.base.frozen import dataclass
from ulbrek.files.logger import Choices, LoggerPreview
from ulbrek.files.logger.layout import Asked, Degrees, LoggerClock, Order
from ulbrek.files.problems import InvalidDocumentError, Problem
from ulbrek.store.sensors import Sensor

router = APIRouter(prefix="/api")
Found = TypeVar("Found")
UNKNOWN: dict[Asked, str] = {
    "degrees": "Whether these are °C or °F is not known.",
    "order": "Which number of its dates is the month is not known.",
    "column": "Which column holds the temperature is not known.",
}
_AT_ONCE = 5_000  # readings of one writing


@dataclass(frozen=True, slots=True)
class LoggerRead:
    """A file that was read in: how it was understood, and how many of its readings were new."""

    preview: LoggerPreview
    new: int


@router.get("/sensors")
def list_sensors(db: Db) -> list[Sensor]:
    """The sensors, what they read last, and where they are."""
    with db.work() as records:
        return records.sensors(records.shop().id).all()


@router.post("/sensors", status_code=201)
def add_sensor(db: Db, asked: SensorRequest) -> Sensor:
    """A new sensor."""
    with db.work() as records:
        return records.sensors(records.shop().id).add(asked.name, asked.kind)


@router.post("/sensors/{sensor_id}/place", status_code=204)
def place_sensor(db: Db, sensor_id: UUID, asked: PlaceRequest) -> None:
    """A sensor is put into a pour."""
    with db.work() as records:
        records.sensors(records.shop().id).place(sensor_id, asked.pour_id, asked.at or datetime.now(UTC))


@router.post("/sensors/{sensor_id}/readings")
def add_readings(db: Db, sensor_id: UUID, asked: ReadingsRequest) -> int:
    """What a sensor read; how many readings were new."""
    with db.work() as records:
        sensors = records.sensors(records.shop().id)
        return sensors.read(sensor_id, [(one.at, one.value) for one in asked.readings])


def _choices(
    degrees: Degrees | None = None,
    order: Order | None = None,
    clock: LoggerClock = "the shop's clock",
    column: Annotated[int | None, Query(ge=1, le=200)] = None,
) -> Choices:
    """What somebody says about a file."""
    return Choices(degrees, order, clock, column)


OfFile = Annotated[Choices, Depends(_choices)]


@router.post("/logger-files", response_model=LoggerPreview)
async def preview_logger_file(
    db: Db,
    apart: Long,
    request: Request,
    choices: OfFile,
) -> Response:
    """What is understood of a logger's file, which is the request's body; nothing of it is kept."""

    def look(path: Path) -> LoggerPreview:
        with db.look() as records:
            zone = records.shop().shop.hours.zone
        return apart.run(tasks.logger_file, str(path), choices, zone).preview

    return answer(LoggerPreview, await _with_file(request, look))


@router.post("/sensors/{sensor_id}/file", response_model=LoggerRead)
async def read_logger_file(
    db: Db,
    apart: Long,
    request: Request,
    sensor_id: UUID,
    choices: OfFile,
) -> Response:
    """Keeps what a logger's file holds, which is the request's body; read in twice, it is kept once."""

    def keep(path: Path) -> LoggerRead:
        with db.look() as records:
            zone = records.shop().shop.hours.zone
        found = apart.run(tasks.logger_file, str(path), choices, zone)
        asks = found.preview.layout.asks
        if asks:
            raise InvalidDocumentError([Problem(f"/{asks[0]}", UNKNOWN[asks[0]], "Choose it.")])
        new = 0
        with db.work() as records:
            sensors = records.sensors(records.shop().id)
            for begin in range(0, len(found.kept), _AT_ONCE):
                new += sensors.read(sensor_id, found.kept[begin : begin + _AT_ONCE])
        return LoggerRead(found.preview, new)

    return answer(LoggerRead, await _with_file(request, keep))


async def _with_file(request: Request, work: Callable[[Path], Found]) -> Found:
    """Does something with what a request brings, which is laid down as it comes and never held as a whole."""
    with tempfile.TemporaryDirectory(prefix="ulbrek-") as folder:
        path = Path(folder) / "logger"
        with path.open("wb") as file:
            async for part in request.stream():
                await run_in_threadpool(file.write, part)
        return await run_in_threadpool(work, path)
