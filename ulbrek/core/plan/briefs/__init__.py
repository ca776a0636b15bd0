"""What the plan hands each station."""
