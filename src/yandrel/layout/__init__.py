"""The layout: what a piece of code is, and where it therefore lives."""
