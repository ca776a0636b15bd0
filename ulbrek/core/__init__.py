"""The rules of the job: pure functions from a job and a shop to a plan. No I/O, no clock, no state."""
