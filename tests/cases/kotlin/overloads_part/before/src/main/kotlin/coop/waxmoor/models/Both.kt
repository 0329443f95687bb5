package coop.waxmoor.models

fun both(hive: Hive, keeper: Keeper) = hive.row() + keeper.row()
