from . import models as m
from . import sales


def f(m=m):
    return m


def g():
    return sales.Order
