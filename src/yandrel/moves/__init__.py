"""Changing an application: map, edits, proof, journal, apply, undo."""
