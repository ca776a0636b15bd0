"""Simulated devices and services, each behind the port that a real one would use."""
