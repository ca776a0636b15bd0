"""How not to be hurt on the ground. Source: common practice; local rules come first."""

UTILITIES = (
    "Ask where gas, power, water, drains and phone run before you dig or drive a stake; it is free in most countries. "
    "Within half a metre of a mark dig with a spade alone."
)
BACKS = "Barrows half full on soft ground; long boards carried by two. Knees bent, no twisting with a full shovel."
TAMPER = "Plate compactor: steel toes, ear protection, never in a closed room."
WET = (
    "Wet concrete burns: kneel on boards, never in it. Waterproof gloves and boots; what gets in is washed off at once."
)
SAW = "Saw wet, or with an M or H class vacuum; goggles and ear protection; on an RCD (GFCI)."
STEPS = "Cover the hole, or fence it, when nobody is there."
STAMP = "Release powder is fine dust: mask and glasses, and not in wind. Knee boards under whoever lays the mats."
