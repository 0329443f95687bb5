package waxmoor.keepers

class Hive(val number: Int)
