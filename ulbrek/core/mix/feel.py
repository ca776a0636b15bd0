"""Three schools of feel, each with its test and what to do with what is seen. Source: common practice."""

from typing import Literal

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.materials.mixes import Feel


@dataclass(frozen=True, slots=True)
class FeltAs:
    """Something that the test may show, and what to do then.

    ``adds`` says whether a cup of water goes in.
    """

    verdict: Literal["too dry", "right", "too wet"]
    seen: str
    do: str
    adds: bool = False


@dataclass(frozen=True, slots=True)
class FeelOf:
    """How a mix should feel: what it is for, the test step by step, and what it may show."""

    feel: Feel
    meant_for: str
    steps: tuple[str, ...]
    shows: tuple[FeltAs, ...]


FEELS: dict[Feel, FeelOf] = {
    "packed": FeelOf(
        "packed",
        "Pressed in by hand against the face for a veined look; the voids are filled with slurry later.",
        ("Take a handful from the bottom of the tub.", "Squeeze it once, and open the hand."),
        (
            FeltAs("too dry", "It crumbles", "Add a little water, mix a minute, squeeze again.", adds=True),
            FeltAs("right", "It stays a ball; the glove is damp", "Pack it. Every later batch gets this water."),
            FeltAs("too wet", "It sags or shines", "Add dry mix of the same lot, not cement alone, and mix again."),
        ),
    ),
    "plastic": FeelOf(
        "plastic",
        "Shovelled in, worked along the edges and screeded; it flows when it is shaken.",
        (
            "Fill a small cup to the brim from the middle of the batch.",
            "Turn it over on a wet board.",
            "Lift the cup straight up and look at the cone.",
        ),
        (
            FeltAs(
                "too dry", "It keeps its height", "Add a cup of water and mix again; at the limit use a plasticiser.",
                adds=True,
            ),
            FeltAs(
                "right", "It sinks by a third to a half, and holds together",
                "Place it. Every later batch gets this water.",
            ),
            FeltAs(
                "too wet", "It separates, or water bleeds out",
                "Add dry mix of the same lot, mix again, and log the water of this batch.",
            ),
        ),
    ),
    "flowing": FeelOf(
        "flowing",
        "Poured from a bucket, through mesh and round cores; it finds its own level.",
        (
            "Stir the batch once more from the bottom, and fill a small cup.",
            "Turn it over on a wet board.",
            "Lift the cup, wait until nothing moves, and lay the cup across the pat.",
        ),
        (
            FeltAs(
                "too dry", "The pat is under two cups wide",
                "Plasticiser by its own range before any water; then a cup of water.", adds=True,
            ),
            FeltAs(
                "right", "A round pat two to three cups wide, grey to its rim",
                "Pour it. Every later batch gets this water.",
            ),
            FeltAs(
                "too wet", "A clear rim, aggregate in the middle",
                "It has come apart: add dry mix, mix again, test again. Do not pour it like that.",
            ),
        ),
    ),
}  # fmt: skip
