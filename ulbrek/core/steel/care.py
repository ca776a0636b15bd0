"""How not to be hurt while steel is cut and laid. Source: common practice; local rules come first."""

CARE = (
    "Cut wire ends tear skin: gloves and glasses, and bend them under.",
    "Cutting bar with a grinder throws sparks: nothing that burns within reach, and a guard on the wheel.",
)
