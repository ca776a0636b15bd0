"""Ground: what is dug, filled, set out and levelled for a piece that stays on the ground it is cast on."""
