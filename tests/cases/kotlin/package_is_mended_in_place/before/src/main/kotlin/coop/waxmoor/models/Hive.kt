package coop.waxmoor.entities

class Hive
