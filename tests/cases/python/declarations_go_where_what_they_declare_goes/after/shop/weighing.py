def weigh(frames):
    return len(frames)
