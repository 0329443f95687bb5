package coop.waxmoor.services

import coop.waxmoor.models.Hive

val part = Hive.Part()
val none = Hive.NONE
val make = ::Hive
fun Any.frames() = (this as? Hive)?.frames
