"""Waxmoor, the beekeepers' co-operative: the demonstration application, as data."""
