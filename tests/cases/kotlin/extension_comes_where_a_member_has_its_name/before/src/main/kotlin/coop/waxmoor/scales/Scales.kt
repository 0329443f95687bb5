package coop.waxmoor.scales

class Scale

fun Scale.settle(): Int = 0
