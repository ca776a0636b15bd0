"""Serving it for real."""
