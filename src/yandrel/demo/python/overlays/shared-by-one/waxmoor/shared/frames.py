"""Sizes of frames."""

FRAMES = 10


def frames_of(boxes: int) -> int:
    return boxes * FRAMES
