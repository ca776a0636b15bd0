"""The handlers: load, one call, answer. A file a table group."""

from ulbrek.api.handlers import castings, cuts, forms, jobs, log, pieces, plan, pours, shop, shopping, stock

ROUTERS = tuple(part.router for part in (plan, shop, jobs, cuts, pieces, pours, castings, forms, stock, shopping, log))

__all__ = ["ROUTERS"]
