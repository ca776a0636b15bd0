"""How not to be hurt while a form is built. Source: common practice; local rules come first."""

DUST = "Board dust and resin: cut outdoors or with extraction, wear a mask and glasses."
SAW = "Saws: guard on, hands behind the fence, wait until the blade has stopped. Glasses and ear protection on."
SEALANT = "Air the room while sealant cures, and keep it off the skin."
FOAM = "Foam dust gets into lungs and drains: cut with a knife or a hot wire in the open, and collect the sanding dust."
RAGS = "Oily rags can catch fire by themselves: spread them out to dry in the open or keep them under water."
GROUND = (
    "Have buried cables and pipes located before a spade or a stake goes in. Kneel on a board, and wash wet concrete "
    "off the skin at once: it burns."
)
CARE = (SAW, DUST)
