"""What a hive must have."""

from waxmoor.shared.errors import InvalidError


class HiveValidator:
    """Checks new hives."""

    def check(self, data):
        if not data.get("place"):
            raise InvalidError("a hive stands somewhere")
        if int(data.get("frames", 10)) < 1:
            raise InvalidError("a hive has frames")
