"""How a slab warms from below: temperatures through its thickness, over time."""
