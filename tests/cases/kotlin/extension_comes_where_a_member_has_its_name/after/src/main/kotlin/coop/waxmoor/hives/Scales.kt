package coop.waxmoor.hives

class Scale

fun Scale.settle(): Int = 0
