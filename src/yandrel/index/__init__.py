"""From files to facts to one graph: parsed in parallel, cached by content."""
