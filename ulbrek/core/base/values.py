"""What stored values are called where they are read: a word can change, and no job file changes with it.

A value that means different things in different fields stands under ``field:value``. Values that are not here are read
as they are stored. The front end's table is made from this one.
"""

from collections.abc import Mapping

VALUES: Mapping[str, str] = {
    # How forms are built
    "run past": "butt, long sides run past",
    "down through the strip": "from above",
    "up through the base": "from below",
    "kerfed strip": "kerfed side",
    "hung strip": "hung board",
    "drop strip": "strip under a drop edge",
    "when:stripped": "at stripping",
    "when:dry": "air-dry",
    "by:size": "size in plan",
    "by:whole": "whole piece, in proportion",
    "former:foam": "foam",
    "former:hard": "board or block",
    "former:split": "split, with a key",
    "former:box": "box of boards",
    "former:tube": "tin or tube",
    "hot glue and blocks": "hot glue, blocks",
    "hand-held saw along a guide": "hand saw and guide",
    "fewest settings": "fewest fence settings",
    "largest rest": "largest offcut",
    "lying": "flat",
    "in_moulds:false": "new forms",
    "in_moulds:true": "shop moulds",
    # Steel
    "protections:blanket": "curing blanket",
    "protections:quilts": "quilts under plastic",
    "protections:foam box": "foam box, 50 mm, 2″",
    "protections:tent": "plastic tent",
    "protections:heated tent": "tent with electric heater",
    "protections:shade": "shade cloth",
    "protections:fog": "fog sprayer",
    "protections:windbreak": "windbreak",
    "protections:rain cover": "rain cover on a frame",
    "weather:forecast": "by the forecast",
    "weather:typed day": "a day I type",
    "laid at half fill": "placed at half fill",
    "tied over the form": "hung from above",
    "tied to its bolts": "hung from its bolts",
    "clipped up from the base": "on clips",
    # Mix
    "work:form": "into forms",
    "work:packed": "packed by hand",
    "work:ground": "on the ground",
    "one_colour:false": "need not match",
    "one_colour:true": "must match",
    "by:bags": "bagged",
    "m3": "cubic metre",
    "base:bag": "a bag",
    "base:cement": "the cement",
    "base:dry mix": "the dry mix",
    "base:pack": "a bag, in packs",
    "face:cement": "cement board, concrete bonds to it",
    "kind:hob cabinet": "hob cabinet (cooktop)",
    "kind:range": "range, free-standing",
    "face:faced": "melamine or laminate",
    "face:filmed": "film-faced",
    "face:oiled": "bare, oiled before",
    "sulfo-aluminate": "calcium sulfoaluminate (CSA)",
    "sulfo-aluminate mortar": "CSA mortar",
    "absolute volumes": "scratch, by volume (abs.)",
    "parts by volume": "scratch, parts by volume",
    "parts by mass": "scratch, parts by weight",
    "shaken or dropped": "shaking or dropping",
    "vibrated on the bench": "vibrating table or bench",
    "sander on the form": "sander on the form",
    "saw on the form": "saw on the form, no blade",
    "poker": "poker vibrator",
    "rodded": "rodding",
    "turned over wet": "turning over fresh",
    "tapped": "mallet",
    "doses": "admixtures",
    # Moving and use
    "all over": "whole underside",
    "anchored:false": "by bond alone",
    "anchored:true": "by a nut, a pin or a flange",
    "turned down onto it": "tilting down",
    "slid onto it": "sliding on",
    "lowered by straps": "lowering by straps",
    # Moulds
    "past its life": "worn out",
    # Tasks
    "bleed": "bleed water",
    "moist": "uncover",
    "install": "light use",
    "pull": "pull the cores",
    "load": "full use",
    # Tests of strength
    "cube": "Cube",
    "cylinder": "Cylinder",
    "rebound": "Rebound hammer",
    # Shape
    "from the side": "side view",
    "pvc": "PVC",
}


def value_words(value: str, field: str = "") -> str:
    """What a stored value is called where it is read.

    Args:
        value: as it is stored
        field: the name of the field that it is of, where that makes a difference
    """
    return VALUES.get(f"{field}:{value}") or VALUES.get(value, value)
