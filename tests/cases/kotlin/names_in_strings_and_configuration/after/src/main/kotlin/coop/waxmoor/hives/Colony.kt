package coop.waxmoor.hives

class Colony {
    val name = "coop.waxmoor.hives.Colony"
    val text = "see coop.waxmoor.models.Hive"
}
