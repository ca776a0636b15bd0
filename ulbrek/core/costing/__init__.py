"""Cost and time: what a job takes and what of it stays, the hours of each step, and the price of each piece."""
