"""A casting from its drawing to its use on a page, with a code that opens it."""

from base64 import b64encode
from collections.abc import Sequence
from datetime import datetime
from io import BytesIO
from math import sqrt

from PIL import Image

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units import Units
from ulbrek.core.base.units.quantity import write_quantity
from ulbrek.core.cure.calendar import write_time
from ulbrek.core.cure.inputs import Hours
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.plan.result import PiecePlan
from ulbrek.core.records.air import AirOfDay
from ulbrek.core.records.drying import Drying
from ulbrek.files.pack.code import code_of
from ulbrek.files.pack.drawings import measuring_sheet
from ulbrek.files.pack.setting import PAPERS, Paper, set_pages
from ulbrek.files.pack.svg import wrap

_WIDE, _HIGH, _LEFT, _BELOW, _LEAST_DAYS = 84.0, 40.0, 17.0, 6.0, 60.0


@dataclass(frozen=True, slots=True)
class Happening:
    """A moment of its life: what it became, and why."""

    at: datetime
    became: str
    note: str


@dataclass(frozen=True, slots=True)
class WentIn:
    """A batch that went into it: its bags, its water [l], when that went in, and the lot of the bags."""

    at: datetime
    bags: float
    water_l: float
    lot: str


@dataclass(frozen=True, slots=True)
class SeenOfIt:
    """What was seen of it, what was found to have caused it, and its photos as JPEG."""

    at: datetime
    text: str
    found: str
    photos: Sequence[bytes]


@dataclass(frozen=True, slots=True)
class Story:
    """All there is to tell of a casting.

    Attributes:
        serial: its number
        piece: that it is, and its plan
        job_name, shop_name: whose it is
        address: that its code opens
        mix: that it was cast of
        celsius: coldest and warmest that was measured in its concrete; None where nothing was
        air: about it on its first day; None where that is not known
        mould: that it was cast in; empty where that was a form of its own
        poured_at: when its water went in; None before that
        life: its states
        batches: that went into it
        drying: on the scale; None where it was never weighed
        seen: what was seen of it, oldest first
    """

    serial: int
    piece: Piece
    planned: PiecePlan
    job_name: str
    shop_name: str
    address: str
    mix: str
    celsius: tuple[float, float] | None
    air: AirOfDay | None
    mould: str
    poured_at: datetime | None
    life: Sequence[Happening]
    batches: Sequence[WentIn]
    drying: Drying | None
    seen: Sequence[SeenOfIt]


def story_page(story: Story, hours: Hours, units: Units, paper: Paper) -> bytes:
    """The story of a casting as a PDF.

    Args:
        story: of it
        hours: whose clock its times are told by
        units: the reader's
        paper: A4 or US Letter
    """

    def day(at: datetime) -> str:
        return f"{at.astimezone(hours.place):%-d %b %Y}"

    def when(at: datetime) -> str:
        return f"{day(at)}, {write_time(at.astimezone(hours.place), hours.clock)}"

    def quantity(value: float, kind: str) -> str:
        return write_quantity(value, kind, units)

    measured = story.planned.measure
    size = [measured.length_mm, measured.width_mm, story.piece.thickness.mm]
    sizes = " × ".join(quantity(one, "mm") for one in size)
    about = [sizes, f"Mix: {story.mix}. Weighs {quantity(measured.mass_dry.value, 'kg')} dry by its plan."]
    if story.celsius is not None:
        about.append(
            f"Its concrete was between {quantity(story.celsius[0], 'C')} and {quantity(story.celsius[1], 'C')}."
        )
    if story.air is not None:
        about.append(_air(story.air, units))
    if story.mould:
        about.append(f"Cast in {story.mould}.")
    data = {
        "paper": PAPERS[paper],
        "title": f"#{story.serial} {story.piece.name}",
        "number": f"#{story.serial}",
        "piece": story.piece.name,
        "poured": day(story.poured_at) if story.poured_at else "",
        "job": story.job_name,
        "shop": story.shop_name,
        "about": about,
        "code": code_of(story.address),
        "drawing": measuring_sheet(story.piece, story.planned, units),
        "life": [[when(one.at), one.became + (f": {one.note}" if one.note else "")] for one in story.life],
        "batches": [
            [when(one.at), f"{quantity(one.bags, 'bags')}, {quantity(one.water_l, 'water')} of water"
             + (f", {one.lot}" if one.lot else "")]
            for one in story.batches
        ],
        "curve": _curve(story.drying, units) if story.drying else "",
        "scale": _scale(story.drying, units),
        "seen": [
            {"when": when(one.at), "text": one.text, "found": one.found, "photos": [_photo(of) for of in one.photos]}
            for one in story.seen
        ],
    }  # fmt: skip
    return set_pages("story.typ", data)


def _air(air: AirOfDay, units: Units) -> str:
    low, high = (write_quantity(one, "C", units) for one in (air.low_c, air.high_c))
    told = [f"air {low} to {high}" if low != high else f"air {low}"]
    told.append(f"humidity {write_quantity(air.humidity_pct, '%', units)}")
    told.append(f"wind to {write_quantity(air.wind_kmh, 'km/h', units)}")
    told.append(f"{write_quantity(air.rain_mm, 'rain', units)} of rain" if air.rain_mm else "no rain")
    return f"Its first day: {', '.join(told)}{' (by the forecast)' if air.by_forecast else ''}."


def _scale(drying: Drying | None, units: Units) -> list[list[str]]:
    if drying is None:
        return []
    rows = [
        [f"{one.days:.0f} d after stripping", write_quantity(one.mass_kg, "weighed", units)] for one in drying.weighings
    ]
    final = drying.final
    low, high = (write_quantity(one, "weighed", units) for one in (final.low, final.high))
    return [*rows, ["once it is dry", f"{low} to {high}"]]


def _curve(drying: Drying, units: Units) -> str:
    """What it weighed, and how it goes on drying: the likely course in its band; days go by their roots."""
    last = max((one.days for one in drying.weighings), default=0.0)
    end = max(_LEAST_DAYS, last * 1.5)
    course = [one for one in drying.curve if one.days <= end]
    masses = [edge for one in course for edge in (one.mass_kg.low, one.mass_kg.high)]
    masses += [one.mass_kg for one in drying.weighings]
    least, most = min(masses), max(masses)

    def x(days: float) -> float:
        return _LEFT + sqrt(days / end) * (_WIDE - _LEFT - 3)

    def y(kg: float) -> float:
        return 3 + (most - kg) / (most - least or 1) * (_HIGH - _BELOW - 6)

    band = [(x(one.days), y(one.mass_kg.low)) for one in course]
    band += [(x(one.days), y(one.mass_kg.high)) for one in reversed(course)]
    likely = [(x(one.days), y(one.mass_kg.likely)) for one in course]
    parts = [
        f'<polygon points="{_points(band)}" fill="#dddddd"/>',
        f'<polyline points="{_points(likely)}" fill="none" stroke="#000000" stroke-width="0.5"/>',
    ]
    parts += [
        f'<circle cx="{x(one.days):.2f}" cy="{y(one.mass_kg):.2f}" r="1.2" fill="#ffffff" stroke="#000000" '
        'stroke-width="0.5"/>'
        for one in drying.weighings
    ]
    parts += [
        f'<text x="{_LEFT - 1.5:.2f}" y="{y(kg) + 1:.2f}" text-anchor="end" font-family="Archivo" font-size="3">'
        f"{write_quantity(kg, 'weighed', units)}</text>"
        for kg in (least, most)
    ]
    parts += [
        f'<text x="{x(days):.2f}" y="{_HIGH - 1:.2f}" text-anchor="middle" font-family="Archivo" font-size="3">'
        f"{text}</text>"
        for days, text in ((0.0, "strip"), (7.0, "7 d"), (28.0, "28 d"))
    ]
    return wrap(parts, _WIDE, _HIGH)


def _points(of: Sequence[tuple[float, float]]) -> str:
    return " ".join(f"{x:.2f},{y:.2f}" for x, y in of)


def _photo(content: bytes) -> str:
    """A photo as a drawing, which is what pages take."""
    with Image.open(BytesIO(content)) as photo:
        wide, high = photo.size
    data = b64encode(content).decode("ascii")
    return wrap([f'<image width="{wide}" height="{high}" href="data:image/jpeg;base64,{data}"/>'], wide, high)
