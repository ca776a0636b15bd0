"""How not to be hurt while finishing. Source: common practice and 29 CFR 1926.1153, from memory; local rules come
first."""

from collections.abc import Mapping

from ulbrek.core.finish.inputs import Rags

RCD = "Wet work: on an RCD (GFCI), cables off the floor, boots with rubber soles."
SILICA = (
    "Grinding frees silica dust that scars lungs for good. Grind wet, or under a shroud with an M or H class vacuum. "
    "Dry without either: not even with a mask."
)
MASK = (
    "Wet grinding outdoors or aired: a P2 or N95 mask when it splashes dry. Under a shroud, a P3 or P100 half mask. "
    "Sweep nothing dry: wet mop or vacuum."
)
EYES_EARS = "Goggles, ear protection, waterproof gloves: the slurry is as alkaline as fresh concrete."
SLURRY = "Catch the slurry, let it settle and harden, and throw it away as solid waste. Never down a drain."
FRESH = "Concrete this young burns skin: waterproof gloves, sleeves down. Catch the wash water, never down a drain."
SOLVENT = "Air the room, no flame and no sparks, gloves and glasses. Read the sealer’s own sheet."
RESIN = (
    "Two-part resins make skins allergic for life: nitrile gloves, sleeves down, wash with soap, never with thinner."
)
RAGS: Mapping[Rags | None, str] = {
    None: "Oily rags heat themselves and catch fire hours later: hang them out singly, or drown them in a lidded tin.",
    "hung out singly": (
        "Oily rags heat themselves and catch fire hours later: hang each one out singly, in the open, until stiff."
    ),
    "in a lidded tin": (
        "Oily rags heat themselves and catch fire hours later: each one at once under water, in a lidded metal tin."
    ),
}
ROUTER = "Clamp the piece. Lead the bit against its turning, start the last {20 limit} from the other end."
CARE = (RCD, SILICA, MASK, EYES_EARS, SLURRY)
