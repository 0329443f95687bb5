"""What an inspection must have."""

from waxmoor.shared.errors import InvalidError


class InspectionValidator:
    """Checks new inspections."""

    def check(self, data):
        if int(data.get("mites", 0)) < 0:
            raise InvalidError("mites are counted from nought")
