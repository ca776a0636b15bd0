"""HTTP: thin handlers over the core and the store."""
