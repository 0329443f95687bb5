package coop.waxmoor.models

import coop.waxmoor.hives.Colony

class Keeper(val hive: Colony)
