"""Arches of blocks: how they stand, what their abutments take, how they are set out, built and let down."""
