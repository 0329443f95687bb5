"""Java, and what it shares with the languages of its machine."""
