package services

import "coop.example/waxmoor/models"

var hive models.Hive
