package coop.waxmoor.models

class Hive {
    val name = "coop.waxmoor.models.Hive"
    val text = "see coop.waxmoor.models.Hive"
}
