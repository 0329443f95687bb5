package coop.waxmoor.models

class Hive

class Keeper
