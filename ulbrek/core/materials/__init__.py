"""What a shop can choose, with each constant's source."""
