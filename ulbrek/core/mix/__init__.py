"""Mix: how many bags, how much water, how many batches."""
