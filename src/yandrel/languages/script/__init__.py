"""JavaScript and TypeScript, which see each other's modules."""
