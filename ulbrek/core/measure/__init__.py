"""Measure: the piece as it is wanted, its figures, and what would go wrong with its shape."""
