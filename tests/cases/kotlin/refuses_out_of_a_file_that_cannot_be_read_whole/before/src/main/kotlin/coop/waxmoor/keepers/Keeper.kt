package coop.waxmoor.keepers

class Keeper
