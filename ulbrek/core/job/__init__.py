"""What is made, and the shop that it is made in."""
