"""How not to be hurt, or to hurt the piece, while it hardens. Source: common practice; local rules come first."""

CARE = (
    "Keep it wet and covered: drying it early costs strength and cracks it. No heater, no sun.",
    "No open flame or unvented heater under a cover: its carbon monoxide can kill.",
)
SAW = "Saw wet, or with an M or H class vacuum; goggles and ear protection; on an RCD (GFCI)."
