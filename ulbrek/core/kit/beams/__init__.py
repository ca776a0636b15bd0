"""Boards that bend between supports, slabs that are lifted, and slabs in their place."""
