TOTAL = 0


def count():
    global TOTAL
    TOTAL += 1
