"""Lets the tests import the application from here."""
