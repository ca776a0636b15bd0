"""Ulbrek plans small concrete castings: from tape to bags, boards, steel, hands and hours."""

__version__ = "0.1.0"
