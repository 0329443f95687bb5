package coop.waxmoor.keepers

import coop.waxmoor.models.Keeper

fun Keeper.row() = "keeper"
