from waxmoor.gone import scales


def weigh(hive):
    return scales.weigh(hive)


def count(hives):
    return len(hives)
