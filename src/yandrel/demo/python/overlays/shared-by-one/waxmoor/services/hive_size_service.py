"""How large hives are."""

from waxmoor.shared.frames import frames_of


class HiveSizeService:
    """Sizes of hives."""

    def frames(self, boxes: int) -> int:
        return frames_of(boxes)
