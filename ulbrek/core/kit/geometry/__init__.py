"""Outlines with true arcs, the distances between them, and the solid they bound."""
