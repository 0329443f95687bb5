import sys


def other():
    return sys.argv
