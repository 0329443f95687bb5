import logging

log = logging.getLogger("shop.tasks")
