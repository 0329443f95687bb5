"""From one layout to another: where each file would live, step by step."""
