from waxmoor.gone import scales


def weigh(hive):
    return scales.weigh(hive)
