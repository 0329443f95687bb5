package coop.waxmoor.services

import coop.waxmoor.models.Hive
import coop.waxmoor.models.Keeper
import coop.waxmoor.models.row

fun a(hive: Hive, keeper: Keeper) = hive.row() + keeper.row()
