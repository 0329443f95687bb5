"""Settings, from the environment."""

import os


class Config:
    """What can be set from outside."""

    KEY = os.environ.get("WAXMOOR_KEY", "clover")
    SEASON_START = 4
    SEASON_END = 9
