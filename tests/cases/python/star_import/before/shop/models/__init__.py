from .order import *
