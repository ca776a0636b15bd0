"""Move: what it weighs in the hand and how many people it takes."""
