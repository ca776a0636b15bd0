"""How concrete's own clock runs: maturity by temperature, set, and strength by age."""
