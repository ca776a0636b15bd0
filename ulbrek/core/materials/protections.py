"""What a casting is kept from the weather with, and what each of them does."""

from typing import Literal, NamedTuple

ProtectionId = Literal[
    "blanket", "quilts", "foam box", "tent", "heated tent", "shade", "fog", "windbreak", "rain cover",
]  # fmt: skip


class Protection(NamedTuple):
    """A thing that keeps cold, heat, wind, sun or rain off.

    Attributes:
        name: what it is called
        does: what it does, in a few words
        layers_m2k_w: resistance that it lays over the casting, from the hour it is covered [m²K/W]
        around: whether that goes round the sides as well
        wind: the share of the wind that gets past it
        sun: the share of the sun that gets past it
        gain_k: by how much the air under it is warmer of itself [K]
        holds_c: the air under it is kept at this, where it is heated [°C]
        humidity_pct: the air at the face has this humidity at least [%]
        keeps_rain_off: whether rain does not reach the face
        from_start: whether it is there from the first hour, not only once the face is covered
        bought_by: ``m2`` where it is bought by what it covers, else by the piece
        source: where its figures are from
    """

    name: str
    does: str
    layers_m2k_w: float = 0.0
    around: bool = False
    wind: float = 1.0
    sun: float = 1.0
    gain_k: float = 0.0
    holds_c: float | None = None
    humidity_pct: float = 0.0
    keeps_rain_off: bool = False
    from_start: bool = False
    bought_by: Literal["m2", "pieces"] = "m2"
    source: str = "common practice"


HEATED_TO_C = 15.0
# Resistances are of dry material, weighed down and lapped 150 mm. Source: common practice; foam and wool by their
# conductivity, from memory.
PROTECTIONS: dict[ProtectionId, Protection] = {
    "blanket": Protection("Insulating curing blanket", "Keeps its warmth in", 0.5, around=True),
    "quilts": Protection("Quilted blankets, two layers, under plastic", "Keep some of its warmth in", 0.4, around=True),
    "foam box": Protection(
        "Box of {50 limit} foam board", "Keeps nearly all of its warmth in", 1.35, around=True, wind=0.1, sun=0.1,
        source="foam at 0.037 W/mK, from memory",
    ),
    "tent": Protection(
        "Tent of plastic sheet", "Keeps wind and rain off, a few degrees warmer", wind=0.1, sun=0.7, gain_k=3.0,
        keeps_rain_off=True, from_start=True,
    ),
    "heated tent": Protection(
        "Tent with an electric heater", "Kept at {15 C}, as long as it is at most {15 K} colder outside",
        wind=0.1, sun=0.7, gain_k=3.0,
        holds_c=HEATED_TO_C, keeps_rain_off=True, from_start=True, bought_by="pieces",
    ),
    "shade": Protection("Shade cloth, 70 %", "Keeps most of the sun off", sun=0.3, from_start=True),
    "fog": Protection(
        "Fog sprayer", "Keeps the air at the face damp until it is covered", humidity_pct=85.0, from_start=True,
        bought_by="pieces",
    ),
    "windbreak": Protection(
        "Windbreak, {1200 limit} high", "Leaves less than half of the wind", wind=0.4, from_start=True,
        bought_by="pieces",
    ),
    "rain cover": Protection(
        "Rain cover on a frame", "Keeps rain off, a hand above the face", sun=0.7, keeps_rain_off=True, from_start=True,
    ),
}  # fmt: skip
