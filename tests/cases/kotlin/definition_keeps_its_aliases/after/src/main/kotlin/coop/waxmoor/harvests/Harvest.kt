package coop.waxmoor.harvests

class Harvest
