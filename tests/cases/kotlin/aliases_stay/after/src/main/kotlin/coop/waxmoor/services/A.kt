package coop.waxmoor.services

import coop.waxmoor.scales.weigh as heft

fun heavy() = heft(3)
