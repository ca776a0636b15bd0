"""A piece as its maker describes it: its outline, and the place it is for. What is in it stands in `features`."""
