"""What has happened."""
