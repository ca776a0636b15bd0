"""How not to be hurt while mixing. Source: common practice."""

CARE = (
    "Open bags and mix outdoors or upwind, with a fitted respirator (FFP3, N95 or better): the dust holds silica, "
    "and it scars lungs. Never sweep it dry.",
    "Wet cement burns without pain at first. Waterproof gloves, long sleeves and glasses; wash splashes off at once.",
    "In the eye: rinse at once with clean water for at least 20 minutes, lids open, and see a doctor.",
    "Use an RCD/GFCI-protected outlet for mixer and paddle.",
    "Wash-out water is caustic: let it settle in a tub, keep it out of drains and soil.",
)

HEAVY_BAG_KG = 23.0
HEAVY_BAG = "A bag over {23 allowed} is for two people or a barrow."

DOSING = (
    "Pigment and powders drift: add them below the rim, mask on; liquids splash, glasses on. Weigh doses before "
    "mixing starts."
)
