package coop.waxmoor.services

import coop.waxmoor.shared.Kept

@Kept
class HiveService
