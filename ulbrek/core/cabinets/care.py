"""How not to be hurt over cabinets. Source: common practice; local rules come first."""

FIXED = (
    "Cabinets that are not fixed tip as soon as concrete stands on their front edge. Screw them to the wall and to "
    "each other before anything else."
)
CUT = "Cement board: score and snap it outdoors, or saw it with an M or H class vacuum. Its dust has quartz in it."
LIFT = "Full buckets weigh {22 kg} and more: carry them low, in both hands, never over a wet floor."
PLUMBING = "Water and power to sink, hob and machines are off, and their ends are covered."
