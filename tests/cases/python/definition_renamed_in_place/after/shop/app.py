import shop.models as m
from shop.models import Frame, Colony


def make(Frame=Frame):
    Hive_count = 1
    return Colony(), m.Colony(), Hive_count


def other(Hive):
    return Hive
