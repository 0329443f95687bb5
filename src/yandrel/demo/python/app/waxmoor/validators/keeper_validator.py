"""What a keeper must have."""

from waxmoor.shared.errors import InvalidError


class KeeperValidator:
    """Checks new keepers."""

    def check(self, data):
        if not str(data.get("name", "")).strip():
            raise InvalidError("a keeper has a name")
