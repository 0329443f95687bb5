package coop.waxmoor.models

fun rows(): Int = 1
