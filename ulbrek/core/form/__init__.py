"""Form: the boards that make the piece, what holds them, and the sheets they are cut from."""
