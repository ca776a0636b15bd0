"""Who may what: one table of rules, a gate that holds every request to it, and what lets people in."""
