package coop.waxmoor

import coop.waxmoor.lessons.first.weigh

fun start() = weigh()
