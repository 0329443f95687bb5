package coop.waxmoor.models

import coop.waxmoor.keepers.row

fun both(hive: Hive, keeper: Keeper) = hive.row() + keeper.row()
