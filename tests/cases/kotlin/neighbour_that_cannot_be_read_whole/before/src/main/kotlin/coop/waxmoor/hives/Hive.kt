package coop.waxmoor.hives

class Hive(val scale: Scale)
