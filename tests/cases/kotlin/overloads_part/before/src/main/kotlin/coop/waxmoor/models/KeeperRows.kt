package coop.waxmoor.models

fun Keeper.row() = "keeper"
