def count(hives):
    return len(hives)
