from .hives.frames import Frame


def weigh(frames: list[Frame]) -> int: ...
