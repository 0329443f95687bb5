"""What every concept may use."""
