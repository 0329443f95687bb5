package coop.waxmoor.models

class Hive
