package services

import m "coop.example/waxmoor/entities"

var hive m.Hive
