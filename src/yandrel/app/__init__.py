"""One function per use case: what the command line and other interfaces call."""
