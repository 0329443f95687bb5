package coop.waxmoor.hives

import coop.waxmoor.harvests.Harvest as Yield
import java.util.Date as Day

class Hive(val yield: Yield, val day: Day)

class Swarm(val yield: Yield)
