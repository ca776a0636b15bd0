"""How Ulbrek is run on one machine: set-up, its own PostgreSQL, the demo. The package needs none of it."""
