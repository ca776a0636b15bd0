"""What Steel looks for."""
