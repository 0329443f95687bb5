def weigh(frames):
    return len(frames)


def lift():
    ...
