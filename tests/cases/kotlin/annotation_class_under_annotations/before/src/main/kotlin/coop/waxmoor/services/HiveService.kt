package coop.waxmoor.services

import coop.waxmoor.models.Kept

@Kept
class HiveService
