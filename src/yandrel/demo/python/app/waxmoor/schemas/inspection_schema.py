"""Inspections over the wire."""

from .base_schema import BaseSchema


class InspectionSchema(BaseSchema):
    """An inspection as it is shown."""

    fields = ("hive", "day", "queen_seen", "mites")
