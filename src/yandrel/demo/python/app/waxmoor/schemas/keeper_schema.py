"""Keepers over the wire."""

from .base_schema import BaseSchema


class KeeperSchema(BaseSchema):
    """A keeper as he is shown."""

    fields = ("name", "village")
