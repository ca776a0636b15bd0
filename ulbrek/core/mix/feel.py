"""Three schools of feel, each with its test and what to do when it is not right. Source: common practice."""

from dataclasses import dataclass

from ulbrek.core.materials.mixes import Feel


@dataclass(frozen=True, slots=True)
class FeelOf:
    """How a mix should feel: what it is for, the test, and what to do where it is drier or wetter."""

    feel: Feel
    meant_for: str
    test: str
    too_dry: str
    too_wet: str


FEELS: dict[Feel, FeelOf] = {
    "packed": FeelOf(
        "packed",
        "Pressed in by hand against the face for a veined look; the voids are filled with slurry later.",
        "Squeeze a handful: it stays a ball, and leaves the glove damp, not wet.",
        "It crumbles: add a spoonful of water, mix a minute, squeeze again.",
        "It sags or shines: add dry mix of the same lot, not cement alone.",
    ),
    "plastic": FeelOf(
        "plastic",
        "Shovelled in, worked along the edges and screeded; it flows when it is shaken.",
        "Fill a small cup, turn it over and lift it: the cake sinks by a third to a half and does not run apart.",
        "It stands up: add a cup of water to the batch, never over the bag's most; then a plasticiser.",
        "It runs apart, or water stands on it: dry mix of the same lot, and note the water of this batch.",
    ),
    "flowing": FeelOf(
        "flowing",
        "Poured from a bucket, through mesh and round cores; it finds its own level.",
        "Turn a small cup over on a wet board and lift it: a round pat two to three cups wide, its rim not watery.",
        "It stops short: plasticiser by its own range before any water.",
        "A clear rim, stones in the middle: it has come apart. Add dry mix, mix again; do not pour it so.",
    ),
}
