package coop.waxmoor

val page = 1
