package bees.models

class Hive(val name: String, val weight: Int)
