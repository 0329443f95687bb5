"""What swarms do."""


class SwarmService:
    """Swarms that left."""

    def count(self, swarms):
        print("swarms", swarms)
        return len(swarms)
