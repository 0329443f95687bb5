"""The only place that touches the disk: walking, reading, writing, locking."""
