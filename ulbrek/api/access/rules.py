"""Who may ask for what, and how often: one line an address. What no line lets in is refused."""

from typing import Literal

from limits import RateLimitItem, RateLimitItemPerMinute, RateLimitItemPerSecond

from ulbrek.core.base.frozen import dataclass

Who = Literal["anybody", "viewer", "helper", "maker", "owner"]
# Whoever may do more may do what others may; a viewer may see one job, and nothing else.
RANK: dict[str, int] = {"helper": 1, "maker": 2, "owner": 3}


@dataclass(frozen=True, slots=True)
class Rule:
    """Who may ask for an address at least, and how often."""

    least: Who
    limit: RateLimitItem | None = None


# Five a second, counted over ten seconds: a hand on a drawing asks in bursts.
PLANS = RateLimitItemPerSecond(50, 10, "plans")
DRAWINGS = RateLimitItemPerSecond(10, 10, "drawings")
SEARCHES = RateLimitItemPerMinute(12, 1, "searches")  # one at a time besides
BACKUPS = RateLimitItemPerMinute(1, 1, "backups")
SIGN_INS = RateLimitItemPerMinute(5, 1, "sign-ins")  # by address here, and by name where it is looked up
CODES = RateLimitItemPerMinute(20, 1, "codes")  # of 40 bits, each for five minutes
FEEDS = RateLimitItemPerMinute(30, 1, "feeds")  # of 256 bits; a phone asks once in a while
CHALLENGES = RateLimitItemPerMinute(20, 1, "challenges")
WINDOWS = RateLimitItemPerMinute(60, 1, "windows")  # half a second each
PAPERS = RateLimitItemPerMinute(40, 1, "papers")

_WHO: dict[Who, str] = {
    "anybody": """
        GET /livez
        GET /healthz
        GET /metrics
        GET /trust
        GET /trust/authority.crt
        GET /api/docs
        GET /api/feed/{secret}.ics
        GET /api/me
        POST /api/sign-in
        POST /api/sign-in/passkey
        POST /api/sign-in/passkey/begin
        POST /api/sign-out
        POST /api/invitation
        POST /api/join
    """,
    "viewer": """
        GET /api/shared
        GET /api/shared/pack
    """,
    "helper": """
        GET /api/agenda
        GET /api/bench
        GET /api/bench/scale
        GET /api/bench/thermometer
        GET /api/weather
        GET /api/castings
        GET /api/changes
        GET /api/castings/{casting_id}
        POST /api/castings/{casting_id}/state
        GET /api/jobs
        GET /api/jobs/names
        GET /api/jobs/{job_id}
        GET /api/jobs/{job_id}/calendar
        GET /api/jobs/{job_id}/compare
        GET /api/jobs/{job_id}/variants
        GET /api/jobs/{job_id}/log
        GET /api/jobs/{job_id}/pack
        GET /api/jobs/{job_id}/pieces/{piece_id}/form.glb
        POST /api/jobs/{job_id}/enough
        GET /api/members
        GET /api/defects
        POST /api/observations
        POST /api/observations/{observation_id}/photos
        GET /api/photos/{photo_id}
        GET /api/pours
        GET /api/pours/{pour_id}
        GET /api/pours/{pour_id}/asked
        POST /api/pours/{pour_id}/acts
        POST /api/pours/{pour_id}/acts/{done_id}/undo
        POST /api/pours/{pour_id}/batches
        POST /api/pours/{pour_id}/done
        GET /api/pours/{pour_id}/run
        GET /api/pours/{pour_id}/run/sheet
        POST /api/pours/{pour_id}/practice
        POST /api/pours/{pour_id}/run
        GET /api/pours/{pour_id}/finish
        POST /api/pours/{pour_id}/finish
        POST /api/pours/{pour_id}/temperatures
        POST /api/pours/{pour_id}/water-in
        GET /api/rules
        GET /api/schools
        POST /api/section
        GET /api/shop
        POST /api/solid
        GET /api/starts
        GET /api/me/devices
        POST /api/me/devices/end
        POST /api/me/devices/{device_id}/end
        PUT /api/me/devices/{device_id}
        PUT /api/me/passphrase
        GET /api/me/passkeys
        POST /api/me/passkeys
        POST /api/me/passkeys/begin
        DELETE /api/me/passkeys/{passkey_id}
    """,
    "maker": """
        POST /api/weather/forecast
        GET /api/pour-window
        GET /api/pour-window/by-pour
        GET /api/days
        GET /api/days/places
        GET /api/days/sheet
        GET /api/days/calendar
        GET /api/feeds
        POST /api/feeds
        POST /api/feeds/{feed_id}/end
        GET /api/jobs/{job_id}/cost
        GET /api/jobs/{job_id}/price/{which}
        POST /api/jobs/{job_id}/hour
        POST /api/pours/{pour_id}/hour
        POST /api/castings/{casting_id}/take-back
        GET /api/observations/{observation_id}/causes
        GET /api/castings/{casting_id}/story
        GET /api/year
        GET /api/year/file
        POST /api/past
        POST /api/past/look
        GET /api/known
        GET /api/known/{quantity}
        GET /api/known/{quantity}/effect
        PUT /api/known/{quantity}/own
        DELETE /api/known/{quantity}/own
        PUT /api/known/{quantity}/records/{pour_id}
        PUT /api/observations/{observation_id}/kind
        PUT /api/observations/{observation_id}/facts
        PUT /api/observations/{observation_id}/cause
        PUT /api/observations/{observation_id}/damage
        POST /api/cuts/search
        POST /api/drawings
        POST /api/features
        GET /api/forms
        GET /api/moulds/kinds
        POST /api/forms
        GET /api/forms/{form_id}
        POST /api/forms/{form_id}/events
        PUT /api/forms/{form_id}/mould
        POST /api/jobs
        POST /api/jobs/from-file
        PUT /api/jobs/{job_id}
        POST /api/jobs/{job_id}/another
        POST /api/jobs/{job_id}/variants
        POST /api/jobs/{job_id}/choose
        POST /api/jobs/{job_id}/archive
        GET /api/jobs/{job_id}/boards.{form}
        GET /api/jobs/{job_id}/file
        GET /api/jobs/{job_id}/labels
        GET /api/jobs/{job_id}/links
        POST /api/jobs/{job_id}/links
        POST /api/links/{link_id}/end
        GET /api/jobs/{job_id}/log-file
        GET /api/jobs/{job_id}/pieces/{piece_id}/{form}
        POST /api/jobs/{job_id}/redo
        GET /api/jobs/{job_id}/revisions
        GET /api/jobs/{job_id}/revisions/{number}
        GET /api/jobs/{job_id}/steel.{form}
        POST /api/jobs/{job_id}/takes
        GET /api/jobs/{job_id}/templates
        POST /api/jobs/{job_id}/undo
        GET /api/log
        GET /api/lots/{lot_id}/moves
        POST /api/lots/{lot_id}/moves
        POST /api/outlines
        POST /api/plan
        POST /api/pours
        PUT /api/pours/{pour_id}/asked
        POST /api/pours/{pour_id}/batches/{batch_id}/undo
        POST /api/pours/{pour_id}/cancel
        POST /api/pours/{pour_id}/water-in/correct
        GET /api/sensors
        POST /api/logger-files
        POST /api/sensors/{sensor_id}/file
        POST /api/sensors
        POST /api/sensors/{sensor_id}/place
        POST /api/sensors/{sensor_id}/readings
        GET /api/shop/lists/{name}.csv
        GET /api/shopping
        GET /api/shopping.{form}
        POST /api/solve
        POST /api/starts/{start}
        GET /api/stock
        POST /api/stock
        POST /api/stock/counts
        POST /api/stock/{item_id}/lots
        PATCH /api/shop
        PUT /api/shop/hours
        PUT /api/shop/lifts
        POST /api/shop/lists/{name}/entries
        DELETE /api/shop/lists/{name}/entries/{entry_id}
        PUT /api/shop/lists/{name}/entries/{entry_id}
        POST /api/shop/lists/{name}/entries/{entry_id}/first
        POST /api/shop/lists/{name}/table
        PUT /api/shop/sheets/{sheet_id}/sizes
    """,
    "owner": """
        GET /api/backup
        POST /api/members
        PUT /api/members/{member_id}
        POST /api/members/{member_id}/archive
        GET /api/accounts
        PUT /api/accounts/{member_id}
        POST /api/accounts/{member_id}/code
        GET /api/codes/{code_id}
        POST /api/accounts/{member_id}/shut-out
        POST /api/devices/{device_id}/end
        GET /api/security
    """,
}
_LIMITS: dict[RateLimitItem, str] = {
    PLANS: (
        "POST /api/plan, POST /api/section, POST /api/solid, POST /api/solve, PUT /api/jobs/{job_id}, "
        "GET /api/known/{quantity}/effect"
    ),
    DRAWINGS: (
        "POST /api/drawings, POST /api/logger-files, POST /api/sensors/{sensor_id}/file, "
        "POST /api/observations/{observation_id}/photos, POST /api/past, POST /api/past/look"
    ),
    SEARCHES: "POST /api/cuts/search",
    BACKUPS: "GET /api/backup",
    WINDOWS: "GET /api/pour-window, GET /api/pour-window/by-pour, POST /api/weather/forecast",
    SIGN_INS: "POST /api/sign-in, POST /api/sign-in/passkey",
    FEEDS: "GET /api/feed/{secret}.ics",
    CODES: "POST /api/invitation, POST /api/join",
    CHALLENGES: "POST /api/sign-in/passkey/begin",
    PAPERS: (
        "GET /api/jobs/{job_id}/pack, GET /api/jobs/{job_id}/templates, GET /api/jobs/{job_id}/labels, "
        "GET /api/jobs/{job_id}/boards.{form}, GET /api/jobs/{job_id}/steel.{form}, GET /api/shared/pack, "
        "GET /api/pours/{pour_id}/run/sheet, "
        "GET /api/jobs/{job_id}/pieces/{piece_id}/form.glb, GET /api/jobs/{job_id}/pieces/{piece_id}/{form}, "
        "GET /api/jobs/{job_id}/price/{which}, "
        "GET /api/shopping.{form}, GET /api/days/sheet, GET /api/castings/{casting_id}/story"
    ),
}
_LIMIT_OF = {address: limit for limit, told in _LIMITS.items() for address in told.split(", ")}
RULES: dict[str, Rule] = {
    address.strip(): Rule(who, _LIMIT_OF.get(address.strip()))
    for who, told in _WHO.items()
    for address in told.strip().splitlines()
}


# What there is only where people sign in.
_DOORS = (
    "/api/accounts",
    "/api/codes",
    "/api/devices",
    "/api/links",
    "/api/me/",
    "/api/security",
    "/api/jobs/{job_id}/links",
)
NEEDS_SIGN_IN = frozenset(address for address in RULES if address.split(" ")[1].startswith(_DOORS))


def may(role: str | None, address: str) -> bool:
    """Whether a role may ask for an address, such as ``GET /api/jobs``; None is whoever is not signed in."""
    rule = RULES.get(address)
    if rule is None:
        return False
    if rule.least == "anybody":
        return True
    if rule.least == "viewer" or role == "viewer":
        return rule.least == role
    return role is not None and RANK[role] >= RANK[rule.least]
