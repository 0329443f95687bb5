__all__ = ["Colony", "Frame"]


class Colony:
    def copy(self) -> "Colony":
        return Colony()


class Frame:
    hive: Colony
