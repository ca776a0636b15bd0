"""What every room speaks: units, lengths as people write them, worked figures, findings."""
