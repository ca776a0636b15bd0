"""The handlers: load, one call, answer. A file a table group."""

from ulbrek.api.handlers import (
    accounts,
    bench,
    castings,
    changes,
    costs,
    cuts,
    days,
    defects,
    doors,
    feeds,
    finishing,
    forms,
    jobs,
    known,
    links,
    log,
    me,
    passkeys,
    past,
    pieces,
    plan,
    pours,
    runs,
    sensors,
    shelves,
    shop,
    shopping,
    stock,
    weather,
    year,
)
from ulbrek.api.views import write_as

ROUTERS = tuple(
    part.router
    for part in (
        plan,
        shop,
        shelves,
        jobs,
        known,
        cuts,
        pieces,
        pours,
        runs,
        bench,
        weather,
        year,
        days,
        feeds,
        finishing,
        castings,
        forms,
        stock,
        sensors,
        shopping,
        costs,
        log,
        defects,
        doors,
        me,
        accounts,
        links,
        passkeys,
        past,
        changes,
    )
)
write_as(route for router in ROUTERS for route in router.routes)

__all__ = ["ROUTERS"]
