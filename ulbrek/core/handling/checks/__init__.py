"""What Move looks for."""
