"""The b side."""

import json

from shop.a import Tool


class Better(Tool):
    def dump(self):
        return json.dumps(1)
