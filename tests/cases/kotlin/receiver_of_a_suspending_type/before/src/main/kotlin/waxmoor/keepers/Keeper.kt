package waxmoor.keepers

class Keeper(val name: String)
