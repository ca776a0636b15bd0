"""How a casting that came out with a defect is mended, and whether it can serve then."""
