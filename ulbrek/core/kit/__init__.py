"""The machinery that stations share."""
