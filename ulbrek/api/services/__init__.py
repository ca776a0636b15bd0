"""What needs several repositories, or is shared by handlers."""
