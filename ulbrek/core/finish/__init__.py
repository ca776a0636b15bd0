"""From stripped to sealed: what is ground, filled, sanded and coated, with what, and how long it takes."""
