"""What a job takes, and what has to be bought."""
