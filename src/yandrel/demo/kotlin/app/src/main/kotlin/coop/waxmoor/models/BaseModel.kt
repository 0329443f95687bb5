package coop.waxmoor.models

abstract class BaseModel {
    var number: Int = 0

    abstract fun row(): Map<String, Any>
}
