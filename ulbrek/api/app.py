"""The application: API, documentation and front end in one process."""

import gc
from asyncio import to_thread
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager, suppress
from threading import Thread

from fastapi import APIRouter, Depends, FastAPI, HTTPException, Request, Response
from fastapi.responses import HTMLResponse, JSONResponse
from sqlalchemy.exc import DBAPIError

from ulbrek import __version__
from ulbrek.api import logs, problems
from ulbrek.api.access.asker import as_ruled
from ulbrek.api.access.gate import Gate
from ulbrek.api.apart import Apart
from ulbrek.api.compressed import Compressed
from ulbrek.api.describe import describe
from ulbrek.api.floor import Floors
from ulbrek.api.front_end import FrontEnd
from ulbrek.api.guard import LOOPBACK, Guard
from ulbrek.api.handlers import ROUTERS
from ulbrek.api.live import Live
from ulbrek.api.metrics import MEDIA_TYPE, observer, written
from ulbrek.api.services.bench import Benches
from ulbrek.api.services.evidence import EvidenceReader
from ulbrek.api.services.plans import Plans
from ulbrek.api.services.runs import Runs
from ulbrek.api.services.thermometers import Thermometers
from ulbrek.api.services.weather import Weathers
from ulbrek.api.settings import Settings
from ulbrek.api.trust import add_trust
from ulbrek.store.database import Database
from ulbrek.store.errors import StoreError

_WAITING = 8  # for long work; whoever comes after them is told to come again
DOCS_PAGE = """<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>Ulbrek API</title>
<link rel="icon" href="data:,"><link rel="stylesheet" href="/apidocs/swagger-ui.css"></head>
<body><div id="docs"></div><script src="/apidocs/swagger-ui-bundle.js"></script>
<script src="/apidocs/start.js"></script></body></html>"""


def _look(floors: Floors, database: Database) -> None:
    """Looks at the floor once, so that what is missing or stale of it is worked out before somebody else does."""
    with suppress(DBAPIError, StoreError):
        floors.now(database.of_first_shop())


def create_app(settings: Settings) -> FastAPI:
    """The application over the database of these settings; tables must be up (``ulbrek migrate``)."""
    logs.set_up(settings.log_format)
    database = Database(settings.database_url)
    apart = Apart(settings.long_work, _WAITING)
    searching = Apart(max(1, settings.long_work // 2), 0)
    plans = Plans(database, apart)
    floors = Floors(plans)
    live = Live(settings.database_url)
    weathers = Weathers(settings, database)
    thermometers = Thermometers(settings, database, plans)
    evidence = EvidenceReader(database, plans)

    @asynccontextmanager
    async def lifespan(_: FastAPI) -> AsyncIterator[None]:
        # What has been imported by now stays, and remembered plans have no circles: going through all of it again and
        # again stalled requests by a tenth of a second. What is young is still looked at often.
        gc.collect()
        gc.freeze()
        gc.set_threshold(5_000, 20, 500)
        if settings.warm:
            Thread(target=_look, args=(floors, database), daemon=True).start()
            weathers.keep_fresh()
            thermometers.keep_reporting()
            await to_thread(apart.warm)  # nobody who is answered waits for what is brought in
        yield
        await live.close()
        weathers.close()
        thermometers.close()
        evidence.close()
        plans.close()
        for pool in (apart, searching):
            pool.close()
        database.engine.dispose()

    app = FastAPI(
        title="Ulbrek",
        version=__version__,
        description="Plans small concrete castings. Lengths in mm, masses in kg, volumes in l.",
        openapi_url="/api/openapi.json",
        docs_url=None,
        redoc_url=None,
        lifespan=lifespan,
        dependencies=[Depends(as_ruled)],
    )
    app.state.database, app.state.settings = database, settings
    app.state.apart, app.state.searching, app.state.plans = apart, searching, plans
    app.state.floors, app.state.live, app.state.runs = floors, live, Runs(plans)
    app.state.benches, app.state.weathers, app.state.thermometers = Benches(settings), weathers, thermometers
    app.state.evidence = evidence
    problems.install(app)
    for router in ROUTERS:
        app.include_router(router)

    own = _own_routes(database, settings)
    app.include_router(own)
    app.openapi = lambda: describe(app)  # type: ignore[method-assign]
    app.mount("/", FrontEnd(settings.web_dist))
    routes = tuple(route for router in (*ROUTERS, own) for route in router.routes)
    app.add_middleware(Gate, routes=routes, database=database, sign_in=settings.sign_in)
    app.add_middleware(Compressed)
    app.add_middleware(Guard, allowed_hosts=settings.allowed_hosts, hsts=settings.hsts)
    app.add_middleware(logs.RequestLog, observe=observer() if settings.metrics else None)
    return app


def _own_routes(database: Database, settings: Settings) -> APIRouter:
    """What a supervisor asks, the API's own page, and what phones are to trust."""
    router = APIRouter(include_in_schema=False)

    @router.get("/api/docs")
    def docs() -> HTMLResponse:
        return HTMLResponse(DOCS_PAGE)

    @router.get("/livez")
    async def livez() -> JSONResponse:
        """Whether the process answers at all."""
        return JSONResponse({"status": "ok"})

    @router.get("/healthz")
    def healthz() -> JSONResponse:
        """Whether it can be worked with: the database answers, and its tables are as this version wants them."""
        database.is_ready()
        return JSONResponse({"status": "ok"})

    @router.get("/metrics")
    def metrics(request: Request) -> Response:
        """How much was asked for and how long it took, to who asks from this machine and through no proxy."""
        here = request.client is not None and request.client.host in LOOPBACK
        if not settings.metrics or not here or "x-forwarded-for" in request.headers:
            raise HTTPException(404, "There is nothing at /metrics.")
        return Response(written(), media_type=MEDIA_TYPE)

    if settings.authority is not None:
        add_trust(router, settings.authority)
    return router


def create_app_from_environment() -> FastAPI:
    """The application for ``uvicorn --factory``, set from the environment."""
    return create_app(Settings())
