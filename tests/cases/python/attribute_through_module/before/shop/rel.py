from . import models as m


def f(m=m):
    return m


def g():
    return m.Order
