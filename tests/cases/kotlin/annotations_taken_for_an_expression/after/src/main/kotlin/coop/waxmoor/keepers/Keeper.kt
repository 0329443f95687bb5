package coop.waxmoor.keepers

import coop.waxmoor.hives.Said

@Registered
class Keeper : Said
