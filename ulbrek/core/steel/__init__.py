"""Steel: what holds the piece together if it cracks, where it lies and what is cut for it."""
