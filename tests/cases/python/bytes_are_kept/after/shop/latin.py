# -*- coding: latin-1 -*-
from shop.new import A
NAME = "café"