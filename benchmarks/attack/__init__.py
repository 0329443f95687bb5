"""Attacks on the installed program: kills, failing writes, damaged journals, hostile checkouts."""
