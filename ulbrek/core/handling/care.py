"""How not to be hurt while moving a casting. Source: common practice; local rules come first."""

TURN = "Turn it on edge with enough people, soft bearers under the edge, fingers clear; one person calls."
TURN_ALONE = "Soft bearers under the edge, fingers clear of it."
CARRY = "Boots, gloves, a clear way. Over what the people may lift: a dolly, a cart or a hoist."
CARRY_ALONE = "Boots, gloves, a clear way."
SET = "Bearers under it before hands let go; slide it, do not lever it. Nobody leans over or under it."
CARE = (
    "Boots and gloves. Agree who calls the lift, and walk the way empty first.",
    "Keep fingers from under the edge: set it down on battens, never on hands.",
    "Knees bent, back straight, the load close. If it feels too heavy it is: set it down and fetch another person "
    "or a cart.",
)
