package waxmoor.hives

class Hive(val number: Int)
