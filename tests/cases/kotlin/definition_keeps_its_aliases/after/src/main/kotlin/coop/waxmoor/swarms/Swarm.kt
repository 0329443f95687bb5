package coop.waxmoor.swarms

import coop.waxmoor.harvests.Harvest as Yield

class Swarm(val yield: Yield)
