package services

import m "coop.example/waxmoor/models"

var hive m.Hive
