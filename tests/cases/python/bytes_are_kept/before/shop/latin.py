# -*- coding: latin-1 -*-
from shop.old import A
NAME = "café"