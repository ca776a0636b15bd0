"""Warm: a seat or a top with an electric mat in it, how warm it gets, how soon, and for how much."""
