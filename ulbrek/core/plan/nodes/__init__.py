"""Each station's call as a node of the plan: all that it depends on, and nothing else, in one frozen brief."""
