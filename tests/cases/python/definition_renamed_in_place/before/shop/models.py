__all__ = ["Hive", "Frame"]


class Hive:
    def copy(self) -> "Hive":
        return Hive()


class Frame:
    hive: Hive
