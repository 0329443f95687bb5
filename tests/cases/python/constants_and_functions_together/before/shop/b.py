"""Prices."""

import json


class Dump:
    text = json.dumps(1)
