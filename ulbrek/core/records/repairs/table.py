"""What is known of repairs: one row each. Source: common practice throughout."""

from collections.abc import Mapping
from typing import NamedTuple

from ulbrek.core.base.frozen import dataclass

SOURCE = "common practice"


@dataclass(frozen=True, slots=True)
class RepairStep:
    """A step of a repair: what is done, from how long after the first on, and how long it takes.

    Attributes:
        name: of the step
        text: how
        after_h: from the first step on [h]
        minutes: that it takes a person
    """

    name: str
    text: str
    after_h: float
    minutes: float


class Repair(NamedTuple):
    """A way of mending: what for, its steps, when it may be used again, how it will look, and when it will not do."""

    name: str
    steps: tuple[RepairStep, ...]
    ready_h: tuple[float, float]
    looks: str
    not_when: str


_DAMP = RepairStep("Damp it", "Wet the place and let it dry until no water stands on it.", 0, 10)
_COVER = "Keep plastic on it."

REPAIRS: Mapping[str, Repair] = {
    "watch": Repair(
        "Leave it and watch it",
        (
            RepairStep("Mark it", "Mark both ends with the date, and photograph it with a ruler.", 0, 10),
            RepairStep("Look again", "Where it has grown past its marks it moves: plan the repair anew.", 672, 5),
        ),
        (0, 0), "A hairline that shows when the face is wet.", "It lets water to steel outdoors.",
    ),
    "slurry": Repair(
        "Rub in slurry",
        (
            _DAMP,
            RepairStep(
                "First round",
                "Rub the slurry in with a gloved hand or a rubber float, across and along, and strike it off flush.",
                0.5, 20,
            ),
            RepairStep("Cover it", _COVER, 1, 5),
            RepairStep("Second round", "The same again where voids have sunk.", 18, 20),
            RepairStep("Sand it", "Wet, 120 then 220, once it no longer smears.", 42, 30),
        ),
        (42, 66), "A shade lighter or darker than the face.", "There is oil, wax or sealer on it.",
    ),
    "mortar": Repair(
        "Fill with fine mortar",
        (
            RepairStep("Cut it back", "To sound concrete, edges undercut: nothing may end in a feather.", 0, 30),
            RepairStep("Damp it", "Wet the place and let it dry until no water stands on it.", 0.5, 10),
            RepairStep("Brush slurry on", "A thin coat of cement and water, and fill before that dries.", 0.7, 5),
            RepairStep("Fill it", "Press the mortar in and leave it {1 limit} proud.", 0.8, 20),
            RepairStep("Cover it", _COVER, 1.2, 5),
            RepairStep("Hone it flush", "Wet, from grit 100 on.", 48, 30),
        ),
        (48, 72), "A shade lighter or darker, with an edge that shows when wet.",
        "It would end thinner than {3 limit}, or oil, wax or sealer is on it.",
    ),
    "recast": Repair(
        "Cut out and cast it anew",
        (
            RepairStep("Saw it square", "Square edges at least {10 limit} deep, past the last hollow sound.", 0, 45),
            RepairStep("Set pins", "Pins of {5 limit} in drilled holes, with resin, at least two.", 1, 30),
            RepairStep("Close the form", "A board on each open side, sealed along its edges.", 25, 30),
            RepairStep("Cast it", "The same mix and lot, stones over a third of the depth picked out.", 26, 30),
            RepairStep("Keep it moist", "Under plastic for at least seven days.", 27, 10),
            RepairStep("Hone it flush", "With the grit that the face was finished with.", 195, 40),
        ),
        (195, 243), "A patch of the same stone, a shade off in colour.", "It is a lift point, or held over people.",
    ),
    "resin fill": Repair(
        "Fill with resin and stone dust",
        (
            RepairStep("Clean it", "Brush and vacuum the place. It must be dry.", 0, 15),
            RepairStep("Mix a sample", "Clear resin, stone dust, a little pigment; let a spot of it harden.", 0.3, 20),
            RepairStep("Fill it", "Press it in, a little proud.", 6, 15),
            RepairStep("Scrape it flush", "With a blade while it is firm and not yet hard.", 10, 10),
        ),
        (12, 24), "Close in colour, glossier than the face.",
        "It stands in the sun, takes heat over {60 C}, or a sealer is still to soak in there.",
    ),
    "resin crack": Repair(
        "Draw resin into the crack",
        (
            RepairStep("Dry and clean it", "Blow the dust out. It must be dry right through.", 0, 15),
            RepairStep("Tape its back", "Tape on the back and at both ends, so that nothing runs out.", 0.3, 15),
            RepairStep("Feed it", "Thin resin along the top, again and again, until it takes no more.", 0.6, 40),
            RepairStep("Clamp it", "Just closed, not squeezed.", 1.3, 10),
            RepairStep("Scrape it", "Take the bead off flush.", 25, 15),
        ),
        (25, 168), "A dark line as fine as the crack.", "The crack moves, or is wet.",
    ),
    "flexible": Repair(
        "Make a joint of it",
        (
            RepairStep("Widen it", "To {5 limit} along its whole length, with straight sides.", 0, 40),
            RepairStep("Press in backer rod", "So deep that the sealant is half as deep as it is wide.", 0.8, 10),
            RepairStep("Seal it", "Elastic sealant, tooled hollow.", 1, 20),
        ),
        (24, 72), "A joint that shows.", "It shows on a fine top.",
    ),
    "hone": Repair(
        "Hone it down",
        (
            RepairStep("Measure the cover", "How much concrete lies over the steel there.", 0, 10),
            RepairStep("Hone it", "Wet, {0.5 fine} at a time, until it is gone.", 0.2, 60),
            RepairStep("Finish again", "The grits and the sealer that the face had.", 1.5, 60),
        ),
        (3, 72), "As before, with a little more stone.", "Too little cover would be left over the steel.",
    ),
    "densify": Repair(
        "Harden its face",
        (
            RepairStep("Clean it", "Brush it, mop it, and let it dry.", 0, 20),
            RepairStep("First coat", "Silicate densifier, wet as long as its sheet says; rinse what is left.", 12, 30),
            RepairStep("Second coat", "The same again.", 36, 30),
            RepairStep("Scratch test", "Where a nail leaves a groove, hone a hair off and coat again.", 60, 5),
        ),
        (60, 168), "As before.", "A film is to go on it and no test spot has held.",
    ),
    "tint": Repair(
        "Tint and seal it whole",
        (
            RepairStep("Wait", "Colour settles for four weeks after the pour. Judge it dry.", 0, 0),
            RepairStep("Try it", "On the back, or on a sample of the same pour, and look after a week.", 1, 20),
            RepairStep("Tint it", "The whole piece, and the others of its set, in two thin coats.", 169, 60),
        ),
        (193, 217), "Even, a little darker.", "It touches food, unless the product allows that.",
    ),
    "strap": Repair(
        "Let bars into its back",
        (
            RepairStep("Support it", "Face down on a flat board, along the whole crack.", 0, 30),
            RepairStep("Cut grooves", "{12 limit} wide and deep, {150 limit} to either side of the crack.", 0.5, 60),
            RepairStep("Clean them", "Blow them out. They must be dry.", 1.5, 15),
            RepairStep("Bed the bars", "Stainless or glass bars of {6 limit} in resin, no bubbles under them.", 2, 40),
        ),
        (26, 168), "The crack still shows on its face.", "It is the only thing that would hold it over people.",
    ),
    "lip": Repair(
        "Rebuild its edge",
        (
            RepairStep("Saw it back", "{15 limit} deep, square, along the whole broken edge.", 0, 40),
            RepairStep("Damp it and brush slurry on", "No water may stand on it.", 0.8, 10),
            RepairStep("Fill it", "Repair mortar against a board, in no thinner layer than its bag allows.", 1, 30),
            RepairStep("Cover it", _COVER, 1.6, 5),
        ),
        (24, 72), "A strip of another grey.", "The slab under it moves.",
    ),
}  # fmt: skip
REMAKE = "Make it again"
