import os
import sys


class Tool:
    def where(self):
        return os.getcwd()


def other():
    return sys.argv
