"""Arches of blocks: where their thrust may run, and how far from falling they are."""
