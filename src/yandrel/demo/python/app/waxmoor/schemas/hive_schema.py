"""Hives over the wire."""

from .base_schema import BaseSchema


class HiveSchema(BaseSchema):
    """A hive as it is shown."""

    fields = ("place", "frames", "keeper")
