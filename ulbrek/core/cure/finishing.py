"""What is done to faces while the concrete is young, as shares of its time to set."""

from typing import Literal

from ulbrek.core.base.figure import Spread
from ulbrek.core.base.frozen import dataclass


@dataclass(frozen=True, slots=True)
class Finishing:
    """An act on the fresh concrete, as a share of the time to initial set. Source: common practice."""

    id: str
    name: str
    share: Spread
    test: str
    face_up_only: bool = False
    is_state: bool = False
    on: Literal["any", "trowelled", "broomed", "ground", "cores"] = "any"


Sawn = Literal["early saw", "wet saw"]
SAWN: tuple[Sawn, ...] = ("early saw", "wet saw")
# An early saw after final set; a wet one by the age at 20 °C. Source: common practice, and ACI 302.1R, from memory.
EARLY_SAW_H, WET_SAW_DAYS = Spread(1.0, 2.0, 4.0), Spread(6 / 24, 10 / 24, 18 / 24)


@dataclass(frozen=True, slots=True)
class Faces:
    """What is done to faces that lie up.

    Attributes:
        trowelled: whether some are trowelled
        broomed: whether some are broomed or stamped
        on_ground: whether some lie on the ground, where edges are run
        all_on_ground: whether all do: they are walked on, and driven on
        sawn: how joints are sawn, where some are
        cores: whether hard cores stand in some, that are pulled on pour day
    """

    trowelled: bool = True
    broomed: bool = False
    on_ground: bool = False
    all_on_ground: bool = False
    sawn: tuple[Sawn, ...] = ()
    cores: bool = False

    def have(self, on: str) -> bool:
        """Whether there is a face that an act is done on."""
        found = {"trowelled": self.trowelled, "broomed": self.broomed, "ground": self.on_ground, "cores": self.cores}
        return found.get(on, True)


FACES = Faces()  # of a pour of which nothing else is said
# Source: common practice: from 4 to 6.4 h at 20 °C, best at 5; up to half as long again with a mallet.
PULL = Finishing(
    "pull", "Pull the cores", Spread(1.0, 1.25, 1.6),
    "A finger leaves no print. Screws out, turn it, then lift straight. Later it takes a mallet, tomorrow it stays in.",
    on="cores",
)  # fmt: skip
FINISHING_SULFO = (
    Finishing(
        "leave", "Leave it alone", Spread(0.5, 0.7, 0.85),
        "From now on no shaking and no tapping: it would come off its steel and its edges.", is_state=True,
    ),
    PULL,
)  # fmt: skip
WET_H = 1.0
LIGHT_USE = ("Light use", "70 % strength. Install it, no heavy loads.")
# By share of its strength: about a day, and three days, at 20 °C. Source: common practice.
TRODDEN = (("walk", "Walk on it", 0.2), ("barrow", "Barrow on it", 0.45))
FINISHING = (
    Finishing(
        "bleed", "Bleed water gone", Spread(0.12, 0.18, 0.3), "The sheen has gone. Never work bleed water in.",
        is_state=True,
    ),
    Finishing("float", "Float", Spread(0.2, 0.35, 0.55), "A pressed finger leaves {6 to 12 limit} and no water."),
    Finishing(
        "edge", "Run the edges", Spread(0.22, 0.38, 0.6), "The edger leaves a clean line, and no paste creeps back.",
        face_up_only=True, on="ground",
    ),
    Finishing(
        "broom", "Broom or stamp", Spread(0.3, 0.6, 0.95), "The sheen has gone; lines stay, and nothing tears.",
        face_up_only=True, on="broomed",
    ),
    Finishing(
        "trowel", "Trowel", Spread(0.45, 0.7, 1.0), "A fingerprint with nothing on the finger; the trowel rings dry.",
        face_up_only=True, on="trowelled",
    ),
    Finishing(
        "cover", "Cover with plastic", Spread(0.5, 0.75, 1.05),
        "As soon as it is finished: laid on a back, tented over a show face.",
    ),
    PULL,
)  # fmt: skip
