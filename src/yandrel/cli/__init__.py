"""The command line: the only place that prints, asks or exits."""
