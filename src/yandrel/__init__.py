"""Yandrel looks at a server application's arrangement, guards it, and changes it safely."""

__version__ = "0.2.0.dev0"
