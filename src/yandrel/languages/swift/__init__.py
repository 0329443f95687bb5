"""Swift."""
