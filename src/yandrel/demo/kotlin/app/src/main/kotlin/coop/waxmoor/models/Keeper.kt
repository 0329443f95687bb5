package coop.waxmoor.models

data class Keeper(val name: String, val joined: Int) : BaseModel() {
    override fun row() = mapOf("number" to number, "name" to name)
}
