"""Readers of what is no source: names and paths in configuration and templates."""
