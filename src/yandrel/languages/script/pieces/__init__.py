"""Moving definitions out of their modules."""
