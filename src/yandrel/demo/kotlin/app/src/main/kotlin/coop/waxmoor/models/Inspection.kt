package coop.waxmoor.models

data class Inspection(val hive: Int, val healthy: Boolean) : BaseModel() {
    override fun row() = mapOf("number" to number, "hive" to hive, "healthy" to healthy)
}
