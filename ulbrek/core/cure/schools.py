"""What a casting is protected from the weather with, each with what it does."""

from ulbrek.core.base.way import Way
from ulbrek.core.materials.protections import PROTECTIONS, ProtectionId

# Where each ends. Source: common practice.
_LIMITS: dict[ProtectionId, str] = {
    "blanket": "Wet it keeps half as much. Lap it {150 limit}, weigh it down, and cover the edges too.",
    "quilts": "Under plastic only: wet quilts keep nothing. Compressed they keep half.",
    "foam box": "Closed all round: a gap of a hundredth loses a quarter of it. Off the wet face.",
    "tent": "A few degrees, and only out of the wind.",
    "heated tent": "Electric heat alone: the exhaust of a burner dusts the face, and its carbon monoxide can kill. "
    "Never blow on a face; turn it down bit by bit over two days.",
    "shade": "Keeps the sun off, not the wind.",
    "fog": "A mist over the face, never drops on it. Stop when it is covered.",
    "windbreak": "Works within five times its height.",
    "rain cover": "A hand above the face and taut: a sheet that touches it marks it, a puddle breaks it.",
}
SCHOOLS: dict[str, tuple[Way, ...]] = {
    "protections": tuple(Way(id_, f"{one.does}.", _LIMITS[id_]) for id_, one in PROTECTIONS.items())
}
