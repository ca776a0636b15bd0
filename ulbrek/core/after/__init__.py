"""What reads plans."""
