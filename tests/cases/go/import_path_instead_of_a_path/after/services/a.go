package services

import "coop.example/waxmoor/core/models"

var hive models.Hive
