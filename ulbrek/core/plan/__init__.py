"""The plan of a job."""
