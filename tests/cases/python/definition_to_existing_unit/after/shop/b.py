"""The b side."""

import json
import os


class Tool:
    def where(self):
        return os.getcwd()


class Better(Tool):
    def dump(self):
        return json.dumps(1)
