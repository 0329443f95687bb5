package coop.waxmoor.services

import coop.waxmoor.models.Colony

val part = Colony.Part()
val none = Colony.NONE
val make = ::Colony
fun Any.frames() = (this as? Colony)?.frames
