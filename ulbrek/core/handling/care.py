"""How not to be hurt while moving a casting. Source: common practice; local rules come first."""

CARE = (
    "Boots and gloves. Agree who calls the lift, and walk the way empty first.",
    "Keep fingers from under the edge: set it down on battens, never on hands.",
    "Knees bent, back straight, the load close. If it feels too heavy it is: set it down and fetch another person "
    "or a cart.",
)
