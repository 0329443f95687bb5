"""Web frameworks: how each declares, mounts, orders and guards routes."""
