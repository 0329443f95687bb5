# Copyright: the shop. Licence: free.

from __future__ import annotations

from dataclasses import dataclass
import json
import logging

from shop.base import Base

logger = logging.getLogger(__name__)


# What is sold at once.
# It has lines.
@dataclass
class Order(Base):
    lines: list

    def dump(self):
        logger.info("dump")
        return json.dumps(_clean(self.lines))


def _clean(lines):
    return [line for line in lines if line]
