"""One small package per language, behind one protocol."""
