"""Which change reaches a goal."""
