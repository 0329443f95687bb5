package coop.waxmoor.services

import coop.waxmoor.shared.weigh as heft

fun heavy() = heft(3)
