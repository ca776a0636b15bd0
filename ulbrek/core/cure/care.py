"""How not to be hurt, or to hurt the piece, while it hardens. Source: common practice; local rules come first."""

CARE = (
    "Keep it wet and covered: drying it early costs strength and cracks it. No heater, no sun.",
    "No open flame under a cover: it takes the air and gives fumes.",
)
