"""Plans of one job beside each other: what each comes to, and in what they differ."""
