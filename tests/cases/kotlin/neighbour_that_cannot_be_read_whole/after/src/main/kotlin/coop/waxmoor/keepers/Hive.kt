package coop.waxmoor.keepers

import coop.waxmoor.hives.Scale

class Hive(val scale: Scale)
