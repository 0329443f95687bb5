import shop.models as m
from shop.models import Frame, Hive


def make(Frame=Frame):
    Hive_count = 1
    return Hive(), m.Hive(), Hive_count


def other(Hive):
    return Hive
