"""The shop's days: all pours on one line of time, where they get in each other's way, and where there is room."""
