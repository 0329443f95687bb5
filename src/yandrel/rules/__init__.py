"""The rules that compare what is with what the layout says: one module each."""
