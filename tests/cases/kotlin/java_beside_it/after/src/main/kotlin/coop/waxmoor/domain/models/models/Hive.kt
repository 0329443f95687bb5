package coop.waxmoor.domain.models.models

class Hive
