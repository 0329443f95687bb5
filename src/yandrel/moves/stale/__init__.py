"""Old paths and qualified names that texts still have after a change."""
