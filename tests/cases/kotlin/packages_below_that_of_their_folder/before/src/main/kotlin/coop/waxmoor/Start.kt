package coop.waxmoor

import coop.waxmoor.guide.first.weigh

fun start() = weigh()
