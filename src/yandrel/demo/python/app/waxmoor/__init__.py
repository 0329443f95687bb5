"""Waxmoor keeps the books of a beekeepers' co-operative."""
