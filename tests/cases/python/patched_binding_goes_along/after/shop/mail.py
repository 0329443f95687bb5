def keep():
    return 1
