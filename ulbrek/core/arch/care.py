"""How not to be hurt at an arch. Source: common practice; the local code comes first."""

UNDER = (
    "Nobody is under the arch, or where its blocks would fall, from the first block until a day after the centring "
    "is out. One block that slips brings all of them down at once."
)
DECIDES = (
    "These are the statics of the ring alone. Whether people may pass under it or sit on it is for a licensed engineer "
    "to say, and for the local code."
)
LIFT = "Blocks are set by two, from a platform as high as the springing: never overhead from a ladder."
FINGERS = "Hands stay out of joints: a block is let down on wedges, and the wedges are drawn."
