"""Python: a unit is a module, its namespace the dotted path from a source root."""
