"""Yandrel looks at a server application's arrangement, guards it, and changes it safely."""

__version__ = "0.1.0"
