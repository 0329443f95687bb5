package coop.waxmoor

val clock: Clock? = null
