"""Code shared by languages that refer to declared, qualified names."""
