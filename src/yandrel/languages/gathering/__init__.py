"""Gathering routes that are declared in place into functions by what they are about."""
