"""Cabinets: what a top is cast over where it stays: its run, boards, braces and what they carry."""
